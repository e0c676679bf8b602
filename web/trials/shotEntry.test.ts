import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals'
import type { Trial } from '@sleetfall/contract'
import { inLiveApp, serveWith } from '../test/inApp.ts'
import type { useShotEntry as Entry } from './useShotEntry.ts'

const surface = (effectiveRaUm: number) => ({ effectiveRaUm, oilShare: 0.2 })
const anArm = (arm: number, ballId: string, raUm: number) => ({
  ...{ arm, ballId, surface: surface(raUm), bowlerId: null, lane: '', feetBoard: null, targetBoard: null },
  ...{ plannedGrit: null, levels: [] },
})
const aShot = (arm: number, change: object = {}) => ({
  ...{ arm, targetBoard: 12, feetBoard: 24, entryBoard: null, read: null, leave: null, shape: null, flags: [] },
  ...{ execution: null, lane: '', moveReason: '', note: '', warmUp: false, thrownAt: new Date().toISOString() },
  ...{ setAsideReason: null, ...change },
})
const trial = (change: object = {}) =>
  ({
    ...{ id: '0b6f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f', design: 'turns', feetBoard: null, targetBoard: null, lane: '' },
    arms: [anArm(1, 'one', 0.4), anArm(2, 'two', 0.8)],
    shots: [aShot(2)],
    ...change,
  }) as unknown as Trial
let useShotEntry: typeof Entry
beforeAll(async () => {
  // No view of a router shows the entry here, which the router tells each time.
  jest.spyOn(console, 'warn').mockImplementation(() => undefined)
  // A page as far as its events go.
  Object.assign(globalThis, { window: new EventTarget() })
  ;({ useShotEntry } = await import('./useShotEntry.ts'))
})
afterAll(() => {
  Reflect.deleteProperty(globalThis, 'window')
  jest.restoreAllMocks()
})
let server: ReturnType<typeof serveWith>
let end: () => void
let focused = 0
const entryOf = (of: Trial) => {
  const live = inLiveApp(() =>
    useShotEntry(
      () => of,
      () => (focused += 1),
    ),
  )
  end = live.end
  return live.given
}
beforeEach(() => {
  focused = 0
  server = serveWith(() => 'away')
})
afterEach(() => {
  end()
  server.restore()
})
const key = (key: string, change: object = {}) => ({ key, preventDefault: () => undefined, ...change }) as KeyboardEvent
const kept = (entry: ReturnType<typeof entryOf>, id = trial().id) => entry.queue.of(id).map((one) => one.shot)

