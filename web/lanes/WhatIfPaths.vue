<script setup lang="ts">
import { type ShotOutcome, pocketBoards } from '@sleetfall/core'
import { plot } from './scales.ts'

/** Paths of balls over the lane: the present one, and those kept to compare, dashed behind it. */
defineProps<{
  outcome: ShotOutcome
  kept: readonly { readonly id: number; readonly outcome: ShotOutcome }[]
  words: string
}>()

/** Polyline of a path in the drawing's units. */
const points = (outcome: ShotOutcome) =>
  [...outcome.path, [59.5, outcome.entryBoard] as const]
    .map(([ft, board]) => `${plot.x(ft)},${plot.y(board)}`)
    .join(' ')
</script>

<template>
  <svg
    class="paths"
    :viewBox="`0 0 ${plot.width} ${plot.height}`"
    preserveAspectRatio="none"
    role="img"
    :aria-label="words"
  >
    <line x1="594" x2="594" :y1="plot.y(pocketBoards.high)" :y2="plot.y(pocketBoards.low)" class="pocket" />
    <polyline v-for="one in kept" :key="`edge ${one.id}`" :points="points(one.outcome)" class="path halo thin" />
    <polyline
      v-for="(one, index) in kept"
      :key="one.id"
      :points="points(one.outcome)"
      class="path kept"
      :class="`kept-${index}`"
    />
    <polyline :points="points(outcome)" class="path halo" />
    <polyline :points="points(outcome)" class="path" />
  </svg>
</template>

<style scoped>
.paths {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.path {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.halo {
  stroke: var(--path-edge);
  stroke-width: 7;
}
.halo.thin {
  stroke-width: 5;
}
.kept {
  stroke: var(--path);
  stroke-width: 2;
}
.kept-0 {
  stroke-dasharray: 10 5;
}
.kept-1 {
  stroke-dasharray: 3 4;
}
.kept-2 {
  stroke-dasharray: 12 4 2 4;
}
.pocket {
  stroke: var(--path);
  stroke-width: 8;
  vector-effect: non-scaling-stroke;
}
</style>
