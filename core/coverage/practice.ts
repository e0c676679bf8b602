import { type Load, filmOf } from '../lane/film.ts'
import { loadsVolumeMl } from '../lane/figures.ts'
import { bestLines } from '../motion/line.ts'
import { launchAngleDeg, usualSpread } from '../motion/deviation.ts'
import { type ShotInput, simulate } from '../motion/simulate.ts'
import { compoundRaUm, finishRaUm, polishRaUm } from '../surface/defaults.ts'
import { raOfGrit } from '../surface/grit.ts'
import { startingSurface } from './startingSurface.ts'
import { playableOf } from './playable.ts'
import { type StyleBand, assumedTiltDeg, dominance, styleBands } from './style.ts'

/** Cells of the starting-surface table that the engine is held against: the three conditions that are far apart. */
export const practiceConditions = ['heavy', 'medium', 'dry'] as const
export type PracticeCondition = (typeof practiceConditions)[number]
export interface PracticeCell {
  readonly style: StyleBand
  readonly condition: PracticeCondition
}
export const practiceCells: readonly PracticeCell[] = styleBands.flatMap((style) =>
  practiceConditions
    .filter((condition) => !startingSurface(style, condition).seldomNeeded)
    .map((condition) => ({ style, condition })),
)

/** A challenge pattern's shape (ratio 2.9), on which the table is meant to hold; each condition is it, stretched and filled. */
const shape: readonly Load[] = [
  [2, 38, 3, 40],
  [6, 34, 3, 38],
  [9, 31, 3, 36],
  [11, 29, 3, 30],
].map(([fromBoard, toBoard, loads, endFt]) => ({
  fromBoard: fromBoard!,
  toBoard: toBoard!,
  loads: loads!,
  microlitresPerBoard: 50,
  startFt: 0,
  endFt: endFt!,
}))
const lanes: Readonly<Record<PracticeCondition, readonly [lengthFt: number, volumeMl: number]>> = {
  heavy: [45, 30],
  medium: [40, 24],
  dry: [35, 16],
}
/** Loads of a condition. */
export function practiceLoads(condition: PracticeCondition): readonly Load[] {
  const [lengthFt, volumeMl] = lanes[condition]
  const [stretch, fill] = [lengthFt / 40, volumeMl / loadsVolumeMl(shape)]
  return shape.map((load) => ({
    ...load,
    endFt: load.endFt * stretch,
    microlitresPerBoard: load.microlitresPerBoard * fill,
  }))
}

/** Dominance in the middle of each band; the outer ones as far out as they are met. */
const middles: Readonly<Record<StyleBand, number>> = {
  'strongly-speed-dominant': 0.345,
  'speed-dominant': 0.415,
  matched: 0.49,
  'rev-dominant': 0.57,
  'strongly-rev-dominant': 0.65,
}
/** Ball speed of each band, mph: who turns it more mostly throws it slower. */
const speeds: Readonly<Record<StyleBand, number>> = {
  'strongly-speed-dominant': 18.5,
  'speed-dominant': 18,
  matched: 17.5,
  'rev-dominant': 17,
  'strongly-rev-dominant': 16.5,
}
function deliveryOfStyle(style: StyleBand): ShotInput['bowler'] {
  const speedMph = speeds[style]
  const perRpm = dominance({ speedMph, revRpm: 1, axisTiltDeg: assumedTiltDeg })
  return { hand: 'right', speedMph, revRpm: middles[style] / perRpm, axisRotationDeg: 45, axisTiltDeg: assumedTiltDeg }
}
const solid = { weightLb: 15, diameterIn: 8.595, rgIn: 2.49, differentialIn: 0.048, intermediateDifferentialIn: 0 }
const layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 }

/** A solid of a strong core, thrown by the middle of a style on a condition of the table. */
export const practiceShot = (
  { style, condition }: PracticeCell,
  raUm: number,
  laydownBoard: number,
  targetBoard: number,
): ShotInput => ({
  bowler: deliveryOfStyle(style),
  ball: solid,
  layout,
  release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  friction: { kind: 'film', loads: practiceLoads(condition), raUm, cover: 'solid' },
})

