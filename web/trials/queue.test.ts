import 'fake-indexeddb/auto'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { type Trial, type TrialShotInput, shotSchema, wrong } from '@sleetfall/contract'
import { reactive } from 'vue'
import type * as Pinias from 'pinia'
import type { Pinia } from 'pinia'
import { serveWith } from '../test/inApp.ts'
import type * as Device from '../http/device.ts'
import type { useShotQueue } from './shotQueue.ts'
import type { useTrials } from './store.ts'

/** A page as far as the queue needs one: its events, and what a device keeps over a reload. */
class Page extends EventTarget {
  readonly BroadcastChannel = BroadcastChannel
  readonly kept = new Map<string, string>()
  readonly localStorage = {
    getItem: (key: string) => this.kept.get(key) ?? null,
    setItem: (key: string, value: string) => void this.kept.set(key, value),
    removeItem: (key: string) => void this.kept.delete(key),
  }
}
const page = new Page()
let kept: Awaited<ReturnType<(typeof Device)['device']>>
let queues: { readonly useShotQueue: typeof useShotQueue }
let stores: { readonly useTrials: typeof useTrials }
let pinias: Pick<typeof Pinias, 'createPinia' | 'disposePinia' | 'setActivePinia'>
beforeAll(async () => {
  const document = Object.assign(new EventTarget(), { createElement: () => ({}) })
  Object.assign(globalThis, { window: page, document, localStorage: page.localStorage, Storage: Page })
  // Anew: the parts that listen to the page were perhaps loaded before, for a test without one.
  const alone = (specifier: string) => import(`${import.meta.resolve(specifier)}?alone`)
  pinias = (await alone('pinia')) as typeof Pinias
  queues = (await alone('./shotQueue.ts')) as typeof queues
  stores = (await alone('./store.ts')) as typeof stores
  kept = await ((await alone('../http/device.ts')) as typeof Device).device()
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
  const state = { mode: 'up' as 'up' | 'away' | 'cut' | 'refuses' | 'signed-out' | 'gone' | 'conflict' }
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
    if (state.mode === 'gone') return { status: 404, body: { code: 'not-found', detail: 'no', status: 404 } }
    if (state.mode === 'conflict' && method !== 'GET')
      return { status: 409, body: { code: 'version-conflict', detail: 'changed meanwhile', status: 409 } }
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
/** The queue of the page, with what the device kept. */
async function opened() {
  const queue = queues.useShotQueue()
  await queue.ready()
  return queue
}
beforeEach(async () => {
  // What the database stand-in runs on goes on.
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] })
  page.kept.clear()
  await kept.clear('writes')
  openPage()
  now = lane()
})
afterEach(async () => {
  await queues.useShotQueue().settled()
  now.server.restore()
  jest.useRealTimers()
})
/** Time passes, and what is written to the device meanwhile is written. */
async function rest(ms = 50) {
  for (let i = 0; i < 5; i += 1) {
    await jest.advanceTimersByTimeAsync(ms / 5)
    await queues.useShotQueue().settled()
  }
}

/** Another tab of the device says that something changed, and time passes until it shows here. */
async function fromAnotherTab(shows: () => boolean) {
  const other = new BroadcastChannel('sleetfall-shots')
  other.postMessage(randomUUID())
  for (let i = 0; i < 100 && !shows(); i += 1) await rest(10)
  other.close()
}

