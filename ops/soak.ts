import { type ChildProcess, spawn } from 'node:child_process'
import { randomInt, randomUUID } from 'node:crypto'
import { openSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { openDatabase } from '../server/database/db.ts'
import { migrate } from '../server/database/migrate.ts'
import { access } from '../server/http/access.ts'
import { type ShopSize, analyse, makeLargeShop } from '../server/test/largeShop.ts'
import { buildAll } from './build.ts'
import { createDatabase, demoSignIns, migrationsFolder } from './administer.ts'
import { prepareDatabase, rebuildPresent } from './database.ts'
import { type Cluster, startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'

/**
 * `npm run soak`: two servers and a worker on one database, many users who read and write, some whose network flaps, some who send rubbish, while
 * servers, the database and its connections are killed at random. Says what was lost or doubled, and how soon answers came. `-- --minutes 8`,
 * `--users 50`, `--calm` (no kills: for memory and times), `--large` (100,000 balls, five million rows), `--again` (the shop of the run before), `--pause 1000` (what a user takes between two
 * requests, on average, in ms: without, they ask as fast as they can).
 */
const numberOf = (name: string, usual: number) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? usual : Number(process.argv[at + 1])
}
const minutes = numberOf('minutes', 8)
const users = numberOf('users', 50)
const pauseMs = numberOf('pause', 30)
const anew = !process.argv.includes('--again')
const calm = process.argv.includes('--calm')
const large = process.argv.includes('--large')
const small: ShopSize = { customers: 1000, ballsEach: 5, sessionsEach: 6, trials: 500, shotsEach: 8, events: 200 }
const huge: ShopSize = {
  customers: 20_000,
  ballsEach: 5,
  sessionsEach: 38,
  trials: 40_000,
  shotsEach: 12,
  events: 4000,
}
const ports = [4394, 4395]
const folder = join(projectRoot, '.local', 'soak-postgres')
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const any = <T>(all: readonly T[]): T => all[randomInt(all.length)]!
const quantile = (sorted: readonly number[], share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? NaN
const row = (name: string, value: string | number) => console.log(`${name.padEnd(46)} ${value}`)

await buildAll()
if (anew) rmSync(folder, { recursive: true, force: true })
let cluster: Cluster = await startCluster({ folder, preferredPort: 54510 })
const name = 'soak'
const urlNow = () => cluster.url(name)
if (anew) {
  await createDatabase(cluster.url('postgres'), name, { anew: true })
  await prepareDatabase(urlNow(), 'demo', () => {})
  const maker = openDatabase(urlNow())
  await maker.transaction((db) => makeLargeShop(db, large ? huge : small))
  await maker.close()
  await rebuildPresent(urlNow(), () => {})
} else await migrate(urlNow(), migrationsFolder)
const looker = openDatabase(urlNow())
await analyse(looker)
const ballIds = (await looker.many<{ id: string }>('select id from ball order by md5(id::text) limit 400')).map(
  ({ id }) => id,
)
const customerIds = (await looker.many<{ id: string }>('select id from customer order by md5(id::text) limit 400')).map(
  ({ id }) => id,
)
const rows = await looker.one<{ n: number }>('select sum(n_live_tup)::int as n from pg_stat_user_tables')
await looker.close()

interface Process {
  child: ChildProcess | null
  readonly start: () => void
}
/** What the processes say, for whoever looks after a run. */
const log = openSync(join(projectRoot, '.local', 'soak.log'), 'w')
let stopping = false
const restartMs = 500
function kept(file: string, env: Record<string, string>): Process {
  const one: Process = {
    child: null,
    start() {
      one.child = spawn(process.execPath, [join(projectRoot, 'server/dist', file)], {
        stdio: ['ignore', log, log, 'ipc'],
        env: { ...process.env, ...env, DATABASE_URL: urlNow(), LOG_LEVEL: 'error' },
      })
      one.child.once('exit', () => stopping || setTimeout(one.start, restartMs))
    },
  }
  one.start()
  return one
}
const servers = ports.map((port) => kept('main.js', { PORT: String(port) }))
const worker = kept('worker.js', {})
for (const port of ports)
  while (
    !(await fetch(`http://127.0.0.1:${port}/readyz`).then(
      ({ ok }) => ok,
      () => false,
    ))
  )
    await sleep(200)

const statuses = new Map<string, number>()
const count = (what: string) => statuses.set(what, (statuses.get(what) ?? 0) + 1)
const times: number[] = []
const timesOf = new Map<string, number[]>()
let [retried, gaveUp, flaps] = [0, 0, 0]
const patienceMs = 60_000

async function whole(address: string, init: RequestInit): Promise<Response> {
  const response = await fetch(address, init)
  await response.arrayBuffer()
  return response
}

/** One request as the page sends it: asked again under the same write id until a server answers. */
async function ask(
  cookie: string,
  method: string,
  path: string,
  body?: unknown,
  flapping = false,
): Promise<Response | null> {
  const writeId = randomUUID()
  let at = randomInt(ports.length)
  const began = performance.now()
  for (let tries = 0; performance.now() - began < patienceMs; tries += 1) {
    const origin = `http://127.0.0.1:${ports[at++ % ports.length]}`
    const from = performance.now()
    // A network that breaks off at any moment, also when the answer is on its way.
    const signal = flapping && tries < 2 ? AbortSignal.timeout(randomInt(1, 40)) : AbortSignal.timeout(15_000)
    try {
      // Node's own fetch now and then never comes back from one that broke off; it is not waited for.
      const response = await Promise.race([
        whole(`${origin}/api${path}`, {
          method,
          signal,
          headers: {
            cookie,
            Origin: origin,
            'X-Write-Id': writeId,
            ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
          },
          ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        }),
        sleep(17_000).then((): never => {
          throw new Error('no answer')
        }),
      ])
      if (response.status < 502) {
        if (response.status === 500) count(`500 ${method} ${path.replace(/[0-9a-f-]{36}/g, ':id')}`)
        if (tries === 0) {
          const ms = performance.now() - from
          times.push(ms)
          const key = `${method} ${path.replace(/[0-9a-f-]{36}/g, ':id').replace(/\?.*/, '')}`
          timesOf.set(key, [...(timesOf.get(key) ?? []), ms])
        } else retried += 1
        return response
      }
      count('503')
    } catch {
      if (flapping && tries < 2) flaps += 1
    }
    await sleep(100 + randomInt(300))
  }
  gaveUp += 1
  return null
}

async function signIn(): Promise<string> {
  const { login, password } = any(demoSignIns())
  for (;;) {
    const answer = await ask('', 'POST', '/session', { login, password })
    const cookie = answer?.headers.getSetCookie().find((one) => one.startsWith('sleetfall='))
    if (answer?.ok && cookie) return cookie.split(';')[0]!
    await sleep(500)
  }
}

// One after the other: many at once of one name look like guesses.
const cookies: string[] = []
for (let n = 0; n < users + 3; n += 1) cookies.push(await signIn())

const acknowledged: { readonly what: 'event' | 'customer'; readonly id: string }[] = []
const until = performance.now() + minutes * 60_000
const reads: readonly (() => string)[] = [
  () => `/balls/${any(ballIds)}`,
  () => `/balls/${any(ballIds)}/events`,
  () => `/customers/${any(customerIds)}/rack`,
  () => `/balls?sort=care&offset=${randomInt(5) * 50}`,
  () => `/customers?q=${any(['br', 'tam', 'or', 'wick'])}`,
  () => '/bench/strip',
  () => '/upkeep?within=week&limit=20',
  () => '/trials?limit=25',
  () => `/search?q=${any(['brimwick 17', 'tamley', 'quel'])}`,
]
async function user(cookie: string, flapping: boolean): Promise<void> {
  while (performance.now() < until) {
    if (randomInt(5) > 0) await ask(cookie, 'GET', any(reads)(), undefined, flapping)
    else {
      const id = randomUUID()
      const event = randomInt(4) > 0
      const answer = event
        ? await ask(
            cookie,
            'POST',
            `/balls/${any(ballIds)}/events`,
            { id, kind: 'games', games: randomInt(1, 5), happenedAt: new Date(Date.now() - 60_000).toISOString() },
            flapping,
          )
        : await ask(cookie, 'POST', '/customers', { id, name: `Soak ${id}`, hand: 'right' }, flapping)
      if (answer?.ok) acknowledged.push({ what: event ? 'event' : 'customer', id })
      else if (answer) count(`refused ${answer.status}`)
    }
    await sleep(randomInt(2 * pauseMs))
  }
}

const odd: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  '',
  'x'.repeat(3000),
  '\u0000',
  '__proto__',
  [],
  {},
  [[null]],
  '2031-02-30',
  { toString: 1 },
  randomUUID(),
]
const fields = [
  'id',
  'version',
  'name',
  'kind',
  'hand',
  'customerId',
  'ballId',
  'happenedAt',
  'games',
  'grits',
  'steps',
  'loads',
  'payload',
  '__proto__',
  'constructor',
]
let hostileSent = 0
/** Sends rubbish over every route; nothing of it may be answered 500. */
async function hostile(cookie: string): Promise<void> {
  const open = access.filter(([, path]) => !/stream|session|staff|transfer|backups|devices/.test(path))
  while (performance.now() < until) {
    const [method, path] = any(open)
    const place = path.replace(/:[A-Za-z]+/g, () => any(['x', '0', '%00', '-1', 'toString', '..%2f..', randomUUID()]))
    const body =
      method === 'GET'
        ? undefined
        : Object.fromEntries(Array.from({ length: randomInt(6) }, () => [any(fields), any(odd)]))
    await ask(
      cookie,
      method,
      `${place}?q=${encodeURIComponent(JSON.stringify(any(odd)) ?? '')}&limit=${any(['0', '-1', 'x', '1e9', '50'])}`,
      body,
    )
    hostileSent += 1
    await sleep(randomInt(40))
  }
}

const kills: Record<string, number> = { server: 0, 'rolling restart': 0, worker: 0, connections: 0, database: 0 }
async function killer(): Promise<void> {
  while (performance.now() < until - 20_000) {
    await sleep(4000 + randomInt(6000))
    const what = any(Object.keys(kills))
    kills[what]! += 1
    if (what === 'server') any(servers).child?.kill('SIGKILL')
    else if (what === 'worker') worker.child?.kill('SIGKILL')
    else if (what === 'rolling restart')
      for (const one of servers) {
        one.child?.kill('SIGTERM')
        await sleep(3000)
      }
    else if (what === 'connections') {
      const database = openDatabase(urlNow(), { connections: 1 })
      await database
        .run('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1 and pid <> pg_backend_pid()', [
          name,
        ])
        .catch(() => {})
      await database.close()
    } else {
      const [pid] = readFileSync(join(folder, 'data', 'postmaster.pid'), 'utf8').split('\n')
      process.kill(Number(pid), 'SIGKILL')
      await sleep(1000)
      cluster = await startCluster({ folder, preferredPort: 54510 })
    }
  }
}

const megabytes = ({ child }: Process): number => {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child!.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
  } catch {
    return 0
  }
}
const memory: number[][] = []
const watch = setInterval(() => memory.push(servers.map(megabytes)), 15_000)
let toldOf = 0
/** How it goes, once a minute: a long run shows whether answers get slower or memory grows. */
const tell = setInterval(() => {
  const lately = times.slice(toldOf).sort((a, b) => a - b)
  toldOf = times.length
  console.log(
    `  ${lately.length} answers in a minute, 95 % within ${quantile(lately, 0.95).toFixed(0)} ms; servers ${servers
      .map((one) => megabytes(one).toFixed(0))
      .join(' + ')} MB`,
  )
}, 60_000)

