import { fitQuestion } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { teach, teachesFrom } from '../surface/experience.ts'
import { type FitTime, type Fits, type WantedFit, dropOwn, fitsOf, ownQuestions } from '../surface/fits.ts'
import { type Present, foldPresent } from './fold.ts'
import { type Ground, groundOf, markedBalls, staleAmong, writePresent, writeRacks } from './store.ts'

/** Balls folded with one set of queries. */
const batch = 200

/** Folds some balls without writing anything; fits that are not made yet are told in `fits.wanted`. */
export function foldAll(ground: Ground, fits: Fits, nowMs: number): Map<string, Present> {
  return new Map(
    ground.balls.map((ball) => {
      const expectation = () => ground.experience.expectationOf(ball.id, ball.cover)
      const learnt = { prior: expectation().prior, fit: fits.of(ball.id, expectation) }
      const { policy, scope } = ground.policies.of(ball.id, ball.customerId)
      const { constants } = ground
      const tournaments = ground.tournamentsOf(ball.customerId)
      const events = ground.eventsOf(ball.id)
      return [ball.id, foldPresent({ ball, events, constants, learnt, policy, scope, tournaments }, nowMs)]
    }),
  )
}

/** Start and readings of a curve that teaches; null when there are too few. */
function teachingQuestion({ surface: { curve } }: Present) {
  const question = curve && fitQuestion(curve)
  return question && question.readings.length >= teachesFrom ? question : null
}

/** What a ball's readings on its present surface teach the others: its own fit, or nothing any more. */
async function teaching(db: Db, ground: Ground, folded: Map<string, Present>, fits: Fits, time: FitTime) {
  const former = await ownQuestions(db, [...folded.keys()])
  for (const ball of ground.balls) {
    const question = teachingQuestion(folded.get(ball.id)!)
    if (!question) {
      if (former.has(ball.id)) {
        await dropOwn(db, ball.id)
        await teach(db, ball.cover)
      }
      continue
    }
    fits.own(ball.id)(ball.cover, question.startRaUm, question.readings, ground.constants)
    if (time === 'later') continue
    await fits.save()
    if ((await ownQuestions(db, [ball.id])).get(ball.id) !== former.get(ball.id)) await teach(db, ball.cover)
  }
}

async function settleBatch(db: Db, ballIds: readonly string[], time: FitTime): Promise<void> {
  const ground = await groundOf(db, ballIds)
  const fits = await fitsOf(db, ballIds, time)
  const folded = foldAll(ground, fits, Date.now())
  await teaching(db, ground, folded, fits, time)
  await fits.save()
  for (const ball of ground.balls) {
    const fitWanted = fits.wanted.some((one) => one.ballId === ball.id)
    await writePresent(db, ball, { ...folded.get(ball.id)!, fitWanted })
  }
  await writeRacks(db, [...new Set(ground.balls.map((ball) => ball.customerId))])
}

/** Fits that a ball's readings ask for and that are not made yet. */
export async function wantedOf(db: Db, ballId: string): Promise<readonly WantedFit[]> {
  const ground = await groundOf(db, [ballId])
  const fits = await fitsOf(db, [ballId], 'later')
  const folded = foldAll(ground, fits, Date.now())
  for (const ball of ground.balls) {
    const question = teachingQuestion(folded.get(ball.id)!)
    if (question) fits.own(ball.id)(ball.cover, question.startRaUm, question.readings, ground.constants)
  }
  return fits.wanted
}

/** Brings some balls up to date. Fits that are left for later are marked in their rows. */
export async function settle(db: Db, ballIds: readonly string[], time: FitTime = 'later'): Promise<void> {
  for (let from = 0; from < ballIds.length; from += batch)
    await settleBatch(db, ballIds.slice(from, from + batch), time)
}

/** Brings those of some balls up to date that something has moved since; usually none. */
export async function settleShown(db: Db, ballIds: readonly string[]): Promise<void> {
  await settle(db, await staleAmong(db, ballIds))
}

/** Most balls that one transaction can move and settle itself. */
const mostMine = 20_000

/**
 * Brings up to date what this transaction has moved: called before each one ends, and before an answer in the middle of one that tells of
 * counts.
 */
export async function settleMine(db: Db, time: FitTime = 'later'): Promise<void> {
  await settle(db, await markedBalls(db, 'mine', mostMine), time)
  await writeRacks(db, [])
}

/** Works off some of what waits behind; returns how many balls that were, 0 when nothing is left. */
export async function settleBehind(db: Db, time: FitTime): Promise<number> {
  const ids = await markedBalls(db, 'behind', batch)
  await settle(db, ids, time)
  return ids.length
}
