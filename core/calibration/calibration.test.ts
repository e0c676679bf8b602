import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import * as fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import {
  usualPlayable,
  type CalibrationFit,
  type CalibrationQuestion,
  type CalibrationShot,
  type SetUp,
  type CoverFamily,
  aheadOf,
  calibrate,
  calibrationParts,
  equivalentRaUm,
  filmOf,
  groundOn,
  launchAngleDeg,
  nothingCalibrated,
  oilFrictionFactor,
  patternFigures,
  releaseDoubt,
  residueUmOf,
  shotOf,
  simulate,
  strengthPrior,
  strengthWeight,
  toldFrom,
} from '@sleetfall/core'

const loads = [
  [2, 38, 3, 36],
  [7, 33, 4, 40],
].map(([fromBoard, toBoard, count, endFt]) => ({
  ...{ fromBoard: fromBoard!, toBoard: toBoard!, loads: count!, endFt: endFt! },
  ...{ microlitresPerBoard: 50, startFt: 0 },
}))

interface Truth {
  readonly strength: number
  readonly lane: number
  readonly residue?: number
  readonly revs?: number
  readonly rotation?: number
}
interface Throwing extends Truth {
  readonly seed: number
  readonly count: number
  readonly tracked: boolean
  readonly hand?: 'right' | 'left'
}

/** Shots of a ball with a hidden strength on a lane with a hidden factor, noise and release scatter of their own. */
function thrown({ seed, count, tracked, hand = 'right', ...truth }: Throwing): CalibrationQuestion {
  const uniform = randomLcg(seed)
  const normal = (sd: number) => randomNormal.source(uniform)(0, sd)()
  const bowler = { hand, speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 } as const
  const setUp: SetUp = {
    ...{ ballId: 'ball', patternId: 'pattern', bowlerId: 'bowler', trialId: 'trial', cover: 'solid', oilShare: 0 },
    shot: {
      bowler,
      ball: { weightLb: 15, diameterIn: 8.595, rgIn: 2.49, differentialIn: 0.048, intermediateDifferentialIn: 0 },
      layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
      friction: { kind: 'film', loads, filmUm: filmOf(loads), raUm: 0.45, cover: 'solid' },
    },
  }
  const shots = Array.from({ length: count }, (_, i): CalibrationShot => {
    const [laydown, target] = [21 + normal(0.4), 11 + normal(0.8)]
    const speedMph = 17 + normal(0.3)
    const { path, entryBoard, firstReadFt, breakpointBoard } = simulate({
      ...setUp.shot,
      bowler: {
        ...bowler,
        speedMph,
        revRpm: 330 + (truth.revs ?? 0) + normal(8),
        axisRotationDeg: 45 + (truth.rotation ?? 0) + normal(2),
      },
      friction: {
        ...{ kind: 'film', loads, filmUm: filmOf(loads), raUm: 0.45, cover: 'solid' },
        ...{ coverStrength: truth.strength, lane: truth.lane * Math.exp(normal(0.015)) },
        residueUm: residueUmOf(patternFigures(loads).volumeMl) * (truth.residue ?? 1),
      },
      release: { laydownBoard: laydown, launchAngleDeg: launchAngleDeg(laydown, target) },
    })
    return {
      ...{ id: String(i), setUp: 0, entryAngleDeg: null, breakpointBoard: tracked ? null : breakpointBoard },
      path: tracked ? path.filter(([ft]) => ft >= 1).map(([ft, board]) => [ft, board + normal(0.25)] as const) : null,
      feetBoard: tracked ? null : Math.round(2 * (laydown + 6)) / 2,
      targetBoard: tracked ? null : Math.round(2 * target) / 2,
      speedMph: Math.round(10 * (speedMph + normal(0.1))) / 10,
      entryBoard: tracked ? null : Math.round(2 * (entryBoard + normal(0.3))) / 2,
      firstReadFt: tracked ? null : Math.round(firstReadFt ?? 60),
    }
  })
  return {
    ...{ setUps: [setUp], shots, strengths: { ball: strengthPrior('solid', nothingCalibrated) } },
    bowlers: [{ bowlerId: 'bowler', speedMph: 0.3, revRpm: 15, axisRotationDeg: 6, axisTiltDeg: 4 }],
  }
}

