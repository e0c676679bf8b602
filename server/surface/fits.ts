import { createHash } from 'node:crypto'
import {
  type CoverFamily,
  type KeptFit,
  type SurfaceConstants,
  type WearPrior,
  type WearReading,
  fitOfKept,
  fitWear,
  keepFit,
} from '@sleetfall/core'
import type { Db } from '../database/db.ts'

type Kind = 'own' | 'shared'
interface Row {
  readonly ballId: string
  readonly kind: Kind
  readonly question: string
  readonly answer: KeptFit
  readonly ballsBehind: number
}

/** Prior for a ball and how many others made it. */
export interface Expectation {
  readonly prior: WearPrior | undefined
  readonly ballsBehind: number
}

/** Fits of some balls, as the database has them; what was not asked before is made and kept by `save`. */
export interface Fits {
  /** Fit for a ball's surface; the expectation counts only when this is asked for the first time since its last reading. */
  of(ballId: string, expectation: () => Expectation): typeof fitWear
  own(ballId: string): typeof fitWear
  ballsBehind(ballId: string): number
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
        readings,
        wearFastShare,
        wearFastGames,
        wearSlowGames,
        laneShineUm,
        prior,
      ]),
    )
    .digest('base64url')

export async function fitsOf(db: Db, ballIds: readonly string[]): Promise<Fits> {
  const rows = await db.many<Row>(
    'select ball_id, kind, question, answer, balls_behind from wear_fit where ball_id = any($1)',
    [ballIds],
  )
  const kept = new Map(rows.map((row) => [`${row.ballId} ${row.kind}`, row]))
  const fresh = new Map<string, Row>()
  const fitFor =
    (ballId: string, kind: Kind, expectation: () => Expectation): typeof fitWear =>
    (cover, startRaUm, readings, constants) => {
      const key = `${ballId} ${kind}`
      // Without readings of its own a ball is what is expected of it, so that it follows what others show.
      const expected = readings.length === 0 ? expectation() : undefined
      const question = questionOf(cover, startRaUm, readings, constants!, expected?.prior)
      const known = kept.get(key)
      if (known?.question === question) return fitOfKept(known.answer)
      const { prior, ballsBehind } = expected ?? expectation()
      const answer = keepFit(fitWear(cover, startRaUm, readings, constants, prior))
      const row = { ballId, kind, question, answer, ballsBehind }
      kept.set(key, row)
      fresh.set(key, row)
      return fitOfKept(answer)
    }
  return {
    of: (ballId, expectation) => fitFor(ballId, 'shared', expectation),
    own: (ballId) => fitFor(ballId, 'own', () => ({ prior: undefined, ballsBehind: 0 })),
    ballsBehind: (ballId) => kept.get(`${ballId} shared`)?.ballsBehind ?? 0,
    async save() {
      for (const { ballId, kind, question, answer, ballsBehind } of fresh.values())
        await db.run(
          `insert into wear_fit (ball_id, kind, question, answer, balls_behind) select id, $2, $3, $4, $5 from ball where id = $1
           on conflict (ball_id, kind) do update set question = excluded.question, answer = excluded.answer,
             balls_behind = excluded.balls_behind`,
          [ballId, kind, question, JSON.stringify(answer), ballsBehind],
        )
      fresh.clear()
    },
  }
}
