<script setup lang="ts">
import type { AheadWeek } from '@sleetfall/contract'
import type { ApexOptions } from 'apexcharts'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { LateChart, plainChart } from '../theme/charts.ts'
import { useTokenColours } from '../theme/useTokenColours.ts'
import { hoursOf } from './aheadText.ts'
import { shortDay } from '../controls/days.ts'
import { plain } from '../controls/figures.ts'

/** Hours that each week asks for against the hours that people are there; the table below has the same figures. */
const props = defineProps<{ weeks: readonly AheadWeek[] }>()
const { t } = useI18n()
const colours = useTokenColours(['ink', 'ink-soft', 'line', 'accent', 'good', 'line-strong'])
const data = (of: (week: AheadWeek) => number) =>
  props.weeks.map((week) => ({ x: shortDay(week.startMs), y: hoursOf(of(week)) }))
const series = computed(() => [
  { name: t('upkeep.ahead.planned'), type: 'bar', data: data((week) => week.plannedMinutes) },
  { name: t('upkeep.ahead.usual'), type: 'bar', data: data((week) => week.usualMinutes) },
  { name: t('upkeep.ahead.asked'), type: 'bar', data: data((week) => week.minutes) },
  { name: t('upkeep.ahead.there'), type: 'line', data: data((week) => week.thereMinutes) },
])
const options = computed((): ApexOptions => {
  const c = colours.value
  return {
    chart: { ...plainChart(c['ink-soft']), stacked: true },
    colors: [c['line-strong'], c['ink-soft'], c.good, c.ink],
    // Told apart by filling too, not by colour alone.
    fill: { type: ['solid', 'pattern', 'solid', 'solid'], pattern: { style: 'slantedLines', strokeWidth: 2 } },
    stroke: { width: [0, 0, 0, 2.5], curve: 'stepline', dashArray: [0, 0, 0, 6] },
    markers: { size: 0 },
    grid: { borderColor: c.line },
    dataLabels: { enabled: false },
    legend: { position: 'top', horizontalAlign: 'left', fontSize: '13px', labels: { colors: c.ink } },
    xaxis: { tooltip: { enabled: false }, title: { text: t('upkeep.ahead.weekFrom') } },
    yaxis: {
      min: 0,
      title: { text: t('upkeep.ahead.hours') },
      labels: { formatter: (value) => String(Math.round(value)) },
    },
    tooltip: { y: { formatter: (value: number) => t('upkeep.ahead.hoursN', { n: plain(value, 1) }) } },
  }
})
</script>

<template>
  <div class="late-chart" role="img" :aria-label="t('upkeep.ahead.chartWords')">
    <LateChart type="line" height="250" :options="options" :series="series" />
  </div>
</template>

<style scoped>
/* The room that the chart will take. */
.late-chart {
  min-height: 265px;
}
</style>
