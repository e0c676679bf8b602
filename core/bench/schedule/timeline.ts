import type { Op } from './problem.ts'
import { setupAfter } from './problem.ts'
import type { SchedulePerson, ScheduleStation, Span } from './types.ts'

/** First time from `at` on when a stretch of so many minutes lies in one of the spans; infinity when none does. */
export function within(spans: readonly Span[] | null, at: number, minutes: number): number {
  if (spans === null) return at
  let low = 0
  let high = spans.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (spans[mid]!.to < at + minutes) low = mid + 1
    else high = mid
  }
  for (; low < spans.length; low++) {
    const span = spans[low]!
    const start = at > span.from ? at : span.from
    if (start + minutes <= span.to) return start
  }
  return Infinity
}

/** Starts and lengths of all operations, as the bench holds them; a station keeps only who stands on it. */
export interface Times {
  readonly start: Float64Array
  readonly minutes: Float64Array
  readonly pads: readonly (string | null)[]
}

/** What stands on a station, in order of time. */
export class StationLine {
  readonly ids: number[] = []
  readonly #station: ScheduleStation
  readonly #now: number
  readonly #times: Times

  constructor(station: ScheduleStation, now: number, times: Times) {
    this.#station = station
    this.#now = now
    this.#times = times
  }

  #end(index: number): number {
    const id = this.ids[index]!
    return this.#times.start[id]! + this.#times.minutes[id]!
  }

  /** Place in the line of the first that ends after a time; most are asked at the end of the line. */
  firstAfter(at: number): number {
    let high = this.ids.length
    if (high === 0 || this.#end(high - 1) <= at) return high
    let low = 0
    while (low < high) {
      const mid = (low + high) >> 1
      if (this.#end(mid) <= at) low = mid + 1
      else high = mid
    }
    return low
  }

  /** Pad that lies there before the one at an index: an operation without a pad leaves the one before it. */
  padBefore(index: number): string | null {
    for (let i = index - 1; i >= 0; i--) {
      const pad = this.#times.pads[this.ids[i]!]!
      if (pad !== null) return pad
    }
    return this.#station.pad
  }

  /** First time from `at` on when an operation can start here, the change of pads before and after it counted. */
  earliest(op: Op, at: number): number {
    const { open, setupMinutes, many } = this.#station
    if (many) return within(open, at, op.minutes)
    const { start, pads } = this.#times
    for (let i = this.firstAfter(at); ; i++) {
      const lies = setupMinutes > 0 ? this.padBefore(i) : null
      const free = (i > 0 ? this.#end(i - 1) : this.#now) + setupAfter(setupMinutes, lies, op.pad)
      const from = at > free ? at : free
      const own = open === null ? from : within(open, from, op.minutes)
      if (i === this.ids.length) return own
      const next = this.ids[i]!
      const after = setupMinutes > 0 ? setupAfter(setupMinutes, op.pad ?? lies, pads[next]!) : 0
      if (own + op.minutes + after <= start[next]! && this.#leavesChange(i, lies, op.pad)) return own
    }
  }

  /**
   * Whether a pad that comes to lie before the one at an index leaves the next change its time: behind operations without a pad it may be for one that
   * found its own lying there.
   */
  #leavesChange(index: number, lies: string | null, pad: string | null): boolean {
    const { setupMinutes } = this.#station
    const { start, pads } = this.#times
    if (setupMinutes === 0 || pad === null || pad === lies) return true
    const next = this.ids.findIndex((id, at) => at >= index && pads[id] !== null)
    return (
      next <= index || pads[this.ids[next]!] === pad || this.#end(next - 1) + setupMinutes <= start[this.ids[next]!]!
    )
  }

  put(id: number): void {
    if (this.#station.many) return
    const at = this.firstAfter(this.#times.start[id]!)
    if (at === this.ids.length) this.ids.push(id)
    else this.ids.splice(at, 0, id)
  }

  take(id: number): void {
    const at = this.ids.indexOf(id)
    if (at >= 0) this.ids.splice(at, 1)
  }

  clear(): void {
    this.ids.length = 0
  }

  /** How often the pad is changed. */
  changes(): number {
    if (this.#station.setupMinutes === 0) return 0
    let lies = this.#station.pad
    let changes = 0
    for (const id of this.ids) {
      const pad = this.#times.pads[id]!
      if (pad === null || pad === lies) continue
      changes++
      lies = pad
    }
    return changes
  }
}

/** Index of the first stretch that ends after a time: `bisectRight`, without its comparator, in the hottest loop of the search. */
function firstAfter(ends: readonly number[], at: number): number {
  let low = 0
  let high = ends.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (ends[mid]! <= at) low = mid + 1
    else high = mid
  }
  return low
}

/** When a person is taken, in order of time. */
export class PersonLine {
  readonly from: number[] = []
  readonly to: number[] = []
  readonly ops: number[] = []
  readonly #person: SchedulePerson

  constructor(person: SchedulePerson) {
    this.#person = person
  }

  /** First start from `at` on for which this person is there and free in every stretch that needs somebody. */
  earliest(op: Op, at: number): number {
    let start = at
    for (let settled = false; !settled;) {
      settled = true
      for (const piece of op.attention) {
        const minutes = piece.to - piece.from
        const there = within(this.#person.there, start + piece.from, minutes)
        if (there === Infinity) return Infinity
        let free = there
        for (let i = firstAfter(this.to, free); i < this.from.length && this.from[i]! < free + minutes; i++)
          free = this.to[i]!
        if (free - piece.from <= start) continue
        start = free - piece.from
        settled = false
      }
    }
    return start
  }

  put(id: number, op: Op, start: number): void {
    for (const piece of op.attention) {
      const i = firstAfter(this.to, start + piece.from)
      this.from.splice(i, 0, start + piece.from)
      this.to.splice(i, 0, start + piece.to)
      this.ops.splice(i, 0, id)
    }
  }

  take(id: number): void {
    for (let i = this.ops.length - 1; i >= 0; i--)
      if (this.ops[i] === id) for (const row of [this.from, this.to, this.ops]) row.splice(i, 1)
  }

  clear(): void {
    for (const row of [this.from, this.to, this.ops]) row.length = 0
  }
}
