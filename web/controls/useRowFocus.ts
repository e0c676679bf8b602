import { type Ref, nextTick } from 'vue'

/**
 * Focus for rows that come and go, each with `data-row`: into the first field of a row that was added; to the same place's button
 * when one was taken out, else to the row before it, else to the list's last button; along with a row that was moved.
 */
export function useRowFocus(list: Readonly<Ref<HTMLElement | null>>) {
  const rows = () => [...(list.value?.querySelectorAll<HTMLElement>('[data-row]') ?? [])]
  return {
    added: () => void nextTick(() => rows().at(-1)?.querySelector<HTMLElement>('input:not([type=hidden])')?.focus()),
    /** To the same arrow of the row at its new place; at an end, where that arrow rests, to the other one. */
    moved: (to: number, by: -1 | 1) =>
      void nextTick(() => {
        const arrows = [...(rows()[to]?.querySelectorAll('button') ?? [])].slice(-3, -1)
        const same = arrows[by < 0 ? 0 : 1]
        ;(same?.disabled ? arrows[by < 0 ? 1 : 0] : same)?.focus()
      }),
    removed: (index: number) =>
      void nextTick(() => {
        const left = rows()
        const near = left[Math.min(index, left.length - 1)] ?? list.value
        ;[...(near?.querySelectorAll('button') ?? [])].at(-1)?.focus()
      }),
  }
}
