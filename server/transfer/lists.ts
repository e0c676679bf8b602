import type { Writable } from 'node:stream'
import type { ListName } from '@sleetfall/contract'
import Papa from 'papaparse'
import type { Database } from '../database/db.ts'

/** Each list as a table for other programs, records by their names; its columns are what the query calls them. */
const queries = {
  customers: `select c.name, c.distinction, c.hand, c.two_handed, c.junior, c.contact, c.speed_mph, c.rev_rpm, c.axis_rotation_deg, c.axis_tilt_deg,
      c.pap_over_in, c.pap_up_in, c.games_per_week, c.note, c.retired_on, (select count(*) from ball b where b.customer_id = c.id) as balls
    from customer c order by lower(c.name), c.id`,
  balls: `select c.name as customer, b.name, b.cover, b.weight_lb, b.hardness_d, b.rg_in, b.differential_in, b.intermediate_differential_in, b.pin_distance_in,
      p.drilling_angle_deg, p.pin_to_pap_in, p.val_angle_deg, b.factory_grit, b.target_grit, round(p.grit::numeric) as grit_now,
      round(p.games_on_surface::numeric, 1) as games_on_surface, round(p.oil_share::numeric, 3) as oil_share, p.place, p.shelf, b.bought_on, b.drilled_on, b.note, b.retired_on
    from ball b join customer c on c.id = b.customer_id left join ball_present p on p.ball_id = b.id order by lower(c.name), lower(b.name), b.id`,
  history: `select c.name as customer, b.name as ball, e.happened_at, e.kind, e.payload from ball_event e join ball b on b.id = e.ball_id
      join customer c on c.id = b.customer_id where e.kind <> 'withdrawn' and not exists (select from ball_event w where w.withdraws = e.id) order by e.happened_at, e.seq`,
  patterns: `select p.name, p.trust, p.estimated, p.note, p.retired_on, l.position + 1 as row, l.from_board, l.to_board, l.loads, l.microlitres_per_board, l.start_ft, l.end_ft
    from pattern p left join pattern_load l on l.pattern_id = p.id order by lower(p.name), p.id, l.position`,
  events: `select e.name, e.kind, e.place, e.starts_on, e.ends_on, e.format, e.games, e.balls_carried, e.note,
      (select string_agg(p.name, '; ' order by p.name) from event_pattern n join pattern p on p.id = n.pattern_id where n.event_id = e.id) as patterns,
      (select string_agg(c.name, '; ' order by c.name) from event_entry n join customer c on c.id = n.customer_id where n.event_id = e.id) as customers
    from event e order by e.starts_on, e.id`,
  trials: `select t.question, c.name as customer, p.name as pattern, t.started_at, t.design, s.sequence, a.label as arm, s.thrown_at, s.feet_board, s.target_board,
      s.arrows_board, s.read, s.entry_board, s.entry_angle_deg, s.speed_mph, array_to_string(s.leave, ' ') as leave, s.shape, s.execution, s.warm_up, s.set_aside_reason, s.note
    from trial t join customer c on c.id = t.customer_id left join pattern p on p.id = t.pattern_id left join shot s on s.trial_id = t.id
      left join trial_arm a on a.trial_id = s.trial_id and a.arm = s.arm order by t.started_at, t.id, s.sequence`,
  work: `select c.name as customer, b.name as ball, j.kind, j.recipe_key, j.state, j.due_on, j.started_at, j.done_at, j.reason from job j join ball b on b.id = j.ball_id
      join customer c on c.id = b.customer_id order by j.created_at, j.id`,
  stock: `select name, cover, hardness_d, rg_in, differential_in, intermediate_differential_in, factory_grit, weight_lb, in_stock from stock_ball order by lower(name), id`,
  supplies: `select name, abrasive, grit, purpose, life_balls, uses, spare, reorder_at, price from pad order by lower(name), id`,
} as const satisfies Record<ListName, string>
export const isListName = (name: string): name is ListName => Object.hasOwn(queries, name)

const atOnce = 1000
const cell = (value: unknown) =>
  value instanceof Date
    ? value.toISOString()
    : typeof value === 'object' && value !== null
      ? JSON.stringify(value)
      : value

/** Writes a list as CSV, a part at a time. A cell that begins like a formula is given as text. */
export async function writeList(database: Database, name: ListName, out: Writable): Promise<void> {
  const client = await database.pool.connect()
  try {
    await client.query('begin isolation level repeatable read read only')
    await client.query(`declare list no scroll cursor for ${queries[name]}`)
    for (let first = true; ; first = false) {
      const { rows, fields } = await client.query<Record<string, unknown>>(`fetch ${atOnce} from list`)
      const columns = fields.map((field) => field.name)
      const lines = rows.map((row) => columns.map((column) => cell(row[column])))
      const text = Papa.unparse(first ? [columns, ...lines] : lines, { escapeFormulae: true, newline: '\r\n' })
      if (text !== '' && !out.write(`${text}\r\n`) && !out.destroyed)
        await new Promise((resolve) => out.once('drain', resolve).once('close', resolve))
      if (rows.length < atOnce || out.destroyed) break
    }
  } finally {
    await client.query('rollback').catch(() => {})
    client.release()
  }
}
