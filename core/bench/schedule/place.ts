import { type Op, type Problem, needsPerson, nightsUntil, setupAfter } from './problem.ts'
import { PersonLine, StationLine } from './timeline.ts'
import type { ScheduleCost } from './types.ts'

/** Order of weight of a plan's costs. */
const costKeys = ['broken', 'late', 'nights', 'padChanges', 'ends'] as const
/** Below zero when the first plan is the better one. */
export function compareCosts(a: ScheduleCost, b: ScheduleCost): number {
  for (const key of costKeys) if (a[key] !== b[key]) return a[key] - b[key]
  return 0
}

/** How often a run is put off before it counts as without a slot. */
const mostTries = 500

/** A plan as the solver holds it: by operation its start (infinity: no slot), station and person (−1: nobody). */
export interface Placed {
  readonly start: Float64Array
  readonly station: Int16Array
  readonly person: Int16Array
  readonly cost: ScheduleCost
}

/**
 * The bench while a plan is laid out: runs of operations are put one after another, each at its earliest start on the station and
 * with the person that let it start first. What stands is not moved, gaps are filled.
 */
export class Bench {
  readonly problem: Problem
  readonly start: Float64Array
  readonly station: Int16Array
  readonly person: Int16Array
  readonly stations: readonly StationLine[]
  readonly people: readonly PersonLine[]
  /** Job that ends with an operation, −1 for the others; least minutes from an operation's start to its job's end. */
  readonly #lastOf: Int32Array
  readonly #tails: Float64Array
  /** Operations next to a fixed one: the others keep their waits by how they are placed. */
  readonly #mayClash: readonly number[]
  /** Runs as they were laid last, and what was late after so many of them: the next order mostly begins with the same. */
  readonly #laid: number[] = []
  readonly #lateBy: number[] = [0]
  /** Where the last search for a slot ended. */
  #station = -1
  #person = -1

