import type { Slot } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { type Block, clockOf } from './board.ts'
import type { BoardProps, useBoardLayout } from './useBoardLayout.ts'

/** Steps in which a block is moved, min; with Shift the long ones. */
const [stepMinutes, longStepMinutes] = [5, 30]

/** A block that is dragged, or moved by keys, until it is let go. */
export function useBoardHold(
  props: BoardProps,
  { x, rows, rowOf, rowAt }: ReturnType<typeof useBoardLayout>,
  tell: { move: (block: Block, to: Pick<Slot, 'start' | 'station' | 'person'>) => void; open: (block: Block) => void },
) {
  const { t } = useI18n()
  /** Where a block is while it is dragged or moved by keys, before it is let go. */
  const held = ref<{ key: string; minutes: number; rows: number } | null>(null)
  let grabbed = { x: 0, y: 0 }
  const offset = (key: string) => (held.value?.key === key ? held.value : { minutes: 0, rows: 0 })
  /** How far it is from where it stands, px. */
  const shift = (block: Block) => {
    const { minutes, rows: by } = offset(block.key)
    const own = rowOf(block.slot)
    const y = (rows.value[own + by]?.y ?? 0) - (rows.value[own]?.y ?? 0)
    return { x: x.value(props.day.from + minutes) - x.value(props.day.from), y: rows.value[own + by] ? y : 0 }
  }
  const movable = ({ work }: Block) => props.may && !work.running
  const hooks = (block: Block) => ({
    start: (at: { x: number; y: number }) => (grabbed = at),
    move: (at: { x: number; y: number }) => {
      if (!movable(block)) return
      const perMinute = x.value(props.day.from + 1) - x.value(props.day.from)
      const minutes = Math.round((at.x - grabbed.x) / perMinute / stepMinutes) * stepMinutes
      const own = rowOf(block.slot)
      const middle = rows.value[own]!.y + rows.value[own]!.height / 2
      held.value = { key: block.key, minutes, rows: rowAt(middle + at.y - grabbed.y) - own }
    },
    end: () => drop(block),
  })
  function drop(block: Block) {
    const moved = held.value
    held.value = null
    if (moved?.key !== block.key || (moved.minutes === 0 && moved.rows === 0)) return
    const row = rows.value[rowOf(block.slot) + moved.rows]
    if (!row) return
    const { start, station, person } = block.slot
    const to =
      moved.rows === 0
        ? { station, person }
        : props.by === 'people'
          ? { station, person: row.id }
          : { station: row.id, person }
    tell.move(block, { start: start + moved.minutes, ...to })
  }
  function key(event: KeyboardEvent, block: Block) {
    const by = event.shiftKey ? longStepMinutes : stepMinutes
    const steps: Record<string, readonly [number, number]> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    }
    const step = steps[event.key]
    if (event.key === 'Enter') {
      if (held.value?.key === block.key) drop(block)
      else tell.open(block)
    } else if (event.key === 'Escape') held.value = null
    else if (step && movable(block)) {
      const at = offset(block.key)
      held.value = { key: block.key, minutes: at.minutes + step[0], rows: at.rows + step[1] }
    } else return
    event.preventDefault()
  }
  const heldText = computed(() => {
    const block = held.value && props.blocks.find(({ key: own }) => own === held.value!.key)
    if (!block || !held.value) return ''
    const row = rows.value[rowOf(block.slot) + held.value.rows]
    return t('plan.heldAt', {
      ball: block.chain.ballName,
      time: clockOf(block.slot.start + held.value.minutes),
      where: row?.name ?? '–',
    })
  })
  return { held, shift, hooks, key, heldText }
}
