<script setup lang="ts">
import { type ShotOutcome, pocketBoards } from '@sleetfall/core'
import { computed } from 'vue'
import LanePaths, { type LanePath } from './LanePaths.vue'
import { plot } from './scales.ts'

/** Paths of balls over the lane: the present one, and those kept to compare, dashed behind it. */
const props = defineProps<{
  outcome: ShotOutcome
  kept: readonly { readonly id: number; readonly outcome: ShotOutcome }[]
  words: string
}>()

const dashes = ['10 5', '3 4', '12 4 2 4']
const points = (outcome: ShotOutcome) => [...outcome.path, [59.5, outcome.entryBoard] as const]
const paths = computed((): LanePath[] => [
  ...props.kept.map(({ id, outcome }, i) => ({ key: id, points: points(outcome), dash: dashes[i] })),
  { key: 'now', points: points(props.outcome), kind: 'main' },
])
</script>

<template>
  <LanePaths :paths="paths" :words="words">
    <line x1="594" x2="594" :y1="plot.y(pocketBoards.high)" :y2="plot.y(pocketBoards.low)" class="pocket" />
  </LanePaths>
</template>

<style scoped>
.pocket {
  stroke: var(--path);
  stroke-width: 8;
  vector-effect: non-scaling-stroke;
}
</style>
