<script setup lang="ts">
import {
  type FlareRing,
  type Hole,
  type Layout,
  type Pap,
  arcBetween,
  bearing,
  placeOf,
  placesOf,
} from '@sleetfall/core'
import { geoEquirectangular, geoOrthographic, geoPath } from 'd3-geo'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { type Marks, type Point, type View, facing, holeCircle, linesOf, marksOf, ringCircle, views } from './globe.ts'

/**
 * The ball as a globe seen from outside, fingers up. Drag the ball to turn it, the pin or the PSA to change the layout; arrow
 * keys do the same. For a left-hander everything is drawn mirrored.
 */
const layout = defineModel<Layout>({ required: true })
const props = defineProps<{
  pap: Pap
  left: boolean
  diameterIn: number
  holes: readonly Hole[]
  rings: readonly FlareRing[]
  /** A second layout, drawn thin. */
  other: Layout | null
  /** Unrolled flat instead of as a globe. */
  flat?: boolean
}>()
const { t } = useI18n()
const svg = useTemplateRef<SVGSVGElement>('svg')
const radius = computed(() => props.diameterIn / 2)
const marks = computed(() => marksOf(layout.value, props.pap, props.diameterIn))
const otherMarks = computed(() => (props.other ? marksOf(props.other, props.pap, props.diameterIn) : null))
const size = computed(() => (props.flat ? { width: 400, height: 200 } : { width: 340, height: 340 }))

const turn = ref<Point>([22, 10])
const view = ref<View | null>(null)
function look(to: View) {
  view.value = to
  turn.value = facing(to, marks.value)
}
// A view that was chosen stays on its mark when the layout changes.
watch(marks, (now) => view.value && (turn.value = facing(view.value, now)))

const projection = computed(() =>
  props.flat
    ? geoEquirectangular()
        .reflectX(props.left)
        .scale(size.value.width / (2 * Math.PI))
        .translate([200, 100])
    : geoOrthographic()
        .reflectX(props.left)
        .scale(160)
        .translate([170, 170])
        .rotate([-turn.value[0], -turn.value[1]])
        .clipAngle(90),
)
const path = computed(() => geoPath(projection.value))
const d = (shape: Parameters<ReturnType<typeof geoPath>>[0]) => path.value(shape) ?? ''
const drawnLines = (of: Marks) => Object.entries(linesOf(of)).map(([name, shape]) => ({ name, d: d(shape) }))

const radians = (point: Point) => ({ longitude: (point[0] * Math.PI) / 180, latitude: (point[1] * Math.PI) / 180 })
/** Whether a point is on the side that is seen. */
const seen = (point: Point) => props.flat || arcBetween(radians(point), radians(turn.value)) < Math.PI / 2
const at = (point: Point) => projection.value(point) ?? [0, 0]
const labelled = computed(() => [
  { key: 'grip' as const, point: [0, 0] as Point },
  { key: 'pap' as const, point: marks.value.pap },
  { key: 'pin' as const, point: marks.value.pin },
  { key: 'psa' as const, point: marks.value.psa },
])

/** Place under the pointer on the ball; null beside it. */
function placeUnder(event: PointerEvent) {
  const box = svg.value!.getBoundingClientRect()
  const x = ((event.clientX - box.left) / box.width) * size.value.width
  const y = ((event.clientY - box.top) / box.height) * size.value.height
  const point = projection.value.invert?.([x, y])
  if (!point || Number.isNaN(point[0])) return null
  return radians(point as Point)
}
const papPlace = computed(() => placeOf(props.pap.overIn, props.pap.upIn, radius.value))
const degreesOf = (angle: number) => (angle * 180) / Math.PI
const half = (angle: number) => ((angle % 360) + 360) % 360
const held = (angle: number) => Math.min(180, Math.max(0, half(angle) > 270 ? 0 : half(angle)))
const round = (value: number, step: number) => Math.round(value / step) * step

function movePin(to: { longitude: number; latitude: number }) {
  const pinToPapIn = Math.min(6.75, round(radius.value * arcBetween(papPlace.value, to), 1 / 16))
  const valAngleDeg = held(round(degreesOf(-bearing(papPlace.value, to)), 1))
  layout.value = { ...layout.value, pinToPapIn, valAngleDeg }
}
function movePsa(to: { longitude: number; latitude: number }) {
  const { pin } = placesOf(layout.value, papPlace.value, radius.value)
  const angle = degreesOf(bearing(pin, to) - bearing(pin, papPlace.value))
  layout.value = { ...layout.value, drillingAngleDeg: held(round(angle, 1)) }
}

function drag(event: PointerEvent, what: 'ball' | 'pin' | 'psa') {
  if (props.flat && what === 'ball') return
  event.preventDefault()
  const target = event.currentTarget as SVGElement
  target.setPointerCapture(event.pointerId)
  const from = { x: event.clientX, y: event.clientY, turn: turn.value }
  // While a mark is dragged the ball stands still.
  const keep = view.value
  view.value = null
  const stop = new AbortController()
  const move = (moved: PointerEvent) => {
    if (what === 'ball') {
      const side = props.left ? -1 : 1
      turn.value = [
        from.turn[0] - side * (moved.clientX - from.x) * 0.4,
        Math.max(-90, Math.min(90, from.turn[1] + (moved.clientY - from.y) * 0.4)),
      ]
      return
    }
    const to = placeUnder(moved)
    if (!to) return
    if (what === 'pin') movePin(to)
    else movePsa(to)
  }
  const end = () => {
    stop.abort()
    if (what !== 'ball') view.value = keep
  }
  target.addEventListener('pointermove', move, { signal: stop.signal })
  target.addEventListener('pointerup', end, { signal: stop.signal })
  target.addEventListener('pointercancel', end, { signal: stop.signal })
}

