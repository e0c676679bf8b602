import type { Db } from '../database/db.ts'

/** How large a made-up shop is. */
export interface ShopSize {
  readonly customers: number
  readonly ballsEach: number
  /** Sessions of three games logged for each ball, besides cleanings, recipes and moves. */
  readonly sessionsEach: number
  readonly trials: number
  readonly shotsEach: number
  readonly events: number
}

const names = `(array['Brim', 'Orro', 'Tam', 'Quel', 'Ysa', 'Wend', 'Pell', 'Hask', 'Dru', 'Fen', 'Gar', 'Ilm', 'Jor', 'Kest', 'Lov', 'Marn'])`
const ends = `(array['wick', 'stow', 'ow', 'ard', 'ley', 'mere', 'holt', 'by', 'ness', 'den', 'fold', 'gate'])`
/** A made-up name for a number, the same for the same number. */
const nameOf = (n: string) =>
  `${names}[1 + ${n} % 16] || ${ends}[1 + (${n} / 16) % 12] || ' ' || ${names}[1 + (${n} / 7) % 16] || ${ends}[1 + (${n} / 5) % 12] || ' ' || ${n}`
const idOf = (kind: string, n: string) => `md5('${kind}' || (${n}))::uuid`

/**
 * Fills a database with a made-up shop, by SQL alone, so that millions of rows take minutes. Triggers are off meanwhile, so the balls'
 * present states are left to be folded, as after a restored backup. The database user must be allowed to do that.
 */
