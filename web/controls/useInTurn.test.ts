import { jest } from '@jest/globals'
import { effectScope, nextTick, ref } from 'vue'
import { useInTurn } from './useInTurn.ts'

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

const row = (name: string) => ({ name })
function inTurn(first: readonly { name: string }[]) {
  const rows = ref(first)
  const asked: string[] = []
  const scope = effectScope()
  const told = scope.run(() =>
    useInTurn(
      () => rows.value,
      (one) => {
        asked.push(one.name)
        return one.name.toUpperCase()
      },
    ),
  )!
  return { rows, asked, scope, told: () => rows.value.map((one) => told(one)) }
}

test('each row is worked out in a task of its own, in the order of the list', () => {
  const { asked, told } = inTurn([row('a'), row('b'), row('c')])
  expect(told()).toEqual([undefined, undefined, undefined])
  jest.advanceTimersToNextTimer()
  expect(told()).toEqual(['A', undefined, undefined])
  jest.advanceTimersToNextTimer()
  expect(told()).toEqual(['A', 'B', undefined])
  jest.runAllTimers()
  expect(told()).toEqual(['A', 'B', 'C'])
  expect(asked).toEqual(['a', 'b', 'c'])
})

test('rows that come later are worked out and no other is again; one changed is another row', async () => {
  const { rows, asked, told } = inTurn([row('a'), row('b')])
  jest.runAllTimers()
  rows.value = [rows.value[1]!, row('c')]
  await nextTick()
  jest.runAllTimers()
  expect(asked).toEqual(['a', 'b', 'c'])
  expect(told()).toEqual(['B', 'C'])
})

test('a list that comes while another is worked out goes on from what is there', async () => {
  const { rows, asked, told } = inTurn([row('a'), row('b'), row('c')])
  jest.advanceTimersToNextTimer()
  rows.value = [row('x'), rows.value[0]!]
  await nextTick()
  jest.runAllTimers()
  expect(asked).toEqual(['a', 'x'])
  expect(told()).toEqual(['X', 'A'])
})

test('nothing is worked out for a page that was left', () => {
  const { asked, scope } = inTurn([row('a'), row('b')])
  jest.advanceTimersToNextTimer()
  scope.stop()
  jest.runAllTimers()
  expect(asked).toEqual(['a'])
})
