<script setup lang="ts">
import type { Ball } from '@sleetfall/contract'
import { careNeeded, twins } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import type { Known } from '../controls/known.ts'
import { agoText, dayText, timeText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { readsText } from './useWhyLine.ts'
import { useSurfaceKnown } from '../surface/useSurfaceKnown.ts'
import { signOf, useSurfaceText } from '../surface/useSurfaceText.ts'
import { useReadsBy } from './readsBy.ts'
import { useBalls } from './store.ts'
import { fixed } from '../controls/figures.ts'

/** A ball's surface and oil now, what they rest on, and what should be looked at. */
const props = defineProps<{ ball: Ball }>()
const { t } = useI18n()
const balls = useBalls()
const text = useSurfaceText()
const known = useSurfaceKnown()
const readsBy = useReadsBy()
const reads = computed(() => readsBy.of(props.ball))
const figures = computed((): Known[] => [
  ...known(props.ball.surface),
  ...(reads.value
    ? [
        {
          figure: readsText(t, reads.value),
          kind: 'computed' as const,
          source: t('balls.why.readsSource', { pattern: reads.value.pattern, event: reads.value.event.name }),
          model: t('lanes.whatIf.known.path'),
          changes: t('lanes.whatIf.known.pathChanges'),
        },
      ]
    : []),
])
/** Other balls of this customer that do nearly the same. */
const alike = computed(() => {
  const own = balls.rackOf(props.ball.customerId).map((one) => ({ ...one, raUm: one.surface.effectiveRaUm }))
  return twins(own)
    .filter((pair) => pair.some((one) => one.id === props.ball.id))
    .map(([a, b]) => (a.id === props.ball.id ? b.name : a.name))
})
const drying = computed(() => {
  const until = props.ball.lockedUntil
  return until && Date.parse(until) > nowMs()
    ? t('balls.dryingUntil', { day: dayText(until), time: timeText(until) })
    : ''
})
/** The surface's state stands above already. */
const care = computed(() =>
  careNeeded(props.ball.cover, props.ball.surface).filter((one) => !one.startsWith('surface-')),
)
const surfaceLines = computed(() => {
  const s = props.ball.surface
  return [
    s.lastSurfacedMs === null
      ? t('balls.neverSurfaced')
      : t('balls.lastSurfaced', { when: agoText(new Date(s.lastSurfacedMs).toISOString()) }),
    t('balls.sinceSurface', { n: s.gamesOnSurface }, s.gamesOnSurface),
    t('balls.games_total', { n: s.totalGames }, s.totalGames),
    t('balls.sinceExtraction', { n: s.gamesSinceExtraction }, s.gamesSinceExtraction),
    props.ball.lastCleanedAt
      ? t('balls.cleanedLast', { when: agoText(props.ball.lastCleanedAt) })
      : t('balls.neverCleaned'),
    ...(s.coverRemovedMm > 0.0005 ? [t('balls.coverRemoved', { mm: fixed(s.coverRemovedMm, 3) })] : []),
  ]
})
</script>

<template>
  <div class="stack">
    <h3>{{ t('balls.surface') }}</h3>
    <p class="big">
      <span aria-hidden="true">{{ signOf(ball.surface) }}</span> {{ text.status(ball.surface) }}
    </p>
    <p v-if="reads">{{ readsText(t, reads) }}</p>
    <p v-if="drying" role="status">▲ {{ drying }}</p>
    <p v-if="ball.lastFinding && ball.lastFinding !== 'fine'" role="status">
      ▲ {{ t(`bench.findings.${ball.lastFinding}`) }}
    </p>
    <ul v-if="care.length > 0" class="care">
      <li v-for="reason in care" :key="reason">◆ {{ t(`balls.care.${reason}`) }}</li>
    </ul>
    <p v-if="alike.length > 0" class="small">◇ {{ t('balls.twinWarning', { names: alike.join(', ') }) }}</p>
    <dl>
      <div>
        <dt>{{ text.grit(ball.surface) }}, {{ text.target(ball.surface) }}</dt>
        <dd class="small soft">
          <strong>{{ t(`surface.provenance.${ball.surface.provenance}`) }}</strong>: {{ text.why(ball.surface) }}
        </dd>
      </div>
      <div v-if="text.gamesLeft(ball.surface)">
        <dt>
          {{ text.gamesLeft(ball.surface)
          }}<template v-if="!ball.surface.settled"> · {{ t('surface.notSettled') }}</template>
        </dt>
      </div>
      <div>
        <dt>{{ text.oil(ball.surface) }}</dt>
        <dd class="small soft">{{ text.oilWhy(ball.surface) }}</dd>
      </div>
    </dl>
    <HowKnown :figures="figures" :what="ball.name" />
    <ul class="small soft">
      <li v-for="line in surfaceLines" :key="line">{{ line }}</li>
    </ul>
    <p class="small">{{ ball.note }}</p>
  </div>
</template>

<style scoped>
.big {
  font-size: 1.2rem;
  font-weight: 700;
}
ul {
  padding-inline-start: 1.1em;
}
.care {
  list-style: none;
  padding: 0;
}
</style>
