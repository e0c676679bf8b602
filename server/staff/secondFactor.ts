import type { SecondFactorOffer } from '@sleetfall/contract'
import { Secret, TOTP } from 'otpauth'
import type { Db } from '../database/db.ts'
import { codeOf, newCode, sha256 } from './secrets.ts'

/** Codes that change with time (RFC 6238), as every authenticator application has them. */
const totp = (secret: string, label = '') =>
  new TOTP({ issuer: 'Sleetfall', label, algorithm: 'SHA1', digits: 6, period: 30, secret: Secret.fromBase32(secret) })

/** A secret that is not in force yet. */
export function offer(login: string): SecondFactorOffer {
  const secret = new Secret({ size: 20 }).base32
  return { secret, uri: totp(secret, login).toString() }
}

/** The step of time that a code belongs to, half a minute to either side allowed for clocks; null when it is of none. */
export function stepOf(secret: string, code: string, nowMs = Date.now()): number | null {
  const delta = totp(secret).validate({ token: codeOf(code), timestamp: nowMs, window: 1 })
  return delta === null ? null : Math.floor(nowMs / 30_000) + delta
}

const recoveryCodes = 10

/** Puts a second factor in force, with recovery codes, which are told only now. */
export async function turnOn(db: Db, id: string, secret: string, step: number): Promise<readonly string[]> {
  await db.run('update staff set totp_secret = $2, totp_since = now(), totp_step = $3 where id = $1', [
    id,
    secret,
    step,
  ])
  const codes = Array.from({ length: recoveryCodes }, () => newCode(4))
  await db.run('delete from recovery_code where staff_id = $1', [id])
  await db.run('insert into recovery_code (staff_id, code_sha256) select $1, unnest($2::text[])', [
    id,
    codes.map((code) => sha256(codeOf(code))),
  ])
  return codes
}

export async function turnOff(db: Db, id: string): Promise<void> {
  await db.run('update staff set totp_secret = null, totp_since = null where id = $1', [id])
  await db.run('delete from recovery_code where staff_id = $1', [id])
}

/** Takes a code of the second factor, or a recovery code; each works once. */
export async function takeSecond(db: Db, id: string, secret: string, code: string): Promise<boolean> {
  const step = stepOf(secret, code)
  // Of two at once with the same code one finds the step taken.
  if (step !== null)
    return (await db.run('update staff set totp_step = $2 where id = $1 and totp_step < $2', [id, step])) === 1
  return (
    (await db.run('delete from recovery_code where staff_id = $1 and code_sha256 = $2', [id, sha256(codeOf(code))])) ===
    1
  )
}
