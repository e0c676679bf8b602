<script setup lang="ts">
import type { SurfacePage } from '@sleetfall/contract'
import { gritOfRa, raOfGrit, scannerTopGrit } from '@sleetfall/core'
import type { ApexOptions } from 'apexcharts'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import VueApexCharts from 'vue3-apexcharts'
import { plainChart } from '../theme/charts.ts'
import { useTokenColours } from '../theme/useTokenColours.ts'
import { roundGrit } from './useSurfaceText.ts'
import { fixed } from '../controls/figures.ts'

/** Roughness against games on this surface: median, 90 % band, readings, the wanted window, today and what was done. */
const props = defineProps<{ page: SurfacePage }>()
const { t } = useI18n()
const colours = useTokenColours(['ink', 'ink-soft', 'line', 'good', 'accent', 'panel', 'gauge-oil'])
const round = (value: number) => Math.round(value * 1000) / 1000
const pointsOf = (all: readonly { readonly games: number; readonly grit: number }[]) =>
  all.map(({ games, grit }) => ({ x: games, y: round(raOfGrit(Math.min(grit, scannerTopGrit))) }))
const readings = computed(() => pointsOf(props.page.curve?.readings ?? []))
const shownBand = computed(() => props.page.band.filter((one) => one.games <= gamesTop.value + 1e-9))
const series = computed(() => [
  {
    name: t('surface.page.band'),
    type: 'rangeArea',
    data: shownBand.value.map(({ games, low, high }) => ({ x: round(games), y: [round(low), round(high)] })),
  },
  {
    name: t('surface.page.median'),
    type: 'line',
    data: shownBand.value.map(({ games, raUm }) => ({ x: round(games), y: round(raUm) })),
  },
  { name: t('surface.page.readings'), type: 'line', data: readings.value },
  { name: t('surface.page.offTrack'), type: 'line', data: pointsOf(props.page.offTrack) },
])
/** Round steps: so many that an axis has about eight of them. */
const stepOf = (span: number, sizes: readonly number[]) => sizes.find((size) => span / size <= 8) ?? sizes.at(-1)!
const yStep = computed(() => stepOf(reach.value, [0.1, 0.2, 0.5]))
const top = computed(() => Math.ceil(reach.value / yStep.value) * yStep.value)
const xStep = computed(() => stepOf(props.page.band.at(-1)?.games ?? 20, [2, 5, 10, 20, 50, 100, 500]))
const gamesTop = computed(() => Math.floor((props.page.band.at(-1)?.games ?? 20) / xStep.value) * xStep.value)
const reach = computed(() => {
  const window = props.page.surface.window
  const all = [...props.page.band.map((one) => one.high), ...readings.value.map((one) => one.y), window?.maxRaUm ?? 0]
  return 1.05 * Math.max(0.5, ...all)
})
const options = computed((): ApexOptions => {
  const c = colours.value
  const { surface, marks } = props.page
  const label = { style: { background: c.panel, color: c.ink, fontSize: '12px' } }
  const cleaned = marks.filter((mark) => mark.kind === 'extracted')
  return {
    chart: plainChart(c['ink-soft']),
    colors: [c['gauge-oil'], c.ink, c.accent, c['ink-soft']],
    stroke: { width: [0, 2.5, 0, 0], curve: 'straight' },
    fill: { type: 'solid', opacity: [0.22, 1, 1, 1] },
    markers: {
      size: [0, 0, 7, 5],
      strokeWidth: 2,
      strokeColors: c.panel,
      shape: ['circle', 'circle', 'square', 'circle'],
      hover: { sizeOffset: 1 },
    },
    dataLabels: { enabled: false },
    grid: { borderColor: c.line },
    legend: { show: true, position: 'top', horizontalAlign: 'left', fontSize: '13px', labels: { colors: c.ink } },
    tooltip: {
      shared: false,
      intersect: false,
      x: { formatter: (games: number) => t('surface.page.atGames', { n: fixed(Number(games), 1) }) },
      y: {
        formatter: (raUm: number) =>
          `${fixed(Number(raUm), 2)} µm, ${t('surface.grit', { grit: roundGrit(gritOfRa(Number(raUm))) })}`,
      },
    },
    xaxis: {
      type: 'numeric',
      min: 0,
      max: gamesTop.value,
      tickAmount: Math.round(gamesTop.value / xStep.value),
      title: { text: t('surface.page.gamesAxis') },
      labels: { formatter: (games: string) => String(Math.round(Number(games))) },
      tooltip: { enabled: false },
    },
    yaxis: {
      min: 0,
      max: top.value,
      tickAmount: Math.round(top.value / yStep.value),
      title: { text: t('surface.page.raAxis') },
      labels: {
        formatter: (raUm: number) => (raUm < 0.05 ? '0' : `${fixed(raUm, 2)} · ${roundGrit(gritOfRa(raUm))}`),
      },
    },
    annotations: {
      yaxis: surface.window
        ? [
            {
              y: surface.window.minRaUm,
              y2: surface.window.maxRaUm,
              fillColor: c.good,
              borderColor: c.good,
              opacity: 0.16,
              label: { ...label, text: t('surface.page.window'), position: 'left', textAnchor: 'start' },
            },
          ]
        : [],
      xaxis: [
        {
          x: surface.gamesOnSurface,
          borderColor: c.accent,
          strokeDashArray: 0,
          label: { ...label, text: t('surface.page.today'), orientation: 'horizontal' },
        },
        ...cleaned.map((mark) => ({
          x: mark.games,
          borderColor: c['ink-soft'],
          strokeDashArray: 4,
          label: { ...label, text: t('surface.page.oilOut') },
        })),
      ],
    },
  }
})
const words = computed(() => {
  const { surface, band } = props.page
  const n = props.page.curve?.readings.length ?? 0
  // A reading is there a moment before it is fitted.
  if (band.length === 0) return t('surface.page.chartWaits', { n })
  const now = band.reduce((best, one) =>
    Math.abs(one.games - surface.gamesOnSurface) < Math.abs(best.games - surface.gamesOnSurface) ? one : best,
  )
  return t('surface.page.chartWords', {
    games: surface.gamesOnSurface,
    grit: roundGrit(gritOfRa(now.raUm)),
    low: roundGrit(gritOfRa(now.high)),
    high: roundGrit(gritOfRa(now.low)),
    n,
  })
})
</script>

<template>
  <div role="img" :aria-label="words">
    <VueApexCharts type="rangeArea" height="330" :options="options" :series="series" />
  </div>
</template>
