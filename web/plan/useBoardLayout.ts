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
}

/** Where everything stands on a day's board: rows, hours, and the blocks with their boxes, in pixels. */
export function useBoardLayout(props: BoardProps, width: Ref<number>) {
  const [left, top, rowHeight] = [104, 26, 46]
  const x = computed(() =>
    scaleLinear()
      .domain([props.day.from, props.day.to])
      .range([left, Math.max(left + 200, width.value - 26)]),
  )
  const hours = computed(() => {
    const first = Math.ceil(props.day.from / 60) * 60
    return Array.from({ length: Math.max(0, Math.floor((props.day.to - first) / 60) + 1) }, (_, i) => first + 60 * i)
  })
  const rows = computed(() =>
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
  const rowOf = (slot: Slot) =>
    rows.value.findIndex(({ id }) => id === (props.by === 'people' ? slot.person : slot.station))
  /** Several balls lie in one row of the intake or the rack at once: each on a line of its own. */
  const drawn = computed(() => {
    const lines = new Map<number, number[]>()
    return props.blocks
      .filter(({ slot }) => rowOf(slot) >= 0)
      .map((block) => {
        const row = rowOf(block.slot)
        const ends = lines.get(row) ?? []
        let line = ends.findIndex((end) => end <= block.slot.start)
        if (line < 0) line = ends.length
        ends[line] = block.slot.end
        lines.set(row, ends)
        const from = Math.max(block.slot.start, props.day.from)
        const to = Math.min(block.slot.end, props.day.to)
        return { block, row, line, x: x.value(from), width: Math.max(5, x.value(to) - x.value(from) - 1) }
      })
      .map((one) => {
        const many = lines.get(one.row)!.length
        const height = (rowHeight - 8) / many
        return { ...one, y: top + one.row * rowHeight + 4 + one.line * height, height: height - (many > 1 ? 1 : 0) }
      })
  })
  const now = computed(() => {
    const at = props.plan.question.now
    return at >= props.day.from && at <= props.day.to ? x.value(at) : null
  })
  return { ...{ left, top, rowHeight, x, hours, rows, rowOf, drawn, now } }
}
