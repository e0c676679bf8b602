import { mean } from 'd3-array'
import type { MapPlace } from './map.ts'

/** What a cell tells: a line with its chance of a strike, null where there is none, undefined while it is not computed. */
export type CellOf<L> = L | null | undefined
interface Struck {
  readonly pCarry: number
}
export interface MapColumn {
  readonly key: string
  readonly patternId: string
  readonly shots: number
}
export interface MapRow<L> {
  readonly ballId: string
  readonly surface: string
  /** Mean chance over what is computed of it; no line counts as none. 0 while nothing is. */
  readonly mean: number
  readonly cells: readonly CellOf<L>[]
}
export interface MapSummary<L> {
  readonly columns: readonly MapColumn[]
  readonly rows: readonly MapRow<L>[]
  /** Highest chance in each column, of the rows that are shown. */
  readonly tops: readonly number[]
}

/**
 * A reaction map as a table: a row for each ball and surface, or only the surface of each ball that strikes most in the mean, and a
 * column for each pattern and how far it is played. `lines` go with `places`.
 */
export function mapSummary<L extends Struck>(
  places: readonly MapPlace[],
  lines: readonly CellOf<L>[],
  bestOnly: boolean,
): MapSummary<L> {
  const columnOf = ({ patternId, shots }: MapPlace) => `${patternId} ${shots}`
  const columns = [...new Map(places.map((place) => [columnOf(place), place]))].map(([key, { patternId, shots }]) => ({
    ...{ key, patternId, shots },
  }))
  const cellOf = new Map(places.map((place, at) => [`${place.ballId} ${place.surface} ${columnOf(place)}`, lines[at]]))
  const rowFor = (ballId: string, surface: string): MapRow<L> => {
    const cells = columns.map((column) => cellOf.get(`${ballId} ${surface} ${column.key}`))
    const known = cells.filter((cell) => cell !== undefined)
    return { ballId, surface, mean: mean(known, (cell) => cell?.pCarry ?? 0) ?? 0, cells }
  }
  const surfaces = [...new Set(places.map((place) => place.surface))]
  const rows = [...new Set(places.map((place) => place.ballId))].flatMap((ballId) => {
    const all = surfaces.map((surface) => rowFor(ballId, surface))
    return bestOnly ? [all.reduce((best, one) => (one.mean > best.mean ? one : best))] : all
  })
  const tops = columns.map((_, at) => Math.max(0, ...rows.map((row) => row.cells[at]?.pCarry ?? 0)))
  return { columns, rows, tops }
}
