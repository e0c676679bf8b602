import type { CoverFamily } from '../ball/covers.ts'
import { type SurfaceConstants, scannerTopGrit, surfaceDefaults } from './defaults.ts'
import { gritOfRa, raOfGrit } from './grit.ts'
import {
  type CleaningKind,
  noOil,
  type OilLoad,
  oilAfterCleaning,
  oilAfterExtraction,
  oilAfterGames,
  oilAfterHours,
  oilShare,
} from './oil.ts'
import { type Finish, type RecipeStep, applyRecipe, cutShare, effectiveRaUm, stepTargetRaUm } from './recipe.ts'
import { type FitFunction, type WearPrior, type WearReading, fitBall, parametersOf } from './fit.ts'
import { type ScanSpot, type ScanSummary, scanSummary } from './scan.ts'
import {
  type FinishState,
  type SurfaceStatus,
  type SurfaceWindow,
  finishStateOf,
  gamesLeftOf,
  statusOf,
  windowAbout,
} from './window.ts'
import { assumedRange, fittedRange } from './leaving.ts'
import { type WearParameters, ageAfterCut, startThrough, wearParameters, wornOnUm } from './wear.ts'

/** Everything in a ball's history that changes its surface or its oil. `atMs` is the time it happened. */
export type SurfaceEvent = { readonly atMs: number } & (
  | { readonly kind: 'games'; readonly games: number; readonly volumeMl: number }
  | {
      readonly kind: 'surfaced'
      readonly steps: readonly RecipeStep[]
      /** Grit that was meant, when the work stopped before its last step. */
      readonly targetGrit?: number | undefined
    }
  | {
      readonly kind: 'scanned'
      readonly grits: readonly number[]
      /** Where each reading was taken; absent when nobody said. */
      readonly spots?: readonly ScanSpot[] | undefined
    }
  | { readonly kind: 'cleaned'; readonly with: CleaningKind }
  | { readonly kind: 'extracted'; readonly minutes: number; readonly temperatureC: number }
)

export type Provenance = 'measured' | 'fitted' | 'assumed' | 'unknown'
export interface SurfaceCurve {
  /** Roughness that the surface began with. */
  readonly startRaUm: number
  /** Age on its curve that it began with, in games: not 0 after a touch-up by hand, which cut only a part of the peaks anew. */
  readonly startAge: number
  /** Roughness at age 0 of the curve that passes through that beginning: what a fit starts from. */
  readonly fitStartRaUm: number
  readonly startFrom: 'recipe' | 'factory' | 'reading'
  readonly readings: readonly WearReading[]
  /** Wear of this ball: the posterior's medians where readings were fitted, else what is assumed. */
  readonly wear: WearParameters
  readonly fitted: boolean
  /** 90 % band of the roughness now, µm; null while nothing was fitted. */
  readonly bandUm: readonly [low: number, high: number] | null
}

/** How a fold learns: the prior of this ball's wear when the shop has one, and the fit (so that a caller may remember fits). */
export interface Learnt {
  readonly prior?: WearPrior | undefined
  readonly fit?: FitFunction | undefined
}

export interface SurfaceNow {
  readonly finish: Finish | null
  /** What the lane feels, µm. */
  readonly effectiveRaUm: number | null
  /** Equivalent grit of the peaks, as a scanner would read it. */
  readonly grit: number | null
  readonly provenance: Provenance
  readonly window: SurfaceWindow | null
  /** Somebody set the grit that this ball is kept at; without that a worn surface is accepted and raises no alarm. */
  readonly asked: boolean
  readonly status: SurfaceStatus
  /** Games until the surface leaves its window; null when it never does or nothing is known. */
  readonly gamesLeft: number | null
  /** 90 % range of that, from how well start and wear are known; its end is null when it may never leave. Null while nothing is known. */
  readonly gamesLeftRange: readonly [from: number, to: number | null] | null
  readonly gamesOnSurface: number
  /** Age on the wear curve, in games: those on the surface, and what a touch-up by hand left of those before. */
  readonly wearAge: number
  readonly totalGames: number
  readonly settled: boolean
  readonly lastSurfacedMs: number | null
  /** Games since the reading that the curve was put through; null without one on this surface. */
  readonly gamesSinceScan: number | null
  readonly lastScan: (ScanSummary & { readonly atMs: number }) | null
  /** The present curve: where it starts, its own readings since, and what was fitted to them. */
  readonly curve: SurfaceCurve | null
  readonly lastExtractedMs: number | null
  readonly gamesSinceExtraction: number
  readonly oil: OilLoad
  readonly oilShare: number
  readonly coverRemovedMm: number
  /** Spinner cuts with 500 grit or coarser so far: they take most of the cover. */
  readonly heavyCuts: number
  readonly state: FinishState
}

export interface SurfaceSubject {
  readonly cover: CoverFamily
  /** Finish the ball came with, as an equivalent grit; null when not known. */
  readonly factoryGrit: number | null
  /** Grit the ball is kept at: its target until a recipe is put on, which then is what the window lies about. */
  readonly targetGrit: number | null
  /** Games before the record began. */
  readonly gamesBefore: number
}

