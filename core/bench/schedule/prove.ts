import { attended } from './bounds.ts'
import { Bench, type Placed, compareCosts } from './place.ts'
import { type Problem, needsPerson, nightsUntil, setupAfter } from './problem.ts'
import { within } from './timeline.ts'

/** Start of an operation at least so many minutes after another's start. */
interface Arc {
  readonly from: number
  readonly to: number
  readonly minutes: number
}
/** A part of all plans: who has what, and who comes first where that was decided. */
interface Node {
  readonly start: Float64Array
  readonly station: Int16Array
  readonly person: Int16Array
  readonly arcs: readonly Arc[]
}

export interface Proof {
  readonly best: Placed
  /** Whether nothing less late, or with fewer nights waited, is left. */
  readonly complete: boolean
}

/**
 * Searches all plans for one that is less late than the best known, or as late with fewer nights waited. The operations start as
 * early as waits, hours and what was decided allow; where two then stand in each other's way, either the one or the other goes first, and
 * where several stations or people could have an operation, each is tried. A part whose earliest starts cost as much as the best plan holds
 * nothing better. (Branching on conflicts after Bartusch, Möhring and Radermacher, 1988.)
 */
export function prove(problem: Problem, known: Placed, goOn: (nodes: number) => boolean): Proof {
  return new Prover(problem, known, goOn).run()
}

/**
 * Minutes of a change of pads that two operations ask for whatever else stands there. Behind one without a pad lies what lay before it, which may be the next one's own:
 * whether that is so is decided when all have their places (`#padBranches`).
 */
const changeBetween = (minutes: number, first: string | null, second: string | null) =>
  first === null ? 0 : setupAfter(minutes, first, second)

/** So many rounds of settling starts between two looks at the clock. */
const roundsALook = 100

class Prover {
  readonly #problem: Problem
  readonly #bench: Bench
  readonly #goOn: (nodes: number) => boolean
  #best: Placed
  #nodes = 0
  #stopped = false

  constructor(problem: Problem, known: Placed, goOn: (nodes: number) => boolean) {
    this.#problem = problem
    this.#bench = new Bench(problem)
    this.#best = known
    this.#goOn = goOn
  }

