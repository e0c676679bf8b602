import { group, sum } from 'd3-array'
import type { WorkAhead } from './ahead.ts'

/** Work of one ball, with what it takes of the bench. */
export interface BallWork extends WorkAhead {
  readonly ballId: string
  /** Minutes that somebody works at it, and that it lies on a spinner. */
  readonly minutes: number
  readonly spinnerMinutes: number
}

/** A customer's way to the shop: everything that can be done in one go. */
export interface Visit {
  readonly customerId: string
  /** When it can be, earliest and latest: a wasted surface before, something overdue after. */
  readonly fromMs: number
  readonly untilMs: number
  readonly overdue: boolean
  readonly works: readonly BallWork[]
  readonly minutes: number
  readonly spinnerMinutes: number
}

/** Work that is not done beside another of the same ball on the same day: it is part of it. */
const partOf: Readonly<Partial<Record<WorkAhead['work'], readonly WorkAhead['work'][]>>> = {
  'touch-up': ['resurface'],
  scan: ['resurface'],
}

/** Works of one visit: each of a ball once, and none that is part of another. */
const once = (works: readonly BallWork[]): BallWork[] =>
  works.filter(
    (work, at) =>
      !works.some(
        (other, place) =>
          other.ballId === work.ballId &&
          (partOf[work.work]?.includes(other.work) || (other.work === work.work && place < at)),
      ),
  )
const minutesOf = (works: readonly BallWork[]) => ({
  minutes: sum(works, ({ minutes }) => minutes),
  spinnerMinutes: sum(works, ({ spinnerMinutes }) => spinnerMinutes),
})

/**
 * A customer's works in as few visits as their windows allow: by the earliest end, each visit is as late as its first work bears and takes along what
 * can be done by then. That is the least number of points that meet all windows.
 */
export function visitsOf(customerId: string, works: readonly BallWork[]): Visit[] {
  const visits: Visit[] = []
  let left = works.toSorted((a, b) => a.atMs - b.atMs)
  while (left.length > 0) {
    const untilMs = left[0]!.atMs
    const now = left.filter((work) => work.fromMs <= untilMs)
    left = left.filter((work) => work.fromMs > untilMs)
    const own = once(now)
    visits.push({
      customerId,
      fromMs: Math.max(...now.map((work) => work.fromMs)),
      untilMs,
      overdue: own.some((work) => work.overdue),
      works: own,
      ...minutesOf(own),
    })
  }
  return visits
}

/** What a week has room for, in minutes of people and of spinners. */
export interface WeekRoom {
  readonly minutes: number
  readonly spinnerMinutes: number
}

/** As late as it bears; earlier since a week is full; what is due already, when there is room; or in a week that is full all the same. */
export const visitReasons = ['latest', 'earlier', 'waits', 'over'] as const
export type VisitReason = (typeof visitReasons)[number]
export interface PlacedVisit extends Visit {
  readonly week: number
  readonly reason: VisitReason
}

/**
 * Gives each visit its week, each as late as its works bear, and earlier where a week has no room. From the last week back, a week keeps the visits that
 * could come only a little earlier and hands on those that can come much earlier: where all take the same, no other way leaves fewer without room. What is
 * due already fills what is left, longest due first, and a visit that finds no room stays in its last week, which is then over.
 * `edgesMs` are the starts of the weeks and the end of the last.
 */
export function levelled(
  visits: readonly Visit[],
  rooms: readonly WeekRoom[],
  edgesMs: readonly number[],
): PlacedVisit[] {
  const weekOf = (ms: number) => {
    const at = edgesMs.findIndex((edge, index) => index > 0 && ms < edge) - 1
    return at < 0 ? rooms.length - 1 : at
  }
  const left = rooms.map((room) => ({ ...room }))
  // What takes no time to speak of, such as a reading, needs somebody there all the same.
  const fits = (visit: Visit, week: number) =>
    rooms[week]!.minutes > 0 &&
    left[week]!.minutes >= visit.minutes &&
    left[week]!.spinnerMinutes >= visit.spinnerMinutes
  const placed: PlacedVisit[] = []
  const put = (visit: Visit, week: number, reason: VisitReason) => {
    const room = left[week]!
    left[week] = {
      minutes: room.minutes - visit.minutes,
      spinnerMinutes: room.spinnerMinutes - visit.spinnerMinutes,
    }
    placed.push({ ...visit, week, reason })
  }
  const ahead = visits
    .filter((visit) => !visit.overdue)
    .map((visit) => ({ visit, first: weekOf(visit.fromMs), last: weekOf(visit.untilMs) }))
  let pool: typeof ahead = []
  for (let week = rooms.length - 1; week >= 0; week--) {
    pool = [...pool, ...ahead.filter(({ last }) => last === week)]
    // Those that cannot come earlier first.
    pool.sort((a, b) => b.first - a.first || b.visit.untilMs - a.visit.untilMs)
    const later: typeof ahead = []
    for (const one of pool) {
      if (fits(one.visit, week)) put(one.visit, week, one.last === week ? 'latest' : 'earlier')
      else if (one.first < week) later.push(one)
      else put(one.visit, one.last, 'over')
    }
    pool = later
  }
  for (const visit of visits.filter((one) => one.overdue).sort((a, b) => a.untilMs - b.untilMs)) {
    const week = rooms.findIndex((_room, at) => fits(visit, at))
    put(visit, Math.max(0, week), week === 0 ? 'latest' : week > 0 ? 'waits' : 'over')
  }
  return [...group(placed, ({ customerId, week }) => `${week} ${customerId}`).values()]
    .map(together)
    .sort((a, b) => a.week - b.week || a.untilMs - b.untilMs)
}

/** Visits of one customer that came to lie in one week are one; what was put there for want of room is told before the rest. */
function together(visits: readonly PlacedVisit[]): PlacedVisit {
  if (visits.length === 1) return visits[0]!
  const works = once(visits.flatMap((visit) => visit.works))
  const [first] = visits
  const untilMs = Math.min(...visits.map((visit) => visit.untilMs))
  return {
    ...first!,
    fromMs: Math.min(untilMs, Math.max(...visits.map((visit) => visit.fromMs))),
    untilMs,
    overdue: visits.some(({ overdue }) => overdue),
    reason: visitReasons.findLast((reason) => visits.some((visit) => visit.reason === reason))!,
    works,
    ...minutesOf(works),
  }
}

/** Balls that one pad is for, and what doing them together saves. */
export interface GritBatch {
  readonly pad: string
  readonly balls: number
}
export interface Batches {
  readonly pads: readonly GritBatch[]
  /** Changes of pad that are spared when each pad does all its balls before the next is laid on, against ball after ball. */
  readonly changesSaved: number
}

/** Work on the spinner by its pads: `sequences` has each ball's pads in their order. */
export function batchesOf(sequences: readonly (readonly string[])[]): Batches {
  const counts = new Map<string, number>()
  let apart = 0
  let lies: string | null = null
  for (const pads of sequences) {
    for (const pad of pads) {
      counts.set(pad, (counts.get(pad) ?? 0) + 1)
      if (pad !== lies) apart += 1
      lies = pad
    }
  }
  const order = (pad: string) => (Number.isFinite(Number(pad)) ? Number(pad) : Infinity)
  const pads = [...counts].map(([pad, balls]) => ({ pad, balls }))
  return {
    pads: pads.sort((a, b) => order(a.pad) - order(b.pad) || (a.pad < b.pad ? -1 : 1)),
    changesSaved: Math.max(0, apart - counts.size),
  }
}