console.log(`${users} users, two servers, a worker, ${rows.n} rows, ${minutes} minutes${calm ? ', no kills' : ''}`)
const flapping = Math.ceil(users / 5)
await Promise.all([
  ...cookies.slice(3).map((cookie, at) => user(cookie, at < flapping)),
  // Rubbish and kills are for the other question: whether anything is lost.
  ...(calm ? [] : [...cookies.slice(0, 3).map(hostile), killer()]),
])
clearInterval(watch)
clearInterval(tell)

// Whatever fell last stands again before it is looked what is there.
await sleep(2000)
const found = openDatabase(urlNow())
const idsOf = (what: 'event' | 'customer') => acknowledged.filter((one) => one.what === what).map(({ id }) => id)
const there = async (table: string, ids: readonly string[]) =>
  (await found.one<{ n: number }>(`select count(*)::int as n from ${table} where id = any ($1::uuid[])`, [ids])).n
const lost =
  acknowledged.length - (await there('ball_event', idsOf('event'))) - (await there('customer', idsOf('customer')))
const doubled = (
  await found.one<{ n: number }>(
    `select count(*)::int as n from (select subject_id from journal where what = 'POST /customers' group by 1 having count(*) > 1) twice`,
  )
).n
await found.close()
stopping = true
for (const { child } of [...servers, worker]) child?.kill('SIGKILL')
cluster.stop()

