import { onScopeDispose, shallowReactive, toRaw, watch } from 'vue'

/**
 * Works something out for each row of a list, one row in a task and in the order of the list, so that a list of what takes long to tell never holds up
 * whoever types or scrolls meanwhile. What a row tells is kept as long as the row is.
 *
 * @param rows the list; rows that are new, or others in their place, are worked out when they come
 * @param of what is to be told of a row
 * @returns what is told of a row; `undefined` before its turn
 */
export function useInTurn<Row extends object, Told>(
  rows: () => readonly Row[],
  of: (row: Row) => Told,
): (row: Row) => Told | undefined {
  const told = shallowReactive(new Map<Row, Told>())
  let timer: ReturnType<typeof setTimeout> | null = null
  const turn = () => {
    const next = rows().find((row) => !told.has(toRaw(row)))
    timer = null
    if (!next) return
    told.set(toRaw(next), of(next))
    timer = setTimeout(turn)
  }
  watch(
    () => [...rows()],
    (now) => {
      const there = new Set(now.map((row) => toRaw(row)))
      for (const row of told.keys()) if (!there.has(row)) told.delete(row)
      timer ??= setTimeout(turn)
    },
    { immediate: true },
  )
  onScopeDispose(() => timer && clearTimeout(timer))
  return (row) => told.get(toRaw(row))
}
