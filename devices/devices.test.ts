import { createServer } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { raOfGrit, recipeByKey } from '@sleetfall/core'
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
