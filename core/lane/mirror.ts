import { boardCount, filmRows } from './film.ts'

/** The same lane counted from the other gutter: board b becomes 40 − b. */
export function mirrorFilm(film: Float64Array): Float64Array {
  const mirrored = new Float64Array(film.length)
  for (let row = 0; row < filmRows; row += 1) {
    for (let board = 0; board < boardCount; board += 1)
      mirrored[row * boardCount + board] = film[row * boardCount + boardCount - 1 - board]!
  }
  return mirrored
}
