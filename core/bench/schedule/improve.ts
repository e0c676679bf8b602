import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { Bench, type Placed, compareCosts } from './place.ts'
import { type Problem, nightsUntil, setupAfter } from './problem.ts'
import type { ScheduleCost } from './types.ts'

/** A change of the order: one run is put right before another, or right behind it. */
interface Move {
  readonly run: number
  readonly of: number
  readonly behind: boolean
}

/** How long a pair may not be turned back, rounds: after Nowicki and Smutnicki (1996), who took 8, with a seeded spread. */
const [shortestTabu, longestTabu] = [10, 20]
/** Rounds without a better plan before the search goes back to the best and shakes it. */
const patience = 600
const shakes = 15
/** A path that goes on longer than this is followed no further. */
const mostSteps = 400
/** Of the pairs on a critical path so many are laid out, those that promise most by an estimate. */
const laidOut = 2
/** Neighbours that are tried besides those on the critical path. */
const strays = 2

/** Rules that give the first orders: what is due first, what has least slack, what is shortest, most work left. */
const rules: readonly ((problem: Problem, job: number) => number)[] = [
  ({ question }, job) => question.jobs[job]!.due ?? Infinity,
  ({ question }, job) => (question.jobs[job]!.due ?? question.horizon) - minutesOf(question.jobs[job]!.operations),
  ({ question }, job) => minutesOf(question.jobs[job]!.operations),
  ({ question }, job) => -minutesOf(question.jobs[job]!.operations),
]
const minutesOf = (operations: readonly { readonly minutes: number; readonly minWait: number }[]) =>
  operations.reduce((total, one, index) => total + one.minutes + (index + 1 < operations.length ? one.minWait : 0), 0)

/** Orders by rule: job after job, and one operation of each in turn. */
function firstOrders(problem: Problem): number[][] {
  const { runs, ops } = problem
  const all = runs.map((_, run) => run)
  const jobOf = (run: number) => ops[runs[run]![0]!]!.job
  return rules.flatMap((rule) => {
    const rank = problem.question.jobs.map((_, job) => rule(problem, job))
    const byJob = all.toSorted((a, b) => rank[jobOf(a)]! - rank[jobOf(b)]! || a - b)
    const inTurn = all.toSorted(
      (a, b) => ops[runs[a]![0]!]!.index - ops[runs[b]![0]!]!.index || rank[jobOf(a)]! - rank[jobOf(b)]! || a - b,
    )
    return [byJob, inTurn]
  })
}

interface Estimated {
  readonly move: Move
  readonly estimate: number
}
interface Moved {
  readonly behind: boolean
  readonly order: number[]
  /** Place from which on the order is another. */
  readonly from: number
  readonly run: number
  /** Runs that it has gone past. */
  readonly passed: readonly number[]
}

/** Neighbours of operations, by station and by person. */
interface Links {
  /** All operations by their start. */
  readonly byStart: readonly number[]
  readonly before: Int32Array[]
  readonly after: Int32Array[]
}

const same = (a: Placed, b: Placed) =>
  a.start.every((start, id) => start === b.start[id]) &&
  a.station.every((station, id) => station === b.station[id]) &&
  a.person.every((person, id) => person === b.person[id])

export interface Search {
  readonly seed: number
  /** Asked between rounds; false ends the search. */
  readonly goOn: (best: Placed, rounds: number) => boolean
}

/**
 * A good plan: the best of the rules, then a tabu search. A round turns round pairs that follow each other on a critical path (what holds the
 * end of a late job, or of one that waits another night), brings operations with the same pad together, and tries a few strays; the best
 * that is not tabu is taken, the best of all is kept.
 */
export function improve(problem: Problem, search: Search): Placed {
  return new Tabu(problem, search).run()
}

class Tabu {
  readonly #problem: Problem
  readonly #bench: Bench
  readonly #goOn: Search['goOn']
  readonly #random
  readonly #tabuUntil = new Map<number, number>()
  readonly #byStart: number[]
  #order: number[] = []
  #now!: Placed
  #best!: Placed
  #bestOrder: number[] = []
  #round = 0

  constructor(problem: Problem, { seed, goOn }: Search) {
    this.#problem = problem
    this.#bench = new Bench(problem)
    this.#goOn = goOn
    this.#byStart = problem.ops.map((_, id) => id)
    this.#random = xoroshiro128plus(seed)
  }

