<script setup lang="ts">
import type { BenchPace } from '@sleetfall/contract'
import type { ApexOptions } from 'apexcharts'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import type { Known } from '../controls/known.ts'
import { LateChart, plainChart } from '../theme/charts.ts'
import { useTokenColours } from '../theme/useTokenColours.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** Planned against real minutes: what the plan has learnt of the shop's own steps, in one line and as a chart. */
const props = defineProps<{ pace: BenchPace }>()
const { t } = useI18n()
const colours = useTokenColours(['ink', 'ink-soft', 'good'])
const open = ref(false)
const timesText = (factor: number) => fixed(factor, 2)
const furthest = computed(() =>
  props.pace.steps.toSorted((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor))).at(0),
)
const known = computed((): Known => {
  const one = furthest.value
  if (!one)
    return { figure: t('plan.pace'), kind: 'assumed', source: t('plan.paceNone'), changes: t('plan.paceChanges') }
  const figure = `${t(`bench.stepNames.${one.key}`)}: ${timesText(one.factor)}`
  return {
    figure: `${t('plan.paceTimes')}, ${figure}`,
    kind: 'fitted',
    source: t('plan.paceSource'),
    model: t('plan.paceHow'),
    data: t('plan.paceData', { n: props.pace.count, of: one.count }),
    band: `${t('plan.paceBand')}: ${timesText(one.low)}–${timesText(one.high)}`,
    changes: t('plan.paceChanges'),
  }
})
const rows = computed(() => [
  ...props.pace.steps.map((one) => ({ name: t(`bench.stepNames.${one.key}`), ...one })),
  ...props.pace.people,
])
const options = computed<ApexOptions>(() => ({
  chart: { ...plainChart(colours.value['ink-soft']!), type: 'rangeBar' },
  colors: [colours.value['good']!],
  plotOptions: { bar: { horizontal: true, barHeight: '45%' } },
  xaxis: {
    min: 0,
    title: { text: t('plan.paceAxis') },
    labels: { formatter: (value: string) => fixed(Number(value), 1) },
  },
  annotations: { xaxis: [{ x: 1, borderColor: colours.value['ink']! }] },
  tooltip: { enabled: false },
}))
const series = computed(() => [
  { name: t('plan.pace'), data: rows.value.map(({ name, low, high }) => ({ x: name, y: [low, high] })) },
])
</script>

<template>
  <section class="panel stack" :aria-label="t('plan.pace')">
    <div class="spread">
      <p>
        <template v-if="furthest">{{
          t('plan.paceLine', {
            n: pace.count,
            step: t(`bench.stepNames.${furthest.key}`),
            factor: timesText(furthest.factor),
          })
        }}</template>
        <template v-else>{{ t('plan.paceNone') }}</template>
      </p>
      <div class="row">
        <HowKnown :figures="[known]" :what="t('plan.pace')" />
        <v-btn v-if="furthest" size="small" :aria-expanded="open" @click="open = !open">{{ t('plan.paceShow') }}</v-btn>
      </div>
    </div>
    <template v-if="open && furthest">
      <LateChart type="rangeBar" :height="60 + 34 * rows.length" :options="options" :series="series" />
      <table v-cards class="list">
        <thead>
          <tr>
            <th scope="col">{{ t('plan.paceWhat') }}</th>
            <th scope="col">{{ t('plan.paceTimes') }}</th>
            <th scope="col">{{ t('plan.paceBand') }}</th>
            <th scope="col">{{ t('plan.paceCount') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name">
            <td>{{ row.name }}</td>
            <td class="figure">{{ timesText(row.factor) }}</td>
            <td class="figure">{{ timesText(row.low) }}–{{ timesText(row.high) }}</td>
            <td class="figure">{{ row.count }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>
