import { describe, expect, test } from '@jest/globals'
import {
  usualPlayable,
  drilledBall,
  GivenUp,
  type Performer,
  type Task,
  WorkPool,
  type BallRecord,
  bestLines,
  filmOf,
  mapTasks,
  shotOf,
  usualPhases,
} from '@sleetfall/core'

const loads = [
  { fromBoard: 2, toBoard: 38, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 36 },
  { fromBoard: 10, toBoard: 30, loads: 8, microlitresPerBoard: 50, startFt: 0, endFt: 40 },
]
const bare: BallRecord = { cover: 'solid', surface: { finish: null, effectiveRaUm: null, oilShare: 0 } }
const bowler = { hand: 'right', speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 12 } as const
const question = {
  bowler,
  balls: [{ ...bare, id: 'a' }],
  surfaces: ['now', 'to-2000'],
  patterns: [{ id: 'p', loads }],
  phases: usualPhases,
  playable: usualPlayable,
}
const { places, tasks } = mapTasks(question)

/** Workers whose tasks end when the test says so; each notes what it began and whether it was ended. */
function slowWorkers() {
  const begun: Task[] = []
  const finish: (() => void)[] = []
  const ended: number[] = []
  let opened = 0
  const open = (): Performer => {
    const me = (opened += 1)
    return {
      perform: (task) => {
        begun.push(task)
        return new Promise((resolve) => finish.push(() => resolve([])))
      },
      end: () => ended.push(me),
    }
  }
  return { open, begun, finish, ended, opened: () => opened }
}
const turn = () => new Promise((resolve) => setTimeout(resolve, 0))

describe('pool', () => {
  test('the highest priority goes first, on no more workers than allowed', async () => {
    const slow = slowWorkers()
    const pool = new WorkPool(slow.open, 1)
    const all = [pool.run(tasks[0]!), pool.run(tasks[1]!), pool.run(tasks[2]!, { priority: 5 })]
    for (let i = 0; i < 3; i += 1) {
      await turn()
      slow.finish[i]!()
    }
    await Promise.all(all)
    expect(slow.begun).toEqual([tasks[0], tasks[2], tasks[1]])
    expect(slow.opened()).toBe(1)
  })

  test('giving up ends the worker that is at it and leaves the queue of others alone', async () => {
    const slow = slowWorkers()
    const pool = new WorkPool(slow.open, 1)
    const stop = new AbortController()
    const first = pool.run(tasks[0]!, { signal: stop.signal })
    const waiting = pool.run(tasks[1]!, { signal: stop.signal })
    const other = pool.run(tasks[2]!)
    await turn()
    stop.abort()
    await expect(first).rejects.toThrow(GivenUp)
    await expect(waiting).rejects.toThrow(GivenUp)
    await turn()
    expect(slow.ended).toEqual([1])
    slow.finish[1]!()
    await expect(other).resolves.toEqual([])
    expect(slow.begun).toEqual([tasks[0], tasks[2]])
    await expect(pool.run(tasks[0]!, { signal: stop.signal })).rejects.toThrow(GivenUp)
  })

  test('a failing worker is replaced; of many tasks the first failure ends the rest', async () => {
    let opened = 0
    const ended: number[] = []
    const pool = new WorkPool(() => {
      const me = (opened += 1)
      return {
        perform: () => (me === 1 ? Promise.reject(new Error('out of memory')) : Promise.resolve([])),
        end: () => ended.push(me),
      }
    }, 1)
    await expect(pool.runAll(tasks, { onAnswer: () => {} })).rejects.toThrow('out of memory')
    expect(ended).toContain(1)
    const seen: number[] = []
    await pool.runAll(tasks, { onAnswer: ({ index, done, total }) => seen.push(index, done, total) })
    expect(seen.filter((_, i) => i % 3 === 1)).toEqual(tasks.map((_, i) => i + 1))
  })
})

describe('map', () => {
  test('one question a cell, in the order of its places, each on the film of its state', () => {
    expect(places).toHaveLength(2 * 3)
    expect(places.map((place) => place.shots)).toEqual([0, 40, 120, 0, 40, 120])
    const films = tasks.map((task) => (task.shot.friction.kind === 'film' ? task.shot.friction.filmUm! : null))
    expect(films[0]).toEqual(filmOf(loads))
    expect(films[2]).toBe(films[5])
    expect(films[2]![40 * 39 + 12]).toBeLessThan(films[0]![40 * 39 + 12]!)
  })

  test('the lines of a cell are the search’s own, and every one enters the pocket', () => {
    const { shot, playable, options } = tasks[0]!
    const lines = bestLines(shot, playable, options)
    expect(lines.length).toBeGreaterThan(0)
    expect(lines[0]!.outcome.pocket).toBe(true)
  })
})

const ground = { loads, filmUm: filmOf(loads) }

test('what a record lacks is assumed and said so', () => {
  expect(shotOf(undefined, bare, 'now', ground).assumptions).toEqual([
    'speed',
    'revs',
    'rotation',
    'tilt',
    'core',
    'layout',
    'holes',
    'surface',
  ])
  const whole: BallRecord = {
    ...bare,
    ...{ rgIn: 2.5, differentialIn: 0.05, drillingAngleDeg: 40, pinToPapIn: 4, valAngleDeg: 30 },
    surface: { finish: { raTopUm: 0.5, raBaseUm: 0.5 }, effectiveRaUm: 0.5, oilShare: 0.5 },
  }
  const known = shotOf(bowler, whole, 'now', ground)
  expect(known.assumptions).toEqual(['holes'])
  expect(known.shot).toMatchObject({ bowler, friction: { raUm: 0.5, coverStrength: 0.85 } })
})

test('a ball with its holes on record moves on its drilled axes, one without on those of its core', () => {
  const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 }
  const core = {
    cover: 'solid' as const,
    weightLb: 15,
    rgIn: 2.48,
    differentialIn: 0.05,
    intermediateDifferentialIn: 0.015,
  }
  const surface = { finish: null, effectiveRaUm: 0.5, oilShare: 0 }
  const holes = [
    { name: 'ring', overIn: 1.1, upIn: 1.6, diameterIn: 31 / 32, depthIn: 2.8 },
    { name: 'thumb', overIn: 0, upIn: -3.2, diameterIn: 1.02, depthIn: 2.9 },
  ]
  const drilling = { ...layout, papOverIn: 5, papUpIn: 0.5, holes }
  const plain = shotOf(undefined, { ...core, ...layout, surface }, 'now', ground)
  const drilled = shotOf(undefined, { ...core, ...layout, surface, drilling }, 'now', ground)
  expect(plain.assumptions).toContain('holes')
  expect(drilled.assumptions).not.toContain('holes')
  expect(plain.shot.ball.axes).toBeUndefined()
  const made = drilledBall({
    ball: { weightLb: 15, rgIn: 2.48, differentialIn: 0.05, intermediateDifferentialIn: 0.015 },
    layout,
    pap: { overIn: 5, upIn: 0.5 },
    holes,
    diameterIn: 8.595,
  })
  expect(drilled.shot.ball).toMatchObject({ axes: made.axes, rgIn: made.rgIn, differentialIn: made.differentialIn })
  // Without holes there is nothing to be drilled with.
  const none = shotOf(undefined, { ...core, ...layout, surface, drilling: { ...drilling, holes: [] } }, 'now', ground)
  expect(none.shot.ball).toEqual(plain.shot.ball)
})
