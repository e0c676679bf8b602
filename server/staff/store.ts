import { type Preferences, preferencesSchema, type Role, type Staff, type StaffInput, wrong } from '@sleetfall/contract'
import { hash, verify } from '@node-rs/argon2'
import type { Db } from '../database/db.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate } from '../http/errors.ts'

const columns = 'id, login, name, role, active, created_at, updated_at, version'
/** OWASP's lower bound for argon2id (19 MiB, two passes); the algorithm is the package's default. */
const argon2id = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

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
const endSessions = async (db: Db, id: string) =>
  (
    await db.one<{ sessionEpoch: number }>(
      'update staff set session_epoch = session_epoch + 1 where id = $1 returning session_epoch',
      [id],
    )
  ).sessionEpoch

async function refuseTakenLogin(db: Db, input: StaffInput): Promise<void> {
  const taken = await db.maybeOne('select id from staff where login = $1 and id <> $2', [input.login, input.id])
  if (taken) throw duplicate('login', wrong('signInName', 'taken'))
}

export async function createStaff(db: Db, input: StaffInput & { password: string }): Promise<Staff | null> {
  await refuseTakenLogin(db, input)
  const { password, ...rest } = input
  await insertRow(db, 'staff', { ...rest, passwordHash: await hash(password, argon2id) })
  return staffById(db, input.id)
}

export async function updateStaff(db: Db, input: StaffInput, version: number): Promise<Staff | null> {
  await refuseTakenLogin(db, input)
  const { password, ...rest } = input
  const secret = password ? { passwordHash: await hash(password, argon2id) } : {}
  await updateRow(db, 'staff', { id: input.id, version }, { ...rest, ...secret }, () => staffById(db, input.id))
  if (password) await endSessions(db, input.id)
  return staffById(db, input.id)
}

export const activeOwners = async (db: Db) =>
  (await db.one<{ count: number }>(`select count(*)::int as count from staff where role = 'owner' and active`)).count

/** Staff member with this sign-in name and password, or null; takes equally long either way. */
export async function authenticate(
  db: Db,
  login: string,
  password: string,
): Promise<(Staff & { readonly sessionEpoch: number }) | null> {
  const row = await db.maybeOne<Staff & { passwordHash: string; sessionEpoch: number }>(
    `select ${columns}, session_epoch, password_hash from staff where login = $1 and active`,
    [login],
  )
  if (!row) {
    await hash(password, argon2id)
    return null
  }
  const { passwordHash, ...staff } = row
  return (await verify(passwordHash, password)) ? staff : null
}

/** Sets somebody's own password when the present one is right, and ends their other sessions; null when it is wrong. */
export async function changePassword(
  db: Db,
  id: string,
  { present, next }: { readonly present: string; readonly next: string },
): Promise<number | null> {
  const { passwordHash } = await db.one<{ passwordHash: string }>('select password_hash from staff where id = $1', [id])
  if (!(await verify(passwordHash, present))) return null
  await db.run('update staff set password_hash = $2 where id = $1', [id, await hash(next, argon2id)])
  return endSessions(db, id)
}

export async function preferencesOf(db: Db, id: string): Promise<Preferences> {
  const row = await db.maybeOne<{ preferences: unknown }>('select preferences from staff where id = $1', [id])
  return preferencesSchema.cast(row?.preferences ?? {}) as Preferences
}

export async function savePreferences(db: Db, id: string, preferences: Preferences): Promise<void> {
  await db.run('update staff set preferences = $2 where id = $1', [id, JSON.stringify(preferences)])
}
