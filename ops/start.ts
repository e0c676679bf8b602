import { type ChildProcess, spawn } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { toString } from 'qrcode'
import { buildAll } from './build.ts'
import { createDatabase, demoSignIns } from './administer.ts'
import { codeForOwner, prepareDatabase, rebuildPresent } from './database.ts'
import { takeLock } from './lock.mjs'
import { backupBeforeMigration } from './backup.ts'
import { backupEnvironment } from './backupEnvironment.ts'
import { certificateFor } from './network.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'
import { networkAddresses } from '../server/shop/addresses.ts'

const fresh = process.argv.includes('--fresh')
const empty = process.argv.includes('--empty')
const port = Number(process.env['PORT'] ?? 4310)
const local = join(projectRoot, '.local')
// The demo and an own shop live side by side, so that trying the one never touches the other.
const databaseName = empty ? 'sleetfall_empty' : 'sleetfall'

const tls = process.argv.includes('--tls')
const host = process.env['HOST'] ?? '127.0.0.1'
const rebuild = process.argv.includes('--rebuild')
const unknown = process.argv
  .slice(2)
  .filter((argument) => !['--fresh', '--empty', '--rebuild', '--no-backup', '--tls'].includes(argument))
if (unknown.length > 0)
  fail(
    `Unknown: ${unknown.join(' ')}. Use --fresh (reload the demo), --empty (start without demo data), --rebuild (fold every ball's present state anew), --tls (serve under a certificate) or --no-backup (change the schema without a backup before it).`,
  )
if (fresh && empty) fail('--fresh reloads the demo and --empty starts without it: use one of them.')
if (!Number.isInteger(port) || port < 1 || port > 65535) fail('PORT: a whole number, 1 to 65535')
const given = process.env['DATABASE_URL']
if (given && fresh) fail('--fresh is refused with DATABASE_URL: empty that database yourself, then start again.')
const portTaken = `Port ${port} is taken. Choose another one: PORT=${port + 1} npm start`
if (!(await free(port))) fail(portTaken)

// Of two starts at once the second waits until the first has built, made and filled what both need.
const unlock = await takeLock(join(local, 'starting'), () =>
  console.log('Another start of this checkout is under way; waiting …'),
)
await buildAll()
const dataFolder = process.env['SLEETFALL_DATA'] ?? join(local, 'postgres')
let cluster = given ? null : await startCluster({ folder: dataFolder, preferredPort: 54310 }).catch(told)
let databaseUrl = given ?? ''
if (cluster) {
  await createDatabase(cluster.url('postgres'), databaseName, { anew: fresh })
  databaseUrl = cluster.url(databaseName)
}
// A shop whose database somebody else looks after is backed up there.
const backups = cluster ? backupEnvironment(databaseName) : {}
if (cluster && !process.argv.includes('--no-backup'))
  await backupBeforeMigration({ ...backups, DATABASE_URL: databaseUrl }).catch(told)
const { made } = await prepareDatabase(databaseUrl, empty ? 'empty' : 'demo').catch(told)
if (rebuild) await rebuildPresent(databaseUrl).catch(told)
const ownerCode = await codeForOwner(databaseUrl).catch(told)
unlock()
if (!(await free(port))) fail(portTaken)

const certificate = tls ? await certificateFor(join(local, 'tls')).catch(told) : null
const running = join(local, 'running')
mkdirSync(running, { recursive: true })
const ownMark = join(running, String(process.pid))
writeFileSync(ownMark, '')

let stopping = false
let child: ChildProcess | null = null
let standIns: ChildProcess | null = null
let devicesUrl = ''
let greeted = false

/** The devices' stand-ins, a process of their own on loopback; they take a free port and keep it when started again. */
async function startDevices(devicesPort = 0): Promise<void> {
  standIns = spawn(process.execPath, [join(projectRoot, 'devices/dist/main.js')], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, DEVICES_PORT: String(devicesPort) },
  })
  const { port: taken } = await new Promise<{ port: number }>((resolve) =>
    standIns!.once('message', (message) => resolve(message as { port: number })),
  )
  devicesUrl = `http://127.0.0.1:${taken}`
  standIns.on('exit', () => {
    if (!stopping) setTimeout(() => void startDevices(taken), 1000)
  })
}

