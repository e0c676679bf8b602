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
import { type Finish, type RecipeStep, applyRecipe, effectiveRaUm, stepTargetRaUm } from './recipe.ts'
import { gamesUntilOutside, wearParameters, wornOnUm } from './wear.ts'

/** Everything in a ball's history that changes its surface or its oil. `atMs` is the time it happened. */
export type SurfaceEvent = { readonly atMs: number } & (
  | { readonly kind: 'games'; readonly games: number; readonly volumeMl: number }
  | {
      readonly kind: 'surfaced'
      readonly steps: readonly RecipeStep[]
      /** Grit that was meant, when the work stopped before its last step. */
      readonly targetGrit?: number | undefined
    }
  | { readonly kind: 'scanned'; readonly grits: readonly number[] }
  | { readonly kind: 'cleaned'; readonly with: CleaningKind }
  | { readonly kind: 'extracted'; readonly minutes: number; readonly temperatureC: number }
)

export type Provenance = 'measured' | 'fitted' | 'assumed' | 'unknown'
export type SurfaceStatus = 'in-window' | 'leaves-soon' | 'too-smooth' | 'too-rough' | 'unknown'

export interface SurfaceNow {
  readonly finish: Finish | null
  /** What the lane feels, µm. */
  readonly effectiveRaUm: number | null
  /** Equivalent grit of the peaks, as a scanner would read it. */
  readonly grit: number | null
  readonly provenance: Provenance
  readonly window: { readonly targetGrit: number; readonly minRaUm: number; readonly maxRaUm: number } | null
  readonly status: SurfaceStatus
  /** Games until the surface leaves its window; null when it never does or nothing is known. */
  readonly gamesLeft: number | null
  readonly gamesOnSurface: number
  readonly totalGames: number
  readonly settled: boolean
  readonly lastSurfacedMs: number | null
  /** Games since the reading that the curve was put through; null without one on this surface. */
  readonly gamesSinceScan: number | null
  readonly lastScan: { readonly atMs: number; readonly grit: number; readonly spreadGrit: number } | null
  readonly lastExtractedMs: number | null
  readonly gamesSinceExtraction: number
  readonly oil: OilLoad
  readonly oilShare: number
  readonly coverRemovedMm: number
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
/** 'Leaves soon' means within one league series. */
const soonGames = 3

const median = (values: readonly number[]) => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * Present surface and oil of a ball, folded from its history in order of time. Peaks follow the wear curve through
 * the last known surface; valleys wear at a third of the slow rate. A reading puts the curve through itself; one at
 * the top of the scanner's range is only a bound. Its figure is 'measured' until the next game, then 'fitted'.
 */
export function surfaceNow(
  subject: SurfaceSubject,
  history: readonly SurfaceEvent[],
  nowMs: number,
  constants: SurfaceConstants = surfaceDefaults,
): SurfaceNow {
  const wear = wearParameters(subject.cover, constants)
  const slow = { ...wear, f: 0, tau2: wear.tau2 * 3 }
  const factoryRa = subject.factoryGrit === null ? null : raOfGrit(subject.factoryGrit)
  // Games before the record began wore the factory finish; its age on the curve is then at least that.
  let gamesOnSurface = subject.gamesBefore
  let finish: Finish | null = null
  if (factoryRa !== null) {
    const top = wornOnUm(wear, factoryRa, 0, gamesOnSurface)
    finish = { raTopUm: top, raBaseUm: Math.max(top, wornOnUm(slow, factoryRa, 0, gamesOnSurface)) }
  }
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
          const top = wornOnUm(wear, finish.raTopUm, gamesOnSurface, event.games)
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
        const start = finish ?? { raTopUm: wear.raInf, raBaseUm: wear.raInf }
        const done = applyRecipe(start, event.steps)
        finish = { raTopUm: done.raTopUm, raBaseUm: done.raBaseUm }
        coverRemovedMm += done.coverRemovedMm
        provenance = 'assumed'
        gamesSinceScan = null
        gamesOnSurface = 0
        lastSurfacedMs = event.atMs
        targetGrit =
          event.targetGrit ?? (event.steps.length > 0 ? gritOfRa(stepTargetRaUm(event.steps.at(-1)!)) : targetGrit)
        break
      }
      case 'scanned': {
        const grit = median(event.grits)
        const raTopUm =
          grit >= scannerTopGrit ? Math.min(finish?.raTopUm ?? Infinity, raOfGrit(scannerTopGrit)) : raOfGrit(grit)
        if (!finish) gamesOnSurface = Math.max(gamesOnSurface, oldSurfaceGames)
        finish = { raTopUm, raBaseUm: Math.max(raTopUm, finish?.raBaseUm ?? raTopUm) }
        provenance = 'measured'
        gamesSinceScan = 0
        lastScan = { atMs: event.atMs, grit, spreadGrit: Math.max(...event.grits) - Math.min(...event.grits) }
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
  const gamesLeft = finish && window ? gamesUntilOutside(wear, finish.raTopUm, gamesOnSurface, window) : null
  const fresh = lastSurfacedMs !== null ? constants.settlingGames : Infinity
  return {
    finish,
    effectiveRaUm: finish ? effectiveRaUm(finish) : null,
    grit: finish ? gritOfRa(finish.raTopUm) : null,
    provenance,
    window,
    status: statusOf(finish, window, gamesLeft),
    gamesLeft,
    gamesOnSurface,
    totalGames,
    settled: totalGames >= 10 && !(gamesOnSurface < fresh && fresh !== Infinity),
    lastSurfacedMs,
    gamesSinceScan,
    lastScan,
    lastExtractedMs,
    gamesSinceExtraction,
    oil,
    oilShare: oilShare(oil, constants),
    coverRemovedMm,
  }
}

/** Wanted window: the target's Ra plus and minus the shop's share of it. */
export function windowAbout(targetGrit: number, constants: SurfaceConstants = surfaceDefaults) {
  const target = raOfGrit(targetGrit)
  return {
    targetGrit,
    minRaUm: target * (1 - constants.windowShare),
    maxRaUm: target * (1 + constants.windowShare),
  }
}

function statusOf(finish: Finish | null, window: SurfaceNow['window'], gamesLeft: number | null): SurfaceStatus {
  if (!finish || !window) return 'unknown'
  if (finish.raTopUm < window.minRaUm) return 'too-smooth'
  if (finish.raTopUm > window.maxRaUm) return 'too-rough'
  return gamesLeft !== null && gamesLeft <= soonGames ? 'leaves-soon' : 'in-window'
}
