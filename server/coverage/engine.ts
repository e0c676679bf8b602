import { createHash } from 'node:crypto'
import { availableParallelism } from 'node:os'
import type { Ball, Customer, Pattern } from '@sleetfall/contract'
import {
  type CoverageState,
  type EngineAnswer,
  type EngineAsked,
  type EnginePlace,
  type EngineTable,
  type WorkPool,
  engineTable,
  engineTasks,
  isOfMap,
  referenceId,
  spreadFor,
  usualPhases,
  usualSpread,
} from '@sleetfall/core'
import PQueue from 'p-queue'
import { ballsOf } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Database, Db } from '../database/db.ts'
import { eventsAhead } from '../events/store.ts'
import { patternById } from '../lanes/store.ts'
import { spreadOf } from '../trials/store.ts'
import { type Kept, keepAnswers, keepProgress, keptOf } from './store.ts'

/** Patterns ahead that are looked at: the nearest ones. */
const mostTargets = 6
/** Raised when the core answers otherwise to the same question. */
const model = 2
const progressEvery = 12

export type Ahead = Awaited<ReturnType<typeof eventsAhead>>[number]
/** A customer with what their map is made of. */
export interface Subject {
  readonly customer: Customer
  readonly balls: readonly Ball[]
  readonly events: readonly Ahead[]
  readonly patterns: readonly Pattern[]
  readonly states: readonly (CoverageState & { readonly pattern: Pattern })[]
  readonly asked: EngineAsked
  /** Of everything that the engine's answers rest on. */
  readonly fingerprint: string
}

/** A figure as far as it matters: what drifts from hour to hour, such as oil that soaks in, asks for no new answers before it has moved by a step. */
const inSteps = (value: number | null | undefined, step: number) => (value == null ? null : Math.round(value / step))
const logSteps = (value: number | null | undefined) => (value == null ? null : Math.round(Math.log(value) / 0.04))

function fingerprintOf({ bowler, balls, states, spread }: EngineAsked): string {
  const { hand, speedMph, revRpm, axisRotationDeg, axisTiltDeg } = bowler
  const of = {
    ...{ model, bowler: [hand, speedMph, revRpm, axisRotationDeg, axisTiltDeg] },
    spread: [spread.targetBoards, spread.speedMph, spread.revRpm].map((value) => inSteps(value, 0.05)),
    states: states.map(({ targetId, shots, pattern }) => [targetId, shots, pattern.loads, pattern.fitted ?? null]),
    balls: balls.map((ball) => [
      ...[ball.id, ball.cover, ball.weightLb, ball.rgIn, ball.differentialIn, ball.intermediateDifferentialIn],
      ...[ball.drillingAngleDeg, ball.pinToPapIn, ball.valAngleDeg, ball.drilling ?? null],
      ...[ball.fitted?.strength ?? null, ball.fitted?.oil ?? null],
      ...[
        logSteps(ball.surface.effectiveRaUm),
        logSteps(ball.surface.finish?.raTopUm),
        inSteps(ball.surface.oilShare, 0.05),
      ],
    ]),
  }
  return createHash('sha256').update(JSON.stringify(of)).digest('hex')
}

/** Everything that a customer's map is made of; null where there is no such customer. */
export async function subjectOf(db: Db, customerId: string): Promise<Subject | null> {
  const customer = await customerById(db, customerId)
  if (!customer) return null
  const balls = (await ballsOf(db, customerId)).filter((ball) => ball.retiredOn === null)
  const events = await eventsAhead(db, [customerId])
  const patterns: Pattern[] = []
  for (const id of new Set(events.flatMap((event) => event.patternIds))) {
    if (patterns.length === mostTargets) break
    const pattern = await patternById(db, id)
    if (pattern) patterns.push(pattern)
  }
  const states = patterns.flatMap((pattern) =>
    usualPhases.map((shots) => ({ targetId: pattern.id, shots, condition: pattern.figures.condition, pattern })),
  )
  const asked: EngineAsked = {
    bowler: customer,
    balls: balls.map((ball) => ({ ...ball, oil: ball.surface.oil, fittedRange: ball.fitted })),
    states,
    spread: spreadFor(usualSpread, await spreadOf(db, customerId)),
  }
  return { customer, balls, events, patterns, states, asked, fingerprint: fingerprintOf(asked) }
}

/** The kept answers as they fit the states of now: a state or ball that they do not know has none. */
export function tableFor({ states, balls }: Pick<Subject, 'states' | 'balls'>, kept: Kept | null): EngineTable | null {
  const { engine } = kept ?? {}
  if (!kept || !engine) return null
  const at = states.map(({ targetId, shots }) =>
    kept.states.findIndex((one) => one.targetId === targetId && one.shots === shots),
  )
  const known = new Set(balls.map(({ id }) => id))
  const answers: Record<string, EngineAnswer[]> = {}
  for (const [key, of] of Object.entries(engine.answers)) {
    if (!known.has(key.split(' ')[0]!) && !key.startsWith(`${referenceId} `)) continue
    answers[key] = at.map((i) => of[i] as EngineAnswer)
  }
  // A state that is new has no yardstick, and its cells wait.
  return { answers, best: at.map((i) => engine.best[i] ?? null) }
}

/** Has the engine answer everything about a customer's balls and keeps it, unless what is kept is of now already. */
export async function askEngine(database: Database, motion: WorkPool, customerId: string): Promise<void> {
  const subject = await subjectOf(database, customerId)
  if (!subject) return
  const { asked, states, fingerprint } = subject
  const kept = await keptOf(database, customerId)
  if ((kept?.complete && kept.fingerprint === fingerprint) || kept?.stopped === fingerprint) return
  const { places, questions } = engineTasks(asked)
  await keepProgress(database, customerId, fingerprint, 0, questions.length)
  const answers: EngineAnswer[] = []
  const stateKeys = states.map(({ targetId, shots }) => ({ targetId, shots }))
  let done = 0
  /** Answers to some of the questions, and keeps them with those before. */
  async function stage(of: (place: EnginePlace) => boolean, complete: boolean): Promise<boolean> {
    // The map takes all threads; what comes after it leaves one processor to those who ask meanwhile.
    const width = complete ? Math.max(1, availableParallelism() - 1) : availableParallelism()
    const queue = new PQueue({ concurrency: width })
    const asked = places.flatMap((place, i) => (of(place) ? [i] : []))
    for (const i of asked)
      void queue.add(async () => {
        // What somebody looks at comes first; this fills what is left of the threads.
        answers[i] = await motion.run({ kind: 'engine', question: questions[i]! }, { priority: -1 })
        done += 1
        if (done % progressEvery > 0) return
        if (await keepProgress(database, customerId, fingerprint, done, questions.length)) queue.clear()
      })
    await queue.onIdle()
    // Stopped by somebody: what was answered is not enough to be kept.
    if (asked.some((i) => answers[i] === undefined)) return false
    const known = places.flatMap((place, i) => (answers[i] ? [{ place, answer: answers[i] }] : []))
    const engine = engineTable(
      known.map(({ place }) => place),
      known.map(({ answer }) => answer),
      states.length,
    )
    const kept = { fingerprint, engine, states: stateKeys, done, total: questions.length, complete }
    await keepAnswers(database, customerId, kept)
    return true
  }
  if (await stage(isOfMap, false)) await stage((place) => !isOfMap(place), true)
}
