import { type Ball, type JobDoubts, type JobInput, said, type Said, wrong } from '@sleetfall/contract'
import { type WorkDoubt, doubtsOf, refused } from '@sleetfall/core'
import { ballById } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { ProblemError, invalidInput, notFound } from '../http/errors.ts'
import { evidenceFor } from '../trials/store.ts'

type Question = Pick<JobInput, 'ballId' | 'kind' | 'steps' | 'reads'>

/** What its own trials showed of a ball lately: reads early or late more often than not. */
async function readsInTrials(db: Db, ball: Ball): Promise<'early' | 'late' | null> {
  const newest = (await evidenceFor(db, ball.customerId))
    // What it did on an earlier surface says nothing of this one.
    .filter((one) => one.ballId === ball.id && one.atMs >= (ball.surface.lastSurfacedMs ?? 0))
    .sort((a, b) => b.atMs - a.atMs)[0]
  if (!newest) return null
  const { early, right, late } = newest.reads
  const half = (early + right + late) / 2
  return early > half ? 'early' : late > half ? 'late' : null
}

/** What speaks against a job on a ball, from its record, its bowler and its trials. */
export async function doubtsAbout(db: Db, question: Question): Promise<JobDoubts> {
  const ball = await ballById(db, question.ballId)
  if (!ball) throw notFound('ball')
  const customer = await customerById(db, ball.customerId)
  const doubts = doubtsOf({
    kind: question.kind,
    steps: question.steps ?? [],
    cover: ball.cover,
    finish: ball.surface.finish,
    reads: question.reads ?? (await readsInTrials(db, ball)),
    style: customer?.style?.band ?? null,
    damaged: ball.lastFinding === 'cracked' || ball.lastFinding === 'loose-insert',
    drying: ball.lockedUntil !== null && Date.parse(ball.lockedUntil) > Date.now(),
  })
  return { doubts, refused: doubts.filter((doubt) => refused.includes(doubt)) }
}

const refusals: Partial<Record<WorkDoubt, Said>> = {
  'polyester-extraction': wrong('work', 'nothingToExtract'),
  'ball-damaged': wrong('work', 'damaged'),
}

/** Refuses what helps nobody, and asks for a reason where something speaks against the work. Returns what a reason overrode. */
export async function requireSound(db: Db, input: JobInput): Promise<readonly WorkDoubt[]> {
  const { doubts, refused: never } = await doubtsAbout(db, input)
  if (never.length > 0)
    throw invalidInput(never.map((doubt) => ({ path: 'kind', said: refusals[doubt] ?? said('refused.workDoubted') })))
  if (doubts.length > 0 && input.overrideReason === '') {
    throw new ProblemError(409, 'needs-reason', said('refused.workDoubted'), {
      fields: [{ path: 'overrideReason', said: wrong('reason', 'sayWhyRight') }],
      current: { doubts },
    })
  }
  return doubts
}
