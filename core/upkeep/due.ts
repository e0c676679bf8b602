import { type CoverFamily, isReactive } from '../ball/covers.ts'
import { oilHeavyFromShare } from '../surface/care.ts'
import type { SurfaceNow } from '../surface/timeline.ts'
import { assumedGamesPerWeek } from '../bench/promise.ts'
import { type UpkeepPolicy, heavyVolumeMl } from './policy.ts'

const dayMs = 86_400_000

export const upkeepWorks = ['clean', 'scan', 'touch-up', 'resurface', 'extract'] as const
export type UpkeepWork = (typeof upkeepWorks)[number]
export const dueReasons = [
  'played-not-cleaned',
  'surface-unknown',
  'series-played',
  'fixed-games',
  'leaves-window',
  'outside-window',
  'likely-outside',
  'event',
  'extract-heavy',
  'extract-light',
  'oil-share',
  'season-end',
] as const
export type DueReason = (typeof dueReasons)[number]

export interface Due {
  readonly work: UpkeepWork
  readonly reason: DueReason
  /** Games until then; 0 when it is due, negative when it was; null when a date decides. */
  readonly games: number | null
  readonly atMs: number
  /** 90 % range of a date that follows from wear; its end is null when it may never come. Null where nothing is estimated. */
  readonly rangeMs: readonly [from: number, to: number | null] | null
  /** Somebody asked for it: a target or a school that was chosen. The rest can wait until the ball comes in, and raises no alarm. */
  readonly asked: boolean
}

export interface UpkeepBall {
  readonly cover: CoverFamily
  readonly surface: Pick<
    SurfaceNow,
    | 'asked'
    | 'status'
    | 'provenance'
    | 'gamesLeft'
    | 'gamesLeftRange'
    | 'gamesOnSurface'
    | 'gamesSinceExtraction'
    | 'oil'
    | 'oilShare'
    | 'lastSurfacedMs'
  >
  /** Games since it was last cleaned. */
  readonly gamesSinceCleaning: number
  /** A school was chosen for this ball or its owner, not only for the whole shop. */
  readonly schoolChosen: boolean
  /** It lies in the shop, so that small work can be done at once. */
  readonly inShop: boolean
  /** Mean volume of the patterns it lately played on, mL. */
  readonly volumeMl: number
}

export interface Play {
  readonly gamesPerWeek: number | null
  /** Starts of the customer's next events, earliest first. */
  readonly eventsMs: readonly number[]
}

/** When a number of games will have been played; without a habit on record one series a week is taken. */
const afterGames = (nowMs: number, games: number, gamesPerWeek: number | null) =>
  nowMs + (Math.max(0, games) / (gamesPerWeek && gamesPerWeek > 0 ? gamesPerWeek : assumedGamesPerWeek)) * 7 * dayMs

/** What a ball is due for under a policy, earliest first. Cleaning does not depend on the school; polyester needs no oil work. */
export function dueWork(ball: UpkeepBall, policy: UpkeepPolicy, play: Play, nowMs: number): Due[] {
  const surfaceAsked = ball.surface.asked || ball.schoolChosen
  const inGames = (work: UpkeepWork, reason: DueReason, games: number): Due => ({
    asked: work === 'clean' ? ball.inShop : work === 'extract' || surfaceAsked,
    work,
    reason,
    games,
    atMs: afterGames(nowMs, games, play.gamesPerWeek),
    rangeMs: null,
  })
  const due: Due[] = []
  if (ball.gamesSinceCleaning > 0) due.push(inGames('clean', 'played-not-cleaned', 0))
  const surface = surfaceAsked ? surfaceDue(ball, policy, play, nowMs, inGames) : null
  if (surface) due.push(surface)
  if (isReactive(ball.cover)) due.push(oilDue(ball, policy, nowMs, inGames))
  return due.sort((a, b) => a.atMs - b.atMs)
}

type InGames = (work: UpkeepWork, reason: DueReason, games: number) => Due

