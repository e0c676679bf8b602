import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import { useBalls } from '../balls/store.ts'
import { serveWith } from '../test/inApp.ts'
import { useUpkeep } from './store.ts'

let server: ReturnType<typeof serveWith>
let refuse = false
beforeEach(() => {
  setActivePinia(createPinia())
  refuse = false
  server = serveWith((method, path) => {
    if (refuse) return { status: 422, body: { code: 'invalid-input', detail: 'Within: one of now, week', status: 422 } }
    if (path.startsWith('/upkeep?')) {
      const asked = new URLSearchParams(path.split('?')[1])
      return { status: 200, body: { rows: [{ ballId: 'a', asked: asked.toString() }], shopPolicy: {}, total: 57 } }
    }
    if (path === '/upkeep/outbox' && method === 'GET') return { status: 200, body: [{ id: 'm', state: 'queued' }] }
    if (path === '/upkeep/nights') return { status: 200, body: { id: 'night', balls: 2, games: 6, withdrawn: false } }
    return { status: 200, body: { id: 'a', version: 2, customerId: 'odda', name: 'a', fitWanted: false } }
  })
})
afterEach(() => server.restore())
const asked = () => server.asked.filter((one) => one.path.startsWith('/upkeep?')).map((one) => one.path)

describe('the board of what is due', () => {
  test('asks for a week at first, then for what somebody chose, from the top', async () => {
    const upkeep = useUpkeep()
    await upkeep.load()
    await upkeep.more()
    await upkeep.more()
    await upkeep.ask({ within: 'now' })
    await upkeep.ask({ q: 'odda' })
    expect(asked()).toEqual([
      '/upkeep?within=week&limit=20',
      '/upkeep?within=week&limit=40',
      '/upkeep?within=week&limit=60',
      '/upkeep?within=now&limit=20',
      '/upkeep?within=now&q=odda&limit=20',
    ])
    expect(upkeep.board!.total).toBe(57)
  })

  test('never asks for more than the server gives', async () => {
    const upkeep = useUpkeep()
    for (let n = 0; n < 15; n += 1) await upkeep.more()
    expect(asked().at(-1)).toBe('/upkeep?within=week&limit=200')
  })

  test('of two questions the later one’s answer stands, in whatever order they come', async () => {
    const upkeep = useUpkeep()
    await Promise.all([upkeep.ask({ within: 'month' }), upkeep.ask({ within: 'all' })])
    expect((upkeep.board!.rows[0] as unknown as { asked: string }).asked).toContain('within=all')
    expect(upkeep.busy).toBe(false)
  })

  test('trouble is told and what stood stays', async () => {
    const upkeep = useUpkeep()
    await upkeep.load()
    refuse = true
    await upkeep.load()
    expect(upkeep.error).toBe('Within: one of now, week')
    expect(upkeep.board!.total).toBe(57)
  })
})

describe('play that is logged', () => {
  test('a session reads its ball and the board anew', async () => {
    const upkeep = useUpkeep()
    await upkeep.logSession({
      id: 's',
      ballId: 'a',
      games: 3,
      patternId: null,
      playedOn: '2031-05-06',
      cleaned: null,
      note: '',
    })
    const paths = server.asked.map((one) => `${one.method} ${one.path.split('?')[0]}`)
    expect(paths[0]).toBe('POST /upkeep/sessions')
    expect(paths).toEqual(expect.arrayContaining(['GET /balls/a', 'GET /upkeep']))
    expect(useBalls().byId.get('a')!.version).toBe(2)
  })

  test('a night moves many racks: none is taken as known afterwards, nor after it is taken back', async () => {
    const [upkeep, balls] = [useUpkeep(), useBalls()]
    balls.adopt([{ id: 'a', customerId: 'odda', version: 1 } as never])
    for (const play of [
      () => upkeep.logNight({ id: 'night', playedOn: '2031-05-06', patternId: null, rows: [] }),
      () => upkeep.withdrawNight('night'),
    ]) {
      await balls.loadRacksOf({ id: 'e', customerIds: ['odda'] }).catch(() => {})
      await play()
      expect(balls.rackLoaded('odda')).toBe(false)
    }
  })

  test('a message that is queued or taken back shows in the outbox', async () => {
    const upkeep = useUpkeep()
    await upkeep.queue({ id: 'm', customerId: 'odda', subject: 'Upkeep', body: 'Hello' })
    expect(upkeep.outbox.map((one) => one.id)).toEqual(['m'])
    await upkeep.withdraw('m')
    expect(server.asked.at(-2)!.path).toBe('/upkeep/outbox/m/withdraw')
  })
})
