import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { Bench, type Placed } from './place.ts'
import { type Problem, needsPerson } from './problem.ts'
import type { Search } from './improve.ts'

/** Rounds without a better plan before the search goes back to the best and shakes it. */
const patience = 4000
/** Pairs on the critical path that are turned back to shake a plan, at least and at most. */
const [fewestShakes, mostShakes] = [3, 12]
/** So many rounds are one look at the clock. */
const roundsALook = 200

/**
 * Whether a question is the job shop of the textbooks: one station for each operation, always open and with nothing to change on it; nobody
 * needed; no wait with an end; nothing fixed; only the span counts. A plan is then nothing but an order on each station.
 */
export const isJobShop = (problem: Problem) => {
  const { question, ops } = problem
  const open = question.stations.map((one) => !one.many && one.open === null && one.setupMinutes === 0)
  return (
    question.minimise === 'span' &&
    ops.length > 0 &&
    ops.every(
      (op) =>
        op.stations.length === 1 &&
        open[op.stations[0]!] &&
        op.minutes > 0 &&
        op.maxWait === Infinity &&
        op.fixed === null &&
        !needsPerson(problem, op),
    )
  )
}

/** Operations of one station that follow each other on a critical path, turned round from one place to another. */
interface Turn {
  /** Place in the station's row of the first and the last that are touched. */
  readonly from: number
  readonly to: number
  readonly station: number
  /** Whether the first goes behind the last, or the last in front of the first. */
  readonly forwards: boolean
  readonly estimate: number
  readonly tabu: boolean
}

/**
 * A better plan of a job shop from one that stands: a tabu search that moves operations within the blocks of a critical path (N6 of Balas and Vazacopoulos, 1998,
 * widened by Zhang et al., 2007), each move by its estimate and only the one that is made reckoned exactly. Ends at the bound.
 */
export function improveJobShop(problem: Problem, from: Placed, bound: number, search: Search): Placed {
  return new JobShop(problem, from, search).run(bound)
}

class JobShop {
  readonly #problem: Problem
  readonly #bench: Bench
  readonly #goOn: Search['goOn']
  readonly #random
  readonly #minutes: Float64Array
  /** Earliest by the job alone, least minutes to the job's next operation, and the neighbours in the job; −1: none. */
  readonly #release: Float64Array
  readonly #lag: Float64Array
  readonly #jobBefore: Int32Array
  readonly #jobAfter: Int32Array
  /** Operations of each station in their order, and an operation's place in it. */
  #rows: Int32Array[]
  readonly #place: Int32Array
  readonly #station: Int32Array
  /** Longest way to an operation's start, and from its start to the end of all. */
  readonly #head: Float64Array
  readonly #tail: Float64Array
  readonly #sorted: Int32Array
  readonly #waits: Int8Array
  /** Round until which the first may not be put in front of the second again. */
  readonly #tabuUntil: Int32Array
  #round = 0
  #span = Infinity

  constructor(problem: Problem, from: Placed, { seed, goOn }: Search) {
    const { ops, question } = problem
    const count = ops.length
    this.#problem = problem
    this.#bench = new Bench(problem)
    this.#goOn = goOn
    this.#random = xoroshiro128plus(seed)
    this.#minutes = Float64Array.from(ops, (op) => op.minutes)
    this.#lag = Float64Array.from(ops, (op) => op.minWait)
    this.#release = Float64Array.from(ops, (op) => Math.max(question.now, question.jobs[op.job]!.release))
    this.#jobBefore = Int32Array.from(ops, (op, id) => (op.index > 0 ? id - 1 : -1))
    this.#jobAfter = Int32Array.from(ops, (op, id) => (ops[id + 1]?.job === op.job ? id + 1 : -1))
    this.#station = Int32Array.from(ops, (op) => op.stations[0]!)
    this.#place = new Int32Array(count)
    this.#head = new Float64Array(count)
    this.#tail = new Float64Array(count)
    this.#sorted = new Int32Array(count)
    this.#waits = new Int8Array(count)
    this.#tabuUntil = new Int32Array(count * count)
    const byStart = ops.map((_, id) => id).sort((a, b) => from.start[a]! - from.start[b]! || a - b)
    this.#rows = question.stations.map((_, at) => Int32Array.from(byStart.filter((id) => this.#station[id] === at)))
    for (const row of this.#rows) this.#number(row, 0, row.length)
  }

  run(bound: number): Placed {
    this.#reckon()
    let best = this.#placed()
    let bestRows = this.#copy()
    let bestSpan = this.#span
    let since = 0
    while (bestSpan > bound) {
      if (this.#round % roundsALook === 0 && !this.#goOn(best, this.#round / roundsALook)) break
      this.#round++
      const turn = this.#choose(bestSpan)
      if (turn) this.#make(turn)
      if (this.#span < bestSpan) {
        bestSpan = this.#span
        best = this.#placed()
        bestRows = this.#copy()
        since = 0
      } else if (++since > patience || !turn) {
        this.#take(bestRows)
        this.#shake()
        since = 0
      }
    }
    return best
  }

  #upTo(last: number): number {
    return last <= 0 ? 0 : uniformInt(this.#random, 0, last)
  }
  #copy = () => this.#rows.map((row) => row.slice())
  #number(row: Int32Array, from: number, to: number): void {
    for (let at = from; at < to; at++) this.#place[row[at]!] = at
  }
  #take(rows: readonly Int32Array[]): void {
    this.#rows = rows.map((row) => row.slice())
    for (const row of this.#rows) this.#number(row, 0, row.length)
    this.#tabuUntil.fill(0)
    this.#reckon()
  }
  #placed(): Placed {
    return this.#bench.price(this.#head, Int16Array.from(this.#station), new Int16Array(this.#station.length).fill(-1))
  }