/** An old surface of unknown age is on the slow part of its curve. */
const oldSurfaceGames = 10
const geometricMean = (values: readonly number[]) =>
  Math.exp(values.reduce((sum, value) => sum + Math.log(value), 0) / values.length)

/**
 * Present surface and oil of a ball, folded from its history in order of time. Peaks follow the wear curve from the last
 * known surface (recipe, factory finish or a reading before any game); valleys wear at a third of the slow rate. Readings
 * after games are fitted (see fit.ts); the figure is 'measured' until the next game, then 'fitted'. One at the top of the scanner's range is only
 * a bound. A surface of unknown start is put through its last reading.
 */
export function surfaceNow(
  subject: SurfaceSubject,
  history: readonly SurfaceEvent[],
  nowMs: number,
  constants: SurfaceConstants = surfaceDefaults,
  learnt: Learnt = {},
): SurfaceNow {
  const wear = learnt.prior ? parametersOf(learnt.prior.mean) : wearParameters(subject.cover, constants)
  const slow = { ...wear, f: 0, tau2: wear.tau2 * 3 }
  const factoryRa = subject.factoryGrit === null ? null : raOfGrit(subject.factoryGrit)
  // Games before the record began wore the factory finish; its age on the curve is then at least that.
  let gamesOnSurface = subject.gamesBefore
  let startAge = 0
  let finish: Finish | null = null
  if (factoryRa !== null) {
    const top = wornOnUm(wear, factoryRa, 0, gamesOnSurface)
    finish = { raTopUm: top, raBaseUm: Math.max(top, wornOnUm(slow, factoryRa, 0, gamesOnSurface)) }
  }
  let start: Start | null = factoryRa === null ? null : { raUm: factoryRa, age: 0, from: 'factory', readings: [] }
  let provenance: Provenance = finish ? 'assumed' : 'unknown'
  let targetGrit = subject.targetGrit ?? subject.factoryGrit
  let totalGames = subject.gamesBefore
  let gamesSinceExtraction = subject.gamesBefore
  let oil: OilLoad = noOil
  let atMs = history[0]?.atMs ?? nowMs
  let lastSurfacedMs: number | null = null
  let lastExtractedMs: number | null = null
  let lastScan: SurfaceNow['lastScan'] = null
  let gamesSinceScan: number | null = null
  let coverRemovedMm = 0
  let heavyCuts = 0

  // Games before the record left oil too: taken as league play on 25 mL, wiped as usual.
  if (subject.gamesBefore > 0) {
    const before = oilAfterGames(noOil, subject.gamesBefore, 25, subject.cover, wear.raInf, constants)
    oil = oilAfterCleaning(oilAfterHours(before, 6, constants), 'cleaner')
  }

  for (const event of [...history].sort((a, b) => a.atMs - b.atMs)) {
    oil = oilAfterHours(oil, (event.atMs - atMs) / 3_600_000, constants)
    atMs = event.atMs
    switch (event.kind) {
      case 'games': {
        const felt = finish ? effectiveRaUm(finish) : wear.raInf
        oil = oilAfterGames(oil, event.games, event.volumeMl, subject.cover, felt, constants)
        if (finish) {
          const top = wornOnUm(wear, finish.raTopUm, startAge + gamesOnSurface, event.games)
          finish = { raTopUm: top, raBaseUm: Math.max(top, wornOnUm(slow, finish.raBaseUm, 0, event.games)) }
        }
        gamesOnSurface += event.games
        totalGames += event.games
        gamesSinceExtraction += event.games
        if (gamesSinceScan !== null) gamesSinceScan += event.games
        if (provenance === 'measured') provenance = 'fitted'
        break
      }
      case 'surfaced': {
        // Without a known surface the cut starts from lane shine; the recipe decides nearly all of it.
        const before = finish ?? { raTopUm: wear.raInf, raBaseUm: wear.raInf }
        const done = applyRecipe(before, event.steps)
        startAge = ageAfterCut(wear, startAge + gamesOnSurface, finish ? cutShare(event.steps) : 1)
        finish = { raTopUm: done.raTopUm, raBaseUm: done.raBaseUm }
        start = { raUm: done.raTopUm, age: startAge, from: 'recipe', readings: [] }
        coverRemovedMm += done.coverRemovedMm
        heavyCuts += event.steps.filter(
          (step) => step.method === 'spinner' && (step.grit ?? Infinity) <= heavyGrit,
        ).length
        provenance = 'assumed'
        gamesSinceScan = null
        gamesOnSurface = 0
        lastSurfacedMs = event.atMs
        targetGrit =
          event.targetGrit ?? (event.steps.length > 0 ? gritOfRa(stepTargetRaUm(event.steps.at(-1)!)) : targetGrit)
        break
      }
      case 'scanned': {
        const summary = scanSummary(event)
        const { grit } = summary
        const raTopUm =
          grit >= scannerTopGrit ? Math.min(finish?.raTopUm ?? Infinity, raOfGrit(scannerTopGrit)) : raOfGrit(grit)
        start = startAfterReading(start, gamesOnSurface, grit)
        if (!finish) gamesOnSurface = Math.max(gamesOnSurface, oldSurfaceGames)
        finish = { raTopUm, raBaseUm: Math.max(raTopUm, finish?.raBaseUm ?? raTopUm) }
        provenance = 'measured'
        gamesSinceScan = 0
        lastScan = { atMs: event.atMs, ...summary }
        break
      }
      case 'cleaned':
        oil = oilAfterCleaning(oil, event.with)
        break
      case 'extracted':
        oil = oilAfterExtraction(oil, event.minutes, event.temperatureC)
        lastExtractedMs = event.atMs
        gamesSinceExtraction = 0
        break
    }
  }
  oil = oilAfterHours(oil, (nowMs - atMs) / 3_600_000, constants)

  const window = targetGrit === null ? null : windowAbout(targetGrit, constants)
  const fitStartRaUm = start && (start.age === 0 ? start.raUm : startThrough(wear, start.raUm, start.age))
  const question = start && fitQuestion({ fitStartRaUm: fitStartRaUm!, startAge: start.age, readings: start.readings })
  const fitted =
    question && question.readings.length > 0
      ? (learnt.fit ?? fitBall)(subject.cover, question.startRaUm, question.readings, constants, learnt.prior)
      : null
  const wearAge = startAge + gamesOnSurface
  const band = fitted?.at(wearAge) ?? null
  // One reading is off by a tenth; the curve through all of them is nearer than the last of them.
  if (finish && band) {
    finish = { raTopUm: band.raUm, raBaseUm: Math.max(band.raUm, finish.raBaseUm) }
    provenance = 'fitted'
  }
  const gamesLeft = finish && window ? gamesLeftOf(finish.raTopUm, wearAge, window, fitted, wear) : null
  const gamesLeftRange =
    finish && window && gamesLeft !== null
      ? fitted
        ? fittedRange(fitted, wearAge, window)
        : assumedRange(wear, finish.raTopUm, wearAge, window)
      : null
  const fresh = lastSurfacedMs !== null ? constants.settlingGames : Infinity
  return {
    finish,
    effectiveRaUm: finish ? effectiveRaUm(finish) : null,
    grit: finish ? gritOfRa(finish.raTopUm) : null,
    provenance,
    window,
    asked: subject.targetGrit !== null,
    status: statusOf(finish, window, gamesLeft, subject.targetGrit !== null),
    gamesLeft,
    gamesLeftRange,
    gamesOnSurface,
    wearAge,
    totalGames,
    settled: totalGames >= 10 && !(gamesOnSurface < fresh && fresh !== Infinity),
    lastSurfacedMs,
    gamesSinceScan,
    lastScan,
    curve: start && {
      startRaUm: start.raUm,
      startAge: start.age,
      fitStartRaUm: fitStartRaUm!,
      startFrom: start.from,
      readings: start.readings,
      wear: fitted?.fit ?? wear,
      fitted: fitted !== null,
      bandUm: band && [band.low, band.high],
    },
    lastExtractedMs,
    gamesSinceExtraction,
    oil,
    oilShare: oilShare(oil, constants),
    coverRemovedMm,
    heavyCuts,
    state: finishStateOf(finish, start?.from === 'factory', wear),
  }
}