export async function makeLargeShop(db: Db, size: ShopSize, log: (line: string) => void = () => {}): Promise<void> {
  const balls = size.customers * size.ballsEach
  const steps: readonly (readonly [what: string, sql: string])[] = [
    ['triggers off', `set local session_replication_role = replica`],
    [
      'customers',
      `insert into customer (id, name, hand, contact, speed_mph, rev_rpm, axis_rotation_deg, axis_tilt_deg, games_per_week)
       select ${idOf('c', 'n')}, ${nameOf('n')}, case when n % 8 = 0 then 'left' else 'right' end, n || '@example.org',
         14 + n % 7, 180 + n % 300, 30 + n % 40, 8 + n % 15, 3 + n % 4 from generate_series(1, ${size.customers}) n`,
    ],
    [
      'balls',
      `insert into ball (id, customer_id, name, cover, hardness_d, weight_lb, rg_in, differential_in, factory_grit, target_grit)
       select ${idOf('b', 'n')}, ${idOf('c', `1 + n % ${size.customers}`)}, ${names}[1 + n % 16] || ${ends}[1 + n % 12] || ' ' || n % 97,
         (array['solid', 'hybrid', 'pearl', 'urethane', 'polyester'])[1 + n % 5], 72 + n % 12, 15, 2.46 + (n % 10) * 0.01,
         0.02 + (n % 4) * 0.01, 2000, case when n % 3 = 0 then 2000 end from generate_series(1, ${balls}) n`,
    ],
    [
      'games',
      `insert into ball_event (id, ball_id, kind, happened_at, payload)
       select md5('g' || b || '-' || s)::uuid, ${idOf('b', 'b')}, 'games', now() - make_interval(days => (${size.sessionsEach} - s) * 5 + 1, hours => b % 20),
         jsonb_build_object('games', 3, 'volumeMl', 22 + b % 8, 'patternId', null)
       from generate_series(1, ${balls}) b, generate_series(1, ${size.sessionsEach}) s`,
    ],
    [
      'cleanings',
      `insert into ball_event (id, ball_id, kind, happened_at, payload)
       select md5('l' || b || '-' || s)::uuid, ${idOf('b', 'b')}, 'cleaned', now() - make_interval(days => (${size.sessionsEach} - s) * 5 + 1, hours => b % 20 - 1),
         '{"with": "cleaner"}' from generate_series(1, ${balls}) b, generate_series(2, ${size.sessionsEach} - b % 3, 6) s`,
    ],
    [
      'moves',
      `insert into ball_event (id, ball_id, kind, happened_at, payload)
       select md5('m' || b)::uuid, ${idOf('b', 'b')}, 'moved', now() - interval '2 years',
         jsonb_build_object('place', case when b % 50 = 0 then 'shelf' else 'customer' end, 'shelf', case when b % 50 = 0 then 'A' || b % 40 else '' end)
       from generate_series(1, ${balls}) b`,
    ],
    [
      'patterns',
      `insert into pattern (id, name) select ${idOf('p', 'n')}, 'Pattern ' || n from generate_series(1, 60) n`,
    ],
    [
      'loads',
      `insert into pattern_load (pattern_id, position, from_board, to_board, loads, microlitres_per_board, start_ft, end_ft)
       select ${idOf('p', 'n')}, k, 2 + k * 3, 38 - k * 3, 3, 45, k * 6, 8 + k * 8 from generate_series(1, 60) n, generate_series(0, 3) k`,
    ],
    [
      'events ahead and over',
      `insert into event (id, name, kind, place, starts_on, ends_on)
       select ${idOf('e', 'n')}, 'Event ' || n, case when n % 3 = 0 then 'tournament' else 'league' end, ${nameOf('n')},
         current_date + (n % 730) - 700, current_date + (n % 730) - 700 + case when n % 3 = 0 then 2 else 90 end
       from generate_series(1, ${size.events}) n`,
    ],
    [
      'entries',
      `insert into event_entry (event_id, customer_id)
       select distinct ${idOf('e', 'n')}, ${idOf('c', `1 + (n * 37 + k) % ${size.customers}`)}
       from generate_series(1, ${size.events}) n, generate_series(1, 40) k`,
    ],
    [
      'patterns of events',
      `insert into event_pattern (event_id, pattern_id) select ${idOf('e', 'n')}, ${idOf('p', '1 + n % 60')} from generate_series(1, ${size.events}) n`,
    ],
    [
      'trials',
      `insert into trial (id, customer_id, pattern_id, question, started_at, design)
       select ${idOf('t', 'n')}, b.customer_id, ${idOf('p', '1 + n % 60')}, 'Does it come back, question ' || n, now() - make_interval(hours => n % 9000), 'change'
       from generate_series(1, ${size.trials}) n join ball b on b.id = ${idOf('b', `1 + (n * 13) % ${balls}`)}`,
    ],
    [
      'arms',
      `insert into trial_arm (trial_id, arm, label, ball_id, surface)
       select ${idOf('t', 'n')}, a, case a when 1 then 'as it is' else 'resurfaced' end, ${idOf('b', `1 + (n * 13) % ${balls}`)},
         jsonb_build_object('effectiveRaUm', 0.3 * a, 'grit', 3400 / a, 'oilShare', 0.3, 'settled', true)
       from generate_series(1, ${size.trials}) n, generate_series(1, 2) a`,
    ],
    [
      'shots',
      `insert into shot (id, trial_id, sequence, arm, thrown_at, feet_board, target_board, read, entry_board)
       select md5('s' || n || '-' || k)::uuid, ${idOf('t', 'n')}, k, 1 + k % 2, now() - make_interval(hours => n % 9000),
         22, 12, 'right', 16 + (n + k) % 4 from generate_series(1, ${size.trials}) n, generate_series(1, ${size.shotsEach}) k`,
    ],
    [
      'work done and waiting',
      `insert into job (id, ball_id, kind, due_on, state, done_at, started_at)
       select ${idOf('j', 'n')}, ${idOf('b', `1 + (n * 11) % ${balls}`)}, 'clean', current_date + n % 14 - 2,
         case when n % 40 = 0 then 'waiting' else 'done' end, case when n % 40 = 0 then null else now() - interval '90 days' end, case when n % 40 = 0 then null else now() - interval '90 days' end
       from generate_series(1, ${Math.floor(balls / 10)}) n on conflict do nothing`,
    ],
    ['long ago', `update job set updated_at = now() - interval '90 days' where state = 'done'`],
    [
      'racks',
      `insert into rack_present (customer_id, customer_name, stale) select id, name, 0 from customer on conflict do nothing`,
    ],
    [
      'present states, still to be folded',
      `insert into ball_present (ball_id, customer_id, ball_name, customer_name, cover, hardness_d, retired, stale)
       select b.id, b.customer_id, b.name, c.name, b.cover, b.hardness_d, false, 0 from ball b join customer c on c.id = b.customer_id
       on conflict do nothing`,
    ],
    ['words of trials', `select write_trial_words(array(select id from trial))`],
    ['triggers on', `set local session_replication_role = origin`],
  ]
  for (const [what, sql] of steps) {
    const from = performance.now()
    await db.run(sql)
    log(`${what}: ${((performance.now() - from) / 1000).toFixed(1)} s`)
  }
}

/** What the planner knows of the tables, made up to date; outside a transaction. */
export const analyse = (db: Db) => db.run('vacuum analyze')
