<script setup lang="ts">
import { type Load, loadBetween, loadMoved } from '@sleetfall/core'
import { useRefHistory } from '@vueuse/core'
import { computed, nextTick, ref, shallowRef, toRaw, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { type DragPoint, vDrag } from '../controls/vDrag.ts'
import LaneDrawing from './LaneDrawing.vue'
import { boardAt, boardEdge, footAt, plot } from './scales.ts'

/** A pattern painted on the lane: drag over boards and feet to lay a load, toward the foul line for a reverse one. */
const rows = defineModel<readonly Load[]>({ required: true })
const { t } = useI18n()
const list = useTemplateRef<HTMLElement>('list')
const microlitres = ref(50)
const passes = ref(2)
const chosen = ref<number | null>(null)
const drawn = ref<Load | null>(null)
// The history needs a value that changes at once; what the form holds comes back a moment later.
const painted = shallowRef(rows.value)
watch(painted, (now) => (rows.value = now), { flush: 'sync' })
watch(rows, (now) => toRaw(now) !== toRaw(painted.value) && (painted.value = now))
const { undo: back, canUndo } = useRefHistory(painted, { capacity: 49, flush: 'sync' })
const change = (next: readonly Load[]) => (painted.value = next)
function undo() {
  back()
  chosen.value = null
}

const at = ({ x, y }: DragPoint) => ({ board: boardAt(y / plot.height), ft: footAt(x / plot.width) })
let from = { board: 1, ft: 0 }
const loadTo = (point: DragPoint) => loadBetween(from, at(point), passes.value, microlitres.value)
const painting = {
  start: (point: DragPoint) => (from = at(point)),
  move: (point: DragPoint) => (drawn.value = loadTo(point)),
  end(point: DragPoint) {
    drawn.value = null
    const load = loadTo(point)
    // A press without a drag lays nothing.
    if (load.startFt !== load.endFt) change([...rows.value, load])
  },
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
  const moved = loadMoved(rows.value[index]!, across, along, event.shiftKey)
  if (moved.startFt !== moved.endFt) change(rows.value.map((one, row) => (row === index ? moved : one)))
}
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
        v-drag="painting"
        class="paint"
        :viewBox="`0 0 ${plot.width} ${plot.height}`"
        preserveAspectRatio="none"
        :aria-label="t('lanes.paint.area')"
        role="img"
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
      <v-btn size="small" :disabled="!canUndo" @click="undo">{{ t('lanes.paint.undo') }}</v-btn>
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
