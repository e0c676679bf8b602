<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useTrials } from './store.ts'

/** What has to happen between two stages of a trial before the next one's shots mean anything: the work on the ball, or play on the lane. */
const props = defineProps<{ trial: Trial; arm: number }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const busy = ref(false)
/** Taken over here: what was asked for leaves its room to the entry. */
const taken = ref(false)
const isWork = computed(() => props.trial.design === 'beforeAfter')
/** The arms of the stage that comes: each is thrown with its ball as it is then. */
const coming = computed(() => {
  const level = props.trial.arms.find((one) => one.arm === props.arm)?.levels[1]
  return props.trial.arms.filter((one) => one.levels[1] === level)
})
async function take() {
  busy.value = true
  const ok = await notices.attempt(async () => {
    for (const one of coming.value) await trials.freezeArm(props.trial, one)
  })
  if (ok) notices.done(t('trials.toMake.took'))
  taken.value = ok
  busy.value = false
}
</script>

<template>
  <div v-if="!taken" class="between" role="status">
    <p class="small">◇ {{ t(isWork ? 'trials.between.work' : 'trials.between.lane') }}</p>
    <v-btn v-if="isWork" size="small" :loading="busy" @click="take">{{ t('trials.between.take') }}</v-btn>
  </div>
</template>

<style scoped>
.between {
  border-inline-start: 3px solid var(--line-strong);
  padding-inline-start: var(--gap-2);
}
</style>
