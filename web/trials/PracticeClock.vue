<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { counts, designs, practiceOf } from '@sleetfall/core'
import { useNow, useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fixed } from '../controls/figures.ts'

/** Minutes that are left of a practice, how many shots they are at this pace, and what to mind. Kept on the device. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const lengths = [10, 15, 20, 30]
const clock = useStorage<{ trialId: string; endsAt: number }>('sleetfall.practice', { trialId: '', endsAt: 0 })
const now = useNow({ interval: 5_000 })
const runs = computed(() => clock.value.trialId === props.trial.id)
const minutesLeft = computed(() => Math.max(0, (clock.value.endsAt - now.value.getTime()) / 60_000))
/** Counted shots that the trial still needs before a verdict. */
const wanted = computed(() => {
  const { least } = designs[props.trial.design]
  return props.trial.arms.reduce(
    (sum, { arm }) =>
      sum + Math.max(0, least - props.trial.shots.filter((shot) => shot.arm === arm && counts(shot)).length),
    0,
  )
})
const practice = computed(() =>
  practiceOf(props.trial.shots, {
    ...{ minutesLeft: minutesLeft.value, wanted: wanted.value },
    ownLines: designs[props.trial.design].cannotTell.includes('aim-differs'),
  }),
)
const text = computed(() =>
  t('trials.practice.left', { minutes: Math.ceil(minutesLeft.value - 0.2), shots: practice.value.shotsLeft }),
)
const begin = (minutes: number) =>
  void (clock.value = { trialId: props.trial.id, endsAt: Date.now() + 60_000 * minutes })
const longer = () => void (clock.value = { ...clock.value, endsAt: Math.max(Date.now(), clock.value.endsAt) + 300_000 })
const stop = () => void (clock.value = { trialId: '', endsAt: 0 })
const advice = computed(() =>
  practice.value.advice.map((one) =>
    t(`trials.practice.advice.${one}`, { wanted: wanted.value, shots: practice.value.shotsLeft }),
  ),
)
</script>

<template>
  <div class="clock">
    <v-menu>
      <template #activator="{ props: opens }">
        <v-btn size="small" variant="text" v-bind="opens">◷ {{ runs ? text : t('trials.practice.begin') }}</v-btn>
      </template>
      <v-list>
        <template v-if="runs">
          <v-list-item :title="t('trials.practice.longer')" @click="longer" />
          <v-list-item :title="t('trials.practice.stop')" @click="stop" />
          <v-list-item
            :subtitle="
              t(practice.paceMeasured ? 'trials.practice.paceMeasured' : 'trials.practice.paceAssumed', {
                minutes: fixed(practice.minutesAShot, 1),
              })
            "
          />
        </template>
        <v-list-item
          v-for="minutes in runs ? [] : lengths"
          :key="minutes"
          :title="t('trials.practice.minutes', { n: minutes })"
          @click="begin(minutes)"
        />
      </v-list>
    </v-menu>
    <slot />
  </div>
  <div v-if="runs" role="status">
    <p v-for="line in advice" :key="line" class="small">▲ {{ line }}</p>
  </div>
</template>

<style scoped>
.clock {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--gap-2);
}
</style>
