import type { Problem } from '@sleetfall/contract'
import type { ErrorRequestHandler, RequestHandler } from 'express'
import {
  checkViolation,
  foreignKeyViolation,
  isAway,
  isBusy,
  restrictViolation,
  uniqueViolation,
} from '../database/sqlstate.ts'
import { ProblemError, notFound } from './errors.ts'

/** What the database's referee says, in words; constraints whose breach needs a special message are named. */
function fromDatabase(error: { code?: string; constraint?: string }): ProblemError | null {
  switch (error.code) {
    case uniqueViolation:
      if (error.constraint === 'station_takes_one') {
        return new ProblemError(409, 'wrong-state', 'The station was taken a moment ago. Wait for it or use another.')
      }
      if (error.constraint === 'job_running_per_ball') {
        return new ProblemError(
          409,
          'wrong-state',
          'Another job on this ball is running. Finish or cancel that one first.',
        )
      }
      if (error.constraint === 'job_open_per_ball_and_kind') {
        return new ProblemError(
          409,
          'duplicate',
          'This work is on the bench for this ball already. Open that job instead.',
        )
      }
      if (error.constraint === 'ball_event_withdraws_key') {
        return new ProblemError(409, 'already-done', 'This record was taken back already.')
      }
      return new ProblemError(409, 'duplicate', 'There is such a record already.')
    case foreignKeyViolation:
      return new ProblemError(409, 'in-use', 'Something that this record refers to is missing, or it is still in use.')
    case restrictViolation:
      return new ProblemError(409, 'refused', 'History is not changed; record a correction instead.')
    case checkViolation:
      return new ProblemError(
        422,
        'invalid-input',
        `A value lies outside its allowed range (${error.constraint ?? ''}).`,
      )
    default:
      break
  }
  // What is left of data exceptions and broken constraints is the input's fault (PostgreSQL manual, appendix A).
  if (error.code?.startsWith('22'))
    return new ProblemError(422, 'invalid-input', 'A value cannot be stored as it is. Check dates, figures and signs.')
  if (error.code?.startsWith('23')) return new ProblemError(409, 'refused', 'This does not fit what is stored already.')
  return null
}

/** Statuses that reading a request can end with, in words. */
const unreadable: Readonly<Record<number, string>> = {
  400: 'The request could not be read.',
  404: 'There is nothing at this address.',
  413: 'The request is too large.',
  415: 'The request is packed or written in a way that is not read here.',
}

function asProblem(error: unknown): ProblemError | null {
  if (error instanceof ProblemError) return error
  if (isBusy(error)) return new ProblemError(503, 'busy', 'The server is busy; it is tried again.')
  if (isAway(error)) return new ProblemError(503, 'unavailable', 'The database is not answering; it is tried again.')
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
  throw notFound('There is nothing at this address.')
}

export const sendProblem: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  const known = asProblem(error)
  if (!known || known.status >= 500) request.log.error({ err: error }, 'request failed')
  const problem = known ?? new ProblemError(500, 'internal', 'Something went wrong on the server. Nothing was saved.')
  const body: Problem = {
    type: `urn:sleetfall:problem:${problem.code}`,
    title: problem.code.replaceAll('-', ' '),
    status: problem.status,
    code: problem.code,
    detail: problem.detail,
    requestId: String(request.id),
    ...problem.extra,
  }
  if (problem.status === 503) response.set('Retry-After', '2')
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(body))
}
