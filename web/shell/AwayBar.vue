<script setup lang="ts">
import { formatDuration, intervalToDuration } from 'date-fns'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { timeText } from '../controls/days.ts'
import { clockAheadMs } from '../http/clock.ts'
import { useConnection } from '../http/connection.ts'
import { textOf } from '../i18n.ts'
import { newerVersion } from './newerVersion.ts'

const { t } = useI18n()
const connection = useConnection()
const route = useRoute()
/** What stands on the screen is what the device kept. */
const kept = computed(() => (connection.keptAt === null ? '' : timeText(new Date(connection.keptAt).toISOString())))
const clockSeen = ref(false)
/** How far this device's clock is off; empty when it is right. */
const clockOff = computed(() => {
  if (clockAheadMs.value === 0) return ''
  const by = formatDuration(
    intervalToDuration({ start: 0, end: 60_000 * Math.round(Math.abs(clockAheadMs.value) / 60_000) }),
    {
      format: ['years', 'months', 'days', 'hours', 'minutes'],
    },
  )
  return t(clockAheadMs.value > 0 ? 'shell.clockAhead' : 'shell.clockBehind', { by })
})
const reload = () => location.reload()
</script>

<template>
  <!-- At the lane shots are kept and the entry says so; nothing is waited for. -->
  <div v-if="connection.away && !route.meta['alone']" class="away" role="alert">
    <span>{{ connection.awayBecause ? textOf(connection.awayBecause) : t('shell.away') }}</span>
    <v-btn size="small" @click="connection.giveUp()">{{ t('shell.stopWaiting') }}</v-btn>
  </div>
  <div v-else-if="kept && !route.meta['alone']" class="away quiet" role="status">
    <span>{{ t('shell.keptAt', { at: kept }) }}</span>
  </div>
  <div v-else-if="connection.slow > 0" class="away quiet" role="status">
    <span>{{ t('shell.slow') }}</span>
  </div>
  <div v-else-if="clockOff && !clockSeen" class="away quiet" role="status">
    <span>{{ clockOff }}</span>
    <v-btn size="small" variant="text" @click="clockSeen = true">{{ t('shell.dismiss') }}</v-btn>
  </div>
  <div v-else-if="newerVersion" class="away" role="alert">
    <span>{{ t('shell.newer') }}</span>
    <v-btn size="small" @click="reload">{{ t('shell.reload') }}</v-btn>
    <v-btn size="small" variant="text" @click="newerVersion = false">{{ t('shell.dismiss') }}</v-btn>
  </div>
</template>

<style scoped>
.away {
  position: fixed;
  inset: 0 0 auto 0;
  z-index: 3000;
  display: flex;
  gap: var(--gap-3);
  justify-content: center;
  align-items: center;
  padding: var(--gap-2);
  background: var(--panel);
  color: var(--ink);
  border-bottom: 4px double var(--bad);
}
.quiet {
  border-bottom: 1px solid var(--line-strong);
}
</style>
