import type { Job, JobStep, StepDoneInput, StepProgress, oilAmounts } from '@sleetfall/contract'
import {
  type Finding,
  type WetState,
  clockMinutes,
  cutShort,
  drawingSteps,
  gatedSteps,
  neverSkipped,
  oilKinds,
  openQuestions,
  sidesMissing,
  waterSteps,
} from '@sleetfall/core'
import { computed, reactive, ref, watch } from 'vue'
import { fourSpots, scanOf } from '../surface/spots.ts'

interface StepNow {
  readonly job: Job
  readonly step: JobStep
  readonly nowMs: number
}
const nothingSaid = () => ({
  readings: fourSpots(),
  finding: null as Finding | null,
  wet: null as WetState | null,
  earlyReason: '',
  coolerReason: '',
  minutesDone: null as number | null,
  sidesDone: null as number | null,
  note: '',
  tack: null as number | null,
  oilSeen: null as (typeof oilAmounts)[number] | null,
})
const noProgress: StepProgress = { sidesDone: 0, sideStartedAt: null, ticks: [] }

/** What a step asks, what was answered so far, and whether the way on is open; by the rules that the server keeps too. */
export function useStepAnswers(now: () => StepNow) {
  const answers = reactive(nothingSaid())
  /** A soak that is ended before its time asks how long it was, and only then. */
  const asksMinutes = ref(false)
  watch(
    () => now().step.position,
    () => {
      Object.assign(answers, nothingSaid())
      asksMinutes.value = false
    },
  )
  const key = computed(() => now().step.key)
  const progress = computed<StepProgress>(() => ({
    ...noProgress,
    ...(now().step.measured['progress'] as StepProgress | undefined),
  }))
  /** The step as the rules see it. */
  const facts = computed(() => ({ ...now().step, progress: progress.value }))
  const drying = computed(() => {
    const { lockedUntil } = now().job
    return key.value === 'dry' && lockedUntil !== null && Date.parse(lockedUntil) > now().nowMs
  })
  /** A finding that holds the job before anything is done to the ball. */
  const holds = computed(
    () =>
      key.value === 'inspect' && now().job.kind !== 'inspect' && answers.finding !== null && answers.finding !== 'fine',
  )
  const nextKey = computed(() => (holds.value ? null : (now().job.procedure[now().step.position + 1]?.key ?? null)))
  const open = computed(() =>
    openQuestions(facts.value, answers, {
      nowMs: now().nowMs,
      nextKey: nextKey.value,
      lastWater: now().job.water.at(-1) ?? null,
      drying: drying.value,
    }),
  )
  const endsEarly = computed(() => cutShort(facts.value, now().nowMs))
  const asks = computed(() => ({
    finding: key.value === 'inspect' || key.value === 'inserts',
    holes: key.value === 'tape-holes',
    wet: key.value === 'wet-check',
    /** Which halves lay under water, while oil is drawn. */
    halves: drawingSteps.includes(key.value),
    /** Feel of the cover before and after oil work, to compare and not to prove. */
    tack: oilKinds.includes(now().job.kind) && (key.value === 'inspect' || key.value === 'clean'),
    oil: key.value === 'wipe-warm' || key.value === 'empty-holes',
    scan: key.value === 'scan',
    water: waterSteps.includes(key.value) || (nextKey.value !== null && gatedSteps.includes(nextKey.value)),
    cooler: open.value.includes('cooler-reason') || answers.coolerReason !== '',
    sides: sidesMissing(facts.value),
    minutes: asksMinutes.value && endsEarly.value,
    skip: !neverSkipped.includes(key.value) && !drying.value,
  }))
  /** What is still to be answered; how long it was is not asked before somebody wants to go on. */
  const missing = computed(() => open.value.filter((one) => one !== 'minutes' || asksMinutes.value))
  const ranMinutes = computed(() => Math.round(10 * clockMinutes(facts.value, now().nowMs)) / 10)

  /** The answers as they are sent; null when there is one more to give first. */
  function finished(padId: string | null): Partial<Omit<StepDoneInput, 'version'>> | null {
    if (endsEarly.value && answers.minutesDone === null) {
      asksMinutes.value = true
      return null
    }
    const { grits, spots } = scanOf(answers.readings)
    const { finding, wet, earlyReason, coolerReason, minutesDone, sidesDone, tack, oilSeen, note } = answers
    return {
      ...(grits.length > 0 ? { scannedGrits: grits, scanSpots: spots } : {}),
      ...(finding ? { finding } : {}),
      ...(wet ? { wet } : {}),
      ...(padId ? { padId } : {}),
      ...(earlyReason ? { earlyReason } : {}),
      ...(coolerReason ? { coolerReason } : {}),
      ...(endsEarly.value ? { minutesDone } : {}),
      ...(asks.value.sides ? { sidesDone } : {}),
      ...(tack ? { tack } : {}),
      ...(oilSeen ? { oilSeen } : {}),
      ...(note ? { note } : {}),
    }
  }
  return { answers, progress, asks, drying, holds, missing, ranMinutes, finished }
}
export type StepHeld = ReturnType<typeof useStepAnswers>
