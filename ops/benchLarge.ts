import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { performance } from 'node:perf_hooks'
import { join } from 'node:path'
import express from 'express'
import pg from 'pg'
import { openDatabase } from '../server/database/db.ts'
import { migrate } from '../server/database/migrate.ts'
import { ensureShop } from '../server/shop/store.ts'
import { createStaff } from '../server/staff/store.ts'
import { type ShopSize, analyse, makeLargeShop } from '../server/test/largeShop.ts'
import { createDatabase, migrationsFolder } from './administer.ts'
import { rebuildPresent } from './database.ts'
import { projectRoot } from './root.ts'

/**
 * A shop of 20,000 customers, 100,000 balls and five million events and shots: the ten answers that a counter asks for most, with twenty
 * of them at once, beside a bare Express and node-postgres server that runs only the main query of each.
 */
const size: ShopSize = {
  customers: 20_000,
  ballsEach: 5,
  sessionsEach: 38,
  trials: 40_000,
  shotsEach: 12,
  events: 4000,
}
const users = 20
const seconds = 6
const [port, barePort] = [4392, 4393]
const row = (name: string, value: string) => console.log(`${name.padEnd(62)} ${value}`)

interface Answer {
  readonly name: string
  readonly path: (at: number) => string
  /** Main query of the answer, for the bare server. */
  readonly bare: { readonly sql: string; readonly values: (at: number) => unknown[] }
}

