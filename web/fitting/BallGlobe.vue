<script setup lang="ts">
import {
  type FlareRing,
  type Hole,
  type Layout,
  type Pap,
  pinMoved,
  pinNudged,
  placeOf,
  psaMoved,
  psaNudged,
} from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { type DragHooks, type DragPoint, vDrag } from '../controls/vDrag.ts'
import { type Marks, type Point, type View, holeCircle, linesOf, marksOf, ringCircle, views } from './globe.ts'
import { useGlobe } from './useGlobe.ts'
import { fixed } from '../controls/figures.ts'

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
const globe = useGlobe(() => ({ ...props, layout: layout.value, flat: props.flat ?? false }))
const { marks, size, turn, view, look, draw, at, seen } = globe
const otherMarks = computed(() => (props.other ? marksOf(props.other, props.pap, props.diameterIn) : null))
const drawnLines = (of: Marks) => Object.entries(linesOf(of)).map(([name, shape]) => ({ name, d: draw(shape) }))
const otherLines = computed(() =>
  otherMarks.value ? drawnLines(otherMarks.value).filter(({ name }) => name.startsWith('pin')) : [],
)
const labelled = computed(() => [
  { key: 'grip' as const, point: [0, 0] as Point },
  { key: 'pap' as const, point: marks.value.pap },
  { key: 'pin' as const, point: marks.value.pin },
  { key: 'psa' as const, point: marks.value.psa },
])

type Handle = 'pin' | 'psa'
const radius = computed(() => props.diameterIn / 2)
const papPlace = computed(() => placeOf(props.pap.overIn, props.pap.upIn, radius.value))
let begun: { readonly at: DragPoint; readonly turn: Point } = { at: { x: 0, y: 0 }, turn: [0, 0] }
const turning: DragHooks = {
  start: (from) => (begun = { at: from, turn: turn.value }),
  move: (to) => props.flat || globe.turnFrom(begun.turn, to.x - begun.at.x, to.y - begun.at.y),
}
let kept: View | null = null
const moving = (what: Handle): DragHooks => ({
  // While a mark is dragged the ball stands still.
  start() {
    kept = view.value
    view.value = null
  },
  move({ x, y }) {
    const to = globe.placeUnder(x, y)
    if (to) layout.value = (what === 'pin' ? pinMoved : psaMoved)(layout.value, papPlace.value, to, radius.value)
  },
  end: () => (view.value = kept),
})

const arrows: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
function keys(event: KeyboardEvent, what: 'ball' | Handle) {
  const arrow = arrows[event.key]
  if (!arrow) return
  const [x, y] = arrow
  event.preventDefault()
  event.stopPropagation()
  if (what === 'ball') globe.turnByKeys(x, y)
  else layout.value = what === 'psa' ? psaNudged(layout.value, x + y) : pinNudged(layout.value, x, y)
}
const words = computed(() =>
  t('fitting.globe.words', {
    drilling: fixed(layout.value.drillingAngleDeg, 0),
    pin: fixed(layout.value.pinToPapIn, 2),
    val: fixed(layout.value.valAngleDeg, 0),
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
    <svg class="globe" :viewBox="`0 0 ${size.width} ${size.height}`" :class="{ flat }" role="group" :aria-label="words">
      <g
        v-drag="turning"
        class="ball"
        :tabindex="flat ? -1 : 0"
        :role="flat ? undefined : 'application'"
        :aria-label="flat ? undefined : t('fitting.globe.turn')"
        @keydown="keys($event, 'ball')"
      >
        <path :d="draw({ type: 'Sphere' })" class="sphere" />
        <path v-for="(ring, index) in rings" :key="`ring ${index}`" :d="draw(ringCircle(ring))" class="ring" />
        <path
          v-for="hole in holes"
          :key="hole.name"
          :d="draw(holeCircle(hole, diameterIn))"
          :class="hole.plug ? 'plug' : 'hole'"
        />
        <path v-for="one in drawnLines(marks)" :key="one.name" :d="one.d" class="line" :class="one.name" />
        <path v-for="one in otherLines" :key="`other ${one.name}`" :d="one.d" class="line other" />
      </g>
      <template v-for="mark in labelled" :key="mark.key">
        <g v-if="seen(mark.point)" :transform="`translate(${at(mark.point).join(' ')})`">
          <circle
            v-if="(mark.key === 'pin' || mark.key === 'psa') && !flat"
            v-drag="moving(mark.key)"
            r="16"
            class="handle"
            role="slider"
            tabindex="0"
            :aria-label="t(`fitting.globe.drag.${mark.key}`)"
            :aria-valuenow="mark.key === 'pin' ? layout.pinToPapIn : layout.drillingAngleDeg"
            :aria-valuetext="words"
            @keydown="keys($event, mark.key as Handle)"
          />
          <circle :r="mark.key === 'grip' ? 3 : 6" class="mark" :class="mark.key" />
          <text x="10" y="-8">{{ t(`fitting.globe.marks.${mark.key}`) }}</text>
        </g>
      </template>
    </svg>
  </div>
</template>

<style scoped src="./globe.css"></style>
