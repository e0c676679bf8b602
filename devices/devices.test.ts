import { createServer } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import {
  type ShotInput,
  type TrackedShot,
  launchAngleDeg,
  raOfGrit,
  readTracked,
  recipeByKey,
  simulate,
} from '@sleetfall/core'
import { createDevices } from './app.ts'

let address = ''
const { app, close } = createDevices(10)
const server = createServer(app)
beforeAll(async () => {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()))
  address = `http://127.0.0.1:${(server.address() as { port: number }).port}`
})
afterAll(async () => {
  close()
  server.closeAllConnections()
  await new Promise((resolve) => server.close(resolve))
})

async function send<T>(method: string, path: string, body?: object): Promise<{ status: number; body: T }> {
  const response = await fetch(`${address}${path}`, {
    method,
    headers: { 'Content-Type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  const text = await response.text()
  return { status: response.status, body: (text ? JSON.parse(text) : null) as T }
}
interface Reading {
  grit: number
  saturated: boolean
}
const ball = (games: number, recipe = 'to-1000') => ({
  id: 'a-ball',
  cover: 'solid',
  factoryGrit: 2000,
  gamesBefore: 0,
  history: [
    { atMs: 1, kind: 'surfaced', steps: recipeByKey(recipe)!.steps },
    ...(games > 0 ? [{ atMs: 2, kind: 'games', games, volumeMl: 25 }] : []),
  ],
})
async function readings(games: number, spot: string, recipe?: string): Promise<Reading[]> {
  await send('POST', '/scanner/place', ball(games, recipe))
  const all: Reading[] = []
  for (let n = 0; n < 40; n += 1) all.push((await send<Reading>('POST', '/scanner/read', { spot })).body)
  return all
}
const logs = (all: readonly Reading[]) => all.map(({ grit }) => Math.log(raOfGrit(grit)))
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length

describe('the scanner', () => {
  test('needs a ball, reads a fresh 1000 as about that, to about a tenth, and the same ball the same way', async () => {
    const fresh = logs(await readings(0, 'track'))
    expect(Math.abs(mean(fresh) - Math.log(0.75))).toBeLessThan(0.06)
    const sd = Math.sqrt(mean(fresh.map((x) => (x - mean(fresh)) ** 2)))
    expect(sd).toBeGreaterThan(0.06)
    expect(sd).toBeLessThan(0.15)
  })

  test('the track shines before the rest; polish is beyond its range and says so', async () => {
    const [track, rest] = [mean(logs(await readings(9, 'track'))), mean(logs(await readings(9, 'off-track')))]
    expect(track).toBeLessThan(rest - 0.02)
    const polished = await readings(0, 'track', '2000-polish')
    expect(polished.every((one) => one.saturated && one.grit === 5500)).toBe(true)
  })
})

describe('the bath', () => {
  const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
  const temperature = async () => (await send<{ temperatureC: number }>('GET', '/bath')).body.temperatureC

  test('keeps near its set point, overheats when told to, and is silent when out of reach', async () => {
    await send('PUT', '/bath', { setPointC: 52, noise: 1 })
    await wait(300)
    expect(Math.abs((await temperature()) - 52)).toBeLessThan(4)
    await send('PUT', '/bath', { timerMinutes: 20 })
    const { body } = await send<{ secondsLeft: number | null }>('GET', '/bath')
    expect(body.secondsLeft).toBeGreaterThan(1190)
    await send('PUT', '/bath', { fault: 'overheat' })
    await wait(300)
    expect(await temperature()).toBeGreaterThan(60)
    await send('PUT', '/bath', { fault: 'disconnect' })
    expect((await send('GET', '/bath')).status).toBe(503)
    await send('PUT', '/bath', { fault: 'none' })
    expect((await send('GET', '/bath')).status).toBe(200)
  })
})

describe('lane tracker', () => {
  const loads = [{ fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 39 }]
  const shot = {
    bowler: { hand: 'right', speedMph: 17.5, revRpm: 330, axisRotationDeg: 50, axisTiltDeg: 13 },
    ball: { weightLb: 15, diameterIn: 8.595, rgIn: 2.5, differentialIn: 0.045, intermediateDifferentialIn: 0 },
    layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
    release: { laydownBoard: 20, launchAngleDeg: 0 },
    friction: { kind: 'film', loads, raUm: 0.5, cover: 'solid' },
  } as const
  const thrown = { ballId: 'a', patternId: 'p', shot, aim: { laydownBoard: 20, targetBoard: 11 } }

  test('sends a path and a speed for each throw, about where it was aimed; of forty one is garbled and one lost', async () => {
    const stop = new AbortController()
    const stream = await fetch(`${address}/tracker/stream`, { signal: stop.signal })
    const reader = stream.body!.getReader()
    let text = ''
    const reading = (async () => {
      for (;;) {
        const { value, done } = await reader.read()
        if (done) return
        text += new TextDecoder().decode(value)
      }
    })().catch(() => undefined)
    for (let i = 0; i < 40; i += 1) await send('POST', '/tracker/throw', thrown)
    await new Promise((resolve) => setTimeout(resolve, 100))
    stop.abort()
    await reading
    const shots = [...text.matchAll(/^data: (.*)$/gm)].map(([, data]) => readTracked(JSON.parse(data!) as TrackedShot))
    expect(shots).toHaveLength(39)
    expect(shots.filter(({ ok }) => !ok)).toEqual([{ ok: false, why: 'broken-path' }])
    const targets = shots.flatMap((one) => (one.ok ? [one.figures.arrowsBoard] : []))
    const mean = targets.reduce((sum, one) => sum + one, 0) / targets.length
    const { boardAtArrows } = simulate({
      ...(shot as unknown as ShotInput),
      release: { laydownBoard: 20, launchAngleDeg: launchAngleDeg(20, 11) },
    })
    // Ball and lane are a little stronger or weaker than anybody knows.
    expect(Math.abs(mean - boardAtArrows)).toBeLessThan(1.2)
  })
})
