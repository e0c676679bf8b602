<script setup lang="ts">
import type { ForecastsView } from '@sleetfall/contract'
import type { ForecastScore } from '@sleetfall/core'
import type { ApexOptions } from 'apexcharts'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { LateChart, plainChart } from '../theme/charts.ts'
import { useTokenColours } from '../theme/useTokenColours.ts'
import HeldForecasts from './HeldForecasts.vue'
import { useCoverageText } from './useCoverageText.ts'
import SkeletonRows from '../controls/SkeletonRows.vue'
import { fixed } from '../controls/figures.ts'

/** How good the maps' forecasts were: what was said against what trials showed, by how high it was said and one by one. */
const { t } = useI18n()
const { percent } = useCoverageText()
const colours = useTokenColours(['ink', 'ink-soft', 'line', 'accent', 'panel'])
const view = shallowRef<ForecastsView | null>(null)
const error = ref<string | null>(null)
async function load() {
  try {
    view.value = await get<ForecastsView>('/coverage/forecasts')
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
/** Fewer shots do not tell whether forecasts say more than a mean. */
const tellingShots = 100
const score = computed(() => view.value?.score ?? null)
const bins = computed(() => score.value?.bins ?? [])
const whole = (share: number) => Number((100 * share).toFixed(1))
const series = computed(() => [
  {
    name: t('coverage.forecasts.right'),
    type: 'line',
    data: [
      { x: 0, y: 0 },
      { x: 100, y: 100 },
    ],
  },
  ...bins.value.map(({ said, seen }) => ({
    name: t('coverage.forecasts.interval'),
    type: 'line',
    data: [
      { x: whole(said), y: whole(seen.low) },
      { x: whole(said), y: whole(seen.high) },
    ],
  })),
  {
    name: t('coverage.forecasts.seen'),
    type: 'scatter',
    data: bins.value.map(({ said, seen }) => ({ x: whole(said), y: whole(seen.hits / seen.of) })),
  },
])
const options = computed((): ApexOptions => {
  const c = colours.value
  const bars = bins.value.map(() => 2)
  const axis = { min: 0, max: 100, tickAmount: 5 }
  return {
    chart: plainChart(c['ink-soft']),
    colors: [c['ink-soft'], ...bars.map(() => c.ink), c.accent],
    stroke: { width: [1.5, ...bars, 0], dashArray: [4, ...bars.map(() => 0), 0], curve: 'straight' },
    markers: { size: [0, ...bars.map(() => 0), 8], strokeColors: c.panel },
    legend: { show: false },
    grid: { borderColor: c.line },
    tooltip: { enabled: false },
    xaxis: { ...axis, type: 'numeric', title: { text: t('coverage.forecasts.saidAxis') } },
    yaxis: {
      ...axis,
      title: { text: t('coverage.forecasts.seenAxis') },
      labels: { formatter: (share: number) => fixed(share, 0) },
    },
  }
})
/** What is said of a score in words. */
function wordsOf(found: ForecastScore): string {
  const { bias, biasSd, agree, forecasts, shots, brier, brierOfMean } = found
  // What chance alone makes of right forecasts is no bias.
  const way = Math.abs(bias) < 2 * biasSd ? 'even' : bias > 0 ? 'many' : 'few'
  return [
    t('coverage.forecasts.over', { n: forecasts, shots, agree: percent(agree) }),
    t(`coverage.forecasts.bias.${way}`, { n: fixed(Math.abs(bias), 0) }),
    ...(shots < tellingShots
      ? []
      : [t(brier < brierOfMean ? 'coverage.forecasts.better' : 'coverage.forecasts.worse')]),
  ].join(' ')
}
</script>

<template>
  <section class="panel stack" :aria-label="t('coverage.forecasts.title')">
    <h2>{{ t('coverage.forecasts.title') }}</h2>
    <p v-if="error" role="alert">
      ▲ {{ error }} <v-btn size="small" @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <SkeletonRows v-else-if="!view" />
    <p v-else-if="!score" class="soft">{{ t('coverage.forecasts.none') }}</p>
    <template v-else>
      <p>{{ wordsOf(score) }}</p>
      <div class="both">
        <div class="late-chart" aria-hidden="true">
          <LateChart type="line" height="260" :options="options" :series="series" />
        </div>
        <HeldForecasts :held="view.latest" />
      </div>
      <p class="small soft">{{ t('coverage.forecasts.how') }}</p>
    </template>
    <template v-if="view">
      <h3>{{ t('coverage.forecasts.promised') }}</h3>
      <p v-if="!view.promised.score" class="soft">{{ t('coverage.forecasts.noneDone') }}</p>
      <template v-else>
        <p>{{ wordsOf(view.promised.score) }}</p>
        <HeldForecasts :held="view.promised.latest" />
      </template>
      <p class="small soft">{{ t('coverage.forecasts.promisedHow') }}</p>
    </template>
  </section>
</template>

<style scoped>
/* The room that the chart will take. */
.late-chart {
  min-height: 275px;
}
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(360px, 100%), 1fr));
  gap: var(--gap-4);
  align-items: start;
}
</style>
