import { onBeforeUnmount, onUnmounted } from 'vue'

/** Gives the focus back to where it was when a form or a dialog opened; to the page's content when that is gone. */
export function useFocusBack(): void {
  const before = document.activeElement
  let within = true
  onBeforeUnmount(() => {
    // Somebody who went on elsewhere meanwhile keeps their place.
    const now = document.activeElement
    within = now === null || now === document.body || now.closest('.v-overlay__content') !== null
  })
  onUnmounted(() => {
    if (!within) return
    requestAnimationFrame(() => {
      const now = document.activeElement
      if (now && now !== document.body && now.isConnected && !now.closest('.v-overlay__content')) return
      const target =
        before instanceof HTMLElement && before.isConnected && before !== document.body
          ? before
          : document.getElementById('content')
      target?.focus({ preventScroll: true })
    })
  })
}
