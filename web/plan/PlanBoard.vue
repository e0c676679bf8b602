<script setup lang="ts">
import type { Slot } from '@sleetfall/core'
import { useElementSize } from '@vueuse/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { vDrag } from '../controls/vDrag.ts'
import { type Block, clockOf } from './board.ts'
import { useBlockText } from './useBlockText.ts'
import { useBoardHold } from './useBoardHold.ts'
import { type BoardProps, useBoardLayout } from './useBoardLayout.ts'

/** A day of the plan: stations, or people, as rows over the hours. Blocks are dragged, or moved by arrow keys. */
const props = defineProps<BoardProps>()
const emit = defineEmits<{
  move: [block: Block, to: Pick<Slot, 'start' | 'station' | 'person'>]
  open: [block: Block]
}>()
const { t } = useI18n()
const { nameOf, blockText } = useBlockText(() => props.plan)

const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const layout = useBoardLayout(props, width)
const { left, top, rowHeight, x, hours, rows, drawn, now } = layout
const { held, offset, hooks, key, heldText } = useBoardHold(props, layout, {
  move: (block, to) => emit('move', block, to),
  open: (block) => emit('open', block),
})
</script>

<template>
  <div ref="box" class="board">
    <svg
      v-if="width > 0"
      :width="width"
      :height="top + rows.length * rowHeight + 4"
      role="group"
      :aria-label="t('plan.boardOf', { day: day.day })"
    >
      <g v-for="hour in hours" :key="hour" class="hour">
        <line :x1="x(hour)" :x2="x(hour)" :y1="top" :y2="top + rows.length * rowHeight" />
        <text :x="x(hour)" :y="top - 8" text-anchor="middle">{{ clockOf(hour) }}</text>
      </g>
      <g v-for="(row, at) in rows" :key="row.id" class="row-of">
        <rect
          v-if="row.closed"
          class="closed"
          :x="left"
          :y="top + at * rowHeight"
          :width="width - left - 10"
          :height="rowHeight"
        />
        <line :x1="0" :x2="width - 10" :y1="top + (at + 1) * rowHeight" :y2="top + (at + 1) * rowHeight" />
        <text :x="0" :y="top + at * rowHeight + rowHeight / 2 + 5">{{ row.closed ? '× ' : '' }}{{ row.name }}</text>
      </g>
      <g
        v-for="one in drawn"
        :key="one.block.key"
        v-drag="hooks(one.block)"
        class="block"
        :class="{
          running: one.block.work.running,
          bad: one.block.fault !== null || one.block.overrun,
          locked: one.block.work.locked,
          alone: !one.block.attended,
          held: held?.key === one.block.key,
        }"
        role="button"
        tabindex="0"
        :aria-label="blockText(one.block)"
        :transform="`translate(${x(day.from + offset(one.block.key).minutes) - x(day.from)}, ${offset(one.block.key).rows * rowHeight})`"
        @keydown="key($event, one.block)"
        @click="emit('open', one.block)"
      >
        <title>{{ blockText(one.block) }}</title>
        <rect :x="one.x" :y="one.y" :width="one.width" :height="one.height" />
        <text v-if="one.width > 54 && one.height > 14" :x="one.x + 5" :y="one.y + one.height / 2 + 4">
          {{ (one.block.work.locked ? '⚲ ' : '') + nameOf(one.block).slice(0, Math.floor(one.width / 8)) }}
        </text>
      </g>
      <g v-if="now !== null" class="now">
        <line :x1="now" :x2="now" :y1="top - 6" :y2="top + rows.length * rowHeight" />
      </g>
    </svg>
    <p class="small soft" role="status" aria-live="polite">{{ heldText || (may ? t('plan.keys') : '') }}</p>
  </div>
</template>

<style scoped>
.board {
  overflow-x: auto;
}
svg text {
  font-size: 13px;
  fill: var(--ink);
}
.hour line,
.row-of line {
  stroke: var(--line);
}
.hour text {
  fill: var(--ink-soft);
  font-size: 12px;
}
.closed {
  fill: var(--panel-sunk);
}
.block {
  cursor: grab;
}
.block rect {
  fill: var(--disc);
  stroke: var(--line-strong);
}
.block.alone rect {
  fill: var(--panel);
  stroke-dasharray: 4 3;
}
.block.running rect {
  fill: var(--accent-wash);
  stroke: var(--accent);
  stroke-width: 2;
}
.block.locked rect {
  stroke-width: 2.5;
}
.block.bad rect {
  stroke: var(--bad);
  stroke-width: 2.5;
}
.block.held rect {
  fill: var(--accent-wash);
}
.block:focus-visible {
  outline: none;
}
.block:focus-visible rect {
  stroke: var(--accent);
  stroke-width: 3.5;
}
.now line {
  stroke: var(--accent);
  stroke-width: 2;
}
</style>
