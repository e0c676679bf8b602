import { randomLcg, randomNormal } from 'd3-random'
import { type ComparedShot, type ShotInput, crossedContrasts, judge, launchAngleDeg, simulate } from '@sleetfall/core'
import { mixed } from './seeds.ts'

/**
 * Blind trials: a bowler, a ball, a lane and its drift that the judge knows nothing of, seeded. What is hidden is drawn from wider ranges than
 * the judge's own priors are made from, and what is noted is rounded to half boards as at the lane.
 */
export interface Hidden {
  /** Boards by which the second arm enters otherwise. */
  readonly difference: number
  readonly order: string
  /** What further arms do beside the first, where there are more than two; boards. */
  readonly effects?: Readonly<Record<string, number>>
  /** Place in the order from which another day begins, which moves all that is thrown on it. */
  readonly newDayAt?: number
  /** How far lanes drift, boards a shot, one standard deviation; without, each is drawn: from a third of what the judge believes to half as much again. */
  readonly driftSd?: number
  /** Share of the shots whose target nobody noted. */
  readonly unnoted?: number
  readonly seed: number
}

function blindTrial({
  difference,
  order,
  effects = { B: difference },
  newDayAt,
  driftSd,
  unnoted = 0,
  seed,
}: Hidden): ComparedShot[] {
  const uniform = randomLcg(mixed(seed))
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
    friction: {
      kind: 'film',
      loads,
      raUm: hidden.raUm,
      cover: 'solid',
      coverStrength: hidden.strength,
      lane: hidden.lane,
    },
  })
  const hidden = {
    ...{ speedMph: between(15.5, 19), revRpm: between(230, 420), rotation: between(25, 70), tilt: between(6, 20) },
    ...{ raUm: between(0.2, 1), strength: between(0.85, 1.15), lane: between(0.85, 1.15) },
    ball: {
      ...{ weightLb: 15, diameterIn: 8.595, rgIn: between(2.47, 2.55), differentialIn: between(0.03, 0.055) },
      intermediateDifferentialIn: 0,
    },
  } as const
  const drifting = driftSd ?? between(0.03, 0.15)
  const [scatter, aim, drift] = [between(0.5, 1.1), between(0.5, 1.1), normal(drifting)]
  const [dayMoves, drifts] = [normal(1.5), [drift, newDayAt === undefined ? drift : normal(drifting)]]
  return [...order].map((arm, i) => {
    const day = newDayAt !== undefined && i >= newDayAt ? 1 : 0
    const [targetOff, laydownOff, speedOff] = [normal(aim), normal(0.4), normal(0.35)]
    const entry = simulate(shot(targetOff, laydownOff, speedOff)).entryBoard
    const value = entry + (effects[arm] ?? 0) + drifts[day]! * i + day * dayMoves + normal(scatter)
    return {
      variant: arm,
      value: Math.round(2 * value) / 2,
      // Nobody sees a target to less than half a board, nor a speed to less than a tenth.
      targetDeviationBoards: uniform() < unnoted ? undefined : Math.round(2 * targetOff) / 2,
      laydownDeviationBoards: Math.round(2 * laydownOff) / 2,
      speedDeviationMph: Math.round(10 * speedOff) / 10,
      sequence: i + 1,
      ...(newDayAt === undefined ? {} : { blocks: { day: String(day) } }),
    }
  })
}

const entry = { measure: 'entryBoard', influence: false } as const

/** Judged blind, so many times: how often the truth lies in the interval, the sign is right, and a difference is claimed. */
export function judgedBlind(trials: number, hidden: Omit<Hidden, 'seed'>) {
  let [covered, right, claimed, width] = [0, 0, 0, 0]
  for (let seed = 1; seed <= trials; seed += 1) {
    const judgement = judge(blindTrial({ ...hidden, seed: 7919 * seed }), entry)
    const { low, high, estimate } = judgement.pairs[0]!
    covered += Number(low <= hidden.difference && hidden.difference <= high)
    right += Number(Math.sign(estimate) === Math.sign(hidden.difference))
    claimed += Number(judgement.verdict === 'different')
    width += (high - low) / 2 / trials
  }
  return { covered: covered / trials, right: right / trials, claimed: claimed / trials, width }
}

const names = 'ABCDEF'
/** How often the interval of each contrast holds the truth, by its name, and how often one is claimed that is not there. */
export function held(
  arms: readonly { readonly arm: number; readonly levels: readonly string[] }[],
  hidden: Omit<Hidden, 'seed' | 'difference'>,
  runs: number,
) {
  const asked = crossedContrasts(arms).map(({ effect, contrast }) => ({
    name: effect.name,
    weights: Object.fromEntries(Object.entries(contrast.weights).map(([arm, by]) => [names[Number(arm) - 1]!, by])),
  }))
  const heldOf = new Map(asked.map(({ name }) => [name, 0]))
  let [claimed, none] = [0, 0]
  for (let seed = 1; seed <= runs; seed += 1) {
    const shots = blindTrial({ ...hidden, difference: 0, seed: 6367 * seed })
    const inOrder = [...shots].sort((a, b) => a.variant.localeCompare(b.variant))
    for (const told of judge(inOrder, { ...entry, contrasts: asked }).contrasts) {
      const { weights } = asked.find(({ name }) => name === told.name)!
      const truth = Object.entries(weights).reduce((sum, [arm, by]) => sum + by * (hidden.effects?.[arm] ?? 0), 0)
      heldOf.set(told.name, heldOf.get(told.name)! + Number(told.low <= truth && truth <= told.high))
      if (Math.abs(truth) > 1e-9) continue
      none += 1
      claimed += Number(told.pHolm < 0.05)
    }
  }
  return { within: [...heldOf].map(([name, count]) => [name, count / runs] as const), claimed: claimed / none }
}
/** How often each pair's interval of a ladder with the control back holds the truth. */
export function ladderHeld(runs: number): number {
  const effects = { B: 0.5, C: 1.5, D: 3 }
  let [within, of] = [0, 0]
  for (let seed = 1; seed <= runs; seed += 1) {
    const shots = blindTrial({ difference: 0, order: 'AAABBBCCCDDDAA', effects, seed: 4567 * seed })
    for (const { from, to, low, high } of judge(shots, entry).pairs) {
      const at = (arm: string) => (effects as Record<string, number>)[arm] ?? 0
      of += 1
      within += Number(low <= at(to) - at(from) && at(to) - at(from) <= high)
    }
  }
  return within / of
}
/** Share of the cases told by so many more shots as the first verdict asks for, and how many those are. */
export function toldByMore(cases: number): { readonly told: number; readonly asked: number } {
  let [told, asked] = [0, 0]
  for (let seed = 1; seed <= cases; seed += 1) {
    const first = judge(blindTrial({ difference: 1.5, order: 'ABBAABBA', seed: 104_729 * seed }), entry)
    const turns = Math.ceil((4 + first.moreShots) / 2)
    const more = blindTrial({ difference: 1.5, order: 'ABBA'.repeat(turns), seed: 104_729 * seed })
    told += Number(judge(more, entry).verdict === 'different')
    asked += first.moreShots / cases
  }
  return { told: told / cases, asked }
}
