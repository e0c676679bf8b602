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
