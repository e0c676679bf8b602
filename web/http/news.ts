import { useDebounceFn, useDocumentVisibility } from '@vueuse/core'
import { onScopeDispose, watch } from 'vue'
import { pageId } from './client.ts'

/** Part of the shop that somebody else has changed; null: anything may have been. */
type Area = string | null
const listeners = new Set<(area: Area) => void>()
const tellAll = (area: Area) => listeners.forEach((listener) => listener(area))

/** Runs when others change a part of the shop that a screen shows; soon, and once for many changes. */
export function useNewsOf(areas: readonly string[], run: () => unknown): void {
  let left = false
  const soon = useDebounceFn(() => (left ? undefined : run()), 400, { maxWait: 3000 })
  const listener = (area: Area) => {
    if (area === null || areas.includes(area)) void soon()
  }
  listeners.add(listener)
  onScopeDispose(() => {
    left = true
    listeners.delete(listener)
  })
}

/**
 * Hears what others change, as long as the page is seen: a browser opens few connections to one machine, and hidden pages would take them from
 * the one in use. What was missed meanwhile may be anything.
 */
export function listenForNews(): void {
  const visible = useDocumentVisibility()
  let source: EventSource | null = null
  let missed = false
  const hang = () => {
    source?.close()
    if (source) missed = true
    source = null
  }
  function listen(): void {
    source = new EventSource('/api/news/stream')
    source.onopen = () => {
      if (missed) tellAll(null)
      missed = false
    }
    source.onerror = () => (missed = true)
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const { area, by } = JSON.parse(data) as { area: Area; by: string }
      if (by !== pageId) tellAll(area)
    }
  }
  watch(
    visible,
    (now) => {
      if (now !== 'visible') hang()
      else if (source === null) listen()
    },
    { immediate: true },
  )
  onScopeDispose(hang)
}
