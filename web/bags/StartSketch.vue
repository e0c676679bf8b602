<script setup lang="ts">
import { computed } from 'vue'
import { type StartLine, sketchOf } from './startSketch.ts'

/** Where to lay the ball down and what to aim at, seen from behind. */
const props = defineProps<{ line: StartLine; left: boolean; words: string }>()
const [width, height] = [120, 84]
const drawn = computed(() => {
  const { from, aim, past, arrows } = sketchOf(props.line, props.left)
  const at = ({ x, y }: typeof from) => ({ x: x * width, y: y * height })
  return { from: at(from), aim: at(aim), past: at(past), arrows: arrows.map(at) }
})
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="words">
    <rect x="0.5" y="0.5" :width="width - 1" :height="height - 5" class="lane" />
    <line x1="0" :x2="width" :y1="height * 0.95" :y2="height * 0.95" class="foul" />
    <path
      v-for="arrow in drawn.arrows"
      :key="arrow.x"
      :d="`M ${arrow.x} ${arrow.y - 4} l 2.4 7 h -4.8 z`"
      class="arrow"
    />
    <line :x1="drawn.from.x" :y1="drawn.from.y" :x2="drawn.aim.x" :y2="drawn.aim.y" class="line" />
    <line :x1="drawn.aim.x" :y1="drawn.aim.y" :x2="drawn.past.x" :y2="drawn.past.y" class="past" />
    <circle :cx="drawn.from.x" :cy="drawn.from.y" r="3.4" class="ball" />
  </svg>
</template>

<style scoped>
svg {
  width: 120px;
  height: 84px;
  flex: none;
}
.lane {
  fill: var(--lane-dry);
  stroke: var(--line-strong);
}
.foul {
  stroke: var(--path);
  stroke-width: 1.5;
}
.arrow {
  fill: var(--line-strong);
}
.line,
.past {
  stroke: var(--path);
  stroke-width: 2.4;
}
.past {
  stroke-dasharray: 4 3;
}
.ball {
  fill: var(--path);
}
</style>
