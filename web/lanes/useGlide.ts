import type { Line } from '@sleetfall/core'
import { transition, usePreferredReducedMotion } from '@vueuse/core'
import { ref, watch } from 'vue'
import type { SetupHeld } from './useSetup.ts'

const glideMs = 400

/** Takes the marks to a line that was chosen, and the ball's path with them, so that it is seen what moves; at once for who wants no motion. */
export function useGlide({ setup, set }: Pick<SetupHeld, 'setup' | 'set'>, arrive: (line: Line) => void) {
  const wants = usePreferredReducedMotion()
  async function glide(line: Line) {
    const place = ref([setup.value.laydown, setup.value.target])
    const stop = watch(place, ([at, aim]) => set({ laydown: Number(at!.toFixed(2)), target: Number(aim!.toFixed(2)) }))
    if (wants.value !== 'reduce')
      await transition(place, place.value, [line.laydownBoard, line.targetBoard], { duration: glideMs })
    stop()
    arrive(line)
  }
  return { glide }
}