  #before(id: number): number {
    const at = this.#place[id]!
    return at > 0 ? this.#rows[this.#station[id]!]![at - 1]! : -1
  }
  #after(id: number): number {
    const row = this.#rows[this.#station[id]!]!
    const at = this.#place[id]! + 1
    return at < row.length ? row[at]! : -1
  }

  /** When the job lets an operation begin, and the longest way from its end by the job. */
  #byJob(id: number): number {
    const own = this.#jobBefore[id]!
    const release = this.#release[id]!
    return own < 0 ? release : Math.max(release, this.#head[own]! + this.#minutes[own]! + this.#lag[own]!)
  }
  #onByJob(id: number): number {
    const own = this.#jobAfter[id]!
    return own < 0 ? 0 : this.#lag[id]! + this.#tail[own]!
  }

  /** Heads and tails of all, in the order in which none is before what it waits for; false where the orders contradict each other. */
  #reckon(): boolean {
    const count = this.#minutes.length
    const sorted = this.#sorted
    let filled = 0
    for (let id = 0; id < count; id++) {
      this.#waits[id] = (this.#jobBefore[id]! >= 0 ? 1 : 0) + (this.#place[id]! > 0 ? 1 : 0)
      if (this.#waits[id] === 0) sorted[filled++] = id
    }
    let span = 0
    for (let at = 0; at < filled; at++) {
      const id = sorted[at]!
      const before = this.#before(id)
      const free = before < 0 ? 0 : this.#head[before]! + this.#minutes[before]!
      const head = Math.max(free, this.#byJob(id))
      this.#head[id] = head
      span = Math.max(span, head + this.#minutes[id]!)
      const [next, after] = [this.#jobAfter[id]!, this.#after(id)]
      if (next >= 0 && --this.#waits[next]! === 0) sorted[filled++] = next
      if (after >= 0 && --this.#waits[after]! === 0) sorted[filled++] = after
    }
    if (filled < count) return false
    for (let at = count - 1; at >= 0; at--) {
      const id = sorted[at]!
      const after = this.#after(id)
      this.#tail[id] = this.#minutes[id]! + Math.max(this.#onByJob(id), after < 0 ? 0 : this.#tail[after]!)
    }
    this.#span = span
    return true
  }

  /** A critical path from its end back, one of them by chance, as blocks of one station: places in its row, first and last. */
  #blocks(): { readonly station: number; readonly from: number; readonly to: number }[] {
    const ends: number[] = []
    for (let id = 0; id < this.#minutes.length; id++)
      if (this.#head[id]! + this.#minutes[id]! === this.#span) ends.push(id)
    const blocks: { station: number; from: number; to: number }[] = []
    let at = ends[this.#upTo(ends.length - 1)]!
    let to = this.#place[at]!
    for (;;) {
      const before = this.#before(at)
      const head = this.#head[at]!
      const byStation = before >= 0 && this.#head[before]! + this.#minutes[before]! === head
      const own = this.#jobBefore[at]!
      const byJob = own >= 0 && this.#head[own]! + this.#minutes[own]! + this.#lag[own]! === head
      if (byStation && (!byJob || this.#upTo(1) === 0)) {
        at = before
        continue
      }
      blocks.push({ station: this.#station[at]!, from: this.#place[at]!, to })
      if (!byJob) return blocks
      at = own
      to = this.#place[at]!
    }
  }

  /** The turn that promises most among those that are not tabu, or are better than the best; else any. */
  #choose(bestSpan: number): Turn | null {
    let best: Turn | null = null
    let ties = 0
    const all: Turn[] = []
    const offer = (station: number, from: number, to: number, forwards: boolean) => {
      if (!this.#isPossible(station, from, to, forwards)) return
      const estimate = this.#estimate(station, from, to, forwards)
      const tabu = this.#isTabu(station, from, to, forwards)
      const turn = { station, from, to, forwards, estimate, tabu }
      all.push(turn)
      if (tabu && estimate >= bestSpan) return
      if (best === null || estimate < best.estimate) [best, ties] = [turn, 1]
      else if (estimate === best.estimate && this.#upTo(ties++) === 0) best = turn
    }
    for (const { station, from, to } of this.#blocks()) {
      for (let at = from + 1; at <= to; at++) {
        offer(station, from, at, true)
        if (at > from + 1) offer(station, from, at, false)
      }
      for (let at = from + 1; at < to; at++) {
        offer(station, at, to, true)
        if (at < to - 1) offer(station, at, to, false)
      }
    }
    return best ?? all[this.#upTo(all.length - 1)] ?? null
  }

  /** Whether no way leads from what is passed to what passes by another station: enough for an order without contradiction. */
  #isPossible(station: number, from: number, to: number, forwards: boolean): boolean {
    const row = this.#rows[station]!
    const [first, last] = [row[from]!, row[to]!]
    if (forwards) {
      const next = this.#jobAfter[first]!
      return next < 0 || this.#tail[last]! >= this.#tail[next]!
    }
    const own = this.#jobBefore[last]!
    return own < 0 || this.#head[first]! + this.#minutes[first]! >= this.#head[own]! + this.#minutes[own]!
  }

  #isTabu(station: number, from: number, to: number, forwards: boolean): boolean {
    const row = this.#rows[station]!
    const count = this.#minutes.length
    const moved = row[forwards ? from : to]!
    for (let at = forwards ? from + 1 : from; at < (forwards ? to + 1 : to); at++) {
      const pair = forwards ? row[at]! * count + moved : moved * count + row[at]!
      if (this.#tabuUntil[pair]! > this.#round) return true
    }
    return false
  }

  /** About how long the longest way through the turned operations would be (after Taillard, 1994). */
  #estimate(station: number, from: number, to: number, forwards: boolean): number {
    const row = this.#rows[station]!
    const length = to - from + 1
    const at = (i: number) =>
      forwards ? row[i === length - 1 ? from : from + 1 + i]! : row[i === 0 ? to : from + i - 1]!
    const before = from > 0 ? row[from - 1]! : -1
    const after = to + 1 < row.length ? row[to + 1]! : -1
    let free = before < 0 ? 0 : this.#head[before]! + this.#minutes[before]!
    const heads = this.#heads
    for (let i = 0; i < length; i++) {
      const id = at(i)
      heads[i] = Math.max(free, this.#byJob(id))
      free = heads[i]! + this.#minutes[id]!
    }
    let tail = after < 0 ? 0 : this.#tail[after]!
    let longest = 0
    for (let i = length - 1; i >= 0; i--) {
      const id = at(i)
      tail = this.#minutes[id]! + Math.max(tail, this.#onByJob(id))
      longest = Math.max(longest, heads[i]! + tail)
    }
    return longest
  }
  readonly #heads: number[] = []

  /** Makes a turn and forbids to turn it back for a while; takes it back where it contradicts the other orders. */
  #make({ station, from, to, forwards }: Pick<Turn, 'station' | 'from' | 'to' | 'forwards'>): void {
    const row = this.#rows[station]!
    const count = this.#minutes.length
    const moved = row[forwards ? from : to]!
    const { jobs, stations } = this.#problem.question
    const least = 10 + Math.round(jobs.length / stations.length)
    const until = this.#round + least + this.#upTo(Math.round(0.4 * least))
    for (let at = forwards ? from + 1 : from; at < (forwards ? to + 1 : to); at++)
      this.#tabuUntil[forwards ? moved * count + row[at]! : row[at]! * count + moved] = until
    this.#rotate(row, from, to, forwards)
    if (this.#reckon()) return
    this.#rotate(row, from, to, !forwards)
    this.#reckon()
  }
  #rotate(row: Int32Array, from: number, to: number, forwards: boolean): void {
    if (forwards) {
      const moved = row[from]!
      row.copyWithin(from, from + 1, to + 1)
      row[to] = moved
    } else {
      const moved = row[to]!
      row.copyWithin(from + 1, from, to)
      row[from] = moved
    }
    this.#number(row, from, to + 1)
  }

  /** Turns round pairs on critical paths by chance: another neighbourhood of the best. */
  #shake(): void {
    for (let left = fewestShakes + this.#upTo(mostShakes - fewestShakes); left > 0; left--) {
      const blocks = this.#blocks().filter(({ from, to }) => to > from)
      if (blocks.length === 0) return
      const { station, from, to } = blocks[this.#upTo(blocks.length - 1)]!
      const at = from + this.#upTo(to - from - 1)
      this.#make({ station, from: at, to: at + 1, forwards: true })
    }
  }
}
