import { jest } from '@jest/globals'
import { effectScope, nextTick, ref } from 'vue'
import { useGrowing } from './useGrowing.ts'

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

const upTo = (length: number) => Array.from({ length }, (_, at) => at)
function growing(first: number, step: number) {
  const list = ref(upTo(first))
  const scope = effectScope()
  const { rows, all } = scope.run(() => useGrowing(() => list.value, step))!
  const turn = async () => {
    jest.advanceTimersToNextTimer()
    await nextTick()
  }
  return { list, scope, rows, all, turn, shown: () => rows.value.length }
}

test('a long list comes a few rows in a task, in its order, until all are there', async () => {
  const { rows, all, turn, shown } = growing(50, 20)
  expect([shown(), all.value]).toEqual([20, false])
  await turn()
  expect([shown(), all.value]).toEqual([40, false])
  await turn()
  expect([shown(), all.value]).toEqual([50, true])
  expect(rows.value).toEqual(upTo(50))
  expect(jest.getTimerCount()).toBe(0)
})

test('a short one is there at once', () => {
  const { all, shown } = growing(20, 20)
  expect([shown(), all.value, jest.getTimerCount()]).toEqual([20, true, 0])
})

test('rows that come later come in turn; a list put in its place shows at once as many as there were', async () => {
  const { list, all, turn, shown } = growing(30, 20)
  await turn()
  list.value = upTo(90)
  await nextTick()
  expect([shown(), all.value]).toEqual([40, false])
  for (let at = 0; at < 3; at++) await turn()
  expect([shown(), all.value]).toEqual([90, true])
  list.value = upTo(75)
  expect([shown(), all.value]).toEqual([75, true])
})

test('nothing grows on a page that was left', () => {
  const { scope, shown } = growing(50, 20)
  scope.stop()
  expect([shown(), jest.getTimerCount()]).toEqual([20, 0])
})