  constructor(problem: Problem) {
    this.problem = problem
    const { question, ops } = problem
    this.start = new Float64Array(ops.length)
    this.station = new Int16Array(ops.length)
    this.person = new Int16Array(ops.length)
    const times = {
      start: this.start,
      minutes: Float64Array.from(ops, (op) => op.minutes),
      pads: ops.map((op) => op.pad),
    }
    this.stations = question.stations.map((station) => new StationLine(station, question.now, times))
    this.#lastOf = Int32Array.from(ops, (op, id) => (problem.firstOf[op.job + 1]! - 1 === id ? op.job : -1))
    this.#tails = Float64Array.from(ops, (op) => op.minutes)
    for (let id = ops.length - 2; id >= 0; id--)
      if (this.#lastOf[id]! < 0) this.#tails[id]! += ops[id]!.minWait + this.#tails[id + 1]!
    this.#mayClash = ops.flatMap((op, id) => (op.index > 0 && (op.fixed || ops[id - 1]!.fixed) ? [id] : []))
    this.people = question.people.map((person) => new PersonLine(person))
  }

  /** Puts the runs in the order given; fixed operations stand first. Null as soon as it is sure to be later than a plan given. */
  lay(order: readonly number[], than: ScheduleCost): Placed | null
  lay(order: readonly number[]): Placed
  lay(order: readonly number[], than?: ScheduleCost): Placed | null {
    const { runs } = this.problem
    const most = than?.broken === 0 ? than.late : Infinity
    let at = this.#undoTo(order)
    for (; at < order.length && (this.#lateBy[at] ?? 0) <= most; at++) {
      this.#putRun(runs[order[at]!]!)
      this.#laid.push(order[at]!)
      this.#lateBy[at + 1] = this.#lateAfter(runs[order[at]!]!, this.#lateBy[at] ?? 0)
    }
    if (this.#lateBy[at]! > most) return null
    return { start: this.start.slice(), station: this.station.slice(), person: this.person.slice(), cost: this.#cost() }
  }

  /** Takes off what was laid after the runs that two orders begin with in common; how many those are. */
  #undoTo(order: readonly number[]): number {
    if (this.#laid.length === 0) this.#clear()
    let common = 0
    while (common < this.#laid.length && this.#laid[common] === order[common]) common++
    while (this.#laid.length > common) {
      const run = this.problem.runs[this.#laid.pop()!]!
      if (!this.problem.ops[run[0]!]!.fixed) for (const id of run) this.#take(id)
    }
    return common
  }

  /** Lateness, or the span, that is sure once a run has been laid. */
  #lateAfter(run: readonly number[], before: number): number {
    const { question } = this.problem
    let late = before
    for (const id of run) {
      const end = this.start[id]! + this.#tails[id]!
      if (question.minimise === 'span') late = Math.max(late, end - question.now)
      else if (this.#lastOf[id]! >= 0 && end < Infinity) {
        const { due, weight } = question.jobs[this.#lastOf[id]!]!
        if (due !== null) late += weight * Math.max(0, end - due)
      }
    }
    return late
  }

  /** What a plan costs that was made elsewhere. */
  price(start: Float64Array, station: Int16Array, person: Int16Array): Placed {
    this.#laid.length = 0
    for (const line of [...this.stations, ...this.people]) line.clear()
    for (const [id, op] of this.problem.ops.entries()) {
      ;[this.#station, this.#person] = [station[id]!, person[id]!]
      this.#put(id, op, start[id]!)
    }
    return { start: this.start.slice(), station: this.station.slice(), person: this.person.slice(), cost: this.#cost() }
  }

  #clear(): void {
    for (const line of this.stations) line.clear()
    for (const line of this.people) line.clear()
    this.start.fill(Infinity)
    this.station.fill(-1)
    this.person.fill(-1)
    for (const [id, op] of this.problem.ops.entries()) if (op.fixed) this.#putFixed(id, op)
  }

  #putFixed(id: number, op: Op): void {
    const { stations, people } = this.problem.question
    this.#station = stations.findIndex((one) => one.id === op.fixed!.station)
    this.#person = people.findIndex((one) => one.id === op.fixed!.person)
    this.#put(id, op, op.fixed!.start)
  }

  #put(id: number, op: Op, start: number): void {
    this.start[id] = start
    this.station[id] = this.#station
    this.person[id] = this.#person
    if (start === Infinity) return
    this.stations[this.#station]?.put(id)
    this.people[this.#person]?.put(id, op, start)
  }

  #take(id: number): void {
    this.stations[this.station[id]!]?.take(id)
    this.people[this.person[id]!]?.take(id)
    this.start[id] = Infinity
    this.station[id] = -1
    this.person[id] = -1
  }

  /** When an operation may start at the earliest by what its job has done before. */
  readyAt(id: number): number {
    const { question, ops } = this.problem
    const op = ops[id]!
    const from = Math.max(question.now, question.jobs[op.job]!.release)
    if (op.index === 0) return from
    const before = ops[id - 1]!
    return Math.max(from, this.start[id - 1]! + before.minutes + before.minWait)
  }

  /**
   * A run at its earliest: where an operation would wait longer after the one before it than it may, the one before is put later, and
   * so on to the run's first.
   */
  #putRun(run: readonly number[]): void {
    const { ops } = this.problem
    if (ops[run[0]!]!.fixed) return
    const notBefore = run.map(() => 0)
    let tries = 0
    for (let at = 0; at < run.length;) {
      const id = run[at]!
      const op = ops[id]!
      const start = this.#search(op, Math.max(notBefore[at]!, this.readyAt(id)))
      const before = at > 0 ? ops[run[at - 1]!]! : null
      const latest = before ? this.start[run[at - 1]!]! + before.minutes + before.maxWait : Infinity
      if (start <= latest) {
        this.#put(id, op, start)
        at++
        continue
      }
      // A run that is put off again and again would be so to the horizon.
      if (start === Infinity || ++tries > mostTries) {
        for (const one of run.slice(0, at)) this.#take(one)
        return
      }
      notBefore[at - 1] = start - before!.maxWait - before!.minutes
      at--
      this.#take(run[at]!)
    }
  }

  /** First start of an operation from a time on, over the stations and people that may have it; leaves who it was. */
  #search(op: Op, at: number): number {
    this.#station = -1
    this.#person = -1
    let best = Infinity
    let bestPad = Infinity
    const alone = !needsPerson(this.problem, op)
    for (const station of op.stations) {
      const line = this.stations[station]!
      if (alone) {
        const start = line.earliest(op, at)
        if (start < best) [best, this.#station, this.#person] = [start, station, -1]
        continue
      }
      for (const person of op.people) {
        const start = this.#both(line, this.people[person]!, op, at, best)
        if (start > best || start === Infinity) continue
        const pad = this.#padMinutes(station, op, start)
        if (start === best && pad >= bestPad) continue
        ;[best, bestPad, this.#station, this.#person] = [start, pad, station, person]
      }
    }
    return best > this.problem.question.horizon ? Infinity : best
  }

  #both(line: StationLine, person: PersonLine, op: Op, at: number, notAfter: number): number {
    let start = line.earliest(op, at)
    while (start <= notAfter && start < Infinity) {
      const with_ = person.earliest(op, start)
      if (with_ === start) return start
      start = line.earliest(op, with_)
    }
    return Infinity
  }

  #padMinutes(station: number, op: Op, start: number): number {
    const { setupMinutes } = this.problem.question.stations[station]!
    if (setupMinutes === 0 || op.pad === null) return 0
    const line = this.stations[station]!
    return setupAfter(setupMinutes, line.padBefore(line.firstAfter(start)), op.pad)
  }

  #cost(): ScheduleCost {
    const { question, ops, firstOf } = this.problem
    const { now, nights, jobs } = question
    let [broken, late, nightsWaited, ends, span] = [0, 0, 0, 0, 0]
    for (const [at, job] of jobs.entries()) {
      const last = firstOf[at + 1]! - 1
      if (last < firstOf[at]!) continue
      const end = this.start[last]! + ops[last]!.minutes
      for (let id = firstOf[at]!; id <= last; id++) if (this.start[id] === Infinity) broken++
      if (end === Infinity) continue
      if (job.due !== null && end > job.due) late += job.weight * (end - job.due)
      nightsWaited += nightsUntil(nights, now, end)
      ends += end - now
      span = Math.max(span, end - now)
    }
    for (const id of this.#mayClash) if (this.isClash(id)) broken++
    let padChanges = 0
    for (const line of this.stations) padChanges += line.changes()
    return {
      broken,
      late: question.minimise === 'span' ? span : late,
      nights: nightsWaited,
      padChanges,
      ends: question.minimise === 'span' ? 0 : ends,
    }
  }

  /** Whether an operation that was not free to choose its time stands against the one before it. */
  isClash(id: number): boolean {
    const { ops } = this.problem
    const op = ops[id]!
    if (op.index === 0 || this.start[id] === Infinity) return false
    const before = ops[id - 1]!
    const wait = this.start[id]! - this.start[id - 1]! - before.minutes
    return op.fixed !== null && before.fixed !== null ? wait < 0 : wait < before.minWait || wait > before.maxWait
  }
}
