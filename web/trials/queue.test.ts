import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { type Trial, type TrialShotInput, shotSchema, wrong } from '@sleetfall/contract'
import type * as Pinias from 'pinia'
import type { Pinia } from 'pinia'
import { serveWith } from '../test/inApp.ts'
import type { useShotQueue } from './shotQueue.ts'
import type { useTrials } from './store.ts'

/** A page as far as the queue needs one: its events, and what a device keeps over a reload. */
class Page extends EventTarget {
  readonly kept = new Map<string, string>()
  readonly localStorage = {
    getItem: (key: string) => this.kept.get(key) ?? null,
    setItem: (key: string, value: string) => void this.kept.set(key, value),
    removeItem: (key: string) => void this.kept.delete(key),
  }
}
const page = new Page()
let queues: { readonly useShotQueue: typeof useShotQueue }
let stores: { readonly useTrials: typeof useTrials }
let pinias: Pick<typeof Pinias, 'createPinia' | 'disposePinia' | 'setActivePinia'>
beforeAll(async () => {
  const document = Object.assign(new EventTarget(), { createElement: () => ({}) })
  Object.assign(globalThis, { window: page, document, localStorage: page.localStorage, Storage: Page })
  pinias = await import('pinia')
  queues = await import('./shotQueue.ts')
  stores = await import('./store.ts')
})
afterAll(() => {
  for (const name of ['window', 'document', 'localStorage', 'Storage']) Reflect.deleteProperty(globalThis, name)
})

const trialId = randomUUID()
const shot = (change: Partial<TrialShotInput> = {}): TrialShotInput => ({
  ...(shotSchema.getDefault() as TrialShotInput),
  id: randomUUID(),
  arm: 1,
  thrownAt: new Date().toISOString(),
  feetBoard: 25,
  targetBoard: 12,
  read: null,
  entryBoard: 17,
  leave: null,
  ...change,
})
/** A server that keeps shots as ours does: a repeated one is the same shot. */
function lane() {
  const taken: TrialShotInput[] = []
  const state = { mode: 'up' as 'up' | 'away' | 'cut' | 'refuses' | 'signed-out' }
  const server = serveWith((method, path) => {
    if (state.mode === 'away') return 'away'
    if (state.mode === 'signed-out')
      return { status: 401, body: { code: 'not-signed-in', detail: 'Sign in', status: 401 } }
    if (state.mode === 'refuses')
      return {
        status: 422,
        body: {
          code: 'invalid-input',
          detail: 'no',
          status: 422,
          fields: [{ path: 'entryBoard', said: wrong('entryBoard', 'range', { min: -2, max: 41 }) }],
        },
      }
    const sent = server.asked.at(-1)!.body as TrialShotInput
    if (method === 'POST' && path.endsWith('/shots') && !taken.some((one) => one.id === sent.id)) taken.push(sent)
    if (state.mode === 'cut') return 'cut'
    return { status: 200, body: { id: trialId, version: taken.length, shots: [...taken] } as unknown as Trial }
  })
  return { server, taken, state }
}
let now: ReturnType<typeof lane>
let pinia: Pinia
/** The page is opened, or opened again on the same device. */
function openPage(): void {
  if (pinia) pinias.disposePinia(pinia)
  pinias.setActivePinia((pinia = pinias.createPinia()))
}
beforeEach(() => {
  jest.useFakeTimers()
  page.kept.clear()
  openPage()
  now = lane()
})
afterEach(() => {
  now.server.restore()
  jest.useRealTimers()
})
const rest = (ms = 50) => jest.advanceTimersByTimeAsync(ms)

