import { afterEach, describe, expect, test } from '@jest/globals'
import type { Job, JobStep, Pad } from '@sleetfall/contract'
import { type JobKind, procedureFor, recipeByKey, tapedHoles } from '@sleetfall/core'
import { nextTick, shallowRef } from 'vue'
import { inLiveApp } from '../test/inApp.ts'
import { padsFor } from './usePadChoice.ts'
import { useStepAnswers } from './useStepAnswers.ts'

const nowMs = Date.UTC(2031, 4, 20, 12)
const minutesAgo = (minutes: number) => new Date(nowMs - minutes * 60_000).toISOString()
const ends: (() => void)[] = []
afterEach(() => ends.splice(0).forEach((end) => end()))

/** The step of a kind of job with some key, as it runs now. */
function at(kind: JobKind, key: string, change: Partial<JobStep> = {}, jobChange: Partial<Job> = {}) {
  const procedure = procedureFor(kind, recipeByKey('to-1000')!.steps).map((step, position) => ({
    ...step,
    ...{ position, startedAt: minutesAgo(1), doneAt: null, doneBy: null, stationName: null },
    ...{ pausedSeconds: 0, skippedReason: null, measured: {} },
  }))
  const position = procedure.findIndex((step) => step.key === key)
  const job = {
    kind,
    procedure,
    water: [],
    lockedUntil: null,
    steps: [],
    ballId: 'ball',
    ...jobChange,
  } as unknown as Job
  const now = shallowRef({ job, step: { ...procedure[position]!, ...change } as JobStep, nowMs })
  const { given, end } = inLiveApp(() => useStepAnswers(() => now.value))
  ends.push(end)
  return { ...given, now, next: procedure[position + 1] as JobStep | undefined }
}

describe('what a step asks', () => {
  test('a look at the ball asks for a finding; a crack holds the job, and then the water is not asked for', () => {
    const step = at('extract', 'inspect')
    expect(step.asks.value.finding).toBe(true)
    expect(step.missing.value).toEqual(['finding'])
    step.answers.finding = 'cracked'
    expect(step.holds.value).toBe(true)
    expect(step.missing.value).toEqual([])
    expect(step.finished(null)).toEqual({ finding: 'cracked' })
  })

  test('every hole is taped before the way is open', () => {
    const step = at('extract', 'tape-holes')
    expect(step.missing.value).toContain('holes')
    const { now } = step
    const measured = { progress: { sidesDone: 0, sideStartedAt: null, ticks: [...tapedHoles] } }
    now.value = { ...now.value, step: { ...now.value.step, measured } }
    expect(step.missing.value).not.toContain('holes')
  })

  test('a soak ended before its time asks how long it was only when somebody wants to go on, and sends what was said', () => {
    const step = at('extract', 'soak')
    expect(step.now.value.step.minutes).toBeGreaterThan(5)
    expect(step.asks.value.minutes).toBe(false)
    expect(step.missing.value).toEqual([])
    expect(step.finished(null)).toBeNull()
    expect(step.asks.value.minutes).toBe(true)
    expect(step.missing.value).toEqual(['minutes'])
    expect(step.ranMinutes.value).toBe(1)
    step.answers.minutesDone = 999
    expect(step.missing.value).toEqual(['minutes-too-many'])
    step.answers.minutesDone = 4
    expect(step.finished(null)).toEqual({ minutesDone: 4 })
  })

  test('the ball goes into the water only after a fresh and right reading, or cooler with a reason', () => {
    const keys = procedureFor('extract', []).map((step) => step.key)
    const key = keys[keys.indexOf('soak') - 1]!
    const water = (temperatureC: number, ago = 1) =>
      [{ at: minutesAgo(ago), temperatureC, source: 'typed' }] as Job['water']
    const missingWith = (readings: Job['water'], reason = '') => {
      const step = at('extract', key, {}, { water: readings })
      step.answers.coolerReason = reason
      return step.missing.value
    }
    expect(missingWith(water(52))).toEqual([])
    expect(missingWith([])).toEqual(['not-measured'])
    expect(missingWith(water(52, 9))).toEqual(['measured-long-ago'])
    expect(missingWith(water(44))).toEqual(['cooler-reason'])
    expect(missingWith(water(44), 'old urethane')).toEqual([])
    expect(missingWith(water(61), 'in a hurry')).toEqual(['too-warm'])
  })

  test('drying holes keep the ball until their time, or until somebody says why earlier; they are never left out', () => {
    const step = at('dry', 'dry', {}, { lockedUntil: new Date(nowMs + 3_600_000).toISOString() })
    expect(step.drying.value).toBe(true)
    expect(step.asks.value.skip).toBe(false)
    expect(step.missing.value).toContain('drying')
    step.answers.earlyReason = 'warm cupboard, meter dry'
    expect(step.missing.value).not.toContain('drying')
  })

  test('sides that are missing are asked for by number; all done are not', () => {
    const key = procedureFor('resurface', recipeByKey('to-1000')!.steps).find((one) => one.recipeStep)!.key
    const step = at('resurface', key)
    expect(step.asks.value.sides).toBe(true)
    expect(step.missing.value).toContain('sides')
    step.answers.sidesDone = 1
    expect(step.finished('pad-1')).toMatchObject({ sidesDone: 1, padId: 'pad-1' })
    const { sides } = step.now.value.step.recipeStep!
    const progress = { sidesDone: sides, sideStartedAt: null, ticks: [] }
    step.now.value = { ...step.now.value, step: { ...step.now.value.step, measured: { progress } } }
    expect(step.asks.value.sides).toBe(false)
  })

  test('the next step begins with nothing said', async () => {
    const step = at('clean', 'inspect')
    step.answers.finding = 'fine'
    step.answers.note = 'a nick beside the thumb'
    step.now.value = { ...step.now.value, step: step.next! }
    await nextTick()
    expect(step.answers).toMatchObject({ finding: null, note: '', tack: null })
  })
})

test('pads that fit a step come least worn first; others are not offered', () => {
  const pad = (id: string, change: Partial<Pad>) =>
    ({ id, abrasive: 'pad', grit: 1000, uses: 0, lifeBalls: 10, ...change }) as Pad
  const pads = [
    pad('worn', { uses: 9 }),
    pad('fresh', { uses: 1 }),
    pad('coarse', { grit: 500 }),
    pad('cleaner', { abrasive: 'cleaner', grit: null }),
  ]
  const ids = (step: Parameters<typeof padsFor>[0]) => padsFor(step, pads).map((one) => one.id)
  const recipeStep = recipeByKey('to-1000')!.steps.find((one) => one.grit === 1000)!
  expect(ids({ key: 'sand', recipeStep } as never)).toEqual(['fresh', 'worn'])
  expect(ids({ key: 'clean', recipeStep: null } as never)).toEqual(['cleaner'])
  expect(ids({ key: 'dry', recipeStep: null } as never)).toEqual([])
})
