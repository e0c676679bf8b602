<script setup lang="ts">
import type { ShotOutcome } from '@sleetfall/core'
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

/** The last feet before the pins at true scale: where the ball comes in, and at what angle. Own gutter on the right. */
const props = defineProps<{
  /** The present shot first; the others are drawn thin behind it. */
  outcomes: readonly ShotOutcome[]
  left: boolean
}>()
const { t } = useI18n()
const boardIn = 41.5 / 39
const [spacing, pinRadius, ballRadius] = [12, 4.766 / 2, 8.595 / 2]
const rowDepth = spacing * Math.sqrt(0.75)
/** Inches: x from the middle of the lane to the right, y from the head pin toward the back. */
const pins = [
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
].map(([number, x, row]) => ({ number: number!, x: x! * spacing, y: -row! * rowDepth }))
/** Boards count from the bowler's own gutter: right for a right-hander. */
const xOf = (board: number) => (20 - board) * boardIn * (props.left ? -1 : 1)
const path = line<readonly [number, number]>()
const drawn = computed(() =>
  props.outcomes.map((outcome) => {
    // The ball's centre touches 6.05 in short of the head pin; two feet of path before, the same direction on.
    const before = outcome.path
      .filter(([ft]) => ft >= 57 && ft < 59.5)
      .map(([ft, board]): [number, number] => [xOf(board), (60 - ft) * 12])
    const contact: [number, number] = [xOf(outcome.entryBoard), 6.05]
    const drift = Math.tan((outcome.entryAngleDeg * Math.PI) / 180) * (props.left ? 1 : -1)
    const on: [number, number] = [contact[0] + drift * 20, contact[1] - 20]
    return { way: path([...before, contact])!, on: path([contact, on])!, contact }
  }),
)
const words = computed(() => {
  const now = props.outcomes[0]
  return now ? t('lanes.whatIf.deck', { board: now.entryBoard.toFixed(1), angle: now.entryAngleDeg.toFixed(1) }) : ''
})
</script>

<template>
  <figure>
    <svg viewBox="-22 -38 44 78" role="img" :aria-label="words">
      <rect x="-20.75" y="-38" width="41.5" height="78" class="boards" />
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
    <figcaption class="small soft">{{ words }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  max-height: 260px;
}
.boards {
  fill: var(--lane-dry);
  stroke: var(--line-strong);
  stroke-width: 0.3;
}
.pin {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 0.4;
}
text {
  font-size: 3.8px;
  text-anchor: middle;
  fill: var(--ink);
}
.way,
.on {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.4;
}
.on {
  stroke-dasharray: 1.5 1;
}
.ball {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.4;
}
.now .way,
.now .on {
  stroke: var(--accent);
  stroke-width: 0.8;
}
.now .ball {
  fill: color-mix(in oklab, var(--accent) 30%, transparent);
  stroke: var(--accent);
  stroke-width: 0.8;
}
</style>
