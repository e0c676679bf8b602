import { type Ref, nextTick } from 'vue'

/**
 * Focus for rows that come and go, each with `data-row`: into the first field of a row that was added; to the same place's button
 * when one was taken out, else to the row before it, else to the list's last button.
 */
export function useRowFocus(list: Readonly<Ref<HTMLElement | null>>) {
  const rows = () => [...(list.value?.querySelectorAll<HTMLElement>('[data-row]') ?? [])]
  return {
    added: () => void nextTick(() => rows().at(-1)?.querySelector<HTMLElement>('input')?.focus()),
    removed: (index: number) =>
      void nextTick(() => {
        const left = rows()
        const near = left[Math.min(index, left.length - 1)] ?? list.value
        ;[...(near?.querySelectorAll('button') ?? [])].at(-1)?.focus()
      }),
  }
}
