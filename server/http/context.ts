import type { Role } from '@sleetfall/contract'
import type { WorkPool } from '@sleetfall/core'
import type { Request } from 'express'
import 'express-session'
import type { Database } from '../database/db.ts'
import type { DeviceHub } from '../equipment/hub.ts'
import { ProblemError } from './errors.ts'

/** What routes are given. */
export interface Context {
  readonly database: Database
  /** Threads for the motion core. */
  readonly motion: WorkPool
  readonly devices: DeviceHub
}

export interface SignedIn {
  readonly id: string
  readonly role: Role
}

declare module 'express-session' {
  interface SessionData {
    user: SignedIn
  }
}

/** The staff member of a request; everything below `/api` but sign-in needs one. */
export function signedIn(request: Request): SignedIn {
  const user = request.session.user
  if (!user) throw new ProblemError(401, 'not-signed-in', 'Please sign in again; nothing you typed is lost.')
  return user
}

export function requireOwner(request: Request): void {
  if (signedIn(request).role !== 'owner') throw new ProblemError(403, 'not-allowed', 'Only the owner may change this.')
}

/** Bench work and trials are the technicians'; the counter takes in, logs and hands out. */
export function requireTechnician(request: Request): void {
  if (signedIn(request).role === 'counter') {
    throw new ProblemError(403, 'not-allowed', 'This needs a technician. Ask one, or sign in as one.')
  }
}

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** A path parameter that is a record's id. */
export function idOf(request: Request, name = 'id'): string {
  const value = String(request.params[name])
  if (!uuid.test(value)) throw new ProblemError(404, 'not-found', 'There is no such record.')
  return value
}
