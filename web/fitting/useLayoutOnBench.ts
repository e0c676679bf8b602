import { type Distances, type Layout, fromDistances, parseLayout, toDistances } from '@sleetfall/core'
import { useRefHistory } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { fixed } from '../controls/figures.ts'

/** PAP to draw for who has none on record. */
export const usualPap = { overIn: 5, upIn: 0.5 }
export const usualLayout: Layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 }
/** Diameter that drawings and sheets are reckoned with, in. */
export const diameterIn = 8.595

/** Another layout beside the one that is being made; a plan that proposes one brings it along in the address. */
export function useLayoutBeside() {
  const route = useRoute()
  const given = () => (typeof route.query['beside'] === 'string' ? parseLayout(route.query['beside']) : undefined)
  const beside = shallowRef<Layout | null>(given() ?? null)
  watch(given, (layout) => {
    if (layout) beside.value = layout
  })
  return beside
}

/** The layout that is being made: as three figures or three distances, with what was before it. */
export function useLayoutOnBench() {
  const { t } = useI18n()
  // A plain value, not a reactive one: it is sent to workers.
  const layout = shallowRef<Layout>(usualLayout)
  const { undo, canUndo, clear } = useRefHistory(layout, { capacity: 99, flush: 'sync' })

  /** A figure that is being typed and is no number yet changes nothing. */
  function change(next: Layout): void {
    if (Object.values(next).every(Number.isFinite)) layout.value = next
  }
  /** Takes another ball's layout up; there is nothing before it. */
  function begin(next: Layout): void {
    layout.value = next
    clear()
  }
  const figure = (key: keyof Layout) => ({
    modelValue: layout.value[key],
    'onUpdate:modelValue': (value: number | null) => value !== null && change({ ...layout.value, [key]: value }),
  })

  const distances = computed(() => toDistances(layout.value, diameterIn))
  /** What cannot be is told at its field and changes nothing. */
  const distanceProblem = ref<{ readonly field: keyof Distances; readonly text: string } | null>(null)
  function changeDistance(key: 'psaToPapIn' | 'pinBufferIn', value: number | null): void {
    if (value === null || Number.isNaN(value)) return
    const result = fromDistances({ ...distances.value, [key]: value }, diameterIn)
    if (!result.ok) {
      const { problem } = result
      const range = 'maxIn' in problem ? { min: fixed(problem.minIn, 2), max: fixed(problem.maxIn, 2) } : null
      const cannot = range ? t('fitting.cannotBe', range) : ''
      distanceProblem.value = { field: key, text: problem.reason === 'pin-on-pap' ? t('fitting.pinOnPap') : cannot }
      return
    }
    distanceProblem.value = null
    // Of two that the distances cannot tell apart, the one on the side where the pin is now.
    const away = (one: Layout) => Math.abs(one.valAngleDeg - layout.value.valAngleDeg)
    change(result.layouts.toSorted((a, b) => away(a) - away(b))[0]!)
  }
  const distance = (key: 'psaToPapIn' | 'pinBufferIn') => ({
    modelValue: distances.value[key],
    errorMessages: distanceProblem.value?.field === key ? distanceProblem.value.text : '',
    'onUpdate:modelValue': (value: number | null) => changeDistance(key, value),
  })
  return { layout, change, begin, undo, canUndo, figure, distance, distances }
}

export type LayoutOnBench = ReturnType<typeof useLayoutOnBench>
