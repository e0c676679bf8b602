import { type Problem, said, type Said } from '@sleetfall/contract'
import type { ErrorRequestHandler, RequestHandler } from 'express'
import { english } from '@sleetfall/contract/english'
import {
  checkViolation,
  foreignKeyViolation,
  isAway,
  isBusy,
  isFull,
  restrictViolation,
  uniqueViolation,
} from '../database/sqlstate.ts'
import { ProblemError, notFound } from './errors.ts'

/** What the database's referee says, in words; constraints whose breach needs a special message are named. */
function fromDatabase(error: { code?: string; constraint?: string }): ProblemError | null {
  switch (error.code) {
    case uniqueViolation:
      if (error.constraint === 'station_takes_one') {
        return new ProblemError(409, 'wrong-state', said('refused.stationTaken'))
      }
      if (error.constraint === 'job_running_per_ball') {
        return new ProblemError(409, 'wrong-state', said('refused.otherJobRuns'))
      }
      if (error.constraint === 'job_open_per_ball_and_kind') {
        return new ProblemError(409, 'duplicate', said('refused.jobOpen'))
      }
      if (error.constraint === 'ball_event_withdraws_key') {
        return new ProblemError(409, 'already-done', said('refused.takenBack'))
      }
      return new ProblemError(409, 'duplicate', said('refused.exists'))
    case foreignKeyViolation:
      return new ProblemError(409, 'in-use', said('refused.tied'))
    case restrictViolation:
      return new ProblemError(409, 'refused', said('refused.historyStays'))
    case checkViolation:
      return new ProblemError(
        422,
        'invalid-input',
        said('refused.outsideRange', { constraint: error.constraint ?? '' }),
      )
    default:
      break
  }
  // What is left of data exceptions and broken constraints is the input's fault (PostgreSQL manual, appendix A).
  if (error.code?.startsWith('22')) return new ProblemError(422, 'invalid-input', said('refused.unstorable'))
  if (error.code?.startsWith('23')) return new ProblemError(409, 'refused', said('refused.doesNotFit'))
  return null
}

/** Statuses that reading a request can end with, in words. */
const unreadable: Readonly<Record<number, Said>> = {
  400: said('refused.unreadable'),
  404: said('missing.address'),
  413: said('refused.tooLarge'),
  415: said('refused.packedOtherwise'),
}

function asProblem(error: unknown): ProblemError | null {
  if (error instanceof ProblemError) return error
  if (isBusy(error)) return new ProblemError(503, 'busy', said('refused.busy'))
  if (isFull(error)) return new ProblemError(503, 'disk-full', said('refused.diskFull'))
  if (isAway(error)) return new ProblemError(503, 'unavailable', said('refused.databaseAway'))
  const known = fromDatabase(error as { code?: string })
  if (known) return known
  const { status } = error as { status?: number }
  if (typeof status !== 'number' || status < 400 || status > 499) return null
  return new ProblemError(
    status,
    status === 404 ? 'not-found' : 'invalid-input',
    unreadable[status] ?? unreadable[400]!,
  )
}

export const unknownRoute: RequestHandler = () => {
  throw notFound('address')
}

export const sendProblem: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  const known = asProblem(error)
  if (!known || known.status >= 500) request.log.error({ err: error }, 'request failed')
  const problem = known ?? new ProblemError(500, 'internal', said('refused.internal'))
  const body: Problem = {
    type: `urn:sleetfall:problem:${problem.code}`,
    title: problem.code.replaceAll('-', ' '),
    status: problem.status,
    code: problem.code,
    said: problem.said,
    detail: problem.message,
    requestId: String(request.id),
    current: problem.extra.current,
    fields: problem.extra.fields?.map((field) => ({ ...field, message: english(field.said) })),
  }
  if (problem.status === 503) response.set('Retry-After', '2')
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(body))
}
