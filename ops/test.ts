import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildAll } from './build.ts'
import { ensureChromium } from './debian.ts'
import { createDatabase, migrationsFolder } from './administer.ts'
import { prepareDatabase } from './database.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'
import { computeCoverage } from '../server/coverage/job.ts'
import { openDatabase } from '../server/database/db.ts'
import { migrate } from '../server/database/migrate.ts'
import { openMotionPool } from '../server/motion/pool.ts'

/** Runs every check and prints one line for each, then the sum. `--shots` only makes the pictures of the README. */
const shotsOnly = process.argv.includes('--shots')
const results = join(projectRoot, '.local', 'results')
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

const chromium = ensureChromium()
const cluster = await startCluster({
  folder: join(projectRoot, '.local', 'test-postgres'),
  preferredPort: 54410,
  unsafeFast: true,
})
const end = () => cluster.stop()
process.on('SIGINT', () => {
  end()
  process.exit(130)
})

const env = {
  ...process.env,
  NODE_NO_WARNINGS: '1',
  TEST_CLUSTER_URL: cluster.url('NAME'),
  CHROMIUM: chromium,
  PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1',
}

async function run(command: string, args: readonly string[], extra: Record<string, string> = {}): Promise<boolean> {
  const child = spawn(command, args, {
    cwd: projectRoot,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...env, ...extra },
    // Whatever hangs fails, in time for its report.
    timeout: 35 * 60_000,
    killSignal: 'SIGKILL',
  })
  return new Promise((resolve) => child.on('exit', (code) => resolve(code === 0)))
}
const bin = (name: string) => join(projectRoot, 'node_modules', '.bin', name)

interface Count {
  readonly name: string
  readonly passed: number
  readonly failed: number
}
const counts: Count[] = []
/** Counts a step; one that failed without a failed test in its report counts as one failure. */
function count(name: string, ok: boolean, passed = Number(ok), failed = 0): void {
  counts.push({ name, passed, failed: ok ? failed : Math.max(1, failed) })
}

/** Runs a check and hands its output over when it is through, so that two at a time do not mix their lines. */
async function check(name: string, command: string, args: readonly string[]): Promise<void> {
  const child = spawn(command, args, { cwd: projectRoot, stdio: ['ignore', 'pipe', 'pipe'], env })
  const lines: Buffer[] = []
  child.stdout.on('data', (data: Buffer) => lines.push(data))
  child.stderr.on('data', (data: Buffer) => lines.push(data))
  const code = await new Promise<number | null>((resolve) => child.on('close', resolve))
  console.log(`\n== ${name}\n${Buffer.concat(lines).toString().trim()}`)
  count(name, code === 0)
}

/** What needs no database: in two rows side by side. */
async function staticChecks(): Promise<void> {
  const rows = [
    async () => {
      await check('Lint', bin('eslint'), ['.'])
      await check('Format', bin('prettier'), ['--check', '--log-level', 'warn', '.'])
      await check('Motion kernel', process.execPath, ['--import', 'tsx', 'ops/simd.ts', '--check'])
    },
    async () => {
      await check('Types of the web', bin('vue-tsc'), ['--noEmit', '-p', 'web/tsconfig.json'])
      // Where no template is checked, the compiler in machine code: a fifth of the time.
      await check('Types', process.execPath, ['node_modules/typescript7/bin/tsc', '--noEmit', '-p', 'tsconfig.json'])
    },
  ]
  await Promise.all(rows.map((row) => row()))
}

function report<T>(file: string): T | null {
  const path = join(results, file)
  return existsSync(path) ? (JSON.parse(readFileSync(path, 'utf8')) as T) : null
}

async function jest(): Promise<void> {
  console.log('\n== Unit and server tests')
  const file = join(results, 'jest.json')
  const ok = await run(bin('jest'), ['--json', `--outputFile=${file}`, '--forceExit'])
  const sums = report<{ numPassedTests: number; numFailedTests: number }>('jest.json')
  count('Unit and server tests', ok, sums?.numPassedTests ?? 0, sums?.numFailedTests ?? 0)
}

async function playwright(): Promise<void> {
  console.log('\n== Browser tests')
  const only = shotsOnly ? ['--grep', '@shots'] : ['--grep-invert', '@shots']
  const ok = await run(bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts', ...only], { RESULTS: results })
  const stats = report<{ stats: { expected: number; unexpected: number; flaky: number } }>('playwright.json')?.stats
  count('Browser tests', ok, (stats?.expected ?? 0) + (stats?.flaky ?? 0), stats?.unexpected ?? 0)
}

/** Computes every customer's map once, where else each browser worker's own database would have to. */
async function withMaps(url: string): Promise<void> {
  const database = openDatabase(url)
  const motion = openMotionPool(2)
  try {
    for (const { id } of await database.many<{ id: string }>('select id from customer order by name'))
      await computeCoverage(database, motion, id)
  } finally {
    await motion.close()
    await database.close()
  }
}

/** Templates that tests copy: one only migrated, one with the demo world, and that one with its maps computed. */
async function templates(): Promise<void> {
  await createDatabase(cluster.url('postgres'), 'template_migrated', { anew: true })
  await migrate(cluster.url('template_migrated'), migrationsFolder)
  await createDatabase(cluster.url('postgres'), 'template_demo', { anew: true })
  await prepareDatabase(cluster.url('template_demo'), 'demo', () => {})
  await createDatabase(cluster.url('postgres'), 'template_browser', { anew: true, from: 'template_demo' })
  await withMaps(cluster.url('template_browser'))
}

try {
  const setUp = async () => {
    await buildAll()
    await templates()
  }
  await (shotsOnly ? setUp() : Promise.all([setUp(), staticChecks()]))
  if (!shotsOnly) await jest()
  await playwright()
} catch (error) {
  console.error(error)
  count('Set-up', false)
} finally {
  end()
}

console.log('')
for (const { name, passed, failed } of counts) console.log(`${name}: ${passed} passed, ${failed} failed`)
const passed = counts.reduce((sum, one) => sum + one.passed, 0)
const failed = counts.reduce((sum, one) => sum + one.failed, 0)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
