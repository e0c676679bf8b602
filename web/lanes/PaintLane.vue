<script setup lang="ts">
import type { Load } from '@sleetfall/core'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import LaneDrawing from './LaneDrawing.vue'
import { boardAt, boardEdge, footAt, plot } from './scales.ts'

/** A pattern painted on the lane: drag over boards and feet to lay a load, toward the foul line for a reverse one. */
const rows = defineModel<readonly Load[]>({ required: true })
const { t } = useI18n()
const area = useTemplateRef<SVGSVGElement>('area')
const list = useTemplateRef<HTMLElement>('list')
const microlitres = ref(50)
const passes = ref(2)
const chosen = ref<number | null>(null)
const drawn = ref<Load | null>(null)
const before = ref<(readonly Load[])[]>([])

function change(next: readonly Load[]) {
  before.value = [...before.value.slice(-49), rows.value]
  rows.value = next
}
function undo() {
  const last = before.value.at(-1)
  if (!last) return
  before.value = before.value.slice(0, -1)
  rows.value = last
  chosen.value = null
}

const at = (event: PointerEvent) => {
  const box = area.value!.getBoundingClientRect()
  return {
    board: boardAt((event.clientY - box.top) / box.height),
    ft: footAt((event.clientX - box.left) / box.width),
  }
}
function begin(event: PointerEvent) {
  if (event.button !== 0) return
  event.preventDefault()
  const start = at(event)
  area.value!.setPointerCapture(event.pointerId)
  const loadTo = (moved: PointerEvent): Load => {
    const end = at(moved)
    return {
      fromBoard: Math.min(start.board, end.board),
      toBoard: Math.max(start.board, end.board),
      loads: passes.value,
      microlitresPerBoard: microlitres.value,
      startFt: start.ft,
      endFt: end.ft,
    }
  }
  const move = (moved: PointerEvent) => (drawn.value = loadTo(moved))
  const stop = new AbortController()
  area.value!.addEventListener('pointermove', move, { signal: stop.signal })
  area.value!.addEventListener(
    'pointerup',
    (up) => {
      stop.abort()
      drawn.value = null
      const load = loadTo(up)
      // A press without a drag lays nothing.
      if (load.startFt !== load.endFt) change([...rows.value, load])
    },
    { signal: stop.signal },
  )
  area.value!.addEventListener(
    'pointercancel',
    () => {
      stop.abort()
      drawn.value = null
    },
    { signal: stop.signal },
  )
}

const box = (load: Load) => ({
  x: plot.x(Math.min(load.startFt, load.endFt)),
  width: plot.x(Math.abs(load.endFt - load.startFt)),
  y: boardEdge(load.toBoard + 1),
  height: boardEdge(load.fromBoard) - boardEdge(load.toBoard + 1),
})
const outlines = computed(() => rows.value.map((load, index) => ({ index, ...box(load) })))
const words = (load: Load, index: number) =>
  t('lanes.paint.load', {
    n: index + 1,
    from: load.fromBoard,
    to: load.toBoard,
    start: load.startFt,
    end: load.endFt,
    loads: load.loads,
    ul: Number(load.microlitresPerBoard.toFixed(1)),
  })

const within = (low: number, value: number, high: number) => Math.min(high, Math.max(low, value))
/** Arrow keys move a load over the boards and along the lane; with Shift they move its far edges. */
function key(event: KeyboardEvent, index: number) {
  if (event.key === 'Delete') {
    event.preventDefault()
    remove(index)
    return
  }
  const across = { ArrowUp: 1, ArrowDown: -1 }[event.key] ?? 0
  const along = { ArrowRight: 1, ArrowLeft: -1 }[event.key] ?? 0
  if (across === 0 && along === 0) return
  event.preventDefault()
  const load = rows.value[index]!
  const moved: Load = event.shiftKey
    ? {
        ...load,
        toBoard: within(load.fromBoard, load.toBoard + across, 39),
        endFt: within(0, load.endFt + along, 60),
      }
    : {
        ...load,
        fromBoard: within(1, load.fromBoard + across, 39 - (load.toBoard - load.fromBoard)),
        toBoard: within(1 + load.toBoard - load.fromBoard, load.toBoard + across, 39),
        startFt: load.startFt + shift(load, along),
        endFt: load.endFt + shift(load, along),
      }
  if (moved.startFt !== moved.endFt) change(rows.value.map((one, row) => (row === index ? moved : one)))
}
/** How far a load can be moved along the lane without leaving it. */
const shift = (load: Load, along: number) =>
  within(-Math.min(load.startFt, load.endFt), along, 60 - Math.max(load.startFt, load.endFt))
