<script setup lang="ts">
import { useIntervalFn, useNow } from '@vueuse/core'
import { computed, onMounted } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useNewsOf } from '../http/news.ts'
import { useBench } from './store.ts'
import { clockText, secondsLeft } from './timer.ts'

/** What lies on each station now and what is promised next, at the foot of every screen. */
const { t } = useI18n()
const bench = useBench()
const now = useNow({ interval: 1000 })
const load = () => void bench.loadStrip().catch(() => undefined)
onMounted(load)
useNewsOf(['bench', 'plan', 'coverage'], load)
/** Looked at more often while a ball is in the water: an alarm must not wait. */
const bathBusy = computed(() => (bench.strip?.stations ?? []).some((one) => one.kind === 'bath' && one.job !== null))
useIntervalFn(
  load,
  computed(() => (bathBusy.value ? 3000 : 15_000)),
)
const stations = computed(() =>
  (bench.strip?.stations ?? []).map((station) => {
    const left =
      station.job &&
      secondsLeft(station.job.startedAt, station.job.minutes, now.value.getTime() + bench.clockOffsetMs, station.job)
    const halted = station.job?.pausedReason === 'over-temperature'
    const paused = station.job != null && station.job.pausedAt !== null
    const time =
      left === null
        ? null
        : halted
          ? t('shell.strip.hot')
          : paused
            ? t('shell.strip.paused')
            : t(left >= 0 ? 'shell.strip.left' : 'shell.strip.over', { time: clockText(left) })
    const over = left !== null && left < 0
    const mark = halted ? '× ' : paused ? '◇ ' : over ? '▲ ' : ''
    return { ...station, time: time && mark + time, bad: halted || (over && !paused) }
  }),
)
</script>

<template>
  <footer class="strip" :aria-label="t('shell.strip.label')">
    <div v-for="station in stations" :key="station.id" class="station" :class="{ busy: station.job }">
      <span class="condensed where">{{ station.name }}</span>
      <router-link v-if="station.job" :to="`/bench/${station.job.id}`"
        >{{ station.job.ballName }}
        <span class="figure" :class="{ over: station.bad }">{{ station.time }}</span></router-link
      >
      <span v-else-if="station.closedUntil" class="small closed"
        >× {{ t('shell.strip.closed', { day: dayText(station.closedUntil) }) }}</span
      >
      <span v-else class="soft small">{{ t('shell.strip.free') }}</span>
    </div>
    <div class="next">
      <span class="condensed where">{{ t('shell.strip.next') }}</span>
      <router-link v-if="bench.strip?.next" :to="`/bench/${bench.strip.next.id}`"
        ><span
          >{{ bench.strip.next.ballName }}<span class="whose">, {{ bench.strip.next.customerName }}</span></span
        >
        <span class="figure">{{ dayText(bench.strip.next.dueOn) }}</span></router-link
      >
      <span v-else class="soft small">{{ t('shell.strip.nothing') }}</span>
      <span v-if="bench.strip && bench.strip.waiting > 0" class="small soft whose">{{
        t('shell.strip.waiting', { n: bench.strip.waiting })
      }}</span>
    </div>
  </footer>
</template>

<style scoped>
.strip {
  grid-area: strip;
  display: flex;
  align-items: stretch;
  overflow-x: auto;
  background: var(--panel);
  border-top: 2px solid var(--line-strong);
  white-space: nowrap;
}
.station a,
.next a {
  display: inline-flex;
  align-items: center;
  gap: var(--gap-1);
  min-height: 26px;
}
/* The whole cell is the target. */
.station,
.next {
  position: relative;
}
.station a::after,
.next a::after {
  content: '';
  position: absolute;
  inset: 0;
}
.station,
.next {
  display: grid;
  align-content: center;
  padding: 0 var(--gap-3);
  border-inline-end: 1px solid var(--line);
  line-height: 1.15;
  min-width: 96px;
  flex-shrink: 0;
}
.station.busy {
  background: var(--accent-wash);
}
.next {
  margin-inline-start: auto;
  border-inline-start: 1px solid var(--line);
  border-inline-end: 0;
  grid-template-columns: auto auto auto;
  column-gap: var(--gap-2);
  align-items: baseline;
}
/* Where stations fill the foot, what is promised next stays beside them, in two lines. */
@media (max-width: 1050px) {
  .next {
    position: sticky;
    inset-inline-end: 0;
    background: var(--panel);
    grid-template-columns: auto;
  }
  .whose {
    display: none;
  }
}
.where {
  font-size: 0.95rem;
  color: var(--ink-soft);
}
.over,
.closed {
  color: var(--bad);
}
</style>
