import type { Entry } from './carry.ts'
import { cubicAt } from './cubic.ts'

/** Entries of many shots, figure by figure: objects would cost more than the shots. */
export interface Entries {
  readonly board: Float64Array
  readonly angleDeg: Float64Array
  readonly speedMph: Float64Array
  /** 1 where the shot ends in the gutter or rolls out. */
  readonly gutter: Uint8Array
  readonly rolledOut: Uint8Array
}

export const roomForEntries = (count: number): Entries => ({
  board: new Float64Array(count),
  angleDeg: new Float64Array(count),
  speedMph: new Float64Array(count),
  gutter: new Uint8Array(count),
  rolledOut: new Uint8Array(count),
})

export function setEntry(entries: Entries, at: number, entry: Entry): void {
  entries.board[at] = entry.entryBoard
  entries.angleDeg[at] = entry.entryAngleDeg
  entries.speedMph[at] = entry.entrySpeedMph
  entries.gutter[at] = Number(entry.gutter)
  entries.rolledOut[at] = Number(entry.rolledOut)
}

export const entryAt = (entries: Entries, at: number): Entry => ({
  entryBoard: entries.board[at]!,
  entryAngleDeg: entries.angleDeg[at]!,
  entrySpeedMph: entries.speedMph[at]!,
  gutter: entries.gutter[at] === 1,
  rolledOut: entries.rolledOut[at] === 1,
})

/** Entries from one up to another, as their own. */
export const partOf = (entries: Entries, from: number, to: number): Entries => ({
  board: entries.board.slice(from, to),
  angleDeg: entries.angleDeg.slice(from, to),
  speedMph: entries.speedMph.slice(from, to),
  gutter: entries.gutter.slice(from, to),
  rolledOut: entries.rolledOut.slice(from, to),
})

/** Entries put into the midst of others, behind so many of them. */
export function between(outer: Entries, inner: Entries, before: number): Entries {
  const joined = roomForEntries(outer.board.length + inner.board.length)
  for (const figure of ['board', 'angleDeg', 'speedMph', 'gutter', 'rolledOut'] as const) {
    joined[figure].set(outer[figure].subarray(0, before))
    joined[figure].set(inner[figure], before)
    joined[figure].set(outer[figure].subarray(before), before + inner[figure].length)
  }
  return joined
}

/** Takes what does not change smoothly from another entry. */
export function setKind(entries: Entries, at: number, from: Entries, of: number): void {
  entries.speedMph[at] = from.speedMph[of]!
  entries.gutter[at] = from.gutter[of]!
  entries.rolledOut[at] = from.rolledOut[of]!
}

/** Entries of a row read at places between its shots, counted in steps of the row: board and angle by cubics, the rest by the nearest shot. */
export function readRow(row: Entries, first: number, step: number, count: number): Entries {
  const read = roomForEntries(count)
  const last = row.board.length - 1
  for (let k = 0; k < count; k += 1) {
    const place = first + k * step
    read.board[k] = cubicAt(row.board, place)
    read.angleDeg[k] = cubicAt(row.angleDeg, place)
    setKind(read, k, row, Math.min(last, Math.max(0, Math.round(place))))
  }
  return read
}