  run(): Placed {
    for (const order of firstOrders(this.#problem)) {
      const placed = this.#bench.lay(order)
      if (this.#best === undefined || compareCosts(placed.cost, this.#best.cost) < 0) this.#keep(order, placed)
    }
    this.#settle(this.#bestOrder, this.#best)
    let since = 0
    while (this.#goOn(this.#best, this.#round)) {
      this.#round++
      if (this.#step()) since = 0
      else since++
      if (since < patience) continue
      this.#shake()
      since = 0
    }
    return this.#best
  }

  #upTo(last: number): number {
    return last <= 0 ? 0 : uniformInt(this.#random, 0, last)
  }

  #keep(order: readonly number[], placed: Placed): void {
    this.#best = placed
    this.#bestOrder = [...order]
  }

  /** Takes a plan as the present one, its runs in the order in which they start. */
  #settle(order: readonly number[], placed: Placed): void {
    const { runs } = this.#problem
    this.#now = placed
    const start = (run: number) => placed.start[runs[run]![0]!]!
    // Unplaced runs keep their order at the end: a difference of infinities is no number.
    this.#order = order.toSorted((a, b) => (start(a) === start(b) ? 0 : start(a) - start(b)))
  }

  /** One round; whether it found a plan better than any before. */
  #step(): boolean {
    let chosen = null as { readonly move: Moved; readonly placed: Placed } | null
    const moves = this.#moves()
      // Those that change the end of the order first: what is the same at its beginning is not laid anew.
      .toSorted((a, b) => b.from - a.from)
    for (const move of moves) {
      // What is tabu has to be better than the best of all.
      const tabu = this.#isTabu(move)
      const than: ScheduleCost | undefined = tabu ? this.#best.cost : chosen?.placed.cost
      const placed: Placed | null = than ? this.#bench.lay(move.order, than) : this.#bench.lay(move.order)
      if (placed === null || (tabu && compareCosts(placed.cost, this.#best.cost) >= 0)) continue
      // Where the gap before it was wide enough, what was put behind has slipped in front again.
      if (same(placed, this.#now)) {
        this.#forbid(move, longestTabu)
        continue
      }
      if (chosen === null || compareCosts(placed.cost, chosen.placed.cost) < 0) chosen = { move, placed }
    }
    if (chosen === null) {
      this.#shakeOnce()
      return false
    }
    // What was passed is not passed back for a while.
    const { move, placed } = chosen
    this.#forbid({ ...move, behind: !move.behind }, shortestTabu + this.#upTo(longestTabu - shortestTabu))
    this.#settle(move.order, placed)
    if (compareCosts(placed.cost, this.#best.cost) >= 0) return false
    this.#keep(move.order, placed)
    return true
  }

  /** Whether a move puts a run before, or behind, one that it may not pass that way now. */
  #isTabu({ run, passed, behind }: Moved): boolean {
    return passed.some(
      (one) => (this.#tabuUntil.get(behind ? this.#key(one, run) : this.#key(run, one)) ?? 0) > this.#round,
    )
  }

  /** Forbids a run to come before (or behind) those it has passed, for so many rounds. */
  #forbid({ run, passed, behind }: Moved, rounds: number): void {
    for (const one of passed)
      this.#tabuUntil.set(behind ? this.#key(one, run) : this.#key(run, one), this.#round + rounds)
  }

  #key(run: number, of: number): number {
    return run * this.#problem.runs.length + of
  }

  /** Whether two runs have a station or a person in common in the present plan. */
  #meet(run: number, other: number): boolean {
    const { runs } = this.#problem
    const { station, person } = this.#now
    return runs[run]!.some((a) =>
      runs[other]!.some((b) => station[a] === station[b] || (person[a]! >= 0 && person[a] === person[b])),
    )
  }

  #shake(): void {
    this.#tabuUntil.clear()
    this.#settle(this.#bestOrder, this.#best)
    for (let i = 0; i < shakes; i++) this.#shakeOnce()
  }

  #shakeOnce(): void {
    const path = this.#pathMoves()
    const move = path.length > 0 ? path[this.#upTo(path.length - 1)]!.move : this.#stray()
    const moved = move && this.#moved(move)
    if (moved) this.#settle(moved.order, this.#bench.lay(moved.order))
  }

  /** The order with a run moved, and those of its job that must go with it; null when it stands there already. */
  #moved({ run, of, behind }: Move): Moved | null {
    const { ops, runs } = this.#problem
    const order = this.#order
    const [from, to] = [order.indexOf(run), order.indexOf(of)]
    if (from === to || from < to !== behind) return null
    const job = ops[runs[run]![0]!]!.job
    const [low, high] = behind ? [from, to + 1] : [to, from + 1]
    const part = order.slice(low, high)
    const own = part.filter((one) => ops[runs[one]![0]!]!.job === job)
    if (own.includes(of)) return null
    const rest = part.filter((one) => ops[runs[one]![0]!]!.job !== job)
    const changed = behind ? [...rest, ...own] : [...own, ...rest]
    return {
      order: [...order.slice(0, low), ...changed, ...order.slice(high)],
      from: low,
      run,
      behind,
      passed: rest.filter((one) => this.#meet(run, one)),
    }
  }

  /** What is tried in a round: the most promising of the path that are not tabu, or might be the best of all; pads brought together; strays. */
  #moves(): Moved[] {
    const moves: Moved[] = []
    for (const { move, estimate } of this.#pathMoves()) {
      const moved = this.#moved(move)
      if (moved === null || (this.#isTabu(moved) && estimate >= this.#best.cost.late)) continue
      moves.push(moved)
      if (moves.length === laidOut) break
    }
    const others = this.#padMoves()
    if (this.#problem.question.minimise !== 'span')
      for (let i = 0; i < strays; i++) {
        const stray = this.#stray()
        if (stray) others.push(stray)
      }
    return [...moves, ...others.flatMap((move) => this.#moved(move) ?? [])]
  }

  #stray(): Move | null {
    if (this.#order.length < 2) return null
    const from = 1 + this.#upTo(this.#order.length - 2)
    return { run: this.#order[from]!, of: this.#order[this.#upTo(from - 1)]!, behind: false }
  }

  /** A job whose end costs most, taken by chance among those that cost. */
  #worstEnd(): number | null {
    const { question, ops, firstOf } = this.#problem
    const ends = question.jobs.map((_, job) => {
      const last = firstOf[job + 1]! - 1
      return last < firstOf[job]! ? -Infinity : this.#now.start[last]! + ops[last]!.minutes
    })
    const placed = ends.flatMap((end, job) => (Number.isFinite(end) ? [job] : []))
    if (placed.length === 0) return null
    const latest = Math.max(...placed.map((job) => ends[job]!))
    const late = placed.filter((job) => question.jobs[job]!.due !== null && ends[job]! > question.jobs[job]!.due!)
    const waiting = placed.filter((job) => nightsUntil(question.nights, question.now, ends[job]!) > 0)
    const among =
      question.minimise === 'span'
        ? placed.filter((job) => ends[job] === latest)
        : late.length > 0
          ? late
          : waiting.length > 0
            ? waiting
            : placed
    return firstOf[among[this.#upTo(among.length - 1)]! + 1]! - 1
  }

  /**
   * Moves to the front or the rear of blocks on the critical path to a bad end, the most promising first (the neighbourhood N6 of Balas
   * and Vazacopoulos, 1998): only those can bring the end forward.
   */
  #pathMoves(): Estimated[] {
    const end = this.#worstEnd()
    if (end === null) return []
    const links = this.#links()
    const blocks = this.#blocks(end, links)
    const tails = this.#tailsTo(end, links)
    const { runOf } = this.#problem
    const found: Estimated[] = []
    for (const [at, { kind, ids }] of blocks.entries()) {
      const offer = (order: readonly number[], move: Move) => {
        if (move.run !== move.of) found.push({ move, estimate: this.#estimate(order, ids, kind, links, tails) })
      }
      const [first, last] = [ids[0]!, ids.at(-1)!]
      // Before the first operation of all nothing waits, and nothing waits for the last.
      if (at > 0 || ids.length === 2)
        for (const [i, id] of ids.entries())
          if (i > 0)
            offer([id, ...ids.filter((one) => one !== id)], { run: runOf[id]!, of: runOf[first]!, behind: false })
      if (at < blocks.length - 1 || ids.length > 2)
        for (const [i, id] of ids.entries())
          if (i < ids.length - 1 && ids.length > 2)
            offer([...ids.filter((one) => one !== id), id], { run: runOf[id]!, of: runOf[last]!, behind: true })
    }
    return found.toSorted((a, b) => a.estimate - b.estimate)
  }

  /** Rows of operations on the critical path to an end that wait for each other on a station (0) or for a person (1), in order of time. */
  #blocks(end: number, links: Links): { readonly kind: number; readonly ids: number[] }[] {
    const { ops } = this.#problem
    const blocks: { kind: number; ids: number[] }[] = []
    let open = false
    for (let at = end, steps = 0; steps < mostSteps; steps++) {
      const held = this.#heldBy(at, links)
      if (held < 0) break
      const kind = ops[held]!.job === ops[at]!.job ? -1 : links.before[0]![at] === held ? 0 : 1
      if (kind >= 0) {
        if (open && blocks[0]!.kind === kind) blocks[0]!.ids.unshift(held)
        else blocks.unshift({ kind, ids: [held, at] })
      }
      open = kind >= 0
      at = held
    }
    return blocks
  }

  /** Who stands before and after an operation on its station and with its person, −1 where nobody does. */
  #links(): Links {
    const { ops, question } = this.#problem
    const { start, station, person } = this.#now
    // Nearly in order from the round before, which this sort is quick with.
    const byStart = this.#byStart.sort((a, b) => (start[a] === start[b] ? a - b : start[a]! - start[b]!))
    const many = question.stations.map((one) => one.many === true)
    const links: Links = { byStart, before: [], after: [] }
    for (const [kind, taken] of [station, person].entries()) {
      const [before, after] = [new Int32Array(ops.length).fill(-1), new Int32Array(ops.length).fill(-1)]
      const last = new Int32Array(kind === 0 ? question.stations.length : question.people.length).fill(-1)
      for (const id of byStart) {
        const who = taken[id]!
        if (who < 0 || (kind === 0 && many[who])) continue
        before[id] = last[who]!
        if (last[who]! >= 0) after[last[who]!] = id
        last[who] = id
      }
      links.before.push(before)
      links.after.push(after)
    }
    return links
  }

  /** What an operation waited for: another on its station or with its person, else the one before it in its job; −1: nothing. */
  #heldBy(id: number, links: Links): number {
    const { ops, question } = this.#problem
    const op = ops[id]!
    const start = this.#now.start[id]!
    // Where its own job holds it too, another order on the station would change nothing.
    const own = op.index > 0 ? id - 1 : -1
    if (own >= 0 && this.#now.start[own]! + ops[own]!.minutes + ops[own]!.minWait === start) return own
    const setup = question.stations[this.#now.station[id]!]?.setupMinutes ?? 0
    const held = links.before.flatMap((row, kind) => {
      const other = row[id]!
      if (other < 0 || ops[other]!.job === op.job || ops[other]!.fixed) return []
      const one = ops[other]!
      const from = this.#now.start[other]!
      const waited =
        kind === 0
          ? from + one.minutes + setupAfter(setup, one.pad, op.pad) >= start
          : one.attention.some((busy) => op.attention.some((own) => from + busy.to === start + own.from))
      return waited ? [other] : []
    })
    if (held.length > 0) return held[this.#upTo(held.length - 1)]!
    return own
  }

  /** Longest way from an operation's start to a given end by jobs and stations; minus infinity where none leads there. */
  #tailsTo(end: number, { byStart, after }: Links): Float64Array {
    const { ops } = this.#problem
    const tails = new Float64Array(ops.length + 1).fill(-Infinity)
    const span = this.#problem.question.minimise === 'span'
    for (let i = ops.length - 1; i >= 0; i--) {
      const id = byStart[i]!
      const op = ops[id]!
      let tail = id === end || (span && ops[id + 1]?.job !== op.job) ? 0 : -Infinity
      if (ops[id + 1]?.job === op.job) tail = Math.max(tail, tails[id + 1]! + op.minWait)
      for (const row of after) if (row[id]! >= 0) tail = Math.max(tail, tails[row[id]!]!)
      tails[id] = tail + op.minutes
    }
    return tails
  }

  /** About when the end would come if a block stood in another order (after Taillard, 1994). */
  #estimate(
    order: readonly number[],
    block: readonly number[],
    kind: number,
    links: Links,
    tails: Float64Array,
  ): number {
    const { ops, question } = this.#problem
    const before = links.before[kind]![block[0]!]!
    const after = links.after[kind]![block.at(-1)!]!
    let free = before < 0 ? question.now : this.#now.start[before]! + ops[before]!.minutes
    const starts = order.map((id) => {
      const own =
        ops[id]!.index === 0 ? question.now : this.#now.start[id - 1]! + ops[id - 1]!.minutes + ops[id - 1]!.minWait
      const start = Math.max(own, free)
      free = start + ops[id]!.minutes
      return start
    })
    let tail = after < 0 ? 0 : tails[after]!
    let latest = 0
    for (let i = order.length - 1; i >= 0; i--) {
      const id = order[i]!
      const job = ops[id + 1]?.job === ops[id]!.job ? tails[id + 1]! + ops[id]!.minWait : 0
      tail = Math.max(tail, job) + ops[id]!.minutes
      latest = Math.max(latest, starts[i]! + tail)
    }
    return latest
  }

  /** An operation whose pad had to be put on is brought next to one with the same pad. */
  #padMoves(): Move[] {
    const { ops, runOf } = this.#problem
    if (this.#best.cost.padChanges === 0) return []
    const padded = ops.flatMap((op, id) => (op.pad !== null && op.fixed === null ? [id] : []))
    if (padded.length < 2) return []
    const one = padded[this.#upTo(padded.length - 1)]!
    const same = padded.filter((id) => id !== one && ops[id]!.pad === ops[one]!.pad && runOf[id] !== runOf[one])
    if (same.length === 0) return []
    const other = same[this.#upTo(same.length - 1)]!
    return [
      { run: runOf[one]!, of: runOf[other]!, behind: false },
      { run: runOf[other]!, of: runOf[one]!, behind: false },
    ]
  }
}