/** A surface as it was folded up to its last event, after so many hours more without one: the film soaks in, nothing else moves. */
export function surfaceLater(
  then: SurfaceNow,
  hours: number,
  constants: SurfaceConstants = surfaceDefaults,
): SurfaceNow {
  const oil = oilAfterHours(then.oil, hours, constants)
  return { ...then, oil, oilShare: oilShare(oil, constants) }
}

const heavyGrit = 500
/** Where the present curve starts; readings before the first game measure the start, later ones are fitted. */
interface Start {
  readonly raUm: number
  readonly age: number
  readonly from: SurfaceCurve['startFrom']
  readonly readings: readonly WearReading[]
}
function startAfterReading(start: Start | null, games: number, grit: number): Start | null {
  // Without a known finish the surface's age is not known either, so a reading does not start its curve.
  if (!start) return null
  const readings = [...start.readings, { games, grit }]
  // At the top of the range a reading says less than the recipe does.
  if (games > 0 || grit >= scannerTopGrit) return { ...start, readings }
  const measured = readings.filter((one) => one.grit < scannerTopGrit).map((one) => raOfGrit(one.grit))
  return { raUm: geometricMean(measured), age: start.age, from: 'reading', readings }
}

/** What a fit of a curve is asked: its start at age 0, and the readings after games by their age on it. */
export function fitQuestion({
  fitStartRaUm,
  startAge,
  readings,
}: Pick<SurfaceCurve, 'fitStartRaUm' | 'startAge' | 'readings'>): {
  readonly startRaUm: number
  readonly readings: readonly WearReading[]
} {
  const later = readings.filter((reading) => reading.games > 0)
  return {
    startRaUm: fitStartRaUm,
    readings: startAge === 0 ? later : later.map(({ games, grit }) => ({ games: games + startAge, grit })),
  }
}
