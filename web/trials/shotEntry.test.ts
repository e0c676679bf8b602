import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Trial } from '@sleetfall/contract'
import { inLiveApp, serveWith } from '../test/inApp.ts'
import type { useShotEntry as Entry } from './useShotEntry.ts'

const surface = (effectiveRaUm: number) => ({ effectiveRaUm, oilShare: 0.2 })
const trial = (change: object = {}) =>
  ({
    ...{ id: '0b6f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f', controlBallId: 'one', variantBallId: 'two' },
    ...{ control: { surface: surface(0.4) }, variant: { surface: surface(0.8) } },
    shots: [{ side: 'variant', targetBoard: 12, feetBoard: 24 }],
    ...change,
  }) as unknown as Trial
let useShotEntry: typeof Entry
beforeAll(async () => {
  // A page as far as its events go.
  Object.assign(globalThis, { window: new EventTarget() })
  ;({ useShotEntry } = await import('./useShotEntry.ts'))
})
afterAll(() => void Reflect.deleteProperty(globalThis, 'window'))
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
const kept = (entry: ReturnType<typeof entryOf>) => entry.queue.of(trial().id).map((one) => one.shot)

describe('the next shot', () => {
  test('begins on the side and the line of the last one, and keeps them for the one after it', () => {
    const entry = entryOf(trial())
    expect(entry.form.values).toMatchObject({ side: 'variant', targetBoard: 12, feetBoard: 24, entryBoard: null })
    Object.assign(entry.form.values, { entryBoard: 17, read: 'right' })
    entry.record()
    expect(kept(entry)).toMatchObject([
      { side: 'variant', targetBoard: 12, feetBoard: 24, entryBoard: 17, read: 'right' },
    ])
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
    const same = trial({ variantBallId: 'one', variant: { surface: surface(0.4) } })
    const entry = entryOf(same)
    expect(entry.sameThing.value).toBe(true)
    Object.assign(entry.form.values, { side: 'variant', entryBoard: 17 })
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
    expect(entry.side.value).toBe('control')
    entry.onKey(key('x'))
    expect(entry.form.values['leave']).toEqual([])
  })

  test('says which side the order has next: two balls in turns, whatever waits on the device; one that was set aside is thrown again', () => {
    const shots = (...sides: string[]) =>
      sides.map((side) => ({ side, targetBoard: 12, feetBoard: 24, setAsideReason: null }))
    const entry = entryOf(trial({ shots: shots('control', 'variant') }))
    expect([entry.design.value.name, entry.inOrder.value]).toEqual(['turns', 'variant'])
    Object.assign(entry.form.values, { side: 'variant', entryBoard: 17 })
    entry.record()
    expect(entry.inOrder.value).toBe('control')
    end()
    const aside = shots('control', 'variant', 'variant').map((shot, i) => ({
      ...shot,
      setAsideReason: i === 1 ? 'slipped' : null,
    }))
    expect(entryOf(trial({ id: 'f'.repeat(8), shots: aside })).inOrder.value).toBe('variant')
  })

  test('of one ball asks for four controls, and for the variant only once its surface is another', () => {
    const one = { variantBallId: 'one', id: 'e'.repeat(8) }
    const control = { side: 'control', targetBoard: 12, feetBoard: 24, setAsideReason: null }
    const four = { ...one, shots: Array.from({ length: 4 }, () => control) }
    expect(entryOf(trial({ ...one, shots: [control] })).inOrder.value).toBe('control')
    end()
    expect(entryOf(trial(four)).inOrder.value).toBe('variant')
    end()
    const undone = trial({ ...four, variant: { surface: surface(0.4) } })
    expect(entryOf(undone).inOrder.value).toBeNull()
  })
})
