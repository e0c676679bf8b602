import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { type EffectScope, effectScope } from 'vue'
import { useBell } from './useBell.ts'

/** What a browser would play: hertz and the second at which each tone starts. */
let played: { hertz: number; startS: number }[] = []
let contexts: FakeAudio[] = []
class FakeAudio {
  currentTime = 0
  closed = false
  destination = {}
  constructor() {
    contexts.push(this)
  }
  resume = () => Promise.resolve()
  close = () => {
    this.closed = true
    return Promise.resolve()
  }
  createGain = () => ({
    gain: { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined },
    connect: () => undefined,
  })
  createOscillator() {
    const frequency = { value: 0 }
    return {
      frequency,
      connect: (next: unknown) => next,
      start: (startS: number) => played.push({ hertz: frequency.value, startS }),
      stop: () => undefined,
    }
  }
}

let scope: EffectScope
const bell = () => scope.run(() => useBell())!
beforeEach(() => {
  played = []
  contexts = []
  scope = effectScope()
  jest.useFakeTimers()
  Object.assign(globalThis, { AudioContext: FakeAudio })
})
afterEach(() => {
  scope.stop()
  jest.useRealTimers()
  Reflect.deleteProperty(globalThis, 'AudioContext')
})

describe('the bench’s bell', () => {
  test('rings three tones one after the other, and flashes for a while', () => {
    const { ring, flashing } = bell()
    ring()
    expect(flashing.value).toBe(true)
    expect(played).toEqual([
      { hertz: 660, startS: 0 },
      { hertz: 880, startS: 0.45 },
      { hertz: 660, startS: 0.9 },
    ])
    jest.advanceTimersByTime(2400)
    expect(flashing.value).toBe(true)
    jest.advanceTimersByTime(200)
    expect(flashing.value).toBe(false)
  })
  test('a second ring prolongs the flash', () => {
    const { ring, flashing } = bell()
    ring()
    jest.advanceTimersByTime(2000)
    ring()
    jest.advanceTimersByTime(2000)
    expect(flashing.value).toBe(true)
    jest.advanceTimersByTime(600)
    expect(flashing.value).toBe(false)
  })
  test('with its sound switched off timers are silent but seen, and too hot water is heard all the same', () => {
    const { ring, sound, flashing } = bell()
    sound.value = false
    ring()
    expect(played).toEqual([])
    expect(flashing.value).toBe(true)
    ring(true)
    expect(played).toHaveLength(3)
  })
  test('one player for all rings, let go with the page', () => {
    const { ring } = bell()
    ring()
    ring()
    expect(contexts).toHaveLength(1)
    scope.stop()
    expect(contexts[0]!.closed).toBe(true)
  })
})
