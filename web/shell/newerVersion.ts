import { ref } from 'vue'

/** Set when a part of the page could not be had: most often the server has a newer build than this page. */
export const newerVersion = ref(false)

/** Vite tells when a part that is loaded late is not there any more; the page then offers to load itself anew. */
export function watchForNewerVersion(): void {
  window.addEventListener('vite:preloadError', (event) => {
    event.preventDefault()
    newerVersion.value = true
  })
}
