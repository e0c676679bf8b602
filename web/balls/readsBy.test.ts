import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import type { Ball } from '@sleetfall/contract'
import { recipeByKey, surfaceNow } from '@sleetfall/core'
import { createPinia, setActivePinia } from 'pinia'
import { serveWith } from '../test/inApp.ts'
import { useReadsBy } from './readsBy.ts'

const day = 86_400_000
const start = Date.UTC(2031, 0, 6, 12)
const steps = recipeByKey('to-1000')!.steps
const surfaceAt = (grit: number | null) =>
  surfaceNow(
    { cover: 'solid', factoryGrit: 2000, targetGrit: 1000, gamesBefore: 0 },
    [
      { atMs: start, kind: 'surfaced', steps },
      { atMs: start + day, kind: 'games', games: 30, volumeMl: 25 },
      ...(grit === null ? [] : [{ atMs: start + 2 * day, kind: 'scanned' as const, grits: [grit] }]),
    ],
    start + 3 * day,
  )
const ball = (id: string, grit: number | null) => ({ id, cover: 'solid', surface: surfaceAt(grit) }) as unknown as Ball
const customer = { id: 'c', version: 1, hand: 'right', speedMph: 17, revRpm: 350 }
const load = { fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 45, startFt: 0, endFt: 38 }
const event = { id: 'e', version: 1, name: 'Tuesday Nets', kind: 'league', nextOn: '2031-01-14', patternIds: ['p'] }

let events: object[]
let server: ReturnType<typeof serveWith>
beforeEach(() => {
  setActivePinia(createPinia())
  events = [event]
  server = serveWith((_method, path) => {
    if (path.startsWith('/events')) return { status: 200, body: { items: events, total: events.length } }
    if (path.startsWith('/customers/')) return { status: 200, body: customer }
    if (path.startsWith('/patterns'))
      return { status: 200, body: [{ id: 'p', version: 1, name: 'Kelp 38', loads: [load], fitted: null }] }
    return { status: 404, body: { code: 'not-found', detail: 'no', status: 404 } }
  })
})
afterEach(() => server.restore())

describe('what a worn ball does at the next play', () => {
  test('is told of balls that were read, for the event and its pattern, and follows when another play comes first', async () => {
    const readsBy = useReadsBy()
    const worn = ball('b', 4200)
    expect(readsBy.of(worn)).toBeNull()
    await readsBy.ask('c', [worn])
    expect(readsBy.of(worn)).toMatchObject({
      event: { name: 'Tuesday Nets', nextOn: '2031-01-14' },
      pattern: 'Kelp 38',
    })
    expect(readsBy.of(worn)!.feet).toBeGreaterThan(0)
    events = [{ ...event, id: 'f', name: 'Beacon', kind: 'tournament', nextOn: '2031-01-11' }, event]
    await readsBy.ask('c', [worn])
    expect(readsBy.of(worn)).toMatchObject({ event: { name: 'Beacon', kind: 'tournament' } })
    events = []
    await readsBy.ask('c', [worn])
    expect(readsBy.of(worn)).toBeNull()
  })

  test('worn by assumption alone, or fresh, a ball is not spoken of, and nobody is asked', async () => {
    const readsBy = useReadsBy()
    await readsBy.ask('c', [ball('assumed', null), ball('fresh', 1000)])
    expect(server.asked).toEqual([])
  })

  test('a reading since makes another figure of it', async () => {
    const readsBy = useReadsBy()
    await readsBy.ask('c', [ball('b', 4200)])
    expect(readsBy.of(ball('b', 3300))).toBeNull()
    await readsBy.ask('c', [ball('b', 3300)])
    expect(readsBy.of(ball('b', 3300))!.feet).toBeLessThanOrEqual(readsBy.of(ball('b', 4200))!.feet)
  })

  test('without a play ahead there is nothing to be late for', async () => {
    events = []
    const readsBy = useReadsBy()
    await readsBy.ask('c', [ball('b', 4200)])
    expect(readsBy.of(ball('b', 4200))).toBeNull()
  })
})
