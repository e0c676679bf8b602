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

/** What a list is walked by: the first link or button of each row, tiles, entries. */
const itemsOf = (list: Element): HTMLElement[] => {
  const rows = [...list.querySelectorAll('table.list tbody tr')]
  const entries =
    rows.length > 0
      ? rows.map((row) => row.querySelector<HTMLElement>('a, button'))
      : [...list.querySelectorAll<HTMLElement>('[data-item]')]
  return entries.filter((entry): entry is HTMLElement => entry !== null && entry.offsetParent !== null)
}
const byKey: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1, ArrowRight: 1, ArrowLeft: -1 }

const patienceMs = 5000
const lookMs = 40
/** Opens the first entry; a list that is still being asked for (`aria-busy`) is waited for, so that a quick hand does not open what stood there before. */
async function openFirst(list: Element): Promise<void> {
  for (let waited = 0; list.getAttribute('aria-busy') === 'true' && waited < patienceMs; waited += lookMs)
    await new Promise((resolve) => setTimeout(resolve, lookMs))
  const first = itemsOf(list)[0]
  first?.click()
  first?.focus()
}

/**
 * Keys of every list (`data-list`): up and down walk through it, also from the page itself and from its filter (`data-filter`), where
 * Enter opens the first entry. Left and right walk through tiles.
 */
export function useListKeys(): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
    if (!(event.target instanceof Element) || event.target.closest('[role="dialog"], .v-overlay__content')) return
    const filter = event.target.closest('[data-filter]')
    const nowhere = event.target === document.body || event.target.id === 'content'
    const list = event.target.closest('[data-list]') ?? (nowhere ? document.querySelector('main [data-list]') : null)
    if (!list || (isTyping(event) && !filter)) return
    const items = itemsOf(list)
    if (filter && event.key === 'Enter') {
      event.preventDefault()
      void openFirst(list)
      return
    }
    const by = byKey[event.key]
    const across = event.key === 'ArrowLeft' || event.key === 'ArrowRight'
    if (by === undefined || (across && (filter || list.querySelector('table.list')))) return
    const at = items.findIndex(
      (item) => item.contains(event.target as Node) || item.closest('tr')?.contains(event.target as Node),
    )
    const next = at < 0 ? items[by > 0 ? 0 : items.length - 1] : items[at + by]
    if (!next) return
    event.preventDefault()
    next.focus()
  })
}
