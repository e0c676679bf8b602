<script setup lang="ts">
import type { SurfacePage } from '@sleetfall/contract'
import { gritOfRa } from '@sleetfall/core'
import type { ApexOptions } from 'apexcharts'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import VueApexCharts from 'vue3-apexcharts'
import { plainChart } from '../theme/charts.ts'
import { useTokenColours } from '../theme/useTokenColours.ts'
import { roundGrit } from './useSurfaceText.ts'
import { fixed } from '../controls/figures.ts'

/** The surface over the next games under each school: told apart by dash and label, not by colour alone. */
const props = defineProps<{ page: SurfacePage }>()
const { t } = useI18n()
const colours = useTokenColours(['ink', 'ink-soft', 'line', 'good', 'accent', 'panel', 'warn', 'gauge-oil', 'bad'])
const series = computed(() =>
  props.page.costs.map((cost) => ({
    name: t(`upkeep.schools.${cost.school}.name`),
    data: cost.nextGamesUm.map((raUm, game) => ({ x: game + 1, y: Math.round(raUm * 1000) / 1000 })),
  })),
)
const options = computed((): ApexOptions => {
  const c = colours.value
  const { window } = props.page.surface
  return {
    chart: plainChart(c['ink-soft']),
    colors: [c.good, c.warn, c.accent, c.ink, c['gauge-oil']],
    stroke: { width: [2, 2, 3.5, 2, 2], curve: 'straight', dashArray: [2, 7, 0, 0, 12] },
    markers: { size: 0 },
    grid: { borderColor: c.line },
    legend: { position: 'top', horizontalAlign: 'left', fontSize: '13px', labels: { colors: c.ink } },
    tooltip: {
      x: { formatter: (game: number) => t('surface.schools.gameN', { n: game }) },
      y: { formatter: (raUm: number) => t('surface.grit', { grit: roundGrit(gritOfRa(raUm)) }) },
    },
    xaxis: {
      type: 'numeric',
      min: 0,
      max: 40,
      tickAmount: 8,
      title: { text: t('surface.schools.ahead') },
      labels: { formatter: (game: string) => String(Math.round(Number(game))) },
      tooltip: { enabled: false },
    },
    yaxis: {
      title: { text: t('surface.page.raAxis') },
      tickAmount: 5,
      labels: { formatter: (raUm: number) => `${fixed(raUm, 2)} · ${roundGrit(gritOfRa(raUm))}` },
    },
    annotations: window
      ? { yaxis: [{ y: window.minRaUm, y2: window.maxRaUm, fillColor: c.good, borderColor: c.good, opacity: 0.12 }] }
      : {},
  }
})
</script>

<template>
  <div role="img" :aria-label="t('surface.schools.chartWords')">
    <VueApexCharts type="line" height="260" :options="options" :series="series" />
  </div>
</template>