const at = (fit: CalibrationFit | null, kind: string) => fit!.parameters.find((one) => one.kind === kind)!

describe('a ball fitted to shots with a hidden truth', () => {
  test.each([
    ['tracked', true],
    ['as an eye notes them', false],
  ])('%s: intervals of 90 % hold it, and it lies nearer than the starting values', (_, tracked) => {
    let [held, of, off, offBefore] = [0, 0, 0, 0]
    for (let seed = 1; seed <= 10; seed += 1) {
      const normal = randomNormal.source(randomLcg(7919 * seed))(0, 1)
      const truth = { strength: Math.exp(0.12 * normal()), lane: Math.exp(0.06 * normal()), rotation: 5 * normal() }
      const hidden = { ...truth, revs: 12 * normal(), residue: Math.exp(0.2 * normal()) }
      const fit = calibrate(thrown({ ...hidden, seed: 104_729 * seed, count: 12, tracked }))!
      const truths = { ...hidden, rotation: 45 + hidden.rotation, revs: 330 + hidden.revs }
      for (const [kind, value] of Object.entries(truths)) {
        const { low, high } = at(fit, kind)
        held += Number(low <= value && value <= high)
        of += 1
      }
      // Ball and lane stand for each other: what they do together is what shots tell.
      const together = Math.log(hidden.strength * hidden.lane)
      off += (Math.log(at(fit, 'strength').value * at(fit, 'lane').value) - together) ** 2
      offBefore += together ** 2
      const { before, after } = fit.off[tracked ? 'tracked' : 'entered']!
      expect(after).toBeLessThan(before + 0.05)
    }
    expect(held / of).toBeGreaterThan(0.9 - 2 * Math.sqrt(0.09 / of))
    expect(off / offBefore).toBeLessThan(0.35)
  })

  test('more shots tell more, and paths more than notes', () => {
    const learnt = (count: number, tracked: boolean) =>
      at(calibrate(thrown({ strength: 1.1, lane: 1, seed: 3, count, tracked })), 'strength').learnt
    expect(learnt(20, true)).toBeGreaterThan(learnt(6, true))
    expect(learnt(8, true)).toBeGreaterThan(learnt(8, false))
  })

  test('a left-hander’s mirrored shots give the same figures', () => {
    const fitted = (hand: 'right' | 'left') =>
      at(calibrate(thrown({ strength: 1.15, lane: 1, seed: 11, count: 8, tracked: true, hand })), 'strength').value
    expect(fitted('left')).toBeCloseTo(fitted('right'), 3)
  })

  test('a shot of another ball among them is left out, said, and moves little', () => {
    const question = thrown({ strength: 1.1, lane: 1, seed: 21, count: 12, tracked: true })
    const odd = question.shots[4]!
    const path = odd.path!.map(([ft, board]) => [ft, ft < 30 ? board : board - (ft - 30) / 2] as const)
    const shots = question.shots.map((shot) => (shot === odd ? { ...odd, path } : shot))
    const [clean, dirty] = [calibrate(question), calibrate({ ...question, shots })]
    expect(dirty!.shots.filter(({ leftOut }) => leftOut).map(({ id }) => id)).toEqual([odd.id])
    expect(at(dirty, 'strength').value).toBeCloseTo(at(clean, 'strength').value, 1)
  })

  test('of fewer than six shots that say something nothing is told', () => {
    const question = thrown({ strength: 1, lane: 1, seed: 1, count: 7, tracked: false })
    const shots = question.shots.map((shot, i) => (i < 2 ? { ...shot, targetBoard: null } : shot))
    expect(calibrate({ ...question, shots })).toBeNull()
    expect(calibrate(question)).not.toBeNull()
  })

  test('oil is told apart from strength only where there was more and less of it', () => {
    const question = thrown({ strength: 1, lane: 1, seed: 5, count: 8, tracked: true })
    expect(at(calibrate(question), 'oil')).toBeUndefined()
    const oily = { ...question.setUps[0]!, oilShare: 0.6 }
    const shots = question.shots.map((shot, i) => ({ ...shot, setUp: i % 2 }))
    expect(at(calibrate({ ...question, setUps: [question.setUps[0]!, oily], shots }), 'oil').start).toBe(1)
  })
})