  run(): Proof {
    const { ops, question } = this.#problem
    const root: Node = {
      start: new Float64Array(ops.length).fill(question.now),
      station: new Int16Array(ops.length).fill(-1),
      person: new Int16Array(ops.length).fill(-1),
      arcs: [],
    }
    for (const [id, op] of ops.entries()) {
      if (op.fixed) {
        root.start[id] = op.fixed.start
        root.station[id] = question.stations.findIndex((one) => one.id === op.fixed!.station)
        root.person[id] = question.people.findIndex((one) => one.id === op.fixed!.person)
        continue
      }
      if (op.stations.length === 1) root.station[id] = op.stations[0]!
      if (op.people.length === 1) root.person[id] = op.people[0]!
    }
    if (this.#spread(root)) this.#visit(root)
    return { best: this.#best, complete: !this.#stopped }
  }

  #visit(node: Node): void {
    this.#nodes++
    if (this.#stopped || !this.#goOn(this.#nodes)) {
      this.#stopped = true
      return
    }
    const branches = this.#branches(node)
    if (branches === null) {
      const placed = this.#placed(node)
      if (compareCosts(placed.cost, this.#best.cost) < 0) this.#best = placed
      return
    }
    const open = branches
      .filter((one) => this.#spread(one))
      .map((one) => ({ one, cost: this.#least(one) }))
      .toSorted((a, b) => a.cost.late - b.cost.late || a.cost.nights - b.cost.nights || a.cost.ends - b.cost.ends)
    for (const { one } of open) if (this.#promises(one)) this.#visit(one)
  }

  #least(node: Node) {
    const { question, ops, firstOf } = this.#problem
    let [late, nights, ends, span] = [0, 0, 0, 0]
    for (const [at, job] of question.jobs.entries()) {
      const last = firstOf[at + 1]! - 1
      if (last < firstOf[at]!) continue
      const end = node.start[last]! + ops[last]!.minutes
      if (job.due !== null) late += job.weight * Math.max(0, end - job.due)
      nights += nightsUntil(question.nights, question.now, end)
      ends += end - question.now
      span = Math.max(span, end - question.now)
    }
    return { late: question.minimise === 'span' ? span : late, nights, ends }
  }

  #promises(node: Node): boolean {
    const { late, nights } = this.#least(node)
    const best = this.#best.cost
    return best.broken > 0 || late < best.late || (late === best.late && nights < best.nights)
  }

  /**
   * Moves starts up until every wait, hour and decision holds; false when that cannot be. Waits and decisions alone are settled in as many rounds as there are
   * operations: what goes on moving without the hours having a part in it runs in a circle, and would climb to the horizon minute by minute.
   */
  #spread({ start, station, person, arcs }: Node): boolean {
    const { ops, question } = this.#problem
    let rounds = 0
    for (let moved = true, all = 1; moved; all++) {
      moved = false
      if (rounds++ > ops.length) return false
      // Hours may keep it going for long: the clock is looked at here too.
      if (all % roundsALook === 0 && !this.#goOn(this.#nodes)) {
        this.#stopped = true
        return false
      }
      const raise = (id: number, to: number): boolean => {
        if (to <= start[id]!) return true
        if (ops[id]!.fixed || to === Infinity || to > question.horizon) return false
        start[id] = to
        moved = true
        return true
      }
      for (const [id, op] of ops.entries()) {
        if (op.index === 0) {
          if (!raise(id, op.fixed ? start[id]! : question.jobs[op.job]!.release)) return false
        } else {
          const before = ops[id - 1]!
          if (!raise(id, start[id - 1]! + before.minutes + before.minWait)) return false
          if (!raise(id - 1, start[id]! - before.maxWait - before.minutes)) return false
        }
        if (op.fixed) continue
        const allowed = this.#allowed(id, start[id]!, station[id]!, person[id]!)
        if (allowed > start[id]!) rounds = 0
        if (!raise(id, allowed)) return false
      }
      for (const arc of arcs) if (!raise(arc.to, start[arc.from]! + arc.minutes)) return false
    }
    return true
  }

  /** First start from a time on that the hours of station and person allow. */
  #allowed(id: number, at: number, station: number, person: number): number {
    const { ops, question } = this.#problem
    const op = ops[id]!
    let best = Infinity
    for (const place of station >= 0 ? [station] : op.stations) {
      const { open, setupMinutes, pad } = question.stations[place]!
      const from = Math.max(at, question.now + (op.pad === null ? 0 : setupAfter(setupMinutes, pad, op.pad)))
      const people = !needsPerson(this.#problem, op) ? [null] : person >= 0 ? [person] : op.people
      for (const one of people) {
        let start = from
        for (let settled = false; !settled && start < Infinity;) {
          const opened = within(open, start, op.minutes)
          const there = one === null ? opened : attended(question.people[one]!.there, op.attention, opened)
          settled = there === start
          start = there
        }
        best = Math.min(best, start)
      }
    }
    return best
  }

  /** Ways to decide what is next to be decided; null when nothing is. */
  #branches(node: Node): Node[] | null {
    const { ops } = this.#problem
    const order = ops.map((_, id) => id).toSorted((a, b) => node.start[a]! - node.start[b]!)
    for (const [at, id] of order.entries()) {
      if (node.station[id]! < 0) return this.#choices(node, id, 'station')
      if (node.person[id]! < 0 && needsPerson(this.#problem, ops[id]!) && !ops[id]!.fixed)
        return this.#choices(node, id, 'person')
      for (const other of order.slice(0, at)) {
        const [first, second] = [this.#after(node, other, id), this.#after(node, id, other)]
        if (first === null || second === null) continue
        const ways = [first, second].filter((one): one is Arc => one.minutes < Infinity)
        return ways.map((arc) => this.#with(node, arc))
      }
    }
    return this.#padBranches(node, order)
  }

  #with(node: Node, ...arcs: readonly Arc[]): Node {
    return { ...node, start: node.start.slice(), arcs: [...node.arcs, ...arcs] }
  }

  /**
   * Ways out where operations without a pad fill the time in which one was to be changed: two that are far enough apart by themselves may have them
   * between. Either the change has its time just before, or one of the three stands elsewhere, or another one brings the pad. Null when there is none.
   */
  #padBranches(node: Node, order: readonly number[]): Node[] | null {
    const { ops, question } = this.#problem
    const minutes = (id: number) => ops[id]!.minutes
    for (const [place, { setupMinutes, many, pad }] of question.stations.entries()) {
      if (setupMinutes === 0 || many) continue
      const line = order.filter((id) => node.station[id] === place)
      let [lies, laid] = [pad, -1]
      for (const [at, id] of line.entries()) {
        const op = ops[id]!
        if (op.pad === null) continue
        const before = line[at - 1] ?? -1
        const late =
          before >= 0 && before !== laid && node.start[id]! < node.start[before]! + minutes(before) + setupMinutes
        if (op.pad !== lies && !op.fixed && late) {
          const brings = line.filter((one) => one !== id && ops[one]!.pad === op.pad)
          return [
            this.#with(node, { from: before, to: id, minutes: minutes(before) + setupMinutes }),
            this.#with(node, { from: id, to: before, minutes: minutes(id) }),
            ...(laid < 0
              ? []
              : [
                  this.#with(node, { from: id, to: laid, minutes: minutes(id) + setupMinutes }),
                  this.#with(node, { from: before, to: laid, minutes: minutes(before) }),
                ]),
            ...brings.map((one) =>
              this.#with(node, ...(laid < 0 ? [] : [{ from: laid, to: one, minutes: minutes(laid) + setupMinutes }]), {
                from: one,
                to: id,
                minutes: minutes(one),
              }),
            ),
          ]
        }
        ;[lies, laid] = [op.pad, id]
      }
    }
    return null
  }

  /** One operation after another where they stand in each other's way; null when they do not. */
  #after(node: Node, first: number, second: number): Arc | null {
    const { ops, question } = this.#problem
    const [a, b] = [ops[first]!, ops[second]!]
    const [atA, atB] = [node.start[first]!, node.start[second]!]
    const place = question.stations[node.station[first]!]
    if (node.station[first] === node.station[second] && place && !place.many) {
      // Of a job's own operations the order is known; only the change of the pad between them is not.
      if (a.job === b.job && a.index > b.index)
        return this.#after(node, second, first) && { from: first, to: second, minutes: Infinity }
      const ab = a.minutes + changeBetween(place.setupMinutes, a.pad, b.pad)
      const ba = b.minutes + changeBetween(place.setupMinutes, b.pad, a.pad)
      if (atB < atA + ab && atA < atB + ba) return { from: first, to: second, minutes: ab }
    }
    if (node.person[first]! >= 0 && node.person[first] === node.person[second] && a.job !== b.job)
      for (const one of a.attention)
        for (const other of b.attention)
          if (atA + one.from < atB + other.to && atB + other.from < atA + one.to)
            return { from: first, to: second, minutes: one.to - other.from }
    return null
  }

  /** Each station or person that may have an operation; of those that are the same and still idle only the first. */
  #choices(node: Node, id: number, of: 'station' | 'person'): Node[] {
    const { ops, question } = this.#problem
    const all: readonly object[] = of === 'station' ? question.stations : question.people
    const seen = new Set<string>()
    return (of === 'station' ? ops[id]!.stations : ops[id]!.people).flatMap((one) => {
      if (!node[of].includes(one)) {
        const { id: _id, ...likeness } = all[one] as { id: string }
        const like = JSON.stringify(likeness)
        if (seen.has(like)) return []
        seen.add(like)
      }
      const chosen = node[of].slice()
      chosen[id] = one
      return [{ ...node, start: node.start.slice(), [of]: chosen }]
    })
  }

  #placed({ start, station, person }: Node): Placed {
    return this.#bench.price(start, station, person)
  }
}
