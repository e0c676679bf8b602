import { useOrder } from './useSorted.ts'

const directions = (order: ReturnType<typeof useOrder>) => [order.ariaSort('when'), order.ariaSort('name')]

test('a list of what happened begins with the newest, and its head says so; another column begins with its first', () => {
  const list = useOrder('what-happened', 'when', ['when'])
  expect([list.question().down, ...directions(list)]).toEqual([true, 'descending', 'none'])
  list.sortBy('when')
  expect([list.question().down, ...directions(list)]).toEqual([false, 'ascending', 'none'])
  list.sortBy('name')
  expect([list.question(), ...directions(list)]).toEqual([{ q: '', sort: 'name', down: false }, 'none', 'ascending'])
  list.sortBy('name')
  expect(directions(list)).toEqual(['none', 'descending'])
  list.sortBy('when')
  expect(directions(list)).toEqual(['descending', 'none'])
})

test('a list of names begins with the first', () => {
  expect(useOrder('names', 'name').ariaSort('name')).toBe('ascending')
})
