import { useThrottleFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { type Setup, fromQuery, toQuery } from './setup.ts'

/** The address of a set-up; a line that somebody set stands in it even where it is the usual one, so that a link brings it back. */
export function addressOf(setup: Setup, lineSet: boolean): Record<string, string> {
  const line: Record<string, string> = lineSet ? { laydown: String(setup.laydown), target: String(setup.target) } : {}
  return { ...line, ...toQuery(setup) }
}

/** What a what-if is asked about, as it stands in the address: a link opens it again. */
export function useSetup() {
  const [route, router] = [useRoute(), useRouter()]
  const setup = ref<Setup>(fromQuery(route.query))
  const set = (change: Partial<Setup>) => (setup.value = { ...setup.value, ...change })
  /** Until somebody sets a line it is the one that strikes most for this ball on this pattern; a link brings its own. */
  const lineSet = ref('laydown' in route.query || 'target' in route.query)
  const address = () => addressOf(setup.value, lineSet.value)
  const write = () => router.replace({ path: route.path, query: address() })
  // At once, so that a reload loses nothing; while a line is dragged a few times a second.
  const remember = useThrottleFn(write, 250, true, true)
  watch(setup, () => void remember())

  const lineField = (key: 'laydown' | 'target') =>
    computed({
      get: () => setup.value[key],
      set: (value) => {
        lineSet.value = true
        set({ [key]: value })
      },
    })
  return { setup, set, lineSet, address, write, laydown: lineField('laydown'), target: lineField('target') }
}
export type SetupHeld = ReturnType<typeof useSetup>

/** The release as the customer's record has it. */
export const asOnRecord = { speedMph: null, revRpm: null, axisRotationDeg: null, axisTiltDeg: null } as const
