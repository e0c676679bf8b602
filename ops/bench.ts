import { spawn } from 'node:child_process'
import { cpus } from 'node:os'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import {
  usualPlayable,
  type Load,
  type ShotInput,
  bestLines,
  type CoverFamily,
  coverFamilies,
  engineTasks,
  isOfMap,
  noOil,
  courseFor,
  entryOf,
  launchAngleDeg,
  mapTasks,
  motionDefaults,
  readyRecipes,
  roomForError,
  traceShot,
  usualPhases,
  usualSpread,
} from '@sleetfall/core'
import { planFigures } from './benchPlan.ts'
import { buildAll } from './build.ts'
import { createDatabase, demoSignIns } from './administer.ts'
import { prepareDatabase } from './database.ts'
import { largeShopFigures } from './benchLarge.ts'
import { ensureChromium } from './debian.ts'
import { openMotionPool } from '../server/motion/pool.ts'
import { warmUp } from '../server/motion/warmUp.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'

/** Prints the figures that docs/performance.md quotes: size of the first load, and how soon the full rack answers. */
const port = 4391
const runs = 7

function firstLoadKb(): number {
  const html = readFileSync(join(projectRoot, 'web/dist/index.html'), 'utf8')
  const scripts = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((match) => match[1]!)
  return (
    scripts.reduce((sum, file) => sum + gzipSync(readFileSync(join(projectRoot, 'web/dist', file))).length, 0) / 1000
  )
}

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const row = (name: string, value: string) => console.log(`${name.padEnd(62)} ${value}`)

/** Shots per second on one thread, a line with its room, and the room alone, on a film with a high-differential ball. */
function motionFigures(): void {
  const { patterns } = JSON.parse(readFileSync(join(projectRoot, 'demo', 'shop.json'), 'utf8')) as {
    patterns: { loads: Load[] }[]
  }
  const shot: ShotInput = {
    bowler: { hand: 'right', speedMph: 17.4, revRpm: 335, axisRotationDeg: 45, axisTiltDeg: 13 },
    ball: { weightLb: 15, diameterIn: 8.595, rgIn: 2.48, differentialIn: 0.054, intermediateDifferentialIn: 0.016 },
    layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 35 },
    release: { laydownBoard: 22, launchAngleDeg: launchAngleDeg(22, 12) },
    friction: { kind: 'film', loads: patterns[0]!.loads, raUm: 0.52, cover: 'solid' },
  }
  const course = courseFor(shot)
  const one = () => entryOf(traceShot(course, shot.bowler, shot.release, shot.layout, motionDefaults))
  const timed = (work: () => unknown, times: number) => {
    const from = performance.now()
    for (let i = 0; i < times; i += 1) work()
    return (performance.now() - from) / times
  }
  timed(one, 2000)
  const perShot = median(Array.from({ length: 5 }, () => timed(one, 1000)))
  row(
    'one shot on a film, full lane, one thread (median of 5 × 1000)',
    `${perShot.toFixed(3)} ms, ${(1000 / perShot).toFixed(0)} shots/s`,
  )
  const options = { spread: usualSpread, samples: 1000, seed: 1 }
  row('room for error, 1000 samples: exact', `${timed(() => roomForError(shot, options), 3).toFixed(0)} ms`)
  row(
    'room for error, by 49 shots',
    `${timed(() => roomForError(shot, { ...options, method: 'quick' }), 40).toFixed(1)} ms`,
  )
  const range = { laydown: [8, 36], target: [4, 24] } as const
  const lines = (keep: number) => () => bestLines(shot, range, { ...options, method: 'quick', keep })
  timed(lines(1), 20)
  row('best line over 29 × 21 boards, with its room', `${timed(lines(1), 10).toFixed(0)} ms`)
  row('four best lines over 29 × 21 boards, each with its room', `${timed(lines(4), 10).toFixed(0)} ms`)
}

/** A map of balls × surfaces × lane states on a number of threads: whole, first cell, memory. */
async function mapFigures(threads: number, balls: number, states: number): Promise<void> {
  const { patterns } = JSON.parse(readFileSync(join(projectRoot, 'demo', 'shop.json'), 'utf8')) as {
    patterns: { loads: Load[] }[]
  }
  const covers: readonly CoverFamily[] = ['solid', 'hybrid', 'pearl', 'solid', 'urethane', 'polyester']
  const { tasks } = mapTasks({
    bowler: { hand: 'right', speedMph: 17.4, revRpm: 335, axisRotationDeg: 45, axisTiltDeg: 13 },
    balls: covers.slice(0, balls).map((cover, index) => ({
      ...{ id: `${index}`, cover, rgIn: 2.47 + 0.02 * index, differentialIn: 0.054 - 0.006 * index },
      surface: { finish: null, effectiveRaUm: 0.5, oilShare: 0.1 },
    })),
    playable: usualPlayable,
    surfaces: ['now', ...readyRecipes.slice(0, 7).map((recipe) => recipe.key)],
    patterns: patterns.slice(0, states / 3).map((pattern, index) => ({ id: `${index}`, loads: pattern.loads })),
    phases: usualPhases,
  })
  const pool = openMotionPool(threads)
  // Threads are opened and warm, as in a shop that runs.
  await pool.runAll(tasks.slice(0, 2 * threads), { onAnswer: () => {} })
  const from = performance.now()
  let first = 0
  await pool.runAll(tasks, { onAnswer: ({ done }) => (first = done === 1 ? performance.now() - from : first) })
  const seconds = (performance.now() - from) / 1000
  row(
    `map of ${balls} × 8 × ${states} = ${tasks.length} cells, ${threads} thread${threads > 1 ? 's' : ''}`,
    `${seconds.toFixed(1)} s, first cell ${first.toFixed(0)} ms, ${((1000 * seconds * threads) / tasks.length).toFixed(0)} ms a cell and thread, ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`,
  )
  pool.close()
}

