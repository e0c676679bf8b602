import { type Role, said } from '@sleetfall/contract'
import type { WorkPool } from '@sleetfall/core'
import type { Request } from 'express'
import 'express-session'
import type { Database } from '../database/db.ts'
import type { News } from '../database/news.ts'
import type { DeviceHub } from '../equipment/hub.ts'
import { ProblemError, notFound } from './errors.ts'

/** What routes are given. */
export interface Context {
  readonly database: Database
  /** Threads for the motion core. */
  readonly motion: WorkPool
  readonly devices: DeviceHub
  /** What other processes of the shop tell. */
  readonly news: News
  /** Has a job done behind; see `Job`. */
  later(job: string, id: string, soon?: boolean): Promise<void>
}

export interface SignedIn {
  readonly id: string
  /** What they may here: with a PIN an owner may what a technician may. */
  readonly role: Role
  readonly withPin: boolean
}

declare module 'express-session' {
  interface SessionData {
    /** Who signed in, when and how, and the count of their sessions' ends at that time. */
    user: { readonly id: string; readonly epoch: number; readonly begunAt: number; readonly by: 'password' | 'pin' }
    /** Where from, for who looks through their sessions. */
    from: { readonly address: string; readonly agent: string }
    /** A tablet that several people share, by whom it was made one and the count of their sessions' ends then. */
    shared: { readonly id: string; readonly epoch: number }
    /** Secret of a second factor that is about to be turned on. */
    offered: string
  }
}

const members = new WeakMap<Request, SignedIn>()
export const setMember = (request: Request, member: SignedIn) => void members.set(request, member)

/** The staff member of a request, as they stand now; everything below `/api` but sign-in needs one. */
export function signedIn(request: Request): SignedIn {
  const member = members.get(request)
  if (!member) throw new ProblemError(401, 'not-signed-in', said('refused.signInAgain'))
  return member
}

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** A path parameter that is a record's id. */
export function idOf(request: Request, name = 'id'): string {
  const value = String(request.params[name])
  if (!uuid.test(value)) throw notFound('record')
  return value
}

/** A path parameter that counts the steps of a job. */
export function positionOf(request: Request): number {
  const value = String(request.params['position'])
  if (!/^\d{1,3}$/.test(value)) throw notFound('step')
  return Number(value)
}
