import { useEventListener, useRafFn } from '@vueuse/core'
import { type Ref, nextTick, onUnmounted } from 'vue'
import { useRouter } from 'vue-router'

/** So long a page that is gone back to may take until it is as long as it was. */
const longestMs = 3000

/** Each page begins at its top; one that is gone back to, where it was left. */
export function useScrollMemory(main: Readonly<Ref<HTMLElement | null>>): void {
  const router = useRouter()
  /** The router numbers the entries of the history. */
  const entry = () => Number(history.state?.position ?? 0)
  const left = new Map<number, number>()
  let here = entry()
  let [wanted, until] = [0, 0]
  const { pause, resume } = useRafFn(
    () => {
      if (main.value) main.value.scrollTop = wanted
      if ((main.value?.scrollTop ?? 0) >= wanted || performance.now() > until) pause()
    },
    { immediate: false },
  )
  // Whoever scrolls or presses meanwhile is not moved away.
  useEventListener(window, ['wheel', 'pointerdown', 'keydown'], pause, { passive: true })
  const forget = [
    router.beforeEach((to, from) => {
      // Forwards the browser is still at the entry that is left; backwards it has gone already.
      if (to.path !== from.path) left.set(here, main.value?.scrollTop ?? 0)
    }),
    router.afterEach((to, from, failure) => {
      if (failure) return
      const back = left.get(entry())
      const returned = entry() < here
      here = entry()
      if (to.path === from.path) return
      wanted = returned ? (back ?? 0) : 0
      until = performance.now() + longestMs
      void nextTick(resume)
    }),
  ]
  onUnmounted(() => {
    for (const one of forget) one()
  })
}