/** All that the coverage map of one customer asks of the motion core, before anything is kept: balls as they are with their doubts and later, and the yardstick. */
async function coverageFigures(threads: number, balls: number): Promise<void> {
  const { patterns } = JSON.parse(readFileSync(join(projectRoot, 'demo', 'shop.json'), 'utf8')) as {
    patterns: { loads: Load[] }[]
  }
  const { places, questions } = engineTasks({
    bowler: { hand: 'right', speedMph: 17.4, revRpm: 335, axisRotationDeg: 45, axisTiltDeg: 13 },
    balls: Array.from({ length: balls }, (_, index) => ({
      ...{ id: `${index}`, cover: coverFamilies[index % coverFamilies.length]!, oil: noOil },
      ...{ rgIn: 2.47 + 0.02 * index, differentialIn: 0.056 - 0.005 * index },
      surface: { finish: null, effectiveRaUm: 0.2 + 0.1 * index, oilShare: 0.1 },
    })),
    states: patterns.slice(0, 4).flatMap((pattern, index) =>
      usualPhases.map((shots) => ({
        ...{ targetId: `${index}`, shots, condition: 'medium' },
        pattern: { loads: pattern.loads },
      })),
    ),
    ...{ spread: usualSpread, playable: usualPlayable },
  })
  const tasks = questions
    .filter((_, at) => isOfMap(places[at]!))
    .map((question) => ({ kind: 'engine', question }) as const)
  const pool = openMotionPool(threads)
  // As the server does when it begins.
  await warmUp(pool)
  const from = performance.now()
  await pool.runAll(tasks, { onAnswer: () => {} })
  row(
    `coverage map of ${balls} balls × 12 states, ${tasks.length} questions, ${threads} threads`,
    `${((performance.now() - from) / 1000).toFixed(1)} s`,
  )
  pool.close()
}

await buildAll()
const cluster = await startCluster({
  folder: join(projectRoot, '.local', 'test-postgres'),
  preferredPort: 54410,
  unsafeFast: true,
})
// The large shop takes a quarter of an hour to make: it is asked for by name.
if (process.argv.includes('--large')) {
  await largeShopFigures((name) => cluster.url(name))
  cluster.stop()
  process.exit(0)
}
await createDatabase(cluster.url('postgres'), 'bench', { anew: true })
await prepareDatabase(cluster.url('bench'), 'demo', () => {})
const server = spawn(process.execPath, [join(projectRoot, 'server/dist/main.js')], {
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: { ...process.env, DATABASE_URL: cluster.url('bench'), PORT: String(port), LOG_LEVEL: 'error' },
})
await new Promise((resolve) => server.once('message', resolve))
const browser = await chromium.launch({
  executablePath: ensureChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
try {
  const page = await browser.newPage({ baseURL: `http://127.0.0.1:${port}`, viewport: { width: 1280, height: 800 } })
  const { login, password } = demoSignIns()[0]!
  await page.goto('/')
  await page.getByLabel('Sign-in name').fill(login)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('button', { name: 'Open Wrackline' }).waitFor()

  const interactive: number[] = []
  const answer: number[] = []
  for (let run = 0; run < runs; run += 1) {
    const started = performance.now()
    await page.goto('/rack', { waitUntil: 'commit' })
    await page.getByRole('button', { name: 'Open Wrackline' }).click()
    await page.getByRole('region', { name: 'Wrackline' }).waitFor()
    interactive.push(performance.now() - started)
    answer.push(
      await page.evaluate(async () => {
        const from = performance.now()
        await (await fetch('/api/balls')).json()
        return performance.now() - from
      }),
    )
  }
  motionFigures()
  planFigures(row)
  await mapFigures(1, 6, 6)
  await mapFigures(2, 6, 6)
  await mapFigures(2, 3, 6)
  await mapFigures(2, 6, 3)
  await coverageFigures(2, 8)
  const machine = `${cpus().length} cores, ${cpus()[0]?.model ?? 'unknown'}, Node.js ${process.versions.node}`
  row('machine', machine)
  row('first load, JavaScript, gzip', `${firstLoadKb().toFixed(0)} kB`)
  row(`rack of 50 balls: address entered to a ball opened (median of ${runs})`, `${median(interactive).toFixed(0)} ms`)
  row(`rack of 50 balls: answer of the server (median of ${runs})`, `${median(answer).toFixed(0)} ms`)
} finally {
  await browser.close()
  server.kill('SIGTERM')
  await new Promise((resolve) => server.once('exit', resolve))
  cluster.stop()
}
