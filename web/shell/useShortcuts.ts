import { useEventListener } from '@vueuse/core'

const typing = 'input, textarea, select, [contenteditable="true"], [role="combobox"]'

/** Whether a key press belongs to a field that somebody types in. */
export const isTyping = (event: KeyboardEvent) =>
  event.target instanceof Element && event.target.closest(typing) !== null

/** Runs a handler for keys pressed outside fields, dialogs and with no modifier but Shift. */
export function usePlainKeys(handler: (key: string, event: KeyboardEvent) => void): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return
    if (event.target instanceof Element && event.target.closest('[role="dialog"], .v-overlay__content')) return
    handler(event.key, event)
  })
}

/** Up and down walk through the rows of the list that holds the focus, from first link or button to first. */
export function useListKeys(): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (by === 0 || event.defaultPrevented || isTyping(event) || !(event.target instanceof Element)) return
    const row = event.target.closest('table.list tbody tr')
    if (!row?.parentElement) return
    const rows = [...row.parentElement.children]
    const next = rows[rows.indexOf(row) + by]?.querySelector<HTMLElement>('a, button')
    if (!next) return
    event.preventDefault()
    next.focus()
  })
}
