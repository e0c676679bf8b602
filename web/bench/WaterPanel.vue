<script setup lang="ts">
import type { Job } from '@sleetfall/contract'
import { soakWater, waterState } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { timeText } from '../controls/days.ts'
import { quantityText } from '../controls/quantities.ts'
import { useBath, useDevices } from '../equipment/store.ts'
import { useSession } from '../shell/session.ts'
import { clockText } from './timer.ts'

/** Temperature of the water: from the bath where one is connected, else typed; with its band and what to do. */
const props = defineProps<{ job: Job; busy: boolean; weightLb: number | null }>()
const emit = defineEmits<{ measured: [number]; hot: [] }>()
const { t } = useI18n()
const session = useSession()
const devices = useDevices()
void devices.load().catch(() => undefined)
const bath = useBath()
const typed = ref<number | null>(null)
const last = computed(() => props.job.water.at(-1) ?? null)
const connected = computed(() => devices.of('bath')?.connected ?? false)
const now = computed(() =>
  connected.value && bath.value ? bath.value.temperatureC : (last.value?.temperatureC ?? null),
)
const state = computed(() => (now.value === null ? null : waterState(now.value)))
// The server stops the job; the screen asks it at once instead of with its next round.
watch(state, (is) => is === 'stop' && emit('hot'))
const show = (celsius: number) => quantityText('readTemperatureC', celsius, session.metric)
const sign = { 'too-cool': '▼', cool: '▽', right: '●', warm: '▲', stop: '×' } as const
/** A ball of the usual size weighs as much as the water it moves at 12 lb: a lighter one floats. */
const floats = computed(() => props.weightLb !== null && props.weightLb < 12)

function take() {
  if (typed.value === null || !Number.isFinite(typed.value)) return
  emit('measured', typed.value)
  typed.value = null
}
</script>

<template>
  <section class="water" :aria-label="t('bench.water.title')">
    <p v-if="now !== null" class="now figure" :class="state" role="status">
      <span aria-hidden="true">{{ sign[state!] }}</span> {{ show(now) }}
      <span class="words">{{ t(`bench.water.states.${state!}`) }}</span>
    </p>
    <p v-else class="now" role="status">○ {{ t('bench.water.none') }}</p>
    <p class="small soft">
      {{
        t('bench.water.band', { low: show(soakWater.lowC), high: show(soakWater.highC), stop: show(soakWater.stopC) })
      }}
      <template v-if="connected && bath">{{ t('bench.water.fromBath') }}</template>
      <template v-else-if="last">{{ t('bench.water.at', { time: timeText(last.at) }) }}</template>
    </p>
    <p v-if="connected && bath?.secondsLeft != null" class="figure">
      {{ t('bench.water.timer', { time: clockText(bath.secondsLeft) }) }}
    </p>
    <p v-if="connected && !bath" role="status">▲ {{ t('bench.water.silent') }}</p>
    <div class="type">
      <QuantityField
        v-model="typed"
        name="readTemperatureC"
        :label="t('bench.temperature')"
        @keydown.enter.prevent="take"
      />
      <v-btn class="touch" :disabled="busy || typed === null" @click="take">{{ t('bench.water.take') }}</v-btn>
    </div>
    <p class="small">
      {{ t('bench.water.displaces') }} <template v-if="floats">▲ {{ t('bench.water.floats') }}</template>
    </p>
  </section>
</template>

<style scoped>
.water {
  display: grid;
  gap: var(--gap-2);
  width: min(560px, 100%);
}
.now {
  font-size: 2rem;
  line-height: 1.1;
}
.now .words {
  font: 600 1.1rem var(--text);
}
.now.stop,
.now.warm {
  color: var(--bad);
}
.type {
  display: grid;
  grid-template-columns: minmax(0, 240px) auto;
  gap: var(--gap-2);
  align-items: start;
  justify-content: start;
}
</style>
