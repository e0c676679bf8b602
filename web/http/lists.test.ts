import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import { type EffectScope, effectScope, nextTick, ref } from 'vue'
import { serveWith } from '../test/inApp.ts'
import { useRecords } from './records.ts'
import { queryOf, usePage } from './usePage.ts'

interface Row {
  readonly id: string
  readonly version: number
  readonly name: string
  readonly retiredOn?: string | null
}
const row = (id: string, change: Partial<Row> = {}): Row => ({ id, version: 1, name: `Ball ${id}`, ...change })
const missing = { status: 404, body: { code: 'not-found', detail: 'There is no such ball.', status: 404 } }

let server: ReturnType<typeof serveWith> | null = null
let scope: EffectScope
beforeEach(() => {
  setActivePinia(createPinia())
  scope = effectScope()
  // A list loads once its component is shown; here it is asked by hand.
  jest.spyOn(console, 'warn').mockImplementation(() => {})
})
afterEach(() => {
  scope.stop()
  server?.restore()
  jest.restoreAllMocks()
})

describe('records that a screen asked for', () => {
  test('are read once and known then; asked anew they are read again', async () => {
    let version = 0
    server = serveWith(() => ({ status: 200, body: row('a', { version: (version += 1) }) }))
    const balls = useRecords<Row>('/balls')
    expect((await balls.need('a'))!.version).toBe(1)
    expect((await balls.need('a'))!.version).toBe(1)
    expect((await balls.need('a', true))!.version).toBe(2)
    expect(server.asked.map((one) => one.path)).toEqual(['/balls/a', '/balls/a'])
    expect(await balls.need(null)).toBeNull()
  })

  test('a list that was read before a change and comes after it takes nothing back', () => {
    const balls = useRecords<Row>('/balls')
    balls.take(row('a', { version: 3, name: 'after' }))
    balls.adopt([row('a', { version: 2, name: 'before' }), row('b')])
    expect(balls.byId.value.get('a')!.name).toBe('after')
    expect(balls.byId.value.get('b')!.version).toBe(1)
    // Of one version what was worked out may be newer all the same.
    balls.adopt([row('a', { version: 3, name: 'worked out anew' })])
    expect(balls.byId.value.get('a')!.name).toBe('worked out anew')
  })

  test('one that is not there is known to be lost, and its neighbours stay', async () => {
    server = serveWith((_, path) => (path.endsWith('/a') ? { status: 200, body: row('a') } : missing))
    const balls = useRecords<Row>('/balls')
    await balls.need('a')
    expect(await balls.need('gone')).toBeNull()
    expect([...balls.lost.value]).toEqual(['gone'])
    expect(balls.error.value).toBeNull()
    expect(balls.items.value.map((one) => one.id)).toEqual(['a'])
  })

  test('retired ones are known but not offered; a dropped one is forgotten', async () => {
    const balls = useRecords<Row>('/balls')
    balls.adopt([row('a'), row('b', { retiredOn: '2031-01-01' })])
    expect(balls.items.value.map((one) => one.id)).toEqual(['a'])
    expect(balls.byId.value.get('b')).toBeDefined()
    balls.drop('a')
    expect(balls.all.value.map((one) => one.id)).toEqual(['b'])
  })

  test('what is created and changed on the server is what is known', async () => {
    server = serveWith((method) => ({ status: 200, body: row('n', { version: method === 'POST' ? 1 : 2 }) }))
    const balls = useRecords<Row>('/balls')
    await balls.create({ name: 'Ball n' })
    expect(balls.byId.value.get('n')!.version).toBe(1)
    await balls.update('n', { name: 'Ball n' })
    expect(balls.byId.value.get('n')!.version).toBe(2)
    expect(server.asked.map((one) => `${one.method} ${one.path}`)).toEqual(['POST /balls', 'PUT /balls/n'])
  })
})

describe('a list that comes in parts', () => {
  const all = Array.from({ length: 23 }, (_, n) => row(String(n)))
  const parts = (_: string, path: string) => {
    const asked = new URLSearchParams(path.split('?')[1])
    const found = all.filter((one) => one.name.includes(asked.get('q') ?? ''))
    const [offset, limit] = [Number(asked.get('offset')), Number(asked.get('limit'))]
    return { status: 200, body: { items: found.slice(offset, offset + limit), total: found.length } }
  }
  const listOf = (q = ref('')) =>
    scope.run(() => {
      const balls = useRecords<Row>('/balls')
      const keeper = () => ({ byId: balls.byId.value, adopt: balls.adopt })
      return { balls, q, list: usePage<Row>('/balls', () => ({ q: q.value, sort: 'name' }), keeper, 10) }
    })!

  test('shows its first part, then more of it, until there is no more', async () => {
    server = serveWith(parts)
    const { list } = listOf()
    await list.load()
    expect([list.items.value.length, list.total.value, list.hasMore.value]).toEqual([10, 23, true])
    await list.more()
    await list.more()
    expect([list.items.value.length, list.hasMore.value]).toEqual([23, false])
    expect(new Set(list.items.value.map((one) => one.id)).size).toBe(23)
    // Read again it stands as far down as before.
    await list.load()
    expect(list.items.value.length).toBe(23)
  })

  test('another question is asked from the top, once the hand rests, and says that it waits', async () => {
    server = serveWith(parts)
    const { list, q } = listOf()
    await list.load()
    await list.more()
    q.value = 'Ball 1'
    await nextTick()
    q.value = 'Ball 12'
    await nextTick()
    expect(list.waiting.value).toBe(true)
    const before = server.asked.length
    await new Promise((resolve) => setTimeout(resolve, 320))
    expect(server.asked.length).toBe(before + 1)
    expect(list.items.value.map((one) => one.id)).toEqual(['12'])
    expect([list.total.value, list.waiting.value]).toEqual([1, false])
  })

  test('an answer that comes after a newer question is not shown', async () => {
    const held: ((value: unknown) => void)[] = []
    const before = globalThis.fetch
    globalThis.fetch = ((path: string) =>
      new Promise((resolve) => {
        const body = parts('GET', String(path)).body
        held.push(() => resolve(new Response(JSON.stringify(body))))
      })) as unknown as typeof fetch
    try {
      const { list, q } = listOf()
      const slow = list.load()
      q.value = 'Ball 7'
      const quick = list.load()
      held[1]!(null)
      await quick
      expect(list.items.value.map((one) => one.id)).toEqual(['7'])
      held[0]!(null)
      await slow
      expect(list.items.value.map((one) => one.id)).toEqual(['7'])
    } finally {
      globalThis.fetch = before
    }
  })

  test('a record changed elsewhere changes in the list, one that is gone leaves it; trouble is told and what stood stays', async () => {
    server = serveWith(parts)
    const { list, balls } = listOf()
    await list.load()
    balls.take(row('3', { name: 'Renamed', version: 2 }))
    expect(list.items.value[3]!.name).toBe('Renamed')
    balls.drop('4')
    expect(list.items.value.map((one) => one.id)).not.toContain('4')
    server.restore()
    server = serveWith(() => ({
      status: 422,
      body: { code: 'invalid-input', detail: 'Search: too long', status: 422 },
    }))
    await list.load()
    expect(list.error.value).toBe('Search: too long')
    expect(list.items.value.length).toBe(9)
  })

  test('a question leaves out what is not asked, and keeps what is false or nought', () => {
    expect(queryOf({ q: '', cover: null, band: undefined, down: false, offset: 0, sort: 'name' })).toBe(
      'down=false&offset=0&sort=name',
    )
  })
})
