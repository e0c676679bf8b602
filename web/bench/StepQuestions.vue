<script setup lang="ts">
import { type Job, type JobStep, oilAmounts } from '@sleetfall/contract'
import { findings, soakedHalves, soakedShare, tapedHoles, wetStates } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText, timeText } from '../controls/days.ts'
import SpotReadings from '../surface/SpotReadings.vue'
import ChoiceRow from './ChoiceRow.vue'
import type { StepHeld } from './useStepAnswers.ts'

/** What a step asks of the ball: what was found, which holes are taped, how wet it is, how it feels. */
const props = defineProps<{ job: Job; step: JobStep; busy: boolean; held: StepHeld }>()
const emit = defineEmits<{ tick: [what: string] }>()
const { t } = useI18n()
const answers = computed(() => props.held.answers)
const asks = computed(() => props.held.asks.value)
const ticked = (what: string) => props.held.progress.value.ticks.includes(what)
/** What is ticked one by one, and kept as it is ticked: holes that are taped, halves that lay under water. */
const ticking = computed(() => {
  if (asks.value.holes)
    return {
      legend: t('bench.holesTitle'),
      options: tapedHoles.map((value) => ({ value: value as string, title: t(`bench.holes.${value}`) })),
    }
  if (!asks.value.halves) return null
  return {
    legend: t('bench.halvesTitle'),
    options: soakedHalves.map((value) => ({ value: value as string, title: t(`bench.halves.${value}`) })),
  }
})
const oneHalf = computed(() => soakedShare(props.held.progress.value.ticks) < 1)
const found = computed(() =>
  findings
    .filter((one) => props.step.key === 'inspect' || (one !== 'cracked' && one !== 'cold'))
    .map((value) => ({ value, title: t(`bench.findings.${value}`) })),
)
const feels = computed(() =>
  [1, 2, 3, 4, 5].map((n) => ({ value: n, title: String(n), label: t('bench.tackN', { n }) })),
)
</script>

<template>
  <ChoiceRow
    v-if="asks.finding"
    v-model="answers.finding"
    :legend="t(`bench.findingTitle.${step.key as 'inspect'}`)"
    :options="found"
  >
    <v-text-field
      v-if="answers.finding && answers.finding !== 'fine'"
      v-model="answers.note"
      :label="t('bench.findingNote')"
    />
  </ChoiceRow>
  <fieldset v-if="ticking" class="choices">
    <legend>{{ ticking.legend }}</legend>
    <v-btn
      v-for="{ value, title } in ticking.options"
      :key="value"
      class="choice"
      :class="{ chosen: ticked(value) }"
      :aria-pressed="ticked(value)"
      :disabled="busy"
      @click="emit('tick', value)"
      >{{ ticked(value) ? '●' : '○' }} {{ title }}</v-btn
    >
    <p v-if="oneHalf" class="small wide" role="status">○ {{ t('bench.oneHalf') }}</p>
  </fieldset>
  <ChoiceRow
    v-if="asks.wet"
    v-model="answers.wet"
    :legend="t('bench.wetTitle')"
    :options="wetStates.map((value) => ({ value, title: t(`bench.wets.${value}`) }))"
  />
  <ChoiceRow v-if="asks.tack" v-model="answers.tack" small clears bare :legend="t('bench.tackTitle')" :options="feels">
    <p class="small soft wide">{{ t('bench.tackNote') }}</p>
  </ChoiceRow>
  <ChoiceRow
    v-if="asks.oil"
    v-model="answers.oilSeen"
    small
    clears
    :legend="t('bench.oilSeenTitle')"
    :options="oilAmounts.map((value) => ({ value, title: t(`bench.oilSeen.${value}`) }))"
  />
  <div v-if="held.drying.value" class="stack">
    <p role="status">
      ▲ {{ t('bench.dryingUntil', { day: dayText(job.lockedUntil!), time: timeText(job.lockedUntil!) }) }}
    </p>
    <v-text-field v-model="answers.earlyReason" :label="t('bench.earlyReason')" />
  </div>
  <SpotReadings
    v-if="asks.scan"
    v-model="answers.readings"
    :ball-id="job.ballId"
    :expected-grit="job.steps?.at(-1)?.grit ?? null"
  />
</template>

<style scoped src="./choices.css"></style>
