<script setup lang="ts">
import { type Load, boardCount, cellsPerFoot, filmOf, filmRows } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fixed } from '../controls/figures.ts'

/** Film across the boards at one distance: bars for the pattern, a stepped line for the one it is compared with. */
const ft = defineModel<number>({ required: true })
const props = defineProps<{
  loads: readonly Load[]
  other: { readonly name: string; readonly loads: readonly Load[] } | null
  /** For paper: without the slider. */
  held?: boolean
}>()
const { t } = useI18n()
const film = computed(() => filmOf(props.loads))
const otherFilm = computed(() => props.other && filmOf(props.other.loads))
const row = computed(() => Math.min(filmRows - 1, Math.floor(ft.value * cellsPerFoot)))
const slice = (of: Float64Array) => Array.from(of.subarray(row.value * boardCount, (row.value + 1) * boardCount))
const own = computed(() => slice(film.value))
const others = computed(() => (otherFilm.value ? slice(otherFilm.value) : null))
/** Same scale at every distance, so that dragging shows where oil thins out. */
const top = computed(() => Math.max(0.5, ...film.value, ...(otherFilm.value ?? [])))
const height = 100
const y = (thickness: number) => height - (thickness / top.value) * height
const stepped = computed(
  () =>
    others.value
      ?.map(
        (thickness, index) => `${index * 10},${y(thickness).toFixed(2)} ${(index + 1) * 10},${y(thickness).toFixed(2)}`,
      )
      .join(' ') ?? '',
)
const middle = computed(() => own.value[19]!)
const outside = computed(() => own.value[4]!)
</script>

<template>
  <section class="stack" :aria-label="t('lanes.section.title')">
    <div v-if="!held" class="row">
      <label for="section-ft"
        >{{ t('lanes.section.at') }} <strong class="figure">{{ ft }} ft</strong></label
      >
      <input id="section-ft" v-model.number="ft" type="range" min="0" max="59.5" step="0.5" />
    </div>
    <svg
      :viewBox="`0 -4 390 ${height + 6}`"
      preserveAspectRatio="none"
      role="img"
      :aria-label="t('lanes.section.words', { ft, middle: fixed(middle, 2), outside: fixed(outside, 2) })"
    >
      <rect
        v-for="(thickness, index) in own"
        :key="index"
        :x="index * 10 + 0.5"
        width="9"
        :y="y(thickness)"
        :height="height - y(thickness)"
        class="bar"
      />
      <polyline v-if="stepped" :points="stepped" class="other" />
      <line x1="0" x2="390" :y1="height" :y2="height" class="floor" />
    </svg>
    <div class="spread small soft">
      <span>{{ t('lanes.board') }} 1</span><span>20</span><span>39</span>
    </div>
    <p class="small">
      {{ t('lanes.section.words', { ft, middle: fixed(middle, 2), outside: fixed(outside, 2) }) }}
      <template v-if="other">{{ t('lanes.section.other', { name: other.name }) }}</template>
    </p>
  </section>
</template>

<style scoped>
svg {
  width: 100%;
  height: 110px;
}
.bar {
  fill: var(--gauge-oil);
}
.other {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2.5;
  vector-effect: non-scaling-stroke;
}
.floor {
  stroke: var(--line-strong);
  vector-effect: non-scaling-stroke;
}
input {
  flex: 1;
  height: 32px;
  accent-color: var(--accent);
}
</style>
