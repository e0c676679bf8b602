import { boundsOf } from './bounds.ts'
import { improve } from './improve.ts'
import { improveJobShop, isJobShop } from './jobShop.ts'
import { Bench, type Placed } from './place.ts'
import { type Problem, needsPerson, problemOf } from './problem.ts'
import { prove } from './prove.ts'
import type { Schedule, ScheduleCost, ScheduleQuestion, Slot } from './types.ts'

export interface ScheduleLimits {
  readonly seed?: number
  /** Milliseconds since some moment; the solver has no clock of its own. */
  readonly clock: () => number
  readonly milliseconds: number
  /** Told now and then how far it is. */
  readonly progress?: (at: ScheduleProgress) => void
  /** Asked now and then; true ends the search with the best so far. */
  readonly cancelled?: () => boolean
}
export interface ScheduleProgress {
  readonly share: number
  readonly late: number
  readonly lateBound: number
  readonly nights: number
  readonly nightsBound: number
}

/** Operations up to which the search for a proof is begun at all. */
const mostProved = 60
/** Share of the time that the search for a good plan has before that for a proof begins. */
const shareToImprove = 0.4
/** Rounds without a better plan after which more of them are no use where a proof can be sought. */
const idleRounds = 300
/** The same for a job shop, which looks at the clock after many rounds. */
const idleLooks = 15
/** Of a large bench, where a round takes long, nothing is looked for any more after so many without a better plan. */
const idleAtLarge = 1500
const roundsATell = 16
/** From so many operations on the clock is looked at every round. */
const slowRounds = 400
const nodesATell = 16

/**
 * A plan of the bench: broken promises (minutes times weight) as few as can be, then nights that balls wait, then changes of pads. First a tabu
 * search from several rules; where its plan does not meet the lower bound, a search of all plans follows that ends in a proof, or with the time.
 */
export function scheduleOf(question: ScheduleQuestion, limits: ScheduleLimits): Schedule {
  const problem = problemOf(question)
  const bounds = boundsOf(problem)
  const began = limits.clock()
  const share = () => (limits.clock() - began) / limits.milliseconds
  const met = ({ cost }: Placed) => cost.broken === 0 && cost.late <= bounds.late && cost.nights <= bounds.nights
  const tell = (best: Placed) =>
    limits.progress?.({
      share: Math.min(1, share()),
      late: best.cost.late,
      nights: best.cost.nights,
      lateBound: bounds.late,
      nightsBound: bounds.nights,
    })
  const small = problem.ops.length <= mostProved
  let since = 0
  let lastBest: Placed | null = null
  const seed = limits.seed ?? 1
  /** Whether a search goes on that has looked around so often. */
  const goOn = (idleAtMost: number, many: boolean) => (best: Placed, rounds: number) => {
    since = best === lastBest ? since + 1 : 0
    lastBest = best
    // A bound that is met leaves only the pads to better: a short search is enough for those.
    if (since > idleAtMost && (small || met(best))) return false
    if (since > idleAtLarge && question.minimise !== 'span') return false
    if (many || rounds % roundsATell === 0) tell(best)
    else if (problem.ops.length < slowRounds) return true
    return !limits.cancelled?.() && share() < (small ? shareToImprove : 1)
  }
  const improved = isJobShop(problem)
    ? improveJobShop(problem, improve(problem, { seed, goOn: () => false }), bounds.late, {
        seed,
        goOn: goOn(idleLooks, true),
      })
    : improve(problem, { seed, goOn: goOn(idleRounds, false) })
  if (met(improved) || !small || limits.cancelled?.()) return answer(problem, improved, bounds, met(improved))
  const proof = prove(problem, improved, (nodes) => {
    if (nodes % nodesATell === 0) tell(improved)
    return !limits.cancelled?.() && share() < 1
  })
  const proven = proof.complete && proof.best.cost.broken === 0
  const { late, nights } = proof.best.cost
  return answer(problem, proof.best, proven ? { late, nights } : bounds, proven || met(proof.best))
}

/** The plan that comes of putting each job's operations at their earliest, in the order of the jobs, with no search: for one question at the counter. */
export function placeInOrder(question: ScheduleQuestion): Schedule {
  const problem = problemOf(question)
  const placed = new Bench(problem).lay(problem.runs.map((_, run) => run))
  return answer(problem, placed, boundsOf(problem), false)
}

/** What a plan costs that stands already; operations without a slot count as broken. */
export function costOfSlots(question: ScheduleQuestion, slots: readonly Slot[]): ScheduleCost {
  const problem = problemOf(question)
  const start = new Float64Array(problem.ops.length).fill(Infinity)
  const station = new Int16Array(problem.ops.length).fill(-1)
  const person = new Int16Array(problem.ops.length).fill(-1)
  for (const slot of slots) {
    const job = question.jobs.findIndex((one) => one.id === slot.job)
    if (job < 0) continue
    const id = problem.firstOf[job]! + slot.index
    start[id] = slot.start
    station[id] = question.stations.findIndex((one) => one.id === slot.station)
    person[id] = question.people.findIndex((one) => one.id === slot.person)
  }
  return new Bench(problem).price(start, station, person).cost
}

function answer(
  problem: Problem,
  placed: Placed,
  bounds: { late: number; nights: number },
  optimal: boolean,
): Schedule {
  const { question, ops, firstOf } = problem
  const { jobs, stations, people } = question
  const slots = ops.flatMap((op, id): Slot[] => {
    const start = placed.start[id]!
    if (start === Infinity) return []
    const station = op.fixed?.station ?? stations[placed.station[id]!]!.id
    const person = op.fixed ? op.fixed.person : (people[placed.person[id]!]?.id ?? null)
    return [{ job: jobs[op.job]!.id, index: op.index, station, person, start, end: start + op.minutes }]
  })
  const late = jobs.flatMap((job, at) => {
    const last = firstOf[at + 1]! - 1
    if (job.due === null || last < firstOf[at]! || placed.start[last] === Infinity) return []
    const minutes = placed.start[last]! + ops[last]!.minutes - job.due
    return minutes > 0 ? [{ job: job.id, minutes }] : []
  })
  const unplaced = ops.flatMap((op, id) => {
    if (placed.start[id] !== Infinity) return []
    const why =
      op.stations.length === 0
        ? ('no-station' as const)
        : needsPerson(problem, op) && op.people.length === 0
          ? ('no-person' as const)
          : ('no-time' as const)
    return [{ job: jobs[op.job]!.id, index: op.index, why }]
  })
  const bench = new Bench(problem)
  bench.price(placed.start, placed.station, placed.person)
  const clashes = ops.flatMap((op, id) => (bench.isClash(id) ? [{ job: jobs[op.job]!.id, index: op.index }] : []))
  return {
    slots,
    late,
    unplaced,
    clashes,
    cost: placed.cost,
    optimal,
    lateBound: bounds.late,
    nightsBound: bounds.nights,
  }
}
