import { type SessionInfo, said } from '@sleetfall/contract'
import type { Request } from 'express'
import type { Database } from '../database/db.ts'
import { type Context, setMember, signedIn } from '../http/context.ts'
import { ProblemError } from '../http/errors.ts'
import { addressOf } from '../http/limiter.ts'
import { shopName } from '../shop/store.ts'
import * as staff from './store.ts'

/** How long a session lives that is not used. */
export const idleHours = 12

/** Whether the session's device is a shared tablet, as long as who made it one stands and has not changed the password since. */
export async function isShared(database: Database, request: Request): Promise<boolean> {
  const { shared } = request.session
  if (!shared) return false
  const standing = await staff.standingOf(database, shared.id)
  return standing?.active === true && standing.sessionEpoch === shared.epoch
}

/** The session under a new key, with nothing in it but that its tablet is shared. */
export async function startAnew(request: Request): Promise<void> {
  const { shared } = request.session
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error) => (error ? reject(error) : resolve())),
  )
  if (shared) request.session.shared = shared
}

/** Begins a member's session, under a key that nobody knew before. */
export async function begin(request: Request, user: staff.Authenticated, by: 'password' | 'pin'): Promise<void> {
  await startAnew(request)
  request.session.user = { id: user.id, epoch: user.sessionEpoch, begunAt: Date.now(), by }
  request.session.from = { address: addressOf(request), agent: (request.get('User-Agent') ?? '').slice(0, 200) }
  const withPin = by === 'pin'
  setMember(request, { id: user.id, role: withPin && user.role === 'owner' ? 'technician' : user.role, withPin })
}

export async function sessionInfo({ database }: Context, request: Request): Promise<SessionInfo> {
  const { id, role, withPin } = signedIn(request)
  const user = await staff.staffById(database, id)
  if (!user) throw new ProblemError(401, 'not-signed-in', said('refused.signInAgain'))
  const { login, name } = user
  return {
    user: { id, login, name, role },
    preferences: await staff.preferencesOf(database, id),
    shopName: await shopName(database),
    withPin,
    shared: await isShared(database, request),
    ...(await staff.ownSettings(database, id)),
  }
}
