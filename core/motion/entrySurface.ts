import { cubicAt } from './cubic.ts'
import { type Entries, readRow, roomForEntries, setKind } from './entries.ts'

/** Laydown boards between two rows of shots, and boards of the target between two shots of a row. */
const rowBoards = 4
const targetBoards = 2.5

/** Boards as they are scanned: from the first to the last in equal parts. */
interface Scale {
  readonly first: number
  readonly step: number
  readonly count: number
}
function scale(first: number, last: number, most: number): Scale {
  const parts = last > first ? Math.max(1, Math.ceil((last - first) / most)) : 0
  return { first, step: parts === 0 ? 1 : (last - first) / parts, count: parts + 1 }
}

/** Entry over laydown and target boards, from few shots. */
export interface EntrySurface {
  /** Laydown boards at which shots were thrown. */
  readonly laydown: Scale
  /** Entries from a laydown board at equally spaced targets. */
  read(laydownBoard: number, firstTarget: number, step: number, count: number): Entries
}

/**
 * Shots over the boards that a bowler plays, and what lies between them by cubics: every candidate of a search reads the same surface.
 * Targets are thrown at a little past the range, where misses go.
 */
export function entrySurface(
  shoot: (places: readonly (readonly [laydownBoard: number, targetBoard: number])[]) => Entries,
  laydown: readonly [number, number],
  target: readonly [number, number],
  pastBoards: number,
): EntrySurface {
  const down = scale(laydown[0], laydown[1], rowBoards)
  const across = scale(target[0] - pastBoards, target[1] + pastBoards, targetBoards)
  // Column by column: the rows of one target lie side by side.
  const places: [number, number][] = []
  for (let k = 0; k < across.count; k += 1)
    for (let row = 0; row < down.count; row += 1)
      places.push([down.first + row * down.step, across.first + k * across.step])
  const shots = shoot(places)

  /** Entries at the targets that were thrown at, from a laydown board between the rows. */
  function rowAt(place: number): Entries {
    const row = roomForEntries(across.count)
    const nearest = Math.min(down.count - 1, Math.max(0, Math.round(place)))
    for (let k = 0; k < across.count; k += 1) {
      row.board[k] = cubicAt(shots.board, place, k * down.count, down.count)
      row.angleDeg[k] = cubicAt(shots.angleDeg, place, k * down.count, down.count)
      setKind(row, k, shots, k * down.count + nearest)
    }
    return row
  }
  return {
    laydown: down,
    read: (laydownBoard, firstTarget, step, count) =>
      readRow(
        rowAt((laydownBoard - down.first) / down.step),
        (firstTarget - across.first) / across.step,
        step / across.step,
        count,
      ),
  }
}
