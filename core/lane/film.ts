/** One row of a pattern: the machine wets boards `fromBoard`–`toBoard` between two distances. */
export interface Load {
  readonly fromBoard: number
  readonly toBoard: number
  readonly loads: number
  readonly microlitresPerBoard: number
  readonly startFt: number
  readonly endFt: number
}

export const boardCount = 39
/** Cells of the film grid along the lane: 60 ft in steps of 0.25 ft. */
export const filmRows = 240
export const cellsPerFoot = 4
const laneWidthIn = 41.5
export const boardWidthM = (laneWidthIn * 0.0254) / boardCount
const metresPerFoot = 0.3048

/**
 * Film thickness in µm on 39 boards × 240 rows of 0.25 ft, row-major (row r, board b at r·39 + b − 1). A load
 * spreads loads × µL over board width × distance; cells that it covers partly get their share, so that the
 * volume is kept exactly. Loads need 1 ≤ from ≤ to ≤ 39 and start ≠ end within 0–60 ft.
 */
export function filmOf(loads: readonly Load[]): Float64Array {
  const film = new Float64Array(filmRows * boardCount)
  for (const load of loads) {
    const from = Math.min(load.startFt, load.endFt)
    const to = Math.max(load.startFt, load.endFt)
    // µL = mm³; divided by m² it is 1e-9 m³/m² = nm, so 1e-3 brings µm.
    const thickness = (1e-3 * load.loads * load.microlitresPerBoard) / (boardWidthM * (to - from) * metresPerFoot)
    const last = Math.min(filmRows - 1, Math.ceil(to * cellsPerFoot) - 1)
    for (let row = Math.floor(from * cellsPerFoot); row <= last; row += 1) {
      const covered = Math.min(to, (row + 1) / cellsPerFoot) - Math.max(from, row / cellsPerFoot)
      const share = thickness * covered * cellsPerFoot
      for (let board = load.fromBoard; board <= load.toBoard; board += 1) film[row * boardCount + board - 1]! += share
    }
  }
  return film
}

/** Mean film in µm of each board for every foot: 60 rows of 39, row f is the mean between f and f + 1 ft. */
export function filmByFoot(film: Float64Array): number[][] {
  return Array.from({ length: 60 }, (_, foot) =>
    Array.from({ length: boardCount }, (_, board) => {
      let sum = 0
      for (let cell = 0; cell < cellsPerFoot; cell += 1) sum += film[(foot * cellsPerFoot + cell) * boardCount + board]!
      return sum / cellsPerFoot
    }),
  )
}

/** Volume in mL lying in a film, summed over its cells. */
export function filmVolumeMl(film: Float64Array): number {
  let sum = 0
  for (const thickness of film) sum += thickness
  // µm × m² = 1e-6 m³ = mL.
  return (sum * boardWidthM * metresPerFoot) / cellsPerFoot
}