describe('shots typed at the lane', () => {
  test('go out in their order, and what the server then has is shown', async () => {
    const queue = queues.useShotQueue()
    const shots = [shot(), shot({ arm: 2 }), shot()]
    for (const one of shots) queue.add(trialId, one)
    await rest()
    expect(now.taken.map((one) => one.id)).toEqual(shots.map((one) => one.id))
    expect(queue.waiting).toEqual([])
    expect(stores.useTrials().byId.get(trialId)!.shots).toHaveLength(3)
  })

  test('wait on the device while nobody answers, also over a reload, and are sent once it is back', async () => {
    now.state.mode = 'away'
    const queue = queues.useShotQueue()
    const shots = [shot(), shot()]
    for (const one of shots) queue.add(trialId, one)
    await rest()
    expect([queue.away, queue.unsent.length]).toEqual([true, 2])
    await rest(20)
    // The page is loaded again: another store, the same device.
    openPage()
    const again = queues.useShotQueue()
    expect(again.of(trialId).map((one) => one.shot.id)).toEqual(shots.map((one) => one.id))
    now.state.mode = 'up'
    page.dispatchEvent(new Event('online'))
    await rest()
    expect(now.taken.map((one) => one.id)).toEqual(shots.map((one) => one.id))
    expect([again.away, again.waiting.length]).toEqual([false, 0])
  })

  test('are tried again by themselves every few seconds', async () => {
    now.state.mode = 'away'
    const queue = queues.useShotQueue()
    queue.add(trialId, shot())
    await rest()
    const before = now.server.asked.length
    await rest(4100)
    expect(now.server.asked.length).toBeGreaterThan(before)
    now.state.mode = 'up'
    await rest(4100)
    expect([now.taken.length, queue.waiting.length]).toEqual([1, 0])
  })

  test('whose answer broke off are asked again under the same id and stay one', async () => {
    now.state.mode = 'cut'
    const queue = queues.useShotQueue()
    queue.add(trialId, shot())
    await rest()
    expect([now.taken.length, queue.waiting.length]).toEqual([1, 1])
    now.state.mode = 'up'
    await rest(4100)
    expect([now.taken.length, queue.waiting.length]).toEqual([1, 0])
    expect(new Set(now.server.asked.map((one) => one.writeId)).size).toBe(1)
  })

  test('one that is refused says why and does not hold up those behind it', async () => {
    const queue = queues.useShotQueue()
    now.state.mode = 'refuses'
    queue.add(trialId, shot({ entryBoard: 99 }))
    await rest()
    expect(queue.waiting[0]!.refused).toBe('Entry board: -2 to 41')
    expect(queue.unsent).toEqual([])
    now.state.mode = 'up'
    queue.add(trialId, shot())
    await rest()
    expect(now.taken).toHaveLength(1)
    expect(await queue.drop(queue.waiting[0]!.shot.id)).toBe(true)
    expect(queue.waiting).toEqual([])
  })

  test('one that is taken out while it is on its way is waited for: the server has it then, and it has to go there too', async () => {
    const queue = queues.useShotQueue()
    const one = shot()
    queue.add(trialId, one)
    const dropped = queue.drop(one.id)
    await rest()
    expect(await dropped).toBe(false)
    expect(now.taken.map(({ id }) => id)).toEqual([one.id])
    // Nobody answers: it never left, and is gone from the device for good.
    now.state.mode = 'away'
    const other = shot()
    queue.add(trialId, other)
    await rest()
    expect(await queue.drop(other.id)).toBe(true)
    now.state.mode = 'up'
    await rest(10_000)
    expect(now.taken).toHaveLength(1)
  })

  test('wait without a word while the session has ended', async () => {
    now.state.mode = 'signed-out'
    const queue = queues.useShotQueue()
    queue.add(trialId, shot())
    await rest()
    expect(queue.waiting.map((one) => one.refused)).toEqual([null])
    now.state.mode = 'up'
    await rest(4100)
    expect(queue.waiting).toEqual([])
  })

  test('closing the page asks first as long as one is not sent', async () => {
    const queue = queues.useShotQueue()
    const leaving = () => {
      const event = new Event('beforeunload', { cancelable: true })
      page.dispatchEvent(event)
      return event.defaultPrevented
    }
    expect(leaving()).toBe(false)
    now.state.mode = 'away'
    queue.add(trialId, shot())
    expect(leaving()).toBe(true)
  })
})
