<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { timeText } from '../controls/days.ts'
import { quantityText } from '../controls/quantities.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useBench } from './store.ts'
import { useBell } from './useBell.ts'

/** Water that got too hot: said and sounded on every page until somebody has seen it. */
const { t } = useI18n()
const session = useSession()
const bench = useBench()
const notices = useNotices()
const bell = useBell()
const alarms = computed(() => bench.strip?.alarms ?? [])
const againMs = 5000
useIntervalFn(() => alarms.value.length > 0 && bell.ring(true), againMs)
watch(
  () => alarms.value.length,
  (now, before) => now > (before ?? 0) && bell.ring(true),
  { immediate: true },
)
</script>

<template>
  <div v-if="alarms.length > 0" class="alarms" role="alert" :class="{ flash: bell.flashing.value }">
    <div v-for="alarm in alarms" :key="alarm.jobId" class="alarm">
      <strong
        >×
        {{
          t('bench.alarm.text', {
            ball: alarm.ballName,
            customer: alarm.customerName,
            temperature: quantityText('readTemperatureC', alarm.temperatureC, session.metric),
            time: timeText(alarm.at),
          })
        }}</strong
      >
      <v-btn class="touch" :to="`/bench/${alarm.jobId}`">{{ t('bench.alarm.open') }}</v-btn>
      <v-btn class="touch" @click="notices.attempt(() => bench.seeAlarm(alarm.jobId))">{{
        t('bench.alarm.seen')
      }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.alarms {
  position: fixed;
  inset: 0 0 auto 0;
  z-index: 2950;
  background: var(--panel);
  color: var(--ink);
  border: 6px double var(--bad);
}
.flash {
  outline: 6px solid var(--bad);
}
.alarm {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  align-items: center;
  justify-content: center;
  padding: var(--gap-2) var(--gap-3);
}
</style>
