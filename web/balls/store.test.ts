import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import type { Ball } from '@sleetfall/contract'
import { createPinia, setActivePinia } from 'pinia'
import { serveWith } from '../test/inApp.ts'
import { useBalls } from './store.ts'

const ball = (id: string, change: object = {}) =>
  ({
    id,
    version: 1,
    customerId: 'odda',
    name: `Ball ${id}`,
    retiredOn: null,
    fitWanted: false,
    ...change,
  }) as unknown as Ball

/** A shop's server with a few racks; fits come after some looks. */
function shopOf(racks: Record<string, Ball[]>, looksUntilFit = 0) {
  let looks = 0
  const server = serveWith((method, path) => {
    const rack = /^\/customers\/(\w+)\/rack$/.exec(path)
    if (rack)
      return racks[rack[1]!]
        ? { status: 200, body: racks[rack[1]!] }
        : { status: 404, body: { code: 'not-found', detail: 'no', status: 404 } }
    if (path.startsWith('/events/')) return { status: 200, body: Object.values(racks).flat() }
    const id = /^\/balls\/(\w+)/.exec(path)?.[1] ?? ''
    const known = Object.values(racks)
      .flat()
      .find((one) => one.id === id)!
    if (method === 'POST') return { status: 200, body: { ...known, version: 2, fitWanted: looksUntilFit > 0 } }
    return { status: 200, body: { ...known, version: 3, fitWanted: (looks += 1) < looksUntilFit } }
  })
  return server
}
let server: ReturnType<typeof serveWith>
beforeEach(() => {
  setActivePinia(createPinia())
  jest.useFakeTimers()
})
afterEach(() => {
  server.restore()
  jest.useRealTimers()
})
const paths = () => server.asked.map((one) => `${one.method} ${one.path}`)

describe('racks', () => {
  test('are read one customer at a time, once, and given by name without the retired', async () => {
    server = shopOf({
      odda: [ball('b'), ball('a'), ball('c', { retiredOn: '2031-01-01' })],
      fenn: [ball('f', { customerId: 'fenn' })],
    })
    const balls = useBalls()
    await balls.loadRack('odda')
    await balls.loadRack('odda')
    expect(paths()).toEqual(['GET /customers/odda/rack'])
    expect(balls.rackOf('odda').map((one) => one.id)).toEqual(['a', 'b'])
    expect(balls.rackOf('odda', true).map((one) => one.id)).toEqual(['a', 'b', 'c'])
    expect([balls.rackLoaded('odda'), balls.rackLoaded('fenn'), balls.rackLoaded(null)]).toEqual([true, false, true])
    expect(balls.rackOf('fenn')).toEqual([])
  })

  test('a ball that is gone on the server leaves the rack when it is read again; those of others stay', async () => {
    const racks = { odda: [ball('a'), ball('b')], fenn: [ball('f', { customerId: 'fenn' })] }
    server = shopOf(racks)
    const balls = useBalls()
    await Promise.all([balls.loadRack('odda'), balls.loadRack('fenn')])
    racks.odda = [ball('b')]
    await balls.loadRack('odda', true)
    expect(balls.rackOf('odda').map((one) => one.id)).toEqual(['b'])
    expect(balls.rackOf('fenn').map((one) => one.id)).toEqual(['f'])
  })

  test('all racks of an event are read at once', async () => {
    server = shopOf({ odda: [ball('a')], fenn: [ball('f', { customerId: 'fenn' })] })
    const balls = useBalls()
    await balls.loadRacksOf({ id: 'league', customerIds: ['odda', 'fenn'] })
    await Promise.all([balls.loadRack('odda'), balls.loadRack('fenn')])
    expect(paths()).toEqual(['GET /events/league/balls'])
  })

  test('after something that moves them all they are read anew', async () => {
    server = shopOf({ odda: [ball('a')] })
    const balls = useBalls()
    await balls.loadRack('odda')
    balls.forgetRacks()
    expect(balls.rackLoaded('odda')).toBe(false)
    await balls.loadRack('odda')
    expect(paths()).toHaveLength(2)
  })

  test('trouble is told, and what was known stays', async () => {
    server = shopOf({ odda: [ball('a')] })
    const balls = useBalls()
    await balls.loadRack('odda')
    await balls.loadRack('nobody')
    expect(balls.error).toBe('no')
    expect(balls.rackOf('odda')).toHaveLength(1)
    expect(balls.rackLoaded('nobody')).toBe(false)
  })
})

describe('what is recorded of a ball', () => {
  test('goes out with an id and a time of its own, and what the server makes of it is known at once', async () => {
    server = shopOf({ odda: [ball('a')] })
    const balls = useBalls()
    await balls.record('a', { kind: 'cleaned', with: 'towel' })
    await balls.record('a', { kind: 'cleaned', with: 'cleaner' })
    const bodies = server.asked.map((one) => one.body as { id: string; happenedAt: string })
    expect(new Set(bodies.map((body) => body.id)).size).toBe(2)
    for (const body of bodies) expect(Date.parse(body.happenedAt)).toBeLessThanOrEqual(Date.now())
    expect(balls.byId.get('a')!.version).toBe(2)
  })

  test('a reading is followed until its curve has come, with longer waits, and then no more', async () => {
    server = shopOf({ odda: [ball('a')] }, 3)
    const balls = useBalls()
    await balls.record('a', { kind: 'scanned', grits: [1500] })
    expect(balls.byId.get('a')!.fitWanted).toBe(true)
    await jest.advanceTimersByTimeAsync(900)
    expect(balls.byId.get('a')!.fitWanted).toBe(true)
    await jest.advanceTimersByTimeAsync(6000)
    expect(balls.byId.get('a')).toMatchObject({ fitWanted: false, version: 3 })
    const looked = paths().length
    await jest.advanceTimersByTimeAsync(60_000)
    expect(paths()).toHaveLength(looked)
  })

  test('what asks for no fit is not looked at again', async () => {
    server = shopOf({ odda: [ball('a')] })
    const balls = useBalls()
    await balls.record('a', { kind: 'games', games: 3, patternId: null })
    await jest.advanceTimersByTimeAsync(60_000)
    expect(paths()).toEqual(['POST /balls/a/events'])
  })
})
