import type { BenchPlan } from '@sleetfall/contract'
import type { Slot } from '@sleetfall/core'
import { scaleLinear } from 'd3-scale'
import { type Ref, computed } from 'vue'
import type { Block, PlanDay } from './board.ts'

export interface BoardProps {
  readonly plan: BenchPlan
  readonly day: PlanDay
  readonly blocks: readonly Block[]
  readonly by: 'stations' | 'people'
  readonly may: boolean
  /** How many times as wide as the page: short work has room for its name then. */
  readonly zoom: Zoom
}
export const zooms = [1, 2, 4] as const
export type Zoom = (typeof zooms)[number]

/** A row is as high as this, or as the balls that lie in it at once need. */
const [leastRow, lineHeight, rowMargin] = [46, 20, 4]

/** Balls that lie in one row at once, each on a line of its own; how many lines it takes. */
export function linesOf<B extends { readonly slot: Pick<Slot, 'start' | 'end'> }>(blocks: readonly B[]) {
  const ends: number[] = []
  const line = new Map(
    blocks.map((block) => {
      const free = ends.findIndex((end) => end <= block.slot.start)
      const at = free < 0 ? ends.length : free
      ends[at] = block.slot.end
      return [block, at]
    }),
  )
  return { line, count: Math.max(1, ends.length) }
}

/** Where everything stands on a day's board: rows, hours, and the blocks with their boxes, in pixels. */
export function useBoardLayout(props: BoardProps, pageWidth: Ref<number>) {
  const [left, top] = [18, 26]
  const width = computed(() => pageWidth.value * props.zoom)
  const x = computed(() =>
    scaleLinear()
      .domain([props.day.from, props.day.to])
      .range([left, Math.max(left + 200, width.value - 26)]),
  )
  const hours = computed(() => {
    const first = Math.ceil(props.day.from / 60) * 60
    return Array.from({ length: Math.max(0, Math.floor((props.day.to - first) / 60) + 1) }, (_, i) => first + 60 * i)
  })
  const places = computed(() =>
    props.by === 'people'
      ? props.plan.people.map(({ id, name }) => ({ id, name, closed: false }))
      : props.plan.stations
          .filter(({ kind }) => kind !== 'shelf')
          .map(({ id, name, closedUntil }) => ({
            id,
            name,
            closed: closedUntil != null && Date.parse(closedUntil) > props.plan.question.now * 60_000,
          })),
  )
  const placeOf = (slot: Slot) => (props.by === 'people' ? slot.person : slot.station)
  const rows = computed(() => {
    let y = top
    return places.value.map((place) => {
      const own = linesOf(props.blocks.filter(({ slot }) => placeOf(slot) === place.id))
      const height = Math.max(leastRow, own.count * lineHeight + 2 * rowMargin)
      const row = { ...place, ...own, y, height }
      y += height
      return row
    })
  })
  const rowOf = (slot: Slot) => rows.value.findIndex(({ id }) => id === placeOf(slot))
  /** The row at a height; the first or last one beyond them. */
  const rowAt = (y: number) => {
    const at = rows.value.findIndex((row) => y < row.y + row.height)
    return at < 0 ? rows.value.length - 1 : at
  }
  const height = computed(() => (rows.value.at(-1)?.y ?? top) + (rows.value.at(-1)?.height ?? 0))
  const drawn = computed(() =>
    rows.value.flatMap((row) =>
      [...row.line].map(([block, line]) => {
        const from = Math.max(block.slot.start, props.day.from)
        const to = Math.min(block.slot.end, props.day.to)
        const each = (row.height - 2 * rowMargin) / row.count
        return {
          block,
          x: x.value(from),
          y: row.y + rowMargin + line * each,
          width: Math.max(5, x.value(to) - x.value(from) - 1),
          height: each - (row.count > 1 ? 1 : 0),
        }
      }),
    ),
  )
  const now = computed(() => {
    const at = props.plan.question.now
    return at >= props.day.from && at <= props.day.to ? x.value(at) : null
  })
  return { ...{ left, top, width, height, x, hours, rows, rowOf, rowAt, drawn, now } }
}