function remove(index: number) {
  change(rows.value.filter((_, row) => row !== index))
  chosen.value = null
}
async function add() {
  change([
    ...rows.value,
    { fromBoard: 10, toBoard: 30, loads: passes.value, microlitresPerBoard: microlitres.value, startFt: 0, endFt: 30 },
  ])
  await nextTick()
  ;(list.value?.querySelector('li:last-child button') as HTMLElement | null)?.focus()
}
</script>

<template>
  <div class="stack">
    <div class="brush">
      <QuantityField
        name="microlitresPerBoard"
        :label="t('lanes.columns.microlitresPerBoard')"
        :model-value="microlitres"
        @update:model-value="microlitres = $event || microlitres"
      />
      <QuantityField
        name="loads"
        :label="t('lanes.columns.loads')"
        :model-value="passes"
        @update:model-value="passes = $event || passes"
      />
      <p class="small soft">{{ t('lanes.paint.how') }}</p>
    </div>
    <LaneDrawing :loads="rows" tall>
      <svg
        ref="area"
        class="paint"
        :viewBox="`0 0 ${plot.width} ${plot.height}`"
        preserveAspectRatio="none"
        :aria-label="t('lanes.paint.area')"
        role="img"
        @pointerdown="begin"
      >
        <rect
          v-for="one in outlines"
          :key="one.index"
          v-bind="one"
          class="row-box"
          :class="{ chosen: one.index === chosen }"
        />
        <rect v-if="drawn" v-bind="box(drawn)" class="drawn" />
      </svg>
    </LaneDrawing>
    <p v-if="drawn" class="small" role="status">{{ words(drawn, rows.length) }}</p>
    <div class="row">
      <v-btn size="small" @click="add">{{ t('lanes.paint.add') }}</v-btn>
      <v-btn size="small" :disabled="before.length === 0" @click="undo">{{ t('lanes.paint.undo') }}</v-btn>
    </div>
    <ol ref="list" class="loads" :aria-label="t('lanes.loads')">
      <li v-for="(load, index) in rows" :key="index">
        <button
          type="button"
          class="load"
          :title="t('lanes.paint.keys')"
          @focus="chosen = index"
          @blur="chosen = null"
          @keydown="key($event, index)"
        >
          {{ words(load, index) }}
        </button>
        <v-btn size="x-small" variant="text" :aria-label="t('lanes.removeRow', { n: index + 1 })" @click="remove(index)"
          >×</v-btn
        >
      </li>
    </ol>
  </div>
</template>

<style scoped>
.brush {
  display: grid;
  grid-template-columns: 140px 120px minmax(0, 1fr);
  gap: var(--gap-2);
  align-items: center;
}
.paint {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}
.row-box {
  fill: transparent;
  stroke: var(--path);
  stroke-width: 1;
  stroke-dasharray: 4 3;
  vector-effect: non-scaling-stroke;
}
.row-box.chosen {
  stroke: var(--accent);
  stroke-width: 3;
  stroke-dasharray: none;
}
.drawn {
  fill: color-mix(in oklab, var(--accent) 35%, transparent);
  stroke: var(--accent);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.loads {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1);
  list-style: none;
  padding: 0;
}
.loads li {
  display: flex;
  align-items: center;
  border: 1px solid var(--line-strong);
}
.load {
  padding: 6px 8px;
  font-variant-numeric: tabular-nums;
}
</style>
