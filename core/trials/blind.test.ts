import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { type JudgedShot, type ShotInput, judge, launchAngleDeg, simulate } from '@sleetfall/core'

/**
 * Blind trials: a bowler, a ball, a lane and its drift that the judge knows nothing of, seeded. What is hidden is drawn from wider ranges than
 * the judge's own priors are made from, and what is noted is rounded to half boards as at the lane.
 */
interface Hidden {
  /** Boards by which the second arm enters otherwise. */
  readonly difference: number
  readonly order: string
  readonly driftSd?: number
  /** Share of the shots whose target nobody noted. */
  readonly unnoted?: number
  readonly seed: number
}

function blindTrial({ difference, order, driftSd = 0.06, unnoted = 0, seed }: Hidden): JudgedShot[] {
  const uniform = randomLcg(seed)
  const between = (from: number, to: number) => from + (to - from) * uniform()
  const normal = (sd: number) => randomNormal.source(uniform)(0, sd)()
  const loads = [
    [2, 38, between(1, 3), between(33, 43)],
    [between(6, 9), between(31, 34), between(2, 4), between(28, 38)],
  ].map(([fromBoard, toBoard, load, endFt]) => ({
    ...{ fromBoard: Math.round(fromBoard!), toBoard: Math.round(toBoard!), loads: Math.round(load!) },
    ...{ microlitresPerBoard: 50, startFt: 0, endFt: endFt! },
  }))
  const [laydown, target] = [between(17, 26), between(9, 14)]
  const shot = (targetOff: number, laydownOff: number, speedOff: number): ShotInput => ({
    bowler: {
      ...{ hand: 'right', speedMph: hidden.speedMph + speedOff, revRpm: hidden.revRpm },
      ...{ axisRotationDeg: hidden.rotation, axisTiltDeg: hidden.tilt },
    },
    ball: hidden.ball,
    layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
    release: {
      laydownBoard: laydown + laydownOff,
      launchAngleDeg: launchAngleDeg(laydown + laydownOff, target + targetOff),
    },
    friction: { kind: 'film', loads, raUm: hidden.raUm, cover: 'solid', coverStrength: hidden.strength, lane: hidden.lane },
  })
  const hidden = {
    ...{ speedMph: between(15.5, 19), revRpm: between(230, 420), rotation: between(25, 70), tilt: between(6, 20) },
    ...{ raUm: between(0.2, 1), strength: between(0.85, 1.15), lane: between(0.85, 1.15) },
    ball: {
      ...{ weightLb: 15, diameterIn: 8.595, rgIn: between(2.47, 2.55), differentialIn: between(0.03, 0.055) },
      intermediateDifferentialIn: 0,
    },
  } as const
  const [scatter, aim, drift] = [between(0.5, 1.1), between(0.5, 1.1), normal(driftSd)]
  return [...order].map((arm, i) => {
    const [targetOff, laydownOff, speedOff] = [normal(aim), normal(0.4), normal(0.35)]
    const entry = simulate(shot(targetOff, laydownOff, speedOff)).entryBoard
    const value = entry + (arm === 'B' ? difference : 0) + drift * i + normal(scatter)
    return {
      variant: arm,
      value: Math.round(2 * value) / 2,
      // Nobody sees a target to less than half a board, nor a speed to less than a tenth.
      targetDeviationBoards: uniform() < unnoted ? undefined : Math.round(2 * targetOff) / 2,
      laydownDeviationBoards: Math.round(2 * laydownOff) / 2,
      speedDeviationMph: Math.round(10 * speedOff) / 10,
      sequence: i + 1,
    }
  })
}

/** Judged blind, so many times: how often the truth lies in the interval, the sign is right, and a difference is claimed. */
function judgedBlind(trials: number, hidden: Omit<Hidden, 'seed'>) {
  let [covered, right, claimed, width] = [0, 0, 0, 0]
  for (let seed = 1; seed <= trials; seed += 1) {
    const judgement = judge(blindTrial({ ...hidden, seed: 7919 * seed }), { measure: 'entryBoard', influence: false })
    const { low, high, estimate } = judgement.pairs[0]!
    covered += Number(low <= hidden.difference && hidden.difference <= high)
    right += Number(Math.sign(estimate) === Math.sign(hidden.difference))
    claimed += Number(judgement.verdict === 'different')
    width += (high - low) / 2 / trials
  }
  return { covered: covered / trials, right: right / trials, claimed: claimed / trials, width }
}

const trials = Number(process.env['BLIND'] ?? 300)
describe('look', () => {
  test.each([
    ['AABB', 'AAAABBBB'],
    ['ABBA', 'ABBAABBA'],
    ['8+8 blocked', 'AAAAAAAABBBBBBBB'],
    ['8+8 turns', 'ABBABAABABBABAAB'],
    ['control again', 'AAAABBBBAA'],
  ])('%s', (name, order) => {
    for (const difference of [0, 1.5])
      console.log(name, difference, JSON.stringify(judgedBlind(trials, { difference, order })), JSON.stringify(judgedBlind(trials, { difference, order, driftSd: 0.1, unnoted: 0.3 })))
  })
})
