<script setup lang="ts">
import type { Job, JobStep } from '@sleetfall/contract'
import { findings, waterState } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { timeText } from '../controls/days.ts'
import { useBath, useDevices } from '../equipment/store.ts'
import { useSession } from '../shell/session.ts'
import WaterPanel from './WaterPanel.vue'
import { useStepText } from './useStepText.ts'

/** A job that stands still: why, and what has to be before it goes on. Too hot water keeps it until it has cooled. */
const props = defineProps<{ job: Job; step: JobStep; busy: boolean; weightLb: number | null }>()
const emit = defineEmits<{ measured: [celsius: number]; resume: [] }>()
const { t } = useI18n()
const [session, words, bath, devices] = [useSession(), useStepText(), useBath(), useDevices()]
void devices.load().catch(() => undefined)
const tooHot = computed(() => props.job.pausedReason === 'over-temperature')
/** The same temperature that the panel shows: the bath's where one is connected, else the last reading. */
const stillHot = computed(() => {
  const last = props.job.water.at(-1)
  const live = devices.of('bath')?.connected ? bath.value?.temperatureC : undefined
  const recorded = last === undefined || waterState(last.temperatureC) === 'stop'
  return tooHot.value && (recorded || (live !== undefined && waterState(live) === 'stop'))
})
const finding = computed(() => findings.find((one) => one === props.job.pausedReason))
</script>

<template>
  <div class="panel stage" :class="{ halt: stillHot }" role="alert">
    <h2 class="step-name">
      {{ tooHot ? (stillHot ? `× ${t('bench.hardStop')}` : `◇ ${t('bench.cooledDown')}`) : `◇ ${t('bench.paused')}` }}
    </h2>
    <p class="instruction">
      {{
        tooHot
          ? t(stillHot ? 'bench.hardStopText' : 'bench.cooledText')
          : finding
            ? t(`bench.held.${finding}`)
            : t('bench.pausedText', { step: words.name(step), time: timeText(job.pausedAt!) })
      }}
    </p>
    <WaterPanel
      v-if="tooHot"
      :job="job"
      :busy="busy || !session.mayWork"
      :weight-lb="weightLb"
      @measured="emit('measured', $event)"
    />
    <p v-if="stillHot" role="status">▲ {{ t('bench.measureAgain') }}</p>
    <v-btn
      v-if="session.mayWork"
      class="next-action big"
      :loading="busy"
      :disabled="stillHot"
      @click="emit('resume')"
      >{{ t('bench.resume') }}</v-btn
    >
    <p v-else>{{ t('bench.needsTechnician') }}</p>
  </div>
</template>

<style scoped src="./stage.css"></style>
<style scoped>
.halt {
  border: 6px solid var(--bad);
}
</style>
