<script setup lang="ts">
import type { Slot } from '@sleetfall/core'
import { useElementSize } from '@vueuse/core'
import { nextTick, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { vDrag } from '../controls/vDrag.ts'
import { type Block, clockOf, isWrong } from './board.ts'
import { useBlockText } from './useBlockText.ts'
import { useBoardHold } from './useBoardHold.ts'
import { type BoardProps, useBoardLayout } from './useBoardLayout.ts'

/** A day of the plan: stations, or people, as rows over the hours. Blocks are dragged, or moved by arrow keys. */
const props = defineProps<BoardProps>()
const emit = defineEmits<{
  move: [block: Block, to: Pick<Slot, 'start' | 'station' | 'person'>]
  open: [block: Block]
}>()
const namesWidth = 96
const { t } = useI18n()
const { nameOf, blockText } = useBlockText(() => props.plan)

const box = ref<HTMLElement | null>(null)
const { width: pageWidth } = useElementSize(box)
const layout = useBoardLayout(props, pageWidth)
const { left, top, width, height, x, hours, rows, drawn, now } = layout
const { held, shift, hooks, key, heldText } = useBoardHold(props, layout, {
  move: (block, to) => emit('move', block, to),
  open: (block) => emit('open', block),
})
/** Drawn wider than the page, the board shows the time that it is, or the day's beginning. */
watch([() => props.zoom, () => props.day.day, box], async () => {
  await nextTick()
  if (box.value) box.value.scrollLeft = Math.max(0, (now.value ?? 0) - 80)
})
</script>

<template>
  <div>
    <div class="board">
      <svg class="names" :width="namesWidth" :height="height + 4" aria-hidden="true">
        <g v-for="row in rows" :key="row.id" class="row-of">
          <line :x1="0" :x2="namesWidth" :y1="row.y + row.height" :y2="row.y + row.height" />
          <text :x="0" :y="row.y + row.height / 2 + 5">{{ row.closed ? '× ' : '' }}{{ row.name }}</text>
        </g>
      </svg>
      <div ref="box" class="hours">
        <svg
          v-if="width > 0"
          :width="width"
          :height="height + 4"
          role="group"
          :aria-label="t('plan.boardOf', { day: day.day })"
        >
          <g v-for="hour in hours" :key="hour" class="hour">
            <line :x1="x(hour)" :x2="x(hour)" :y1="top" :y2="height" />
            <text :x="x(hour)" :y="top - 8" text-anchor="middle">{{ clockOf(hour) }}</text>
          </g>
          <g v-for="row in rows" :key="row.id" class="row-of">
            <rect
              v-if="row.closed"
              class="closed"
              :x="left"
              :y="row.y"
              :width="width - left - 10"
              :height="row.height"
            />
            <line :x1="0" :x2="width - 10" :y1="row.y + row.height" :y2="row.y + row.height" />
          </g>
          <g
            v-for="one in drawn"
            :key="one.block.key"
            v-drag="hooks(one.block)"
            class="block"
            :class="{
              running: one.block.work.running,
              bad: isWrong(one.block),
              locked: one.block.work.locked,
              alone: !one.block.attended,
              held: held?.key === one.block.key,
            }"
            role="button"
            tabindex="0"
            :aria-label="blockText(one.block)"
            :transform="`translate(${shift(one.block).x}, ${shift(one.block).y})`"
            @keydown="key($event, one.block)"
            @click="emit('open', one.block)"
          >
            <title>{{ blockText(one.block) }}</title>
            <rect :x="one.x" :y="one.y" :width="one.width" :height="one.height" />
            <text v-if="one.width > 30 && one.height > 14" :x="one.x + 5" :y="one.y + one.height / 2 + 4">
              {{ (one.block.work.locked ? '⚲ ' : '') + nameOf(one.block).slice(0, Math.floor((one.width - 6) / 7.2)) }}
            </text>
          </g>
          <g v-if="now !== null" class="now">
            <line :x1="now" :x2="now" :y1="top - 6" :y2="height" />
          </g>
        </svg>
      </div>
    </div>
    <p class="small soft no-print" role="status" aria-live="polite">{{ heldText || (may ? t('plan.keys') : '') }}</p>
  </div>
</template>

<style scoped>
.board {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
}
.hours {
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
