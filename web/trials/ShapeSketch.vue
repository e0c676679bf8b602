<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { sketchOf } from '@sleetfall/core'
import { group } from 'd3-array'
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { letterOf, useArmText } from './useArmText.ts'

/** Where each arm turned and how, drawn from what was said of its shots: early or late, smooth or sharp; never how much. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const { lettered } = useArmText()
const [width, height, edge] = [360, 120, 10] as const
/** Told apart by their stroke as well as by their letter. */
const dashes = ['', '8 4', '2 4', '12 4 2 4', '16 6', '4 2', '1 6', '10 2 2 2', '6 6', '3 3', '14 3', '5 8']
type Point = readonly [along: number, across: number]
const xOf = ([along]: Point) => edge + along * (width - 8 * edge)
const yOf = ([, across]: Point) => height - edge - across * 1.6 * (height - 2 * edge)
const draw = line<Point>(xOf, yOf)
const arms = computed(() =>
  props.trial.arms.flatMap(({ arm }) => {
    const sketch = sketchOf(props.trial.shots.filter((shot) => shot.arm === arm))
    return sketch ? [{ arm, sketch }] : []
  }),
)
/** Arms of which the same was said share a curve. */
const curves = computed(() => {
  const same = group(arms.value, ({ sketch }) => `${sketch.bend.toFixed(2)} ${sketch.over.toFixed(2)}`)
  return [...same.values()].map((own) => {
    const { arm, sketch } = own[0]!
    const letters = own.map((one) => letterOf(props.trial, one.arm)).join(' ')
    return { arm, letters, end: sketch.points.at(-1)!, path: draw(sketch.points)!, dash: dashes[arm - 1] ?? '' }
  })
})
const where = (bend: number) => (bend < 0.525 ? 'early' : bend > 0.675 ? 'late' : 'right')
const how = (over: number) => (over > 0.23 ? 'smooth' : over < 0.1 ? 'sharp' : 'medium')
const words = computed(() =>
  arms.value.map(({ arm, sketch }) =>
    t('trials.sketch.one', {
      ...{ arm: lettered(props.trial, arm), n: sketch.shots },
      ...{ where: t(`trials.reads.${where(sketch.bend)}`), how: t(`trials.shapes.${how(sketch.over)}`) },
    }),
  ),
)
</script>

<template>
  <figure v-if="arms.length > 0" class="panel">
    <h3>{{ t('trials.sketch.title') }}</h3>
    <svg :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="words.join('; ')">
      <line :x1="edge" :x2="width - edge" :y1="height - edge" :y2="height - edge" class="floor" />
      <g v-for="one in curves" :key="one.arm">
        <path :d="one.path" class="path" :stroke-dasharray="one.dash" />
        <text :x="xOf(one.end) + 6" :y="yOf(one.end) + 4" class="letter">{{ one.letters }}</text>
      </g>
    </svg>
    <figcaption class="small soft">{{ words.join('; ') }}. {{ t('trials.sketch.why') }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  max-width: 420px;
  display: block;
}
.floor {
  stroke: var(--line-strong);
}
.path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.letter {
  font: 700 14px var(--condensed);
  fill: var(--ink);
}
</style>
