import type { Directive } from 'vue'

/**
 * Puts the focus into a field once, when it is drawn (`v-focus`, or `v-focus="condition"`). The component library's own `autofocus` waits until the field comes
 * into view, again and again, and so takes the focus away from somebody who types already.
 */
export const vFocus: Directive<HTMLElement, boolean | undefined> = {
  mounted: (element, { value }) => {
    if (value === false) return
    const field = element.matches('input, textarea') ? element : element.querySelector<HTMLElement>('input, textarea')
    field?.focus({ preventScroll: true })
  },
}
