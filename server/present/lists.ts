import { type BallQuestion, type UpkeepQuestion, mostCounted, spanDays } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, orderBy, part } from '../database/page.ts'

const asPeopleOrder = (column: string) => `${column} collate "und-x-icu"`
const byOwner = [asPeopleOrder('customer_name'), asPeopleOrder('ball_name'), 'ball_id']

/** Columns of each order; each has its index. */
const columnsOf: Readonly<Record<BallQuestion['sort'], readonly string[]>> = {
  name: [asPeopleOrder('ball_name'), 'ball_id'],
  customer: byOwner,
  cover: ['cover', ...byOwner],
  grit: ['grit', 'ball_id'],
  games: ['games_on_surface', 'ball_id'],
  left: ['games_left', 'ball_id'],
  hardness: ['hardness_d', 'ball_id'],
  place: ['place', 'shelf', 'ball_id'],
  care: ['care desc', ...byOwner],
  oil: ['oil_share desc', 'ball_id'],
}

/** Ids of the balls that a question asks for, in its order, and how many there are. */
export async function ballPage(db: Db, question: BallQuestion): Promise<{ ids: string[]; total: number }> {
  const { q, cover, status, band, place, gamesFrom, gritFrom, gritTo, hardnessBelow, retired, sort, down } = question
  const asked = new Conditions()
  if (!retired) asked.and('not retired')
  asked
    .words(q, 'search')
    .when(cover, 'cover = $?')
    .when(status, 'status = $?')
    .when(band, 'style_band = $?')
    .when(place, 'place = $?')
    .when(gamesFrom, 'games_on_surface >= $?')
    .when(gritFrom, 'grit >= $?')
    .when(gritTo, 'grit <= $?')
    .when(hardnessBelow, 'hardness_d < $?')
  const total = await countUpTo(db, 'ball_present', asked)
  const columns = columnsOf[sort]
  const order = sort === 'care' || sort === 'oil' ? `order by ${columns.join(', ')}` : orderBy(columns, down)
  const rows = await db.many<{ ballId: string }>(
    `select ball_id from ball_present ${asked.where} ${order} ${part(asked, question)}`,
    asked.values,
  )
  return { ids: rows.map((row) => row.ballId), total }
}

/** Customers whose racks have something due within a span, those first whose ball is due first. */
export async function racksDue(
  db: Db,
  { within, q, offset, limit }: UpkeepQuestion,
): Promise<{ customerIds: string[]; total: number }> {
  const [days, at] = within === 'now' ? ['asked_days', 'asked_at'] : ['due_days', 'due_at']
  // Words are looked for among balls, else the racks' own rows answer.
  const from = q.trim() === '' ? 'rack_present' : 'ball_present'
  const asked = new Conditions()
  if (from === 'ball_present')
    asked.and('not retired').words(q, 'search').words(q, `(' ' || ball_name || ' ' || customer_name)`)
  const words = asked.values.length
  const span = asked.mark(spanDays[within])
  const first = asked.mark(offset + limit)
  const both = asked.where === '' ? 'where' : `${asked.where} and`
  const due = (condition: string) => `${both} ${condition}`
  const rows = await db.many<{ customerId: string }>(
    `select customer_id from (
       (select customer_id, customer_name, ${days} as days from ${from} ${due(`${days} <= ${span}`)}
        order by ${days}, customer_name collate "und-x-icu", customer_id limit ${first})
       union all
       (select customer_id, customer_name, greatest(0, extract(epoch from ${at} - now()) / 86400) as days from ${from}
        ${due(`${at} <= now() + make_interval(days => ${span}::int)`)} order by ${at}, customer_id limit ${first})) as first
     group by customer_id, customer_name order by min(days), customer_name collate "und-x-icu", customer_id
     limit ${asked.mark(limit)} offset ${asked.mark(offset)}`,
    asked.values,
  )
  const { total } = await db.one<{ total: number }>(
    `select count(distinct customer_id)::int as total from (select customer_id from ${from}
       ${due(`(${days} <= ${span} or ${at} <= now() + make_interval(days => ${span}::int))`)} limit ${mostCounted + 1}) as counted`,
    asked.values.slice(0, words + 1),
  )
  return { customerIds: rows.map((row) => row.customerId), total }
}

/** Customers of whose balls somebody asked something that falls due within some days, by their ids: a part after the one that was read last. */
export const racksAsked = async (db: Db, days: number, after: string | null, limit: number): Promise<string[]> =>
  (
    await db.many<{ customerId: string }>(
      `select customer_id from rack_present
       where ($2::uuid is null or customer_id > $2) and (asked_days <= $1 or asked_at <= now() + make_interval(days => $1::int))
       order by customer_id limit $3`,
      [days, after, limit],
    )
  ).map((row) => row.customerId)

/** Those of some customers of whose balls anything has changed since a time. */
export const changedSince = async (db: Db, customerIds: readonly string[], since: string): Promise<Set<string>> =>
  new Set(
    (
      await db.many<{ customerId: string }>(
        'select distinct customer_id from ball_present where customer_id = any($1) and (updated_at > $2 or stale is not null)',
        [customerIds, since],
      )
    ).map((row) => row.customerId),
  )