describe('what the shop’s other balls say of a strength', () => {
  const learnt = (cover: CoverFamily, strengths: readonly number[], sd = 0.05) => ({
    cover,
    weight: strengths.length * strengthWeight(sd),
    weighted: strengths.reduce((sum, one) => sum + strengthWeight(sd) * Math.log(one), 0),
  })
  const strength = fc.double({ min: 0.75, max: 1.3, noNaN: true })

  test('nothing: the starting value, and the spread of the three layers', () => {
    const { mean, sd } = strengthPrior('solid', nothingCalibrated)
    expect(mean).toBe(0)
    expect(sd).toBeCloseTo(Math.hypot(0.1, 0.06, 0.04), 10)
  })

  test('a stronger neighbour never makes a ball weaker, one of its own cover says more, and doubt only falls', () => {
    fc.assert(
      fc.property(fc.array(strength, { minLength: 1, maxLength: 12 }), (strengths) => {
        const sums = [learnt('pearl', strengths)]
        const mean = strengths.reduce((sum, one) => sum + Math.log(one), 0) / strengths.length
        const [own, other] = [strengthPrior('pearl', sums), strengthPrior('solid', sums)]
        expect(Math.sign(own.mean) * Math.sign(mean)).toBeGreaterThanOrEqual(0)
        expect(Math.abs(own.mean)).toBeLessThanOrEqual(Math.abs(mean))
        expect(Math.abs(other.mean)).toBeLessThanOrEqual(Math.abs(own.mean))
        expect(own.sd).toBeLessThanOrEqual(other.sd)
        expect(own.sd).toBeGreaterThanOrEqual(0.1)
        expect(other.sd).toBeLessThan(strengthPrior('solid', nothingCalibrated).sd)
      }),
    )
  })

  test('agrees with the normal model written out ball by ball', () => {
    // Two pearls and a solid, and the next pearl: conditional mean of a normal vector by its covariance.
    const [ball, cover, shop, noise] = [0.1 ** 2, 0.06 ** 2, 0.04 ** 2, 0.05 ** 2]
    const [seen, y] = [
      ['pearl', 'pearl', 'solid'],
      [0.1, 0.16, -0.05],
    ]
    const between = (a: string, b: string) => shop + (a === b ? cover : 0)
    const covariance = new Matrix(seen.map((a, i) => seen.map((b, j) => between(a, b) + (i === j ? ball + noise : 0))))
    const weights = solve(covariance, Matrix.columnVector(seen.map((a) => between(a, 'pearl')))).to1DArray()
    const mean = weights.reduce((sum, w, i) => sum + w * y[i]!, 0)
    const sums = [learnt('pearl', [Math.exp(0.1), Math.exp(0.16)]), learnt('solid', [Math.exp(-0.05)])]
    expect(strengthPrior('pearl', sums).mean).toBeCloseTo(mean, 10)
  })
})

