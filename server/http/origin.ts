import { said } from '@sleetfall/contract'
import type { RequestHandler } from 'express'
import { ProblemError } from './errors.ts'

const safeMethods = ['GET', 'HEAD', 'OPTIONS']

/** Writes are only taken from pages of this very server (defence against forged cross-site requests). */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  if (safeMethods.includes(request.method)) return next()
  const origin = request.get('Origin')
  if (origin !== undefined && URL.canParse(origin) && new URL(origin).host === request.get('Host')) return next()
  throw new ProblemError(403, 'wrong-origin', said('refused.wrongOrigin'))
}
