import { type Preferences, preferencesSchema, type Role, type Staff, type StaffInput, wrong } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate, notFound } from '../http/errors.ts'
import { fits, sealed } from './secrets.ts'

const columns = `id, login, name, role, active, password_hash is not null as has_password, totp_secret is not null as has_second_factor,
  created_at, updated_at, version`

export const listStaff = (db: Db) =>
  db.many<Staff>(`select ${columns} from staff order by active desc, name collate "und-x-icu"`)

/** Members who do bench work. */
export const workers = (db: Db) =>
  db.many<Pick<Staff, 'id' | 'name'>>(
    `select id, name from staff where active and role <> 'counter' order by name collate "und-x-icu"`,
  )

export const staffById = (db: Db, id: string) => db.maybeOne<Staff>(`select ${columns} from staff where id = $1`, [id])

/** How a member stands now: what each request asks. */
export const standingOf = (db: Db, id: string) =>
  db.maybeOne<{ role: Role; active: boolean; sessionEpoch: number }>(
    'select role, active, session_epoch from staff where id = $1',
    [id],
  )

/** Ends every session of a member; returns the count that new sessions carry. */
export async function endSessions(db: Db, id: string): Promise<number> {
  const row = await db.maybeOne<{ sessionEpoch: number }>(
    'update staff set session_epoch = session_epoch + 1 where id = $1 returning session_epoch',
    [id],
  )
  if (!row) throw notFound('record')
  return row.sessionEpoch
}

async function refuseTakenLogin(db: Db, input: StaffInput): Promise<void> {
  const taken = await db.maybeOne('select id from staff where login = $1 and id <> $2', [input.login, input.id])
  if (taken) throw duplicate('login', wrong('signInName', 'taken'))
}

/** A new member; without a password one is set with a one-time code. */
export async function createStaff(
  db: Db,
  input: StaffInput & { password?: string | undefined },
): Promise<Staff | null> {
  await refuseTakenLogin(db, input)
  const { password, ...rest } = input
  await insertRow(db, 'staff', { ...rest, passwordHash: password === undefined ? null : await sealed(password) })
  return staffById(db, input.id)
}

export async function updateStaff(db: Db, input: StaffInput, version: number): Promise<Staff | null> {
  await refuseTakenLogin(db, input)
  await updateRow(db, 'staff', { id: input.id, version }, input, () => staffById(db, input.id))
  if (!input.active) await endSessions(db, input.id)
  return staffById(db, input.id)
}

export const activeOwners = async (db: Db) =>
  (await db.one<{ count: number }>(`select count(*)::int as count from staff where role = 'owner' and active`)).count

export interface Authenticated extends Staff {
  readonly sessionEpoch: number
  readonly totpSecret: string | null
}
type WithSecrets = Authenticated & { readonly passwordHash: string | null; readonly pinHash: string | null }
const secrets = (db: Db, where: string, value: string) =>
  db.maybeOne<WithSecrets>(
    `select ${columns}, session_epoch, totp_secret, password_hash, pin_hash from staff where ${where} = $1 and active`,
    [value],
  )
const withoutHashes = ({ passwordHash: _, pinHash: __, ...staff }: WithSecrets): Authenticated => staff

/** Staff member with this sign-in name and password, or null; takes equally long either way. */
export async function authenticate(db: Db, login: string, password: string): Promise<Authenticated | null> {
  const row = await secrets(db, 'login', login)
  return (await fits(row?.passwordHash, password)) ? withoutHashes(row!) : null
}

/** An active member with this PIN, or null. */
export async function authenticatePin(db: Db, id: string, pin: string): Promise<Authenticated | null> {
  const row = await secrets(db, 'id', id)
  return (await fits(row?.pinHash, pin)) ? withoutHashes(row!) : null
}

/** Whether it is somebody's present password. */
export async function isPassword(db: Db, id: string, password: string): Promise<boolean> {
  return fits((await secrets(db, 'id', id))?.passwordHash, password)
}

export const activeByLogin = (db: Db, login: string) =>
  db.maybeOne<{ id: string; name: string }>('select id, name from staff where login = $1 and active', [login])

/** Sets somebody's password and ends their sessions; returns the count that a new session carries. */
export async function setPassword(db: Db, id: string, password: string): Promise<number> {
  await db.run('update staff set password_hash = $2 where id = $1', [id, await sealed(password)])
  return endSessions(db, id)
}

export async function setPin(db: Db, id: string, pin: string | null): Promise<void> {
  await db.run('update staff set pin_hash = $2 where id = $1', [id, pin === null ? null : await sealed(pin)])
}

/** Who may switch to a shared tablet with a PIN. */
export const withPins = (db: Db) =>
  db.many<{ id: string; name: string }>(
    `select id, name from staff where active and pin_hash is not null order by name collate "und-x-icu"`,
  )

export const ownSettings = (db: Db, id: string) =>
  db.one<{ hasPin: boolean; hasSecondFactor: boolean }>(
    'select pin_hash is not null as has_pin, totp_secret is not null as has_second_factor from staff where id = $1',
    [id],
  )

export async function preferencesOf(db: Db, id: string): Promise<Preferences> {
  const row = await db.maybeOne<{ preferences: unknown }>('select preferences from staff where id = $1', [id])
  return preferencesSchema.cast(row?.preferences ?? {}) as Preferences
}

export async function savePreferences(db: Db, id: string, preferences: Preferences): Promise<void> {
  await db.run('update staff set preferences = $2 where id = $1', [id, JSON.stringify(preferences)])
}