describe('what is taken over', () => {
  const question = thrown({ strength: 1.2, lane: 1, seed: 5, count: 12, tracked: true })
  const fit = calibrate(question)!
  const parts = calibrationParts('c', question, fit)

  test('of the ball its strength, of the release what the shots told, and no figure that they hardly did', () => {
    const ball = parts.balls.get('ball')!
    expect(ball).toMatchObject({
      calibrationId: 'c',
      cover: 'solid',
      oil: 1,
      shots: 12,
      strength: at(fit, 'strength').value,
    })
    expect(ball.weighted / ball.weight).toBeCloseTo(Math.log(ball.strength), 10)
    expect(parts.bowlers.get('bowler')!.axisRotationDeg).toBe(at(fit, 'rotation').value)
    const tilt = at(fit, 'tilt')
    expect(parts.bowlers.get('bowler')!.axisTiltDeg).toBe(tilt.learnt >= toldFrom ? tilt.value : undefined)
    const residue = at(fit, 'residue')
    expect(parts.patterns.get('pattern')?.residue ?? 1).toBe(residue.learnt >= toldFrom ? residue.value : 1)
  })

  test('of a ball with too few shots of its own nothing', () => {
    const other = { ...question.setUps[0]!, ballId: 'other' }
    const shots = question.shots.map((shot, i) => ({ ...shot, setUp: i < 3 ? 1 : 0 }))
    const mixed = { ...question, setUps: [question.setUps[0]!, other], shots }
    expect([...calibrationParts('c', mixed, fit).balls.keys()]).toEqual(['ball'])
  })

  test('every screen goes by it: the motion core, the lane, and the coverage page’s equivalent roughness', () => {
    const ball = { cover: 'solid' as const, surface: { finish: null, effectiveRaUm: 0.5, oilShare: 0.2 } }
    const film = filmOf(loads)
    const friction = (fitted: object | null, lane: { lane: number; residue: number } | null) =>
      shotOf(undefined, { ...ball, fitted: fitted as never }, 'now', groundOn({ loads, fitted: lane }, film, 1.05)).shot
        .friction as { coverStrength: number; lane: number; residueUm?: number }
    const start = friction(null, null)
    const now = friction({ strength: 1.2, oil: 0.5 }, { lane: 1.1, residue: 1.5 })
    expect(now.coverStrength).toBeCloseTo(1.2 * oilFrictionFactor(0.1), 10)
    expect([start.lane, now.lane]).toEqual([1.05, 1.05 * 1.1])
    expect(start.residueUm).toBeUndefined()
    expect(now.residueUm).toBeCloseTo(1.5 * residueUmOf(patternFigures(loads).volumeMl), 10)
    const reading = { ...ball, effectiveRaUm: 0.5, oilShare: 0, rgIn: null, differentialIn: null }
    const rough = (strength: number) => equivalentRaUm({ ...reading, fitted: { strength, oil: 1 } })
    expect(rough(1)).toBeCloseTo(equivalentRaUm(reading), 10)
    expect(rough(1.2)).toBeGreaterThan(rough(1))
  })

  test('a weaker ball enters later ahead, and its best line lies elsewhere', () => {
    const { shot } = question.setUps[0]!
    const thrownAt = (strength: number) => ({
      ...shot,
      friction: { ...shot.friction, coverStrength: strength } as typeof shot.friction,
    })
    const spread = { targetBoards: 0.8, speedMph: 0.35, revRpm: 15 }
    const ahead = aheadOf({ before: thrownAt(1), after: thrownAt(0.85), spread, playable: usualPlayable })!
    expect(ahead.after.entryBoard).toBeLessThan(ahead.before.entryBoard)
    expect(ahead.after.firstReadFt!).toBeGreaterThan(ahead.before.firstReadFt!)
    expect(ahead.best.strikes).toBeGreaterThanOrEqual(ahead.after.strikes - 0.01)
    const same = aheadOf({ before: thrownAt(1), after: thrownAt(1), spread, playable: usualPlayable })!
    expect(same.after).toEqual(same.before)
    expect(same.best).toMatchObject(same.line)
  })
})

describe('how far a record’s release may be off', () => {
  test('what it says itself, else by where it comes from; what it lacks was guessed', () => {
    const none = releaseDoubt('b', {})
    const stated = releaseDoubt('b', { speedMph: 17, revRpm: 300, axisRotationDeg: 40, axisTiltDeg: 10 })
    const measured = releaseDoubt('b', {
      ...{ speedMph: 17, revRpm: 300, axisRotationDeg: 40, axisTiltDeg: 10 },
      ...{ speedSource: 'measured', revSource: 'measured', axisRotationSource: 'measured', axisTiltSource: 'measured' },
    })
    for (const part of ['speedMph', 'revRpm', 'axisRotationDeg', 'axisTiltDeg'] as const) {
      expect(measured[part]).toBeLessThan(stated[part])
      expect(stated[part]).toBeLessThan(none[part])
    }
    expect(releaseDoubt('b', { revRpm: 300, revSource: 'stated', revSdRpm: 7 }).revRpm).toBe(7)
  })
})