/** Finishes that are weighed against each other, rough to smooth, µm. */
const finishes = [...finishRaUm.map(([, raUm]) => raUm), compoundRaUm, polishRaUm]
/** A grit step: the middle distance of neighbouring finishes, in ln Ra. */
const stepLn = Math.log(finishes[0]! / finishes.at(-1)!) / (finishes.length - 1)

export interface CellAgreement extends PracticeCell {
  /** Middle of the table's range, µm, on a log scale. */
  readonly tableRaUm: number
  /** Finish that the engine itself calls best by the chance of a strike, µm. */
  readonly engineRaUm: number
  /** How far the two are apart in grit steps; positive where the engine wants it smoother. */
  readonly stepsOff: number
  /** Chance of a strike at that finish. */
  readonly strikes: number
}

/** The engine's best surface in a cell of the table, for a solid of a strong core on the line that strikes most. */
function agreementOf({ style, condition }: PracticeCell): CellAgreement {
  const loads = practiceLoads(condition)
  const filmUm = filmOf(loads)
  const bowler = deliveryOfStyle(style)
  const strikes = finishes.map((raUm) => {
    const friction = { kind: 'film', loads, filmUm, raUm, cover: 'solid' } as const
    const options = { spread: usualSpread, samples: 1, seed: 1, method: 'quick', keep: 1 } as const
    return bestLines({ bowler, ball: solid, layout, friction }, playableOf(null, style), options)[0]?.pCarry ?? 0
  })
  const best = strikes.indexOf(Math.max(...strikes))
  const { roughRaUm, smoothRaUm } = startingSurface(style, condition)
  const tableRaUm = Math.sqrt(roughRaUm * smoothRaUm)
  const engineRaUm = finishes[best]!
  return {
    style,
    condition,
    tableRaUm,
    engineRaUm,
    stepsOff: Math.log(tableRaUm / engineRaUm) / stepLn,
    strikes: strikes[best]!,
  }
}

export interface PracticeFact {
  /** What was looked at: a code with its unit. */
  readonly name: string
  readonly engine: number
  readonly practice: number
}
/** What is seen at the lane, and what the engine makes of it. */
function practiceFacts(): PracticeFact[] {
  const loads = practiceLoads('medium')
  const bowler = { ...deliveryOfStyle('matched') }
  const shot = (raUm: number, cover: 'solid' | 'pearl' = 'solid', laydownBoard = 24, targetBoard = 13): ShotInput => ({
    bowler,
    ball: solid,
    layout,
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
    friction: { kind: 'film', loads, raUm, cover },
  })
  const reads = ([500, 1000, 4000] as const).map((grit) => ({
    name: `first-read-of-${grit}-solid-ft`,
    engine: simulate(shot(raOfGrit(grit))).firstReadFt ?? Number.NaN,
    practice: { 500: 21, 1000: 26, 4000: 31 }[grit],
  }))
  /** Laydown board from which a ball at one target enters at the ideal board, by bisection. */
  const feet = (raUm: number, cover: 'solid' | 'pearl') => {
    let [low, high] = [13, 36]
    while (high - low > 0.01) {
      const middle = (low + high) / 2
      if (simulate(shot(raUm, cover, middle)).entryBoard > 17.5) low = middle
      else high = middle
    }
    return low
  }
  return [
    ...reads,
    {
      name: 'feet-boards-between-2000-solid-and-polished-pearl',
      engine: feet(raOfGrit(2000), 'solid') - feet(polishRaUm, 'pearl'),
      practice: 2.5,
    },
  ]
}

export interface PracticeAgreement {
  readonly cells: readonly CellAgreement[]
  /** Sum of the squared distances in ln Ra. */
  readonly distance: number
  readonly facts: readonly PracticeFact[]
}

/**
 * How far the engine's own best surfaces lie from the starting-surface table: what the starting values of friction, residue and carry
 * were fitted to, so that no two screens answer differently.
 */
export function practiceAgreement(cells: readonly PracticeCell[] = practiceCells): PracticeAgreement {
  const found = cells.map(agreementOf)
  return {
    cells: found,
    distance: found.reduce((sum, { tableRaUm, engineRaUm }) => sum + Math.log(tableRaUm / engineRaUm) ** 2, 0),
    facts: practiceFacts(),
  }
}
