<script setup lang="ts">
import type { JobStep } from '@sleetfall/contract'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import ChoiceRow from './ChoiceRow.vue'
import type { StepHeld } from './useStepAnswers.ts'

/** The way on from a step: what is still to be said of it, then done, a pause, or left out with a reason. */
const props = defineProps<{ step: JobStep; isLast: boolean; busy: boolean; held: StepHeld }>()
const emit = defineEmits<{ done: []; skip: [reason: string]; pause: [] }>()
const { t } = useI18n()
const answers = computed(() => props.held.answers)
const asks = computed(() => props.held.asks.value)
const skipping = ref(false)
const skipReason = ref('')
watch(
  () => props.step.position,
  () => {
    skipping.value = false
    skipReason.value = ''
  },
)
const sides = computed(() => {
  const all = props.step.recipeStep?.sides ?? 0
  return Array.from({ length: all + 1 }, (_, n) => ({
    value: n,
    title: n === all ? t('bench.sidesAll', { n }) : String(n),
  }))
})
const minutes = computed(() => {
  const [ran, all] = [props.held.ranMinutes.value, props.step.minutes]
  const clock = { value: ran, title: t('bench.minutesClock', { n: ran }) }
  const whole = { value: all, title: t('bench.minutesAll', { n: all }) }
  return ran === all ? [whole] : [clock, whole]
})
const typed = (text: string) => (answers.value.minutesDone = text === '' ? null : Number(text.replace(',', '.')))
</script>

<template>
  <v-text-field v-if="asks.cooler" v-model="answers.coolerReason" class="reason" :label="t('bench.coolerReason')" />
  <ChoiceRow
    v-if="asks.sides && step.recipeStep"
    v-model="answers.sidesDone"
    small
    bare
    :legend="t('bench.sidesTitle')"
    :options="sides"
  />
  <ChoiceRow
    v-if="asks.minutes"
    v-model="answers.minutesDone"
    small
    bare
    :legend="t('bench.minutesTitle', { ran: held.ranMinutes.value, of: step.minutes })"
    :options="minutes"
  >
    <v-text-field
      class="few"
      :model-value="answers.minutesDone ?? ''"
      :label="t('bench.minutesOther')"
      inputmode="decimal"
      @update:model-value="typed(String($event))"
    />
  </ChoiceRow>
  <p v-for="problem in held.missing.value" :key="problem" class="small" role="status">
    ◇ {{ t(`bench.missing.${problem}`) }}
  </p>
  <v-btn class="next-action big" :loading="busy" :disabled="held.missing.value.length > 0" @click="emit('done')">{{
    held.holds.value ? t('bench.holdJob') : isLast ? t('bench.lastDone') : t('bench.stepDone')
  }}</v-btn>
  <form v-if="skipping" class="skip" @submit.prevent="skipReason.trim() && emit('skip', skipReason)">
    <v-text-field v-model="skipReason" autofocus :label="t('bench.skipReason')" />
    <v-btn type="submit" class="touch" :disabled="!skipReason.trim() || busy">{{ t('bench.skipNow') }}</v-btn>
    <v-btn class="touch" variant="text" @click="skipping = false">{{ t('shell.cancel') }}</v-btn>
  </form>
  <div v-else class="row">
    <v-btn class="touch" :disabled="busy" @click="emit('pause')">{{ t('bench.pause') }}</v-btn>
    <v-btn v-if="asks.skip" class="touch" variant="text" :disabled="busy" @click="skipping = true">{{
      t('bench.skip')
    }}</v-btn>
  </div>
</template>

<style scoped src="./stage.css"></style>
<style scoped>
.reason {
  width: min(560px, 100%);
}
.skip {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: var(--gap-2);
  width: 100%;
  align-items: start;
}
</style>