describe('shots typed at the lane', () => {
  test('go out in their order, and what the server then has is shown', async () => {
    const queue = await opened()
    const shots = [shot(), shot({ arm: 2 }), shot()]
    for (const one of shots) queue.add(trialId, one)
    await rest()
    expect(now.taken.map((one) => one.id)).toEqual(shots.map((one) => one.id))
    expect(queue.waiting).toEqual([])
    expect(stores.useTrials().byId.get(trialId)!.shots).toHaveLength(3)
  })

  test('wait on the device while nobody answers, also over a reload, and are sent once it is back', async () => {
    now.state.mode = 'away'
    const queue = await opened()
    // As a form hands them over, with the shell of what it watches.
    const shots = [shot({ leave: [7, 10] }), shot({ leave: [] })].map((one) => reactive(one))
    for (const one of shots) queue.add(trialId, one)
    await rest()
    expect([queue.away, queue.unsent.length, queue.unkept]).toEqual([true, 2, false])
    expect((await kept.getAll('writes')).map((one) => 'tried' in one && one.tried)).toContain(true)
    await rest(20)
    // The page is loaded again: another store, the same device.
    openPage()
    const again = await opened()
    expect(again.of(trialId).map((one) => one.shotId)).toEqual(shots.map((one) => one.id))
    now.state.mode = 'up'
    page.dispatchEvent(new Event('online'))
    await rest()
    expect(now.taken.map((one) => one.id)).toEqual(shots.map((one) => one.id))
    expect([again.away, again.waiting.length]).toEqual([false, 0])
  })

  test('are tried again by themselves every few seconds', async () => {
    now.state.mode = 'away'
    const queue = await opened()
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
    const queue = await opened()
    queue.add(trialId, shot())
    await rest()
    expect([now.taken.length, queue.waiting.length]).toEqual([1, 1])
    now.state.mode = 'up'
    await rest(4100)
    expect([now.taken.length, queue.waiting.length]).toEqual([1, 0])
    expect(new Set(now.server.asked.map((one) => one.writeId)).size).toBe(1)
  })

  test('one that is refused says why and does not hold up those behind it', async () => {
    const queue = await opened()
    now.state.mode = 'refuses'
    queue.add(trialId, shot({ entryBoard: 99 }))
    await rest()
    expect(queue.waiting[0]!.refused).toBe('Entry board: -2 to 41')
    expect(queue.unsent).toEqual([])
    now.state.mode = 'up'
    queue.add(trialId, shot())
    await rest()
    expect(now.taken).toHaveLength(1)
    queue.drop(queue.waiting[0]!.writeId)
    expect(queue.waiting).toEqual([])
  })

  test('one that is taken out while it is on its way, or that nobody answered for, is taken out at the server too', async () => {
    const queue = await opened()
    const one = shot()
    queue.add(trialId, one)
    await queue.takeOut(trialId, one.id)
    await rest()
    expect(now.server.asked.map(({ method, path }) => `${method} ${path.replace(/.*trials/, '')}`)).toEqual([
      `POST /${trialId}/shots`,
      `DELETE /${trialId}/shots/${one.id}`,
    ])
    expect(queue.waiting).toEqual([])
    // Nobody answered: the server may have it, and that it has not is no trouble.
    now.state.mode = 'away'
    const other = shot()
    queue.add(trialId, other)
    await rest()
    await queue.takeOut(trialId, other.id)
    now.state.mode = 'gone'
    await rest(10_000)
    expect([now.taken.map(({ id }) => id), queue.waiting]).toEqual([[one.id], []])
  })

  test('one that was never sent leaves the device and was never anywhere', async () => {
    now.state.mode = 'away'
    const queue = await opened()
    const [first, second] = [shot(), shot()]
    queue.add(trialId, first)
    queue.add(trialId, second)
    await rest()
    await queue.takeOut(trialId, second.id)
    expect(queue.waiting.map(({ shotId }) => shotId)).toEqual([first.id])
  })

  test('set aside before they were sent: in that order, with the version that the server will have given', async () => {
    now.state.mode = 'away'
    const queue = await opened()
    const one = shot()
    queue.add(trialId, one)
    queue.setAside(trialId, one.id, 'slipped')
    const trial = { id: trialId, shots: [] } as unknown as Trial
    expect(queue.applied(trial).shots).toMatchObject([{ id: one.id, sequence: 1, setAsideReason: 'slipped' }])
    // Done twice it is the same.
    expect(queue.applied(queue.applied(trial)).shots).toHaveLength(1)
    await rest()
    openPage()
    const again = await opened()
    now.state.mode = 'up'
    await rest(10_000)
    expect(
      now.server.asked.slice(-2).map(({ method, body }) => [method, (body as { version?: number }).version]),
    ).toEqual([
      ['POST', undefined],
      ['PUT', 1],
    ])
    expect(again.waiting).toEqual([])
  })

  test('what somebody else changed meanwhile is shown as refused, never dropped by itself', async () => {
    const queue = await opened()
    now.state.mode = 'conflict'
    queue.setAside(trialId, randomUUID(), 'slipped')
    await rest(10_000)
    expect(queue.waiting.map(({ kind, refused }) => [kind, refused])).toEqual([
      ['aside', expect.stringContaining('changed')],
    ])
  })

  test('shots that an earlier version left on the device are sent with the arm that their side was', async () => {
    const { arm: _arm, ...old } = shot()
    const former = [
      { trialId, writeId: randomUUID(), refused: null, shot: { ...old, side: 'variant' } },
      { trialId, writeId: randomUUID(), refused: null, shot: { ...old, id: randomUUID(), side: 'control' } },
    ]
    page.kept.set('sleetfall.shots.waiting', JSON.stringify(former))
    await opened()
    await rest()
    expect(now.taken.map(({ arm }) => arm)).toEqual([2, 1])
    expect(page.kept.has('sleetfall.shots.waiting')).toBe(false)
  })

  test('wait without a word while the session has ended', async () => {
    now.state.mode = 'signed-out'
    const queue = await opened()
    queue.add(trialId, shot())
    await rest()
    expect(queue.waiting.map((one) => one.refused)).toEqual([null])
    now.state.mode = 'up'
    await rest(4100)
    expect(queue.waiting).toEqual([])
  })

  test('another tab’s are seen here, each time that it says so', async () => {
    const queue = await opened()
    now.state.mode = 'away'
    const others: string[] = []
    for (let n = 1; n <= 2; n += 1) {
      const one = {
        kind: 'shot',
        shot: shot(),
        trialId,
        shotId: randomUUID(),
        writeId: randomUUID(),
        order: n,
        refused: null,
      }
      others.push(one.shotId)
      await kept.put('writes', one)
      await fromAnotherTab(() => queue.waiting.length === n)
      expect(queue.waiting.map(({ shotId }) => shotId)).toEqual(others)
    }
  })

  test('one added while the device is asked what another tab left there stays among those that wait', async () => {
    const queue = await opened()
    now.state.mode = 'away'
    const [first, second] = [shot(), shot()]
    queue.add(trialId, first)
    await rest()
    const { getAll } = IDBIndex.prototype
    const asked = jest.spyOn(IDBIndex.prototype, 'getAll').mockImplementationOnce(function (this: IDBIndex, ...of) {
      const answer = getAll.apply(this, of)
      queue.add(trialId, second)
      return answer
    })
    await fromAnotherTab(() => asked.mock.calls.length >= 2)
    asked.mockRestore()
    expect(queue.waiting.map((one) => one.shotId)).toEqual([first.id, second.id])
  })

  test('closing the page asks only where the device keeps nothing, or has not kept it yet', async () => {
    const queue = await opened()
    const leaving = () => {
      const event = new Event('beforeunload', { cancelable: true })
      page.dispatchEvent(event)
      return event.defaultPrevented
    }
    now.state.mode = 'away'
    queue.add(trialId, shot())
    expect([queue.of(trialId).length, queue.keptOf(trialId), leaving()]).toEqual([1, 0, true])
    await rest()
    expect([queue.unkept, queue.keptOf(trialId), leaving()]).toEqual([false, 1, false])
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    queue.add(trialId, shot())
    await rest()
    put.mockRestore()
    expect([queue.unkept, leaving()]).toEqual([true, true])
  })
})
