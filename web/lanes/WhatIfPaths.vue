<script setup lang="ts">
import { type Line, type ShotOutcome, pocketBoards } from '@sleetfall/core'
import { computed } from 'vue'
import LanePaths, { type LanePath } from './LanePaths.vue'
import { plot } from './scales.ts'

/** Paths of balls over the lane: the present one, those kept to compare, dashed behind it, and the best lines as thin ghosts with their numbers. */
const props = defineProps<{
  outcome: ShotOutcome
  kept: readonly { readonly id: number; readonly outcome: ShotOutcome }[]
  lines: readonly Line[]
  words: string
}>()

const dashes = ['10 5', '3 4', '12 4 2 4']
const points = (outcome: ShotOutcome) => [...outcome.path, [59.5, outcome.entryBoard] as const]
const paths = computed((): LanePath[] => [
  ...props.lines.map(({ outcome }, i) => ({ key: `ghost ${i}`, points: points(outcome), kind: 'ghost' as const })),
  ...props.kept.map(({ id, outcome }, i) => ({ key: id, points: points(outcome), dash: dashes[i] })),
  { key: 'now', points: points(props.outcome), kind: 'main' },
])
/** A ghost's number stands where it leaves the foul line. */
const marks = computed(() =>
  props.lines.map((one, i) => ({ n: i + 1, bottom: `${((one.laydownBoard - 0.5) / 39) * 100}%` })),
)
</script>

<template>
  <LanePaths :paths="paths" :words="words">
    <line x1="594" x2="594" :y1="plot.y(pocketBoards.high)" :y2="plot.y(pocketBoards.low)" class="pocket" />
  </LanePaths>
  <span v-for="mark in marks" :key="mark.n" class="mark figure" aria-hidden="true" :style="{ bottom: mark.bottom }">{{
    mark.n
  }}</span>
</template>

<style scoped>
.pocket {
  stroke: var(--path);
  stroke-width: 8;
  vector-effect: non-scaling-stroke;
}
.mark {
  position: absolute;
  left: 16px;
  transform: translateY(50%);
  min-width: 18px;
  padding: 0 4px;
  text-align: center;
  font-size: 0.8rem;
  line-height: 18px;
  border-radius: 9px;
  color: var(--path);
  background: var(--path-edge);
  border: 1px solid var(--path);
  pointer-events: none;
}
</style>