function keys(event: KeyboardEvent, what: 'ball' | 'pin' | 'psa') {
  const [x, y] = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  }[event.key] ?? [0, 0]
  if (x === 0 && y === 0) return
  event.preventDefault()
  event.stopPropagation()
  const side = props.left ? -1 : 1
  if (what === 'ball') {
    view.value = null
    turn.value = [turn.value[0] + side * x! * 5, Math.max(-90, Math.min(90, turn.value[1] + y! * 5))]
  } else if (what === 'psa') {
    const angle = layout.value.drillingAngleDeg + x! + y!
    layout.value = { ...layout.value, drillingAngleDeg: Math.min(180, Math.max(0, angle)) }
  } else {
    // Across the line to the PAP the angle changes, along it the distance.
    const { pinToPapIn, valAngleDeg } = layout.value
    layout.value = {
      ...layout.value,
      pinToPapIn: Math.min(6.75, Math.max(0, pinToPapIn - x! / 16)),
      valAngleDeg: Math.min(180, Math.max(0, valAngleDeg - y!)),
    }
  }
}
const words = computed(() =>
  t('fitting.globe.words', {
    drilling: layout.value.drillingAngleDeg.toFixed(0),
    pin: layout.value.pinToPapIn.toFixed(2),
    val: layout.value.valAngleDeg.toFixed(0),
    holes: props.holes.length,
    rings: props.rings.length,
  }),
)
</script>

<template>
  <div class="stack">
    <div v-if="!flat" class="row">
      <v-btn v-for="one in views" :key="one" size="x-small" :aria-pressed="view === one" @click="look(one)">{{
        t(`fitting.globe.views.${one}`)
      }}</v-btn>
    </div>
    <svg ref="svg" :viewBox="`0 0 ${size.width} ${size.height}`" :class="{ flat }" role="group" :aria-label="words">
      <g
        class="ball"
        :tabindex="flat ? -1 : 0"
        :role="flat ? undefined : 'application'"
        :aria-label="flat ? undefined : t('fitting.globe.turn')"
        @pointerdown="drag($event, 'ball')"
        @keydown="keys($event, 'ball')"
      >
        <path :d="d({ type: 'Sphere' })" class="sphere" />
        <path v-for="(ring, index) in rings" :key="`ring ${index}`" :d="d(ringCircle(ring))" class="ring" />
        <path
          v-for="hole in holes"
          :key="hole.name"
          :d="d(holeCircle(hole, diameterIn))"
          :class="hole.plug ? 'plug' : 'hole'"
        />
        <path v-for="one in drawnLines(marks)" :key="one.name" :d="one.d" class="line" :class="one.name" />
        <template v-if="otherMarks">
          <path
            v-for="one in drawnLines(otherMarks).filter(({ name }) => name.startsWith('pin'))"
            :key="`other ${one.name}`"
            :d="one.d"
            class="line other"
          />
        </template>
      </g>
      <template v-for="mark in labelled" :key="mark.key">
        <g v-if="seen(mark.point)" :transform="`translate(${at(mark.point).join(' ')})`">
          <circle
            v-if="(mark.key === 'pin' || mark.key === 'psa') && !flat"
            r="16"
            class="handle"
            role="slider"
            tabindex="0"
            :aria-label="t(`fitting.globe.drag.${mark.key}`)"
            :aria-valuenow="mark.key === 'pin' ? layout.pinToPapIn : layout.drillingAngleDeg"
            :aria-valuetext="words"
            @pointerdown.stop="drag($event, mark.key as 'pin' | 'psa')"
            @keydown="keys($event, mark.key as 'pin' | 'psa')"
          />
          <circle :r="mark.key === 'grip' ? 3 : 6" class="mark" :class="mark.key" />
          <text x="10" y="-8">{{ t(`fitting.globe.marks.${mark.key}`) }}</text>
        </g>
      </template>
    </svg>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 380px;
  touch-action: none;
}
svg.flat {
  max-height: 190px;
}
.ball {
  cursor: grab;
}
.sphere {
  fill: var(--panel-sunk);
  stroke: var(--line-strong);
  stroke-width: 1.5;
}
.line {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 1;
}
.val {
  stroke-dasharray: 6 3;
}
.pinToPap,
.pinToPsa {
  stroke: var(--accent);
  stroke-width: 2.5;
}
.pinToPsa {
  stroke-dasharray: 2 4;
}
.line.other {
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-dasharray: 8 4;
}
.ring {
  fill: none;
  stroke: var(--gauge-oil);
  stroke-width: 1.2;
  opacity: 0.8;
}
.hole {
  fill: var(--ink);
  fill-opacity: 0.55;
  stroke: var(--ink);
}
.plug {
  fill: none;
  stroke: var(--ink);
  stroke-dasharray: 2 2;
}
.mark {
  fill: var(--accent);
  stroke: var(--panel);
  stroke-width: 2;
  pointer-events: none;
}
.mark.pap,
.mark.grip {
  fill: var(--ink);
}
.mark.psa {
  fill: var(--panel);
  stroke: var(--accent);
}
.handle {
  fill: transparent;
  cursor: move;
}
.handle:focus-visible {
  stroke: var(--ink);
  stroke-width: 2;
}
/* The drawings are shown a little smaller than they are drawn; no text may come out under 12 px. */
svg.flat text {
  font-size: 15px;
}
text {
  font-size: 13px;
  font-weight: 700;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--panel-sunk);
  stroke-width: 3;
  pointer-events: none;
}
</style>
