import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type StepAnswers,
  type StepCircumstances,
  type StepFacts,
  cautions,
  gatedSteps,
  includesCleaning,
  jobKinds,
  minutesInWater,
  neverSkipped,
  openQuestions,
  procedureFor,
  proposedRecipe,
  readyRecipes,
  recipeByKey,
  recipeKinds,
  soakWater,
  soakedHalves,
  spinnerStep,
  stepAsDone,
  stepEffect,
  tapedHoles,
  waterFreshMs,
  waterGate,
  gritOfRa,
  stepTargetRaUm,
} from '@sleetfall/core'

const nowMs = Date.parse('2031-04-09T12:00:00Z')
const ago = (minutes: number) => new Date(nowMs - minutes * 60_000).toISOString()
const step = (change: Partial<StepFacts> = {}): StepFacts => ({
  key: 'rinse',
  recipeStep: null,
  minutes: 1,
  startedAt: ago(1),
  pausedSeconds: 0,
  progress: { sidesDone: 0, ticks: [] },
  ...change,
})
const circumstances = (change: Partial<StepCircumstances> = {}): StepCircumstances => ({
  ...{ nowMs, nextKey: null, lastWater: null, drying: false },
  ...change,
})
const asked = (facts: Partial<StepFacts>, answers: StepAnswers = {}, now: Partial<StepCircumstances> = {}) =>
  openQuestions(step(facts), answers, circumstances(now))

describe('water before a ball', () => {
  test('lets it in only by a fresh reading that is right, or cooler with a reason', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 110, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.constantFrom('', ' ', 'gently'),
        (temperatureC, minutes, reason) => {
          const gate = waterGate({ at: ago(minutes), temperatureC }, nowMs, reason)
          if (gate !== null) return
          expect(temperatureC).toBeLessThanOrEqual(soakWater.highC)
          expect(minutes * 60_000).toBeLessThanOrEqual(waterFreshMs)
          if (temperatureC < soakWater.lowC) expect(reason.trim()).not.toBe('')
        },
      ),
    )
    expect(waterGate(null, nowMs, 'a reason')).toBe('not-measured')
  })

  test('is asked for before every step that puts a ball in, in every procedure with water', () => {
    for (const kind of ['extract', 'bath'] as const) {
      const keys = procedureFor(kind, []).map((one) => one.key)
      const gated = keys.filter((key) => gatedSteps.includes(key))
      expect(gated.length).toBeGreaterThan(1)
      for (const [index, key] of keys.entries()) {
        const problems = asked({ key: 'rinse' }, {}, { nextKey: key })
        expect(problems).toEqual(gatedSteps.includes(key) ? ['not-measured'] : [])
        // Nobody gets round the water by leaving a step out.
        if (index > 0 && gatedSteps.includes(key) && !gatedSteps.includes(keys[index - 1]!) && key !== 'second-soak')
          expect(neverSkipped).toContain(keys[index - 1])
      }
    }
  })
})

describe('answers', () => {
  test('what was found, how the holes are, which are taped, why it is let go early', () => {
    expect(asked({ key: 'inspect' })).toEqual(['finding'])
    expect(asked({ key: 'inserts' }, { finding: 'fine' })).toEqual([])
    expect(asked({ key: 'wet-check' })).toEqual(['wet'])
    expect(asked({ key: 'tape-holes', progress: { sidesDone: 0, ticks: tapedHoles.slice(1) } })).toEqual(['holes'])
    expect(asked({ key: 'tape-holes', progress: { sidesDone: 0, ticks: [...tapedHoles] } })).toEqual([])
    expect(asked({ key: 'dry' }, {}, { drying: true })).toEqual(['drying'])
    expect(asked({ key: 'dry' }, { earlyReason: 'dry to the touch' }, { drying: true })).toEqual([])
  })

  test('a soak that ran its time asks nothing; one cut short, or paused for most of it, asks how long it was', () => {
    const soak = { key: 'soak' as const, minutes: 10 }
    expect(asked({ ...soak, startedAt: ago(10.2) })).toEqual([])
    expect(asked({ ...soak, startedAt: ago(4) })).toEqual(['minutes'])
    expect(asked({ ...soak, startedAt: ago(12), pausedSeconds: 300 })).toEqual(['minutes'])
    expect(asked({ ...soak, startedAt: ago(4) }, { minutesDone: 4 })).toEqual([])
    expect(asked({ ...soak, startedAt: ago(4) }, { minutesDone: 30 })).toEqual(['minutes-too-many'])
  })

  test('a ball of which one half lay in the water is reckoned at half the minutes, turned or not spoken of at all of them', () => {
    const soak = (...ticks: string[]) => ({
      ...{ key: 'soak' as const, recipeStep: null, minutes: 10, startedAt: ago(10.2), pausedSeconds: 0 },
      progress: { sidesDone: 0, ticks },
    })
    const minutes = (...ticks: string[]) => minutesInWater(soak(...ticks), {}, nowMs)
    expect([minutes(), minutes(...soakedHalves)]).toEqual([10, 10])
    for (const half of soakedHalves) expect(minutes(half)).toBe(5)
    expect(minutesInWater({ ...soak('other-half'), startedAt: ago(4) }, { minutesDone: 4 }, nowMs)).toBe(2)
  })

  test('sides that the counter misses are asked for; a step done in part works in part', () => {
    const pad = spinnerStep('pad', 500)
    const at = (sidesDone: number) => ({ key: 'sand' as const, recipeStep: pad, progress: { sidesDone, ticks: [] } })
    expect(asked(at(pad.sides))).toEqual([])
    expect(asked(at(1))).toEqual(['sides'])
    expect(asked(at(1), { sidesDone: 2 })).toEqual([])
    expect(asked(at(1), { sidesDone: 7 })).toEqual(['sides-too-many'])
    expect(stepAsDone(pad, 0)).toBeNull()
    expect(stepAsDone(pad, pad.sides)).toBe(pad)
    for (let sides = 1; sides < pad.sides; sides += 1)
      expect(stepEffect(stepAsDone(pad, sides)!)).toBeLessThan(stepEffect(stepAsDone(pad, sides + 1)!))
  })
})

