import { type Problem, nightsUntil } from './problem.ts'
import { within } from './timeline.ts'
import type { Span } from './types.ts'

export interface Bounds {
  readonly late: number
  readonly nights: number
}

/** Earliest ends of jobs when nothing else stood in the way: what is fixed, opening hours, presence and waits are kept. */
export function earliestEnds(problem: Problem): number[] {
  const { question, ops, firstOf } = problem
  const { stations, people } = question
  return question.jobs.map((job, at) => {
    let ready = Math.max(question.now, job.release)
    let end = ready
    for (let id = firstOf[at]!; id < firstOf[at + 1]!; id++) {
      const op = ops[id]!
      let start = op.fixed?.start ?? ready
      if (!op.fixed) {
        for (let settled = false; !settled && start < Infinity;) {
          const open = Math.min(...op.stations.map((one) => within(stations[one]!.open, start, op.minutes)))
          const there =
            op.people.length === 0
              ? open
              : Math.min(...op.people.map((one) => attended(people[one]!.there, op.attention, open)))
          settled = there === start
          start = there
        }
      }
      end = start + op.minutes
      ready = end + op.minWait
    }
    return end
  })
}

/** First start from `at` on for which a person is there in every stretch that needs one. */
export function attended(there: readonly Span[] | null, attention: readonly Span[], at: number): number {
  let start = at
  for (let settled = false; !settled && start < Infinity;) {
    settled = true
    for (const piece of attention) {
      const from = within(there, start + piece.from, piece.to - piece.from) - piece.from
      if (from > start) [start, settled] = [from, false]
    }
  }
  return start
}

const lengthUntil = (spans: readonly Span[], now: number, end: number) =>
  spans.reduce((total, { from, to }) => total + Math.max(0, Math.min(to, end) - Math.max(from, now)), 0)

/**
 * What no plan can go below: every job by itself at its earliest, and of all jobs together so many by each night as the hours of the people, and
 * of each kind of station, have room for, the shortest first.
 */
export function boundsOf(problem: Problem): Bounds {
  const { question, ops, firstOf } = problem
  const { now, nights, jobs, people, stations } = question
  const ends = earliestEnds(problem)
  const late = jobs.reduce(
    (total, job, at) =>
      total + (job.due === null || ends[at] === Infinity ? 0 : job.weight * Math.max(0, ends[at]! - job.due)),
    0,
  )
  if (question.minimise === 'span') return { late: spanBound(problem, ends), nights: 0 }
  const asked = jobs.map((_, at) => {
    const own = ops.slice(firstOf[at], firstOf[at + 1])
    return {
      attention: own.reduce(
        (total, op) => total + (op.fixed ? 0 : op.attention.reduce((sum, one) => sum + one.to - one.from, 0)),
        0,
      ),
      own,
    }
  })
  const kinds = [...new Set(stations.filter((one) => !one.many).map((one) => one.kind))]
  /** Room until a night, and what every job takes of it. */
  const resources = [
    ...(people.length > 0 && people.every((one) => one.there !== null)
      ? [
          {
            room: (end: number) => people.reduce((sum, one) => sum + lengthUntil(one.there!, now, end), 0),
            need: asked.map((one) => one.attention),
          },
        ]
      : []),
    ...kinds.flatMap((kind) => {
      const own = stations.filter((one) => one.kind === kind)
      if (own.some((one) => one.many || one.open === null)) return []
      const ids = new Set(own.map((one) => one.id))
      const takes = (station: string) => station === kind || ids.has(station)
      const need = asked.map(({ own: all }) =>
        all.reduce((sum, op) => sum + (takes(op.station) && !op.fixed ? op.minutes : 0), 0),
      )
      return [{ room: (end: number) => own.reduce((sum, one) => sum + lengthUntil(one.open!, now, end), 0), need }]
    }),
  ]
  // Jobs that are not done by a night wait it out.
  const singly = jobs.map((_, at) => (ends[at] === Infinity ? 0 : nightsUntil(nights, now, ends[at]!)))
  let waited = 0
  for (const [index, night] of nights.filter((one) => one >= now).entries()) {
    const waiting = singly.filter((own) => own > index).length
    const atMost = Math.min(jobs.length, ...resources.map(({ room, need }) => howMany(need, room(night))))
    const least = Math.max(waiting, jobs.length - atMost)
    if (least === 0) break
    waited += least
  }
  return { late, nights: waited }
}

/** How many of the smallest fit. */
function howMany(needs: readonly number[], room: number): number {
  let left = room
  let count = 0
  for (const need of needs.toSorted((a, b) => a - b)) {
    if (need > left) break
    left -= need
    count++
  }
  return count
}

/** The longest job, and of every station alone: the shortest way to it, all it has to do, the shortest way from it. */
function spanBound({ question, ops, firstOf }: Problem, ends: readonly number[]): number {
  const own = Math.max(0, ...ends.filter(Number.isFinite).map((end) => end - question.now))
  const heads = ops.map(() => 0)
  const tails = ops.map(() => 0)
  for (const [at] of question.jobs.entries()) {
    for (let id = firstOf[at]! + 1; id < firstOf[at + 1]!; id++)
      heads[id] = heads[id - 1]! + ops[id - 1]!.minutes + ops[id - 1]!.minWait
    for (let id = firstOf[at + 1]! - 2; id >= firstOf[at]!; id--)
      tails[id] = tails[id + 1]! + ops[id + 1]!.minutes + ops[id]!.minWait
  }
  const alone = question.stations.map((_, station) => {
    const there = ops.flatMap((op, id) => (op.stations.length === 1 && op.stations[0] === station ? [id] : []))
    if (there.length === 0 || question.stations[station]!.many) return 0
    const work = there.reduce((sum, id) => sum + ops[id]!.minutes, 0)
    return Math.min(...there.map((id) => heads[id]!)) + work + Math.min(...there.map((id) => tails[id]!))
  })
  return Math.max(own, ...alone)
}
