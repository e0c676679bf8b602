import { createHash } from 'node:crypto'
import {
  type CoverFamily,
  type KeptFit,
  type SurfaceConstants,
  type WearPrior,
  type WearQuestion,
  type WearReading,
  fitOfKept,
  fitBall,
  type FitFunction,
  keepFit,
} from '@sleetfall/core'
import type { Db } from '../database/db.ts'

/** 'own' rests on the ball's readings and the starting values, 'shared' on what the shop's other balls have shown too. */
type Kind = 'own' | 'shared'
interface Row {
  readonly ballId: string
  readonly kind: Kind
  readonly question: string
  readonly answer: KeptFit
  readonly ballsBehind: number
  readonly cover: CoverFamily
}

/** Prior for a ball and how many others made it. */
export interface Expectation {
  readonly prior: WearPrior | undefined
  readonly ballsBehind: number
}

/** A fit that is not made yet: what it is of, and everything it is made from. */
export interface WantedFit extends WearQuestion {
  readonly ballId: string
  readonly kind: Kind
  readonly question: string
  readonly ballsBehind: number
}

/** 'now' makes a missing fit on the spot; 'later' leaves it out and says what is wanted. */
export type FitTime = 'now' | 'later'

/** Fits of some balls, as the database has them. A fit is made once a reading. */
export interface Fits {
  /** Fit for a ball's surface; the expectation counts only when this is asked for the first time since its last reading. */
  of(ballId: string, expectation: () => Expectation): FitFunction
  own(ballId: string): FitFunction
  ballsBehind(ballId: string): number
  readonly wanted: readonly WantedFit[]
  /** Keeps what was made. */
  save(): Promise<void>
}

/**
 * The wear's own constants: others may change without a fit being made anew. The start counts in steps of 1 %: what a recipe leaves hangs a
 * little on how the surface before it is thought to have worn, and that moves with every reading of another ball.
 */
const questionOf = (
  cover: CoverFamily,
  startRaUm: number,
  readings: readonly WearReading[],
  { wearFastShare, wearFastGames, wearSlowGames, laneShineUm }: SurfaceConstants,
  prior: WearPrior | undefined,
) =>
  createHash('sha256')
    .update(
      JSON.stringify([
        cover,
        Math.round(100 * Math.log(startRaUm)),
        // Kept as JSON their keys come back in another order.
        readings.map(({ games, grit }) => [games, grit]),
        wearFastShare,
        wearFastGames,
        wearSlowGames,
        laneShineUm,
        prior,
      ]),
    )
    .digest('base64url')

export async function fitsOf(db: Db, ballIds: readonly string[], time: FitTime): Promise<Fits> {
  const rows = await db.many<Row>(
    'select ball_id, kind, question, answer, balls_behind, cover from wear_fit where ball_id = any($1)',
    [ballIds],
  )
  const kept = new Map(rows.map((row) => [`${row.ballId} ${row.kind}`, row]))
  const made: Row[] = []
  const wanted: WantedFit[] = []
  const fitFor =
    (ballId: string, kind: Kind, expectation: () => Expectation): FitFunction =>
    (cover, startRaUm, readings, constants) => {
      const key = `${ballId} ${kind}`
      // Without readings of its own a ball is what is expected of it, so that it follows what others show.
      const expected = readings.length === 0 ? expectation() : undefined
      const question = questionOf(cover, startRaUm, readings, constants!, expected?.prior)
      const known = kept.get(key)
      if (known?.question === question) return fitOfKept(known.answer)
      const { prior, ballsBehind } = expected ?? expectation()
      if (time === 'later') {
        if (!wanted.some((one) => one.question === question && one.ballId === ballId && one.kind === kind))
          wanted.push({ ballId, kind, question, ballsBehind, cover, startRaUm, readings, constants: constants!, prior })
        return null
      }
      const answer = keepFit(fitBall(cover, startRaUm, readings, constants, prior))
      const row = { ballId, kind, question, answer, ballsBehind, cover }
      kept.set(key, row)
      made.push(row)
      return fitOfKept(answer)
    }
  return {
    of: (ballId, expectation) => fitFor(ballId, 'shared', expectation),
    own: (ballId) => fitFor(ballId, 'own', () => ({ prior: undefined, ballsBehind: 0 })),
    ballsBehind: (ballId) => kept.get(`${ballId} shared`)?.ballsBehind ?? 0,
    wanted,
    async save() {
      for (const row of made.splice(0)) await keep(db, row)
    },
  }
}

const keep = (db: Db, { ballId, kind, question, answer, ballsBehind, cover }: Row) =>
  db.run(
    `insert into wear_fit (ball_id, kind, question, answer, balls_behind, cover) select id, $2, $3, $4, $5, $6 from ball where id = $1
     on conflict (ball_id, kind) do update set question = excluded.question, answer = excluded.answer,
       balls_behind = excluded.balls_behind, cover = excluded.cover`,
    [ballId, kind, question, JSON.stringify(answer), ballsBehind, cover],
  )

/** Keeps a fit that was made elsewhere. */
export const keepWanted = (db: Db, { ballId, kind, question, ballsBehind, cover }: WantedFit, answer: KeptFit) =>
  keep(db, { ballId, kind, question, ballsBehind, cover, answer })

/** Kinds of fits that balls have, with their questions. */
export const ownQuestions = async (db: Db, ballIds: readonly string[]): Promise<Map<string, string>> =>
  new Map(
    (
      await db.many<{ ballId: string; question: string }>(
        `select ball_id, question from wear_fit where kind = 'own' and ball_id = any($1)`,
        [ballIds],
      )
    ).map((row) => [row.ballId, row.question]),
  )

export const dropOwn = (db: Db, ballId: string) =>
  db.run(`delete from wear_fit where ball_id = $1 and kind = 'own'`, [ballId])
