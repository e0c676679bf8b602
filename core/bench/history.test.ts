import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { recipeByKey } from '../surface/recipe.ts'
import { type WorkedJob, type WorkedStep, workDone } from './history.ts'
import { type JobKind, drawingSteps, jobKinds, procedureFor } from './procedure.ts'

const recipe = recipeByKey('to-1000')!
const minute = (n: number) => new Date(Date.UTC(2031, 4, 20, 10, n)).toISOString()
/** A job whose steps are done one a minute, as far as `until`; `change` says what a step measured or whether it was left out. */
function worked(
  kind: JobKind,
  until = Infinity,
  change: (step: WorkedStep) => Partial<WorkedStep> = () => ({}),
  jobChange: Partial<WorkedJob> = {},
): WorkedJob {
  const procedure = procedureFor(kind, recipe.steps).map((step, position): WorkedStep => {
    const soaked = drawingSteps.includes(step.key) ? { minutesDone: step.minutes } : {}
    const sided = step.recipeStep ? { sidesDone: step.recipeStep.sides } : {}
    const one: WorkedStep = {
      ...{ key: step.key, position, recipeStep: step.recipeStep, skippedReason: null },
      doneAt: position < until ? minute(position) : null,
      measured: { ...soaked, ...sided },
    }
    return { ...one, ...change(one) }
  })
  const steps = kind === 'resurface' ? recipe.steps : null
  return { kind, recipeKey: recipe.key, steps, procedure, water: [], keptGrit: undefined, ...jobChange }
}
const kinds = (job: WorkedJob) => workDone(job).map((one) => one.kind)

describe('what a job did to its ball', () => {
  test('a whole resurface: its steps and the cleaning, each when its last step ended', () => {
    const job = worked('resurface')
    const surfaced = workDone(job).find((one) => one.kind === 'surfaced')!
    expect(surfaced).toMatchObject({ steps: recipe.steps, recipeKey: 'to-1000', targetGrit: 1000 })
    expect(surfaced.happenedAt).toBe(job.procedure.findLast((step) => step.recipeStep)!.doneAt)
    expect(kinds(job)).toContain('cleaned')
  })

  test('nothing done, nothing written; a step that was left out did nothing', () => {
    for (const kind of jobKinds) expect(workDone(worked(kind, 0))).toEqual([])
    const skipped = worked('resurface', Infinity, (step) => (step.recipeStep ? { skippedReason: 'no pad' } : {}))
    expect(kinds(skipped)).not.toContain('surfaced')
  })

  test('fewer sides are a part of the work, none are no work', () => {
    const half = worked('resurface', Infinity, (step) =>
      step.recipeStep ? { measured: { sidesDone: step.recipeStep.sides / 2 } } : {},
    )
    const [surfaced] = workDone(half).filter((one) => one.kind === 'surfaced')
    surfaced!.steps.forEach((step, at) =>
      expect(step.secondsPerSide).toBeCloseTo(recipe.steps[at]!.secondsPerSide / 2, 9),
    )
    const none = worked('resurface', Infinity, (step) => (step.recipeStep ? { measured: { sidesDone: 0 } } : {}))
    expect(kinds(none)).not.toContain('surfaced')
  })

  test('oil: the minutes in the water and its mean warmth while the ball lay in it; too hot readings were no soak', () => {
    const plain = worked('extract')
    const soak = plain.procedure.find((step) => drawingSteps.includes(step.key))!
    const other = plain.procedure.find((step) => !drawingSteps.includes(step.key))!
    const water = [
      { position: soak.position, temperatureC: 50 },
      { position: soak.position, temperatureC: 53 },
      { position: soak.position, temperatureC: 64 },
      { position: other.position, temperatureC: 30 },
    ]
    expect(workDone({ ...plain, water })[0]).toMatchObject({ kind: 'extracted', temperatureC: 51.5 })
    // Nobody measured: the usual water.
    expect(workDone(plain)[0]).toMatchObject({ kind: 'extracted', temperatureC: 52 })
    const lifted = worked('extract', Infinity, (step) =>
      drawingSteps.includes(step.key) ? { measured: { minutesDone: 0.2 } } : {},
    )
    expect(kinds(lifted)).not.toContain('extracted')
  })

  test('a touch-up by hand keeps the target that the ball has', () => {
    const touched = worked('refresh', Infinity, () => ({}), { steps: recipe.steps, keptGrit: 1500 })
    const surfaced = workDone(touched).filter((one) => one.kind === 'surfaced')
    expect(surfaced.map((one) => one.targetGrit)).toEqual([1500])
    expect(workDone({ ...worked('resurface'), keptGrit: 1500 }).find((one) => one.kind === 'surfaced')).toMatchObject({
      targetGrit: 1000,
    })
  })

  test('spots are kept only where every reading has one', () => {
    const scan = (scanSpots: readonly string[]) =>
      worked('resurface', Infinity, (step) =>
        step.key === 'scan' ? { measured: { scannedGrits: [980, 1010], scanSpots } } : {},
      )
    const of = (job: WorkedJob) => workDone(job).find((one) => one.kind === 'scanned')
    expect(of(scan(['track', 'track']))).toMatchObject({ grits: [980, 1010], spots: ['track', 'track'] })
    expect(of(scan(['track']))).not.toHaveProperty('spots')
  })

  test('wherever a job is stopped, the record has no more than the whole work, and in no later order', () => {
    fc.assert(
      fc.property(fc.constantFrom(...jobKinds), fc.integer({ min: 0, max: 25 }), (kind, until) => {
        const [part, whole] = [workDone(worked(kind, until)), workDone(worked(kind))]
        expect(part.length).toBeLessThanOrEqual(whole.length)
        for (const one of part) {
          expect(whole.map((other) => other.kind)).toContain(one.kind)
          expect(one.happenedAt < minute(until)).toBe(true)
        }
      }),
    )
  })
})
