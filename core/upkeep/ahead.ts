import jstat from 'jstat'
import { assumedGamesPerWeek } from '../bench/promise.ts'
import { type Due, type Play, type UpkeepBall, type UpkeepWork, dueWork } from './due.ts'
import { type UpkeepPolicy, heavyVolumeMl } from './policy.ts'

const { normal } = jstat.jStat
const dayMs = 86_400_000

/** Weeks that the forecast looks ahead. */
export const weeksAhead = 8

/** Work that a ball will ask for, once. */
export interface WorkAhead extends Pick<Due, 'work' | 'reason'> {
  /** When it falls due by the likeliest course; now where it is due. */
  readonly atMs: number
  /** From when on it can be done without wasting what the ball still has. */
  readonly fromMs: number
  /** Spread of the time until then, on its logarithm; 0 where a date decides or it is due already. */
  readonly spread: number
  /** Due already. */
  readonly overdue: boolean
}

/** Work may be done this share of its interval before it is due: to come once for two things is worth that much of a surface (assumed). */
export const earlyShare = 0.2
/** Days before its date that work for an event may be done, as the school of events counts it as done; and work for the end of a season. */
const earlyDays = { event: 7, 'season-end': 21 } as const
/** Spread of the pace of play over weeks, on its logarithm: told, and where one series a week is assumed (both assumed). */
export const paceSpread = { told: 0.3, assumed: 0.6 } as const
/** Of a normal deviate: nine in ten. */
const nineInTen = 1.645
/** Nothing is repeated more often than this, whatever a policy says. */
const leastInterval = 1

/** Games from one time to the next of something that games decide; null where a date does. */
function intervalOf(due: Due, ball: UpkeepBall, policy: UpkeepPolicy): number | null {
  switch (due.reason) {
    case 'series-played':
      return policy.seriesGames
    case 'fixed-games':
      return policy.fixedGames
    case 'leaves-window':
    case 'outside-window':
      // A surface of the same start under the same play leaves its window after as many games as this one.
      return ball.surface.gamesOnSurface + Math.max(0, ball.surface.gamesLeft ?? 0)
    case 'extract-heavy':
    case 'extract-light':
    case 'oil-share':
      return ball.volumeMl >= heavyVolumeMl ? policy.extractHeavyGames : policy.extractLightGames
    default:
      return null
  }
}

/** Spread of a date that wear decides, on its logarithm, from its nine-in-ten range; by its early end alone where it may never come. */
function wearSpread({ rangeMs, atMs }: Due, nowMs: number): number {
  if (rangeMs === null) return 0
  const [from, to] = rangeMs.map((ms) => (ms === null ? null : Math.max(dayMs / 24, ms - nowMs)))
  return to === null
    ? Math.max(0, Math.log((atMs - nowMs) / from!)) / nineInTen
    : Math.max(0, Math.log(to! / from!)) / (2 * nineInTen)
}

/**
 * What a ball will ask of the bench from now until `untilMs`: what `dueWork` says first, only what somebody asked for, and then the same again at its
 * interval. Cleaning goes with other work. `onBench` names what waits there already: its first time is left out.
 */
export function worksAhead(
  ball: UpkeepBall,
  policy: UpkeepPolicy,
  play: Play,
  nowMs: number,
  untilMs: number,
  onBench: (work: UpkeepWork) => boolean = () => false,
): WorkAhead[] {
  const told = play.gamesPerWeek !== null && play.gamesPerWeek > 0
  const perWeek = told ? play.gamesPerWeek! : assumedGamesPerWeek
  const weekMs = 7 * dayMs
  const pace = told ? paceSpread.told : paceSpread.assumed
  return dueWork(ball, policy, play, nowMs)
    .filter((due) => due.asked && due.work !== 'clean')
    .flatMap((due): WorkAhead[] => {
      const { work, reason, games } = due
      const waits = onBench(work)
      if (games === null) {
        const early = earlyDays[reason as keyof typeof earlyDays] ?? 0
        const fromMs = Math.max(nowMs, due.atMs - early * dayMs)
        const one = { work, reason, atMs: due.atMs, fromMs, spread: 0, overdue: due.atMs <= nowMs }
        return waits || due.atMs > untilMs ? [] : [one]
      }
      const interval = intervalOf(due, ball, policy)
      const every = interval === null ? null : Math.max(leastInterval, interval)
      const spread = Math.hypot(wearSpread(due, nowMs), pace)
      const works: WorkAhead[] = []
      for (let left = Math.max(0, games); ; left += every!) {
        const atMs = nowMs + (left / perWeek) * weekMs
        if (atMs > untilMs) break
        const overdue = left === 0
        const early = (earlyShare * (every ?? 0)) / perWeek
        const fromMs = Math.max(nowMs, atMs - early * weekMs)
        if (!(waits && works.length === 0 && left === Math.max(0, games)))
          works.push({ work, reason, atMs, fromMs, spread: overdue ? 0 : spread, overdue })
        if (every === null) break
      }
      return works
    })
    .sort((a, b) => a.atMs - b.atMs)
}

/** Chance that work falls due in each of some stretches of time, whose ends are given; what falls beyond the last is left out. */
export function chances(work: Pick<WorkAhead, 'atMs' | 'spread'>, nowMs: number, endsMs: readonly number[]): number[] {
  const before = (ms: number) => {
    if (work.spread === 0 || work.atMs <= nowMs) return work.atMs < ms ? 1 : 0
    return ms <= nowMs ? 0 : normal.cdf(Math.log((ms - nowMs) / (work.atMs - nowMs)) / work.spread, 0, 1)
  }
  const sums = endsMs.map(before)
  return sums.map((sum, at) => sum - (sums[at - 1] ?? 0))
}

/** How many fall due: the mean of independent chances, and between which counts it lies nine times in ten. */
export function countOf(sums: { readonly mean: number; readonly variance: number }) {
  const half = nineInTen * Math.sqrt(sums.variance)
  return {
    mean: sums.mean,
    low: Math.max(0, Math.round(sums.mean - half)),
    high: Math.round(sums.mean + half),
  }
}

/** Starts of the calendar weeks ahead: the first is now, the others are Mondays where this runs; and the end of the last. */
export function weekEdges(nowMs: number, weeks = weeksAhead): number[] {
  const edges = [nowMs]
  const monday = new Date(nowMs)
  monday.setHours(0, 0, 0, 0)
  monday.setDate(monday.getDate() - ((monday.getDay() + 6) % 7))
  for (let at = 1; at <= weeks; at++) {
    monday.setDate(monday.getDate() + 7)
    edges.push(monday.getTime())
  }
  return edges
}
