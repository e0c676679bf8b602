<script setup lang="ts">
import { plot } from './scales.ts'

/** Lines of balls over a lane, the later ones over the earlier: told apart by kind of line, not by colour. */
export interface LanePath {
  readonly key: string | number
  readonly points: readonly (readonly number[])[]
  readonly dash?: string | undefined
  /** The one that is looked at, one beside it, one that does not count, one that could be chosen, or dots laid over another line. */
  readonly kind?: 'main' | 'other' | 'aside' | 'ghost' | 'dots'
}
defineProps<{ paths: readonly LanePath[]; words: string }>()

/** Polyline of feet and boards in the drawing's units. */
const drawn = (points: LanePath['points']) => points.map(([ft, board]) => `${plot.x(ft!)},${plot.y(board!)}`).join(' ')
</script>

<template>
  <svg
    class="paths"
    :viewBox="`0 0 ${plot.width} ${plot.height}`"
    preserveAspectRatio="none"
    role="img"
    :aria-label="words"
  >
    <slot />
    <template v-for="path in paths" :key="path.key">
      <polyline
        v-if="path.kind !== 'aside' && path.kind !== 'ghost' && path.kind !== 'dots'"
        :points="drawn(path.points)"
        class="halo"
        :class="path.kind"
      />
      <polyline :points="drawn(path.points)" class="path" :class="path.kind" :stroke-dasharray="path.dash" />
    </template>
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
.path,
.halo {
  fill: none;
  stroke: var(--path);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.halo {
  stroke: var(--path-edge);
  stroke-width: 4;
}
.path.main {
  stroke: var(--accent);
  stroke-width: 3;
}
.halo.main {
  stroke-width: 7;
}
.path.dots {
  stroke: var(--path);
  stroke-width: 4;
  stroke-linecap: round;
  stroke-dasharray: 0 9;
}
.path.ghost {
  stroke-width: 1.5;
  stroke-dasharray: 1 5;
  stroke-linecap: round;
}
.path.aside {
  stroke: var(--line-strong);
  stroke-width: 1;
}
</style>
