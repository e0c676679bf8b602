<script setup lang="ts">
import type { ShotOutcome } from '@sleetfall/core'
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fixed } from '../controls/figures.ts'

/**
 * The lane's end at true scale, as high as the lane beside it, so that boards go on across: where the ball comes in, and at what angle. Own gutter
 * at the foot.
 */
const props = defineProps<{
  /** The present shot first; the others are drawn thin behind it. */
  outcomes: readonly ShotOutcome[]
  left: boolean
}>()
const { t } = useI18n()
const boardIn = 41.5 / 39
const [spacing, pinRadius, ballRadius] = [12, 4.766 / 2, 8.595 / 2]
const rowDepth = spacing * Math.sqrt(0.75)
/** Inches: x along the lane from the head pin, y down from the middle of the lane to the own gutter. */
const pins = computed(() =>
  [
    [1, 0, 0],
    [2, -0.5, 1],
    [3, 0.5, 1],
    [4, -1, 2],
    [5, 0, 2],
    [6, 1, 2],
    [7, -1.5, 3],
    [8, -0.5, 3],
    [9, 0.5, 3],
    [10, 1.5, 3],
  ].map(([number, right, row]) => ({
    number: number!,
    x: row! * rowDepth,
    y: right! * spacing * (props.left ? -1 : 1),
  })),
)
/** Boards count from the bowler's own gutter. */
const yOf = (board: number) => (20 - board) * boardIn
const path = line<readonly [number, number]>()
const drawn = computed(() =>
  props.outcomes.map((outcome) => {
    // The ball's centre touches 6.05 in short of the head pin; the path before, the same direction on.
    const before = outcome.path
      .filter(([ft]) => ft >= 58 && ft < 59.5)
      .map(([ft, board]): [number, number] => [(ft - 60) * 12, yOf(board)])
    const contact: [number, number] = [-6.05, yOf(outcome.entryBoard)]
    const rise = Math.tan((outcome.entryAngleDeg * Math.PI) / 180)
    const on: [number, number] = [contact[0] + 20, contact[1] - rise * 20]
    return { way: path([...before, contact])!, on: path([contact, on])!, contact }
  }),
)
const words = computed(() => {
  const now = props.outcomes[0]
  return now ? t('lanes.whatIf.deck', { board: fixed(now.entryBoard, 1), angle: fixed(now.entryAngleDeg, 1) }) : ''
})
</script>

<template>
  <svg viewBox="-12 -20.75 47 41.5" role="img" :aria-label="words">
    <g v-for="(one, index) in drawn.toReversed()" :key="index" :class="{ now: index === drawn.length - 1 }">
      <path :d="one.way" class="way" />
      <path :d="one.on" class="on" />
      <circle :cx="one.contact[0]" :cy="one.contact[1]" :r="ballRadius" class="ball" />
    </g>
    <g v-for="pin in pins" :key="pin.number">
      <circle :cx="pin.x" :cy="pin.y" :r="pinRadius" class="pin" />
      <text :x="pin.x" :y="pin.y + 0.9">{{ pin.number }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  background: var(--lane-dry);
  border: 1px solid var(--line-strong);
  border-inline-start: 4px double var(--line-strong);
}
.pin {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 0.3;
}
text {
  font-size: 2.9px;
  text-anchor: middle;
  fill: var(--ink);
}
.way,
.on {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.3;
}
.on {
  stroke-dasharray: 1.5 1;
}
.ball {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.3;
}
.now .way,
.now .on {
  stroke: var(--accent);
  stroke-width: 0.6;
}
.now .ball {
  fill: color-mix(in oklab, var(--accent) 30%, transparent);
  stroke: var(--accent);
  stroke-width: 0.6;
}
</style>
