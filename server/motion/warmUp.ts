import { type WorkPool, engineTasks, isOfMap, noOil, usualPhases, usualPlayable, usualSpread } from '@sleetfall/core'

/** So many questions and the threads' code is as fast as it gets; measured in docs/performance.md. */
const enough = 24
/** After whatever somebody asks. */
const last = -1000

/** An everyday bowler with two balls on two house patterns, made up. */
const loadsTo = (endFt: number) => [
  { fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 50, startFt: 0, endFt: endFt - 6 },
  { fromBoard: 10, toBoard: 30, loads: 5, microlitresPerBoard: 50, startFt: 0, endFt },
]
const question = {
  bowler: { hand: 'right', speedMph: 17, revRpm: 320, axisRotationDeg: 45, axisTiltDeg: 13 },
  balls: (['solid', 'pearl'] as const).map((cover, i) => ({
    ...{ id: cover, cover, oil: noOil, rgIn: 2.48 + 0.04 * i, differentialIn: 0.05 - 0.02 * i },
    surface: { finish: null, effectiveRaUm: 0.5, oilShare: 0.1 },
  })),
  states: [38, 42].flatMap((endFt) =>
    usualPhases.map((shots) => ({
      ...{ targetId: String(endFt), shots, condition: 'medium' as const },
      pattern: { loads: loadsTo(endFt) },
    })),
  ),
  ...{ spread: usualSpread, playable: usualPlayable },
} as const

/** Opens the threads of a server that has just begun and asks them something usual, so that the first customer's map does not wait for it. */
export async function warmUp(pool: WorkPool): Promise<void> {
  const { places, questions } = engineTasks(question)
  const tasks = questions
    .filter((_, at) => isOfMap(places[at]!))
    .slice(0, enough)
    .map((one) => ({ kind: 'engine', question: one }) as const)
  await pool.runAll(tasks, { priorityOf: () => last, onAnswer: () => {} })
}
