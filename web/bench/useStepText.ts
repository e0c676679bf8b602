import type { JobStep } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'

/** Name and instruction of a bench step, with its figures filled in. */
export function useStepText() {
  const { t } = useI18n()
  const name = (step: Pick<JobStep, 'key' | 'recipeStep'>) =>
    t(`bench.stepNames.${step.key}`, { grit: step.recipeStep?.grit ?? '' })
  function instruction(step: JobStep): string {
    const r = step.recipeStep
    const figures = r && {
      sides: r.sides,
      passes: r.passesPerSide,
      seconds: r.secondsPerSide,
      pressure: t(`bench.pressures.${r.pressure}`),
      medium: t(`bench.media.${r.medium}`),
    }
    return t(`bench.stepTexts.${step.key}`, figures ?? {})
  }
  return { name, instruction }
}
