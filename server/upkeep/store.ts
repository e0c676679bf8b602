import { createHash, randomBytes, randomUUID } from 'node:crypto'
import type { OutboxMessage, PolicyFor, Telling, TellingInput, UpkeepLink } from '@sleetfall/contract'
import { policySchema } from '@sleetfall/contract'
import { type UpkeepPolicy, isQuiet, policyDefaults } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { insertRow } from '../database/rows.ts'
import { versionConflict } from '../http/errors.ts'

interface PolicyRow {
  readonly customerId: string | null
  readonly ballId: string | null
  readonly policy: unknown
}

/** Policies of the shop, with the narrowest for each ball. */
export interface Policies {
  readonly shop: UpkeepPolicy
  of(
    ballId: string,
    customerId: string,
  ): { readonly policy: UpkeepPolicy; readonly scope: 'shop' | 'customer' | 'ball' }
}

const asPolicy = (value: unknown) => policySchema.cast(value) as UpkeepPolicy

/** Policies that count for some balls and customers. */
export async function policiesFor(
  db: Db,
  ballIds: readonly string[],
  customerIds: readonly string[],
): Promise<Policies> {
  const rows = await db.many<PolicyRow>(
    `select customer_id, ball_id, policy from upkeep_policy
     where ball_id = any($1) or customer_id = any($2) or (ball_id is null and customer_id is null)`,
    [ballIds, customerIds],
  )
  const shop = rows.find((row) => row.customerId === null && row.ballId === null)
  const shopPolicy = shop ? asPolicy(shop.policy) : policyDefaults
  const balls = new Map(rows.flatMap((row) => (row.ballId ? [[row.ballId, asPolicy(row.policy)] as const] : [])))
  const customers = new Map(
    rows.flatMap((row) => (row.customerId ? [[row.customerId, asPolicy(row.policy)] as const] : [])),
  )
  return {
    shop: shopPolicy,
    of(ballId, customerId) {
      const own = balls.get(ballId)
      if (own) return { policy: own, scope: 'ball' }
      const theirs = customers.get(customerId)
      return theirs ? { policy: theirs, scope: 'customer' } : { policy: shopPolicy, scope: 'shop' }
    },
  }
}

/** Sets whose upkeep goes by which school; null takes the choice back. */
export async function setPolicy(db: Db, { customerId, ballId, policy }: PolicyFor): Promise<void> {
  const whose = [customerId ?? null, ballId ?? null]
  await db.run(
    'delete from upkeep_policy where customer_id is not distinct from $1 and ball_id is not distinct from $2',
    whose,
  )
  if (policy) await insertRow(db, 'upkeep_policy', { id: randomUUID(), customerId: whose[0], ballId: whose[1], policy })
}

const messageSelect = `select o.*, c.name as customer_name from outbox_message o join customer_label c on c.id = o.customer_id`
export const messageById = (db: Db, id: string) => db.maybeOne<OutboxMessage>(`${messageSelect} where o.id = $1`, [id])
export const listMessages = (db: Db) => db.many<OutboxMessage>(`${messageSelect} order by o.created_at desc limit 200`)

export async function queueMessage(
  db: Db,
  message: { readonly id: string; readonly customerId: string; readonly subject: string; readonly body: string },
  staffId: string,
): Promise<OutboxMessage | null> {
  await insertRow(db, 'outbox_message', { ...message, staffId })
  return messageById(db, message.id)
}

/** Takes a message back that was not sent yet; false when it was. */
export const withdrawMessage = async (db: Db, id: string) =>
  (await db.run(`update outbox_message set state = 'withdrawn' where id = $1 and state = 'queued'`, [id])) === 1

/** How the shop tells its customers. */
export const telling = (db: Db) =>
  db.one<Telling>('select templates, quiet_from, quiet_to, created_at, updated_at, version from telling')
export async function saveTelling(
  db: Db,
  { templates, quietFrom, quietTo }: TellingInput,
  version: number,
): Promise<Telling> {
  const touched = await db.run('update telling set templates = $2, quiet_from = $3, quiet_to = $4 where version = $1', [
    version,
    JSON.stringify(templates),
    quietFrom,
    quietTo,
  ])
  if (touched !== 1) throw versionConflict(await telling(db))
  return telling(db)
}
/** Whether nothing is sent now, by the shop's clock. */
export async function quietNow(db: Db, now = new Date()): Promise<boolean> {
  const { quietFrom, quietTo } = await telling(db)
  return isQuiet(now.getHours() * 60 + now.getMinutes(), quietFrom, quietTo)
}

/** Messages wait a little, so that one sent by mistake can be taken back. */
const waitSeconds = 20

/**
 * Hands waiting messages to the sender, each once, even with several servers. `deliver` false counts as a try and
 * leaves the message queued.
 */
export async function sendWaiting(
  db: Db,
  deliver: (message: OutboxMessage) => Promise<boolean>,
  afterSeconds = waitSeconds,
): Promise<number> {
  const waiting = await db.many<OutboxMessage>(
    `${messageSelect} where o.state = 'queued' and o.created_at <= now() - make_interval(secs => $1)
     order by o.created_at limit 20 for update of o skip locked`,
    [afterSeconds],
  )
  let sent = 0
  for (const message of waiting) {
    const ok = await deliver(message)
    await db.run(
      ok
        ? `update outbox_message set state = 'sent', sent_at = now(), tries = tries + 1 where id = $1`
        : 'update outbox_message set tries = tries + 1 where id = $1',
      [message.id],
    )
    if (ok) sent += 1
  }
  return sent
}

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex')
const linkColumns = `id, to_char(expires_on, 'YYYY-MM-DD') as expires_on, revoked_at, created_at, updated_at, version`

export const linksOf = (db: Db, customerId: string) =>
  db.many<UpkeepLink>(`select ${linkColumns} from upkeep_link where customer_id = $1 order by created_at desc`, [
    customerId,
  ])

/** Makes a link good for some days. The secret is told once; only its hash is kept. */
export async function createLink(db: Db, customerId: string, days: number): Promise<string> {
  const secret = randomBytes(18).toString('base64url')
  await db.run(
    `insert into upkeep_link (id, customer_id, secret_hash, expires_on) values ($1, $2, $3, current_date + $4::int)`,
    [randomUUID(), customerId, hashOf(secret), days],
  )
  return secret
}

export const revokeLink = (db: Db, id: string) =>
  db.run('update upkeep_link set revoked_at = now() where id = $1 and revoked_at is null', [id])

/** Customer behind a link that still holds; null for an unknown, ended or revoked one. */
export const linkHolder = (db: Db, secret: string) =>
  db.maybeOne<{ customerId: string; expiresOn: string }>(
    `select customer_id, to_char(expires_on, 'YYYY-MM-DD') as expires_on from upkeep_link
     where secret_hash = $1 and revoked_at is null and expires_on >= current_date`,
    [hashOf(secret)],
  )
