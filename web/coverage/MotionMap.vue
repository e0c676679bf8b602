<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import { type CoverageCell, type Motion, motionEllipse, motionOf, sameState } from '@sleetfall/core'
import type { ApexOptions } from 'apexcharts'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { LateChart, plainChart } from '../theme/charts.ts'
import { useTokenColours } from '../theme/useTokenColours.ts'
import { useCoverageText } from './useCoverageText.ts'
import { fixed } from '../controls/figures.ts'

/** First read against finish in one state of a lane: each ball with how far it may be off, and where balls that do well lie. */
const props = defineProps<{ view: CoverageView }>()
const { t } = useI18n()
const router = useRouter()
const { nameOf } = useCoverageText()
const colours = useTokenColours(['ink', 'ink-soft', 'line', 'good', 'panel'])
const chosen = ref(0)
const state = computed(() => props.view.best[chosen.value] ?? props.view.best[0]!)
const wanted = computed(() => props.view.wanted.find((one) => sameState(one, state.value)) ?? null)
interface Shown {
  readonly cell: CoverageCell
  readonly name: string
  readonly at: Motion
  readonly ring: readonly Motion[]
}
const balls = computed(() =>
  props.view.map.cells
    .filter((cell) => sameState(cell, state.value) && !props.view.map.spare.includes(cell.ballId))
    .flatMap((cell): Shown[] => {
      const at = cell.engine && motionOf(cell.engine)
      const name = props.view.balls.find(({ id }) => id === cell.ballId)?.name ?? ''
      return at && cell.engine ? [{ cell, name, at, ring: motionEllipse(at, cell.engine.off) }] : []
    }),
)
const pointOf = ({ readFt, finishDeg }: Motion) => ({ x: Number(readFt.toFixed(2)), y: Number(finishDeg.toFixed(2)) })
const box = computed(() => {
  if (!wanted.value) return []
  const { readFt, finishDeg } = wanted.value
  const corners = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
    [0, 0],
  ] as const
  return corners.map(([x, y]) => pointOf({ readFt: readFt[x], finishDeg: finishDeg[y] }))
})
const series = computed(() => [
  { name: t('coverage.motion.wanted'), type: 'line', data: box.value },
  ...balls.value.map(({ name, ring }) => ({
    name: t('coverage.motion.band', { ball: name }),
    type: 'line',
    data: ring.map(pointOf),
  })),
  { name: t('coverage.motion.balls'), type: 'scatter', data: balls.value.map(({ at }) => pointOf(at)) },
])
const thrown = ({ cell }: Shown) => ({
  path: '/lanes/what-if',
  query: {
    ...{ customerId: props.view.customerId, ballId: cell.ballId, patternId: cell.targetId },
    ...{
      shots: cell.shots || undefined,
      laydown: cell.engine!.laydownBoard,
      target: cell.engine!.targetBoard.toFixed(2),
    },
  },
})
const range = (values: readonly number[], by: number) =>
  values.length === 0
    ? [0, 1]
    : [Math.floor(Math.min(...values) / by - 0.2) * by, Math.ceil(Math.max(...values) / by + 0.2) * by]
const options = computed((): ApexOptions => {
  const c = colours.value
  const all = [...box.value, ...balls.value.flatMap(({ ring }) => ring.map(pointOf))]
  const [left, right] = range(
    all.map(({ x }) => x),
    2,
  )
  const [low, high] = range(
    all.map(({ y }) => y),
    1,
  )
  const rings = balls.value.length
  return {
    chart: {
      ...plainChart(c['ink-soft']),
      events: {
        markerClick: (_event, _chart, at) => {
          const ball = at && at.seriesIndex === rings + 1 ? balls.value[at.dataPointIndex] : undefined
          if (ball) void router.push(thrown(ball))
        },
      },
    },
    colors: [c.good, ...balls.value.map(() => c['ink-soft']), c.ink],
    stroke: {
      width: [3, ...balls.value.map(() => 1.5), 0],
      dashArray: [0, ...balls.value.map(() => 4), 0],
      curve: 'straight',
    },
    markers: { size: [0, ...balls.value.map(() => 0), 8], strokeColors: c.panel },
    dataLabels: {
      enabled: true,
      enabledOnSeries: [rings + 1],
      formatter: (_value, { dataPointIndex }) => balls.value[dataPointIndex as number]?.name ?? '',
      background: { enabled: false },
      style: { colors: [c.ink], fontSize: '13px' },
      offsetY: -8,
    },
    legend: { show: false },
    grid: { borderColor: c.line },
    tooltip: { enabled: false },
    xaxis: {
      ...{ type: 'numeric', min: left, max: right, tickAmount: Math.round((right! - left!) / 2) },
      title: { text: t('coverage.motion.read') },
      labels: { formatter: (ft: string) => String(Math.round(Number(ft))) },
    },
    yaxis: {
      ...{ min: low, max: high, tickAmount: Math.round(high! - low!) },
      title: { text: t('coverage.motion.finish') },
      labels: { formatter: (deg: number) => fixed(deg, 0) },
    },
  }
})
const inside = ({ at }: Shown) => {
  if (!wanted.value) return null
  const { readFt, finishDeg } = wanted.value
  const early = at.readFt < readFt[0] ? 'early' : at.readFt > readFt[1] ? 'late' : null
  const flat = at.finishDeg < finishDeg[0] ? 'flat' : at.finishDeg > finishDeg[1] ? 'sharp' : null
  return early === null && flat === null ? ['inside'] : [early, flat].filter((one) => one !== null)
}
const rowText = (one: Shown) =>
  t('coverage.motion.row', {
    ...{ ft: fixed(one.at.readFt, 0), deg: fixed(one.at.finishDeg, 1) },
    where: (inside(one) ?? []).map((key) => t(`coverage.motion.where.${key}`)).join(', '),
  })
</script>

<template>
  <section class="panel stack" :aria-label="t('coverage.motion.title')">
    <div class="spread">
      <h2>{{ t('coverage.motion.title') }}</h2>
      <v-select
        v-model="chosen"
        class="state"
        density="compact"
        hide-details
        :label="t('coverage.motion.state')"
        :items="view.best.map((one, value) => ({ value, title: nameOf(view, one) }))"
      />
    </div>
    <p v-if="balls.length === 0" class="soft">{{ t('coverage.motion.none') }}</p>
    <template v-else>
      <div class="late-chart" aria-hidden="true">
        <LateChart :key="chosen" type="line" height="320" :options="options" :series="series" />
      </div>
      <ul>
        <li v-for="one in balls" :key="one.cell.ballId" class="small">
          <router-link class="tapped" :to="thrown(one)">{{ one.name }}</router-link> {{ rowText(one) }}
        </li>
      </ul>
      <p class="small soft">
        {{ wanted ? t('coverage.motion.how', { n: wanted.of }) : t('coverage.motion.noRegion') }}
      </p>
    </template>
  </section>
</template>

<style scoped>
/* The room that the chart will take. */
.late-chart {
  min-height: 335px;
}
.state {
  max-width: 320px;
}
ul {
  list-style: none;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-4);
}
</style>