describe('the next shot', () => {
  test('begins on the side and the line of the last one, and keeps them for the one after it', () => {
    const entry = entryOf(trial())
    expect(entry.form.values).toMatchObject({ arm: 2, targetBoard: 12, feetBoard: 24, entryBoard: null })
    Object.assign(entry.form.values, { entryBoard: 17, read: 'right' })
    entry.record()
    expect(kept(entry)).toMatchObject([{ arm: 2, targetBoard: 12, feetBoard: 24, entryBoard: 17, read: 'right' }])
    expect(entry.form.values).toMatchObject({
      targetBoard: 12,
      feetBoard: 24,
      entryBoard: null,
      read: null,
      leave: null,
    })
    expect(focused).toBe(1)
  })

  test('nothing noted is no shot; one thing is enough', () => {
    const entry = entryOf(trial())
    entry.record()
    expect(entry.nothing.value).not.toBe('')
    expect(kept(entry)).toEqual([])
    entry.form.values['leave'] = []
    entry.record()
    expect(kept(entry)).toHaveLength(1)
  })

  test('what a tracker saw is not asked about, however far beside it went', () => {
    const entry = entryOf(trial({ id: 'a'.repeat(8) }))
    Object.assign(entry.form.values, { entryBoard: 1.5, path: [[0, 20]] })
    expect(entry.meant.value).toBeNull()
    entry.record()
    expect(kept(entry, 'a'.repeat(8)).map((shot) => shot.entryBoard)).toEqual([1.5])
  })

  test('a figure a tenth of what would be usual is asked about once, and kept when it was meant', () => {
    const entry = entryOf(trial())
    entry.form.values['entryBoard'] = 1.7
    expect(entry.meant.value).toBe(17)
    entry.record()
    expect(kept(entry)).toEqual([])
    entry.record()
    expect(kept(entry).map((shot) => shot.entryBoard)).toEqual([1.7])
  })

  test('one ball on one surface is no other side', () => {
    const same = trial({ arms: [anArm(1, 'one', 0.4), anArm(2, 'one', 0.4)], shots: [aShot(1)] })
    const entry = entryOf(same)
    Object.assign(entry.form.values, { arm: 2, entryBoard: 17 })
    expect(entry.sameThing.value).toBe(true)
    entry.record()
    expect(kept(entry)).toEqual([])
  })

  test('keys: letters read, arrows aim and stop at the edge, a letter with Ctrl is the browser’s', () => {
    const entry = entryOf(trial())
    entry.onKey(key('e'))
    expect(entry.form.values['read']).toBe('early')
    entry.onKey(key('e'))
    expect(entry.form.values['read']).toBeNull()
    entry.onKey(key('l', { ctrlKey: true }))
    expect(entry.form.values['read']).toBeNull()
    entry.onKey(key('ArrowRight'))
    entry.onKey(key('ArrowLeft', { shiftKey: true }))
    expect(entry.form.values).toMatchObject({ targetBoard: 13, feetBoard: 23 })
    for (let n = 0; n < 60; n += 1) entry.onKey(key('ArrowRight'))
    expect(entry.form.values['targetBoard']).toBeLessThanOrEqual(39)
    entry.onKey(key('s'))
    expect(entry.arm.value).toBe(1)
    entry.onKey(key('x'))
    expect(entry.form.values['leave']).toEqual([])
  })

  test('a shot of somebody who stuck at the line is kept and set aside by itself, and the order asks for it again', () => {
    const entry = entryOf(trial({ id: 'd'.repeat(8), shots: [aShot(1)] }))
    const next = entry.inOrder.value!.arm
    Object.assign(entry.form.values, { arm: next, entryBoard: 9, execution: 'stuck' })
    entry.record()
    expect(entry.all.value.at(-1)).toMatchObject({ arm: next, execution: 'stuck', setAsideReason: 'stuck at the line' })
    expect(entry.inOrder.value?.arm).toBe(next)
    expect(entry.form.values['execution']).toBeNull()
    // Pulled says something too, but whether it counts is for whoever notes it to say.
    Object.assign(entry.form.values, { entryBoard: 16, execution: 'inside' })
    entry.record()
    expect(entry.all.value.at(-1)).toMatchObject({ execution: 'inside', setAsideReason: null })
  })

  test('the arm that the order has next is chosen by itself, whatever waits on the device; one set aside is thrown again', () => {
    const entry = entryOf(trial({ shots: [aShot(1), aShot(2)] }))
    expect(entry.inOrder.value).toEqual({ arm: 2, why: 'back' })
    for (const expected of [1, 1, 2]) {
      entry.form.values['entryBoard'] = 17
      entry.record()
      expect(entry.arm.value).toBe(expected)
    }
    // Another arm on purpose: it stays where somebody put it.
    entry.form.values['arm'] = 1
    entry.form.values['entryBoard'] = 17
    entry.record()
    expect([entry.arm.value, entry.inOrder.value?.arm]).toEqual([1, 2])
    end()
    const aside = [1, 2, 2].map((one, i) => aShot(one, { setAsideReason: i === 1 ? 'slipped' : null }))
    expect(entryOf(trial({ id: 'f'.repeat(8), shots: aside })).inOrder.value?.arm).toBe(2)
  })

  test('a page that is opened again goes on in the order, unless somebody had left it on purpose', () => {
    const opened = (arms: readonly number[], id: string) => {
      const entry = entryOf(trial({ id: id.repeat(8), shots: arms.map((arm) => aShot(arm)) }))
      const chosen = entry.arm.value
      end()
      return chosen
    }
    expect(opened([1], 'h')).toBe(2)
    expect(opened([1, 2, 2], 'i')).toBe(1)
    expect(opened([1, 1], 'j')).toBe(1)
    expect(opened([2], 'k')).toBe(2)
  })

  test('of one ball asks for four controls, and says what has to be made before the change is thrown', () => {
    const one = { id: 'e'.repeat(8), design: 'change', arms: [anArm(1, 'one', 0.4), anArm(2, 'one', 0.8)] }
    const four = [1, 1, 1, 1].map((arm) => aShot(arm))
    expect(entryOf(trial({ ...one, shots: [aShot(1)] })).inOrder.value?.arm).toBe(1)
    end()
    const made = entryOf(trial({ ...one, shots: four }))
    expect([made.inOrder.value?.arm, made.toMake.value]).toEqual([2, null])
    end()
    const undone = entryOf(trial({ ...one, arms: [anArm(1, 'one', 0.4), anArm(2, 'one', 0.4)], shots: four }))
    expect(undone.toMake.value?.arm).toBe(2)
    expect(undone.arm.value).toBe(1)
  })

  test('warm-ups are kept and asked for nothing; the same again is one key', () => {
    const entry = entryOf(
      trial({ id: 'd'.repeat(8), shots: [aShot(1, { entryBoard: 17, read: 'right', leave: [10] })] }),
    )
    entry.form.values['warmUp'] = true
    entry.onKey(key('a'))
    expect(kept(entry, 'd'.repeat(8))).toMatchObject([{ warmUp: true, entryBoard: 17, read: 'right', leave: [10] }])
    expect(entry.inOrder.value?.arm).toBe(2)
  })

  test('a move of the feet asks why, and the reason goes with the shot', () => {
    const entry = entryOf(trial({ id: 'c'.repeat(8) }))
    expect(entry.moved.value).toBe(false)
    entry.aim('feetBoard', 2)
    expect(entry.moved.value).toBe(true)
    Object.assign(entry.form.values, { moveReason: 'flat corner', entryBoard: 17 })
    entry.record()
    expect(kept(entry, 'c'.repeat(8))).toMatchObject([{ feetBoard: 26, moveReason: 'flat corner' }])
    expect([entry.moved.value, entry.form.values['moveReason']]).toEqual([false, ''])
  })

  test('how far inside: the line that comes next stands in the fields', () => {
    const limit = { id: 'b'.repeat(8), design: 'limit', feetBoard: 22, targetBoard: 10, arms: [anArm(1, 'one', 0.4)] }
    const entry = entryOf(trial({ ...limit, shots: [] }))
    for (const feetBoard of [22, 22, 26]) {
      expect(entry.form.values).toMatchObject({ feetBoard, targetBoard: feetBoard - 12 })
      // The order is the reason for the move: nobody is asked for one, unless the line is another.
      expect(entry.moved.value).toBe(false)
      entry.form.values['entryBoard'] = 17
      entry.record()
    }
    entry.aim('feetBoard', 1)
    expect(entry.moved.value).toBe(true)
  })
})
