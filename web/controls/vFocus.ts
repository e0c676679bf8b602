import type { Directive } from 'vue'

const fields = 'input, textarea'

/**
 * Puts the focus into a field once, when it is drawn (`v-focus`, or `v-focus="condition"`). The component library's own `autofocus` waits until the field comes
 * into view, again and again, and so takes the focus away from somebody who types already. On a button it stands for the question that the button answers.
 */
export const vFocus: Directive<HTMLElement, boolean | undefined> = {
  mounted: (element, { value }) => {
    if (value === false) return
    // What is asked in place of the button that was pressed is brought into view with its answers.
    if (element.matches('button')) {
      element.closest('[role=alertdialog]')?.scrollIntoView({ block: 'nearest' })
      return element.focus()
    }
    const field = element.matches(fields) ? element : element.querySelector<HTMLElement>(fields)
    field?.focus({ preventScroll: true })
  },
}