function surfaceDue(ball: UpkeepBall, policy: UpkeepPolicy, play: Play, nowMs: number, inGames: InGames): Due | null {
  const { surface } = ball
  const { school } = policy
  if (school === 'lane-shine') return null
  // Nothing wears on the rack: what was resurfaced and not yet played is as it was made.
  if (surface.lastSurfacedMs !== null && surface.gamesOnSurface === 0 && school !== 'before-events') return null
  if (school === 'every-series')
    return inGames('touch-up', 'series-played', policy.seriesGames - surface.gamesOnSurface)
  if (school === 'fixed-games') return inGames('resurface', 'fixed-games', policy.fixedGames - surface.gamesOnSurface)
  if (school === 'before-events') return eventDue(ball, policy, play, nowMs)
  if (surface.status === 'unknown') return inGames('scan', 'surface-unknown', 0)
  if (surface.status === 'too-smooth' || surface.status === 'too-rough')
    // By assumed wear alone it is only likely: a reading comes before work, as the rack says.
    return surface.provenance === 'assumed'
      ? inGames('scan', 'likely-outside', 0)
      : inGames('resurface', 'outside-window', 0)
  if (surface.gamesLeft === null) return null
  const at = (games: number) => afterGames(nowMs, games, play.gamesPerWeek)
  const range = surface.gamesLeftRange
  return {
    ...inGames('resurface', 'leaves-window', surface.gamesLeft),
    rangeMs: range && [at(range[0]), range[1] === null ? null : at(range[1])],
  }
}

/** Days that so many games take before an event, at least one. */
const settlingDays = (games: number, gamesPerWeek: number | null) =>
  Math.max(1, Math.ceil((7 * games) / (gamesPerWeek && gamesPerWeek > 0 ? gamesPerWeek : assumedGamesPerWeek)))

function eventDue(ball: UpkeepBall, policy: UpkeepPolicy, play: Play, nowMs: number): Due | null {
  const next = play.eventsMs.find((atMs) => atMs > nowMs)
  if (next === undefined) return null
  const atMs = next - settlingDays(policy.gamesBeforeEvent, play.gamesPerWeek) * dayMs
  // Brought to its recipe for this event already, and not played beyond what settles it and a week's usual games.
  const { lastSurfacedMs, gamesOnSurface } = ball.surface
  const week = play.gamesPerWeek && play.gamesPerWeek > 0 ? play.gamesPerWeek : assumedGamesPerWeek
  const done =
    lastSurfacedMs !== null && lastSurfacedMs >= atMs - 7 * dayMs && gamesOnSurface <= policy.gamesBeforeEvent + week
  if (done) return null
  return { asked: true, work: 'resurface', reason: 'event', games: null, atMs: Math.max(atMs, nowMs), rangeMs: null }
}

function oilDue(ball: UpkeepBall, policy: UpkeepPolicy, nowMs: number, inGames: InGames): Due {
  if (ball.surface.oilShare >= oilHeavyFromShare) return inGames('extract', 'oil-share', 0)
  const heavy = ball.volumeMl >= heavyVolumeMl
  const interval = heavy ? policy.extractHeavyGames : policy.extractLightGames
  const byGames = inGames(
    'extract',
    heavy ? 'extract-heavy' : 'extract-light',
    interval - ball.surface.gamesSinceExtraction,
  )
  const ahead = policy.seasonEnds.map((day) => Date.parse(day)).filter((atMs) => atMs > nowMs)
  const seasonEnd = ahead.length > 0 ? Math.min(...ahead) : undefined
  // A season's end draws an extraction forward when the ball has played at least a third of its interval.
  if (seasonEnd !== undefined && seasonEnd < byGames.atMs && ball.surface.gamesSinceExtraction * 3 >= interval)
    return { asked: true, work: 'extract', reason: 'season-end', games: null, atMs: seasonEnd, rangeMs: null }
  return byGames
}
