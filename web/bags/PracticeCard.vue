<script setup lang="ts">
import type { BagCard } from '@sleetfall/contract'
import { useNow, useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { usePracticeText } from './usePracticeText.ts'

/** The minutes before an event, by the clock: which ball on which line, one change at a time. Kept on the device, without a network too. */
const props = defineProps<{ card: BagCard }>()
const { t } = useI18n()
const lengths = [5, 10, 15, 20, 30]
const clock = useStorage<{ event: string; minutes: number; startedAt: number }>('sleetfall.bagPractice', {
  event: '',
  minutes: 10,
  startedAt: 0,
})
const now = useNow({ interval: 1_000 })
const key = computed(() => `${props.card.eventName} ${props.card.startsOn}`)
const runs = computed(() => clock.value.event === key.value)
const passed = computed(() => (runs.value ? (now.value.getTime() - clock.value.startedAt) / 60_000 : -1))
const left = computed(() => clock.value.minutes - passed.value)
const { stepsOf, stepText, minutesText } = usePracticeText()
const steps = computed(() => stepsOf(props.card, clock.value.minutes))
const at = computed(() => {
  if (!runs.value) return -1
  const found = steps.value.findIndex(({ to }) => passed.value < to)
  // What is left over after the last step belongs to it.
  return found === -1 ? steps.value.length - 1 : found
})
const leftText = computed(() => {
  const seconds = Math.max(0, Math.ceil(60 * left.value))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
})
const begin = () => void (clock.value = { ...clock.value, event: key.value, startedAt: Date.now() })
const stop = () => void (clock.value = { ...clock.value, event: '' })
const setMinutes = (minutes: number) => void (clock.value = { ...clock.value, minutes })
</script>

<template>
  <section v-if="steps.length > 0" class="panel stack" :aria-label="t('bags.practice.title')">
    <div class="spread">
      <h3>{{ t('bags.practice.title') }}</h3>
      <span v-if="runs" class="clock figure" role="timer">{{ left > 0 ? leftText : t('bags.practice.over') }}</span>
    </div>
    <div class="row">
      <v-select
        class="minutes"
        density="compact"
        hide-details
        :label="t('bags.practice.minutes')"
        :items="lengths"
        :model-value="clock.minutes"
        @update:model-value="setMinutes"
      />
      <v-btn v-if="!runs" class="touch" @click="begin">◷ {{ t('bags.practice.begin') }}</v-btn>
      <v-btn v-else class="touch" variant="text" @click="stop">{{ t('bags.practice.stop') }}</v-btn>
    </div>
    <ol>
      <li v-for="(step, i) in steps" :key="step.kind" :class="{ here: i === at }" :aria-current="i === at || undefined">
        <span class="condensed when">{{ minutesText(step) }}</span>
        <span>{{ i === at ? '▶ ' : '' }}{{ stepText(card, step) }}</span>
      </li>
    </ol>
    <p class="small soft">{{ t('bags.practice.how') }}</p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
li {
  display: grid;
  grid-template-columns: 4.6em 1fr;
  gap: var(--gap-2);
  padding: var(--gap-1) var(--gap-2);
}
.here {
  background: var(--accent-wash);
  outline: 2px solid var(--accent);
}
.clock {
  font-size: 1.6em;
}
.minutes {
  max-width: 130px;
}
</style>