const quantile = (sorted: readonly number[], share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? NaN

/** Twenty users who ask one after the other, each as soon as the last answer is there. */
async function load(origin: string, cookie: string, paths: (at: number) => string): Promise<readonly number[]> {
  const times: number[] = []
  const until = performance.now() + seconds * 1000
  let at = 0
  const user = async () => {
    while (performance.now() < until) {
      const from = performance.now()
      const response = await fetch(`${origin}${paths((at += 1))}`, { headers: { cookie } })
      await response.arrayBuffer()
      if (!response.ok) throw new Error(`${response.status} for ${paths(at)}`)
      times.push(performance.now() - from)
    }
  }
  await Promise.all(Array.from({ length: users }, user))
  return times.sort((a, b) => a - b)
}

async function signIn(origin: string, login: string, password: string): Promise<string> {
  const response = await fetch(`${origin}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: origin },
    body: JSON.stringify({ login, password }),
  })
  if (!response.ok) throw new Error(`sign-in: ${response.status}`)
  return response.headers.getSetCookie()[0]!.split(';')[0]!
}

export async function largeShopFigures(adminUrl: (name: string) => string): Promise<void> {
  const name = 'bench_large'
  const url = adminUrl(name)
  await createDatabase(adminUrl('postgres'), name, { anew: true })
  await migrate(url, migrationsFolder)
  const database = openDatabase(url)
  const login = { login: 'bench', password: randomUUID() }
  await ensureShop(database, 'Large shop', randomUUID())
  await createStaff(database, { ...login, id: randomUUID(), name: 'Bench', role: 'owner', active: true })
  const made = performance.now()
  await database.transaction((db) => makeLargeShop(db, size, (line) => console.log(`  ${line}`)))
  await analyse(database)
  row('large shop made by SQL', `${((performance.now() - made) / 1000).toFixed(0)} s`)
  const counts = await database.one<Record<string, number>>(
    `select (select count(*) from customer)::int as customers, (select count(*) from ball)::int as balls,
       (select count(*) from ball_event)::int as events, (select count(*) from shot)::int as shots`,
  )
  row(
    'its size',
    Object.entries(counts)
      .map(([what, n]) => `${n} ${what}`)
      .join(', '),
  )
  const rebuilt = performance.now()
  await rebuildPresent(url, (line) => console.log(`  ${line}`))
  row('present state of every ball folded anew', `${((performance.now() - rebuilt) / 1000).toFixed(0)} s`)
  await analyse(database)
  const pick = async (sql: string) => (await database.many<{ id: string }>(sql)).map((one) => one.id)
  const [balls, customers, trials] = await Promise.all([
    pick('select id from ball order by md5(id::text) limit 500'),
    pick('select id from customer order by md5(id::text) limit 500'),
    pick('select id from trial order by md5(id::text) limit 500'),
  ])
  await database.close()
  const any = (ids: readonly string[]) => (at: number) => ids[at % ids.length]!
  const [ball, customer, trial] = [any(balls), any(customers), any(trials)]
  const answers: readonly Answer[] = [
    {
      name: 'one ball',
      path: (at) => `/balls/${ball(at)}`,
      bare: { sql: 'select * from ball_whole where id = $1', values: (at) => [ball(at)] },
    },
    {
      name: 'a rack',
      path: (at) => `/customers/${customer(at)}/rack`,
      bare: { sql: 'select * from ball_whole where customer_id = $1', values: (at) => [customer(at)] },
    },
    {
      name: 'history of a ball',
      path: (at) => `/balls/${ball(at)}/events`,
      bare: {
        sql: 'select * from ball_history where ball_id = $1 order by happened_at, seq',
        values: (at) => [ball(at)],
      },
    },
    {
      name: 'list of balls',
      path: (at) => `/balls?sort=care&offset=${(at % 10) * 50}`,
      bare: {
        sql: `select w.* from ball_present p join ball_whole w on w.id = p.ball_id where not p.retired order by p.care desc, p.customer_name collate "und-x-icu", p.ball_name collate "und-x-icu", p.ball_id limit 50 offset $1`,
        values: (at) => [(at % 10) * 50],
      },
    },
    {
      name: 'list of customers',
      path: (at) => `/customers?offset=${(at % 10) * 50}`,
      bare: {
        sql: `select * from customer c join rack_present r on r.customer_id = c.id order by c.name collate "und-x-icu", c.distinction, c.id limit 50 offset $1`,
        values: (at) => [(at % 10) * 50],
      },
    },
    {
      name: 'upkeep board',
      path: (at) => `/upkeep?within=week&limit=20&offset=${(at % 10) * 20}`,
      bare: {
        sql: `select w.* from (select customer_id from rack_present where due_days <= 7 order by due_days, customer_name collate "und-x-icu", customer_id limit 20 offset $1) r join ball_whole w on w.customer_id = r.customer_id`,
        values: (at) => [(at % 10) * 20],
      },
    },
    {
      name: 'list of trials',
      path: (at) => `/trials?limit=25&offset=${(at % 10) * 25}`,
      bare: {
        sql: `select t.*, s.* from (select trial_id from trial_words order by started_at desc, trial_id desc limit 25 offset $1) w join trial t on t.id = w.trial_id join shot s on s.trial_id = t.id`,
        values: (at) => [(at % 10) * 25],
      },
    },
    {
      name: 'one trial',
      path: (at) => `/trials/${trial(at)}`,
      bare: {
        sql: 'select t.*, s.* from trial t join shot s on s.trial_id = t.id where t.id = $1',
        values: (at) => [trial(at)],
      },
    },
    {
      name: 'coverage of a customer',
      path: (at) => `/coverage/${customer(at)}`,
      bare: {
        sql: 'select w.*, (select count(*) from trial where customer_id = w.customer_id) from ball_whole w where w.customer_id = $1',
        values: (at) => [customer(at)],
      },
    },
    {
      name: 'surface of a ball',
      path: (at) => `/surface/${ball(at)}`,
      bare: {
        sql: 'select w.*, (select json_agg(h) from ball_history h where h.ball_id = w.id) from ball_whole w where w.id = $1',
        values: (at) => [ball(at)],
      },
    },
    {
      name: 'search',
      path: (at) => `/search?q=${['brimwick', 'tam 7', 'or', 'question 33', 'zzq'][at % 5]}`,
      bare: {
        sql: `select * from ball_present where search ilike $1 and not retired order by ball_name collate "und-x-icu", ball_id limit 6`,
        values: (at) => [`%${['brimwick', 'tam', ' or', 'question', 'zzq'][at % 5]}%`],
      },
    },
    {
      name: 'bench strip',
      path: () => '/bench/strip',
      bare: { sql: `select count(*) from job where state = 'waiting'`, values: () => [] },
    },
  ]
  const started = performance.now()
  const server = spawn(process.execPath, [join(projectRoot, 'server/dist/main.js')], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, DATABASE_URL: url, PORT: String(port), LOG_LEVEL: 'error' },
  })
  await new Promise((resolve) => server.once('message', resolve))
  row('start of the server on it', `${((performance.now() - started) / 1000).toFixed(1)} s`)
  const pool = new pg.Pool({ connectionString: url, max: 10 })
  const bare = express()
  answers.forEach(({ bare: { sql, values } }, index) =>
    bare.get(`/${index}/:at`, async (request, response) => {
      response.json((await pool.query(sql, values(Number(request.params.at)))).rows)
    }),
  )
  const bareServer = createServer(bare).listen(barePort, '127.0.0.1')
  try {
    const origin = `http://127.0.0.1:${port}`
    const cookie = await signIn(origin, login.login, login.password)
    for (const [index, { name: what, path }] of answers.entries()) {
      const ours = await load(`${origin}/api`, cookie, path)
      const theirs = await load(`http://127.0.0.1:${barePort}`, '', (at) => `/${index}/${at}`)
      row(
        `${what}, ${users} users: p50, p95 (bare p95, times it)`,
        `${quantile(ours, 0.5).toFixed(0)} ms, ${quantile(ours, 0.95).toFixed(0)} ms (${quantile(theirs, 0.95).toFixed(0)} ms, ${(quantile(ours, 0.95) / quantile(theirs, 0.95)).toFixed(1)}×), ${(ours.length / seconds).toFixed(0)}/s`,
      )
    }
    row('memory of the server then', `${Math.round(memoryOf(server.pid!) / 1000)} MB`)
  } finally {
    bareServer.close()
    bareServer.closeAllConnections()
    await pool.end()
    server.kill('SIGTERM')
    await new Promise((resolve) => server.once('exit', resolve))
  }
}

const memoryOf = (pid: number) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN)
