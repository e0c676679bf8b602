import type { JobStep, Pad } from '@sleetfall/contract'
import { computed, onMounted, ref, watch } from 'vue'
import { usePads } from '../supplies/store.ts'

/** Pads or products that fit a step, the least worn first. */
export function padsFor(step: Pick<JobStep, 'key' | 'recipeStep'>, pads: readonly Pad[]): Pad[] {
  const { key, recipeStep } = step
  const fits = (pad: Pad) =>
    recipeStep
      ? pad.abrasive === recipeStep.abrasive && (pad.grit ?? undefined) === recipeStep.grit
      : key === 'clean' && pad.abrasive === 'cleaner'
  return pads.filter(fits).sort((a, b) => a.uses / a.lifeBalls - b.uses / b.lifeBalls)
}

/** Which pad or product a step uses up; the choice falls on the least worn. */
export function usePadChoice(step: () => Pick<JobStep, 'key' | 'recipeStep' | 'position'>) {
  const pads = usePads()
  onMounted(() => pads.load())
  const usesUp = computed(() => step().recipeStep !== null || step().key === 'clean')
  const fitting = computed(() => padsFor(step(), pads.items))
  const padId = ref<string | null>(null)
  watch(
    () => [step().position, fitting.value.length],
    () => (padId.value = fitting.value[0]?.id ?? null),
    { immediate: true },
  )
  const pad = computed(() => pads.byId.get(padId.value ?? ''))
  return { usesUp, fitting, padId, pad, openSpare: pads.openSpare }
}
