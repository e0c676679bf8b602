import { readFileSync, readdirSync } from 'node:fs'
import { getPriority } from 'node:os'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { MapLine, MapMessage } from '@sleetfall/contract'
import { usualPlayable, GivenUp, mapTasks, perform } from '@sleetfall/core'
import { aBall, aCustomer, testShop } from '../test/shop.ts'
import { openMotionPool } from './pool.ts'
import { warmUp } from './warmUp.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

const loads = [
  { fromBoard: 2, toBoard: 38, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 36 },
  { fromBoard: 10, toBoard: 30, loads: 8, microlitresPerBoard: 50, startFt: 0, endFt: 40 },
]

describe('reaction map', () => {
  test('is streamed cell by cell and agrees with the same question asked here', async () => {
    const owner = await shop.signIn('owner')
    const customer = aCustomer({ speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 12 })
    await owner.post('/customers', customer).expect(200)
    const ball = aBall(customer.id)
    await owner.post('/balls', ball).expect(200)
    const pattern = { id: aCustomer().id, name: 'Threaded 40', note: '', loads }
    await owner.post('/patterns', pattern).expect(200)
    const path = `/reaction-map/${customer.id}?patterns=${pattern.id}`
    const answer = await owner.get(`${path}&surfaces=to-2000`).buffer(true).expect(200)
    const messages = answer.text
      .trim()
      .split('\n')
      .map((row) => JSON.parse(row) as MapMessage)
    expect(messages[0]).toEqual({
      places: [0, 40, 120].map((shots) => ({ ballId: ball.id, surface: 'to-2000', patternId: pattern.id, shots })),
    })
    const cells = messages.slice(1) as { index: number; line: MapLine }[]
    expect(cells.map((cell) => cell.index).sort()).toEqual([0, 1, 2])
    const { tasks } = mapTasks({
      bowler: { hand: 'right', speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 12 },
      balls: [{ id: ball.id, cover: 'solid', surface: { finish: null, effectiveRaUm: null, oilShare: 0 } }],
      surfaces: ['to-2000'],
      patterns: [{ id: pattern.id, loads }],
      phases: [0],
      playable: usualPlayable,
    })
    const here = perform(tasks[0]!)[0]!
    const there = cells.find((cell) => cell.index === 0)!.line
    expect([there.laydownBoard, there.targetBoard, there.pPocket]).toEqual([
      here.laydownBoard,
      here.targetBoard,
      here.pPocket,
    ])

    await owner.get(`${path}&surfaces=to-moon`).expect(422)
    await owner.get(`/reaction-map/${customer.id}`).expect(422)
    await owner.get(`/reaction-map/${customer.id}?patterns=${customer.id}`).expect(404)
  })

  test('threads are warmed up behind what somebody asks in the meantime', async () => {
    const pool = openMotionPool(1)
    const ended: string[] = []
    const warm = warmUp(pool).then(() => ended.push('warm'))
    const { tasks } = mapTasks({
      bowler: { hand: 'right' },
      balls: [{ id: 'a', cover: 'solid', surface: { finish: null, effectiveRaUm: 0.4, oilShare: 0 } }],
      surfaces: ['now'],
      patterns: [{ id: 'p', loads }],
      phases: [0],
      playable: usualPlayable,
    })
    const asked = pool.run(tasks[0]!).then(() => ended.push('asked'))
    await Promise.all([warm, asked])
    expect(ended).toEqual(['asked', 'warm'])
    pool.close()
  })

  test('what computes gives way: its thread stands behind what answers, which stays as it was', async () => {
    const common = getPriority()
    /** Niceness of each thread of this process; one that ended while it was looked at is left out. */
    const ofThreads = () =>
      new Map(
        readdirSync('/proc/self/task').flatMap((thread) => {
          try {
            const fields = readFileSync(`/proc/self/task/${thread}/stat`, 'utf8').split(') ').at(-1)!.split(' ')
            return [[thread, Number(fields[16])] as const]
          } catch {
            return []
          }
        }),
      )
    const before = ofThreads()
    const pool = openMotionPool(1)
    await warmUp(pool)
    const after = ofThreads()
    for (const [thread, nice] of after) expect([thread, nice]).toEqual([thread, before.get(thread) ?? nice])
    expect([...after].flatMap(([thread, nice]) => (before.has(thread) || nice === common ? [] : [nice]))).toEqual([10])
    pool.close()
  })

  test('a thread that is given up in the middle of its work ends at once', async () => {
    const pool = openMotionPool(1)
    const { tasks } = mapTasks({
      bowler: { hand: 'left' },
      balls: [{ id: 'a', cover: 'solid', surface: { finish: null, effectiveRaUm: 0.4, oilShare: 0 } }],
      surfaces: ['now'],
      patterns: [{ id: 'p', loads }],
      phases: [0],
      playable: usualPlayable,
    })
    // A question of many seconds.
    const long = { ...tasks[0]!, options: { ...tasks[0]!.options, method: 'exact', samples: 50_000 } } as const
    const stop = new AbortController()
    const asked = pool.run(long, { signal: stop.signal })
    setTimeout(() => stop.abort(), 300)
    await expect(asked).rejects.toThrow(GivenUp)
    expect((await pool.run(tasks[0]!)).length).toBeGreaterThan(0)
    pool.close()
  })
})
