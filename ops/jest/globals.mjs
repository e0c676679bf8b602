import { ModernFakeTimers } from '@jest/fake-timers'
import { bind } from 'jest-each'
import { ModuleMocker } from 'jest-mock'

/**
 * What tests import from `@jest/globals`. The runner has no limit of time and only some of Jest's timers: both are added here, from Jest's own packages.
 */
export const { describe, expect } = globalThis

/** A shared machine stalls for half a minute now and then. */
const usualLimit = 60_000
const { setTimeout, clearTimeout } = globalThis

/** A test or a hook, failed when it is not through in time; its clock is the real one, whatever the test does to the time. */
const limited = (run, limit) => async () => {
  let timer
  const late = new Promise((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error(`Not through in ${limit / 1000} s.`)), limit)
  })
  try {
    await Promise.race([run(), late])
  } finally {
    clearTimeout(timer)
  }
}
const hook =
  (add) =>
  (run, limit = usualLimit) =>
    add(limited(run, limit))
export const [beforeAll, afterAll, beforeEach, afterEach] = [
  globalThis.beforeAll,
  globalThis.afterAll,
  globalThis.beforeEach,
  globalThis.afterEach,
].map(hook)
const withLimit = (add) => {
  const added = (name, run, limit = usualLimit) => add(name, limited(run, limit))
  return Object.assign(added, { each: bind(added, false) })
}
export const test = Object.assign(withLimit(globalThis.test), {
  only: withLimit(globalThis.test.only),
  skip: globalThis.test.skip,
})
export const it = test

const timers = new ModernFakeTimers({ config: { fakeTimers: {}, rootDir: process.cwd() }, global: globalThis })
const mocks = new ModuleMocker(globalThis)
const bound = (of, names) => Object.fromEntries(names.map((name) => [name, of[name].bind(of)]))
export const jest = {
  ...bound(mocks, ['fn', 'spyOn', 'restoreAllMocks']),
  ...bound(timers, [
    'useFakeTimers',
    'useRealTimers',
    'advanceTimersByTime',
    'advanceTimersByTimeAsync',
    'advanceTimersToNextTimer',
    'getTimerCount',
    'runAllTimers',
  ]),
}