const sorted = [...times].sort((a, b) => a - b)
const errors = [...statuses].filter(([what]) => what.startsWith('500'))
row(
  'answers at the first try',
  `${sorted.length}: half within ${quantile(sorted, 0.5).toFixed(0)} ms, 95 % within ${quantile(sorted, 0.95).toFixed(0)} ms, 99 % within ${quantile(sorted, 0.99).toFixed(0)} ms`,
)
for (const [key, ms] of [...timesOf].filter(([, all]) => all.length > 20).sort(([a], [b]) => (a < b ? -1 : 1))) {
  const own = ms.sort((a, b) => a - b)
  if (calm)
    row(
      `  ${key}`,
      `${own.length}: ${quantile(own, 0.5).toFixed(0)} ms, 95 % within ${quantile(own, 0.95).toFixed(0)} ms`,
    )
}
row('answers after asking again', `${retried}, ${gaveUp} not within a minute`)
row('broken off by a flapping network', flaps)
row('told to ask again (503)', statuses.get('503') ?? 0)
row('rubbish sent', hostileSent)
row(
  'answers of 500',
  errors.reduce((sum, [, n]) => sum + n, 0),
)
for (const [what, n] of errors) row(`  ${what}`, n)
for (const [what, n] of statuses) if (what.startsWith('refused')) row(`  writes ${what}`, n)
if (!calm)
  row(
    'kills',
    Object.entries(kills)
      .map(([what, n]) => `${n} ${what}`)
      .join(', '),
  )
row('writes acknowledged, lost, doubled', `${acknowledged.length}, ${lost}, ${doubled}`)
row(
  'memory of the servers, MB, over time',
  memory
    .filter((_, at) => at % Math.ceil(memory.length / 8) === 0)
    .map((all) => all.map((one) => one.toFixed(0)).join('+'))
    .join('  '),
)
process.exit(lost > 0 || doubled > 0 || errors.length > 0 || gaveUp > 0 ? 1 : 0)
