import { type SurfaceConstants, surfaceDefaults } from './defaults.ts'
import { type WearFit, leavesWindowAt } from './fit.ts'
import { gritOfRa, raOfGrit } from './grit.ts'
import type { Finish } from './recipe.ts'
import { type WearParameters, gamesUntilOutside } from './wear.ts'

export interface SurfaceWindow {
  readonly targetGrit: number
  readonly minRaUm: number
  readonly maxRaUm: number
}

/** What kind of finish is on the ball now. */
export const finishStates = ['polished', 'box', 'lane-shine', 'sanded', 'unknown'] as const
export type FinishState = (typeof finishStates)[number]

/** 'accepted': worn as it is, and nobody asked for anything else. */
export type SurfaceStatus = 'in-window' | 'leaves-soon' | 'too-smooth' | 'too-rough' | 'accepted' | 'unknown'

/** 'Leaves soon' means within one league series. */
const soonGames = 3

/** Wanted window: the target's Ra plus and minus the shop's share of it. */
export function windowAbout(targetGrit: number, constants: SurfaceConstants = surfaceDefaults): SurfaceWindow {
  const target = raOfGrit(targetGrit)
  return {
    targetGrit,
    minRaUm: target * (1 - constants.windowShare),
    maxRaUm: target * (1 + constants.windowShare),
  }
}

/** Games that the curve, fitted or assumed, still has inside the window. */
export function gamesLeftOf(
  raTopUm: number,
  age: number,
  window: SurfaceWindow,
  fitted: WearFit | null,
  wear: WearParameters,
): number | null {
  if (!fitted) return gamesUntilOutside(wear, raTopUm, age, window)
  if (raTopUm < window.minRaUm || raTopUm > window.maxRaUm) return 0
  const leaves = leavesWindowAt(fitted, window)
  return leaves === null ? null : Math.max(0, leaves - age)
}

/** How a surface stands to its window; without a target that somebody set it raises no alarm. */
export function statusOf(
  finish: Finish | null,
  window: SurfaceWindow | null,
  gamesLeft: number | null,
  asked: boolean,
): SurfaceStatus {
  if (!finish) return 'unknown'
  if (!window) return 'accepted'
  const inside = finish.raTopUm >= window.minRaUm && finish.raTopUm <= window.maxRaUm
  if (!asked) return inside ? 'in-window' : 'accepted'
  if (finish.raTopUm < window.minRaUm) return 'too-smooth'
  if (finish.raTopUm > window.maxRaUm) return 'too-rough'
  return gamesLeft !== null && gamesLeft <= soonGames ? 'leaves-soon' : 'in-window'
}

/** Finer than this the cover is polished. */
const polishedGrit = 5000
/** Within this factor of lane shine nothing of the finish is left. */
const shineFactor = 1.12

/** What kind of finish it is; `fromFactory`: nothing was put on it since it was made. */
export function finishStateOf(finish: Finish | null, fromFactory: boolean, wear: WearParameters): FinishState {
  if (!finish) return 'unknown'
  if (gritOfRa(finish.raTopUm) >= polishedGrit) return 'polished'
  if (Math.abs(Math.log(finish.raTopUm / wear.raInf)) <= Math.log(shineFactor)) return 'lane-shine'
  return fromFactory ? 'box' : 'sanded'
}