describe('cautions', () => {
  test('stand at every step that can hurt, and each of them is used', () => {
    const all = jobKinds.flatMap((kind) =>
      procedureFor(kind, recipeKinds.includes(kind) ? recipeByKey('2000-polish')!.steps : []),
    )
    for (const one of all) {
      if (one.station === 'spinner') expect(one.cautions).toContain('spinner')
      if (one.station === 'bath') expect(one.cautions).toContain('hot-water')
      if (one.key === 'sand') expect(one.cautions).toContain('wet-sanding')
      if (['clean', 'untape'].includes(one.key)) expect(one.cautions).toContain('solvent')
      if (one.key === 'dry') expect(one.cautions).toContain('unsafe-heat')
    }
    const hand = procedureFor('refresh', [{ ...spinnerStep('pad', 2000), method: 'hand' }])
    const used = new Set([...all, ...hand].flatMap((one) => one.cautions))
    expect([...used].sort()).toEqual([...cautions].sort())
  })
})

describe('work that is proposed', () => {
  const grits = (recipe: { steps: readonly { grit?: number | undefined; abrasive: string }[] }) =>
    recipe.steps.map((one) => one.grit ?? one.abrasive)

  test('brings a ball to its own target, polished balls to polish, and repeats the recipe that led there', () => {
    expect(grits(proposedRecipe({ targetGrit: 500, lastRecipe: null }))).toEqual([500])
    expect(grits(proposedRecipe({ targetGrit: 1000, lastRecipe: null }))).toEqual([500, 1000])
    expect(grits(proposedRecipe({ targetGrit: 8400, lastRecipe: null })).at(-1)).toBe('polish')
    expect(proposedRecipe({ targetGrit: null, lastRecipe: null }).key).toBe('to-2000')
    const teeth = recipeByKey('500-then-2000')!
    const lastRecipe = { recipeKey: 'own', steps: teeth.steps }
    expect(proposedRecipe({ targetGrit: 2000, lastRecipe }).key).toBe('500-then-2000')
    // The owner has asked for another target since.
    expect(grits(proposedRecipe({ targetGrit: 1000, lastRecipe }))).toEqual([500, 1000])
    const worn = { recipeKey: null, steps: [{ ...spinnerStep('pad', 1000), padUses: 9 }] }
    expect(proposedRecipe({ targetGrit: 1000, lastRecipe: worn }).steps[0]!.padUses).toBe(0)
  })

  test('ends within a pad’s step of the target, whatever it is', () => {
    fc.assert(
      fc.property(fc.double({ min: 360, max: 4600, noNaN: true }), (targetGrit) => {
        const end = gritOfRa(stepTargetRaUm(proposedRecipe({ targetGrit, lastRecipe: null }).steps.at(-1)!))
        expect(Math.abs(Math.log(end / targetGrit))).toBeLessThan(Math.log(1.4))
      }),
    )
    for (const { steps } of readyRecipes) {
      const target = gritOfRa(stepTargetRaUm(steps.at(-1)!))
      expect(proposedRecipe({ targetGrit: target, lastRecipe: { recipeKey: null, steps } }).steps).toEqual(steps)
    }
  })

  test('cleaning is part of what ends with it', () => {
    for (const kind of jobKinds) {
      const steps = procedureFor(kind, recipeKinds.includes(kind) ? recipeByKey('2000-polish')!.steps : [])
      if (kind !== 'clean') expect(includesCleaning(kind)).toBe(steps.some((one) => one.key === 'clean'))
    }
  })
})