function serve(): void {
  child = spawn(process.execPath, [join(projectRoot, 'server/dist/main.js')], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      ...backups,
      ...(certificate ? { TLS_CERT: certificate.certFile, TLS_KEY: certificate.keyFile } : {}),
      DATABASE_URL: databaseUrl,
      DEVICES_URL: devicesUrl,
      PORT: String(port),
      LOG_LEVEL: process.env['LOG_LEVEL'] ?? 'warn',
    },
  })
  child.on('message', (message) => {
    if (message === 'listening' && !greeted) greet()
  })
  child.on('exit', (code) => {
    if (stopping) return
    console.error(`The server ended (code ${code}); it is started again.`)
    setTimeout(serve, 1000)
  })
}

/** Where tablets find it, as a picture for their cameras, and what that opens. */
function tellNetwork(scheme: string): void {
  const addresses = networkAddresses(host)
  for (const address of addresses) console.log(`In the shop's network: ${scheme}://${address}:${port}`)
  const [first] = addresses
  if (first) void toString(`${scheme}://${first}:${port}`, { type: 'terminal', small: true }).then(console.log)
  if (certificate?.ownMade)
    console.log(
      `The certificate was made here. A browser asks once whether to trust it; its SHA-256 has to read\n${certificate.fingerprint}\n`,
    )
  if (addresses.length > 0 && !tls)
    console.log('Without --tls whoever listens in on this network reads passwords and records: npm start -- --tls\n')
}

function greet(): void {
  greeted = true
  const scheme = tls ? 'https' : 'http'
  console.log(`\nSleetfall is ready: ${scheme}://127.0.0.1:${port}\n`)
  tellNetwork(scheme)
  if (ownerCode !== null) {
    console.log(`Nobody owns this shop yet. Open it and give this one-time code: ${ownerCode}`)
    console.log('It is good for a day; “npm run owner” makes another.')
  } else if (!empty && (!given || made === 'demo')) {
    console.log('The demo shop is loaded. Sign in as:')
    for (const { login, password, role } of demoSignIns())
      console.log(`  ${login.padEnd(8)} ${password.padEnd(18)} ${role}`)
  }
  console.log('\nStop with Ctrl-C.')
}

/**
 * A database server that was killed is started again, on another port when its own was taken meanwhile; the application tells
 * its users and waits.
 */
let mending = false
async function watchCluster(): Promise<void> {
  if (stopping || mending || !cluster || cluster.alive()) return
  mending = true
  console.error('The database server ended; it is started again.')
  try {
    const before = cluster.port
    cluster = await startCluster({ folder: dataFolder, preferredPort: before })
    databaseUrl = cluster.url(databaseName)
    // The server knows the old address only.
    if (cluster.port !== before) child?.kill('SIGTERM')
  } catch (error) {
    console.error(error instanceof Error ? error.message : error)
  } finally {
    mending = false
  }
}
const watch = cluster && setInterval(() => void watchCluster(), 2000)

/** Marks of other start commands of this folder that still live. */
function othersRun(): boolean {
  return readdirSync(running).some((mark) => mark !== String(process.pid) && existsSync(`/proc/${mark}`))
}

function stop(): void {
  if (stopping) return
  stopping = true
  if (watch) clearInterval(watch)
  standIns?.kill('SIGTERM')
  const end = () => {
    rmSync(ownMark, { force: true })
    if (!othersRun()) cluster?.stop()
    process.exit(0)
  }
  if (!child || child.exitCode !== null) return end()
  child.once('exit', end)
  child.kill('SIGTERM')
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
await startDevices()
serve()

/** Expected trouble is told in a sentence, without the trace of a bug. */
function told(error: unknown): never {
  unlock()
  return fail(error instanceof Error ? error.message : String(error))
}

function fail(message: string): never {
  console.error(message)
  process.exit(1)
}

async function free(candidate: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen(candidate, '127.0.0.1', () => probe.close(() => resolve(true)))
  })
}
