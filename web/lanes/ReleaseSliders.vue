<script setup lang="ts">
import { limits } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { quantityText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import type { Setup, releaseOf } from './setup.ts'
import { asOnRecord } from './useSetup.ts'
import { phaseOf } from './useWhatIfText.ts'
import { fixed } from '../controls/figures.ts'

/** How played the lane is, how its surface holds, and how the ball is let go. */
const props = defineProps<{ setup: Setup; release: ReturnType<typeof releaseOf> }>()
const emit = defineEmits<{ set: [Partial<Setup>] }>()
const { t } = useI18n()
const session = useSession()

const phases = [
  ['fresh', 0],
  ['early', 40],
  ['broken', 120],
] as const
const sliders = [
  { key: 'speedMph', min: 12, max: 22, step: 0.1 },
  { key: 'revRpm', min: 100, max: 550, step: 5 },
  { key: 'axisRotationDeg', min: 0, max: 90, step: 1 },
  { key: 'axisTiltDeg', min: 0, max: 35, step: 1 },
] as const
/** Shots that one game of one bowler puts on a lane: about seventeen, on a pair of lanes half of them on each, by both teams. */
const shotsPerGame = 17
const mostShots = 400
const bowlers = useStorage('sleetfall.whatif.bowlers', 5)
const games = computed({
  get: () => Number((props.setup.shots / (shotsPerGame * bowlers.value)).toFixed(1)),
  set: (value) => emit('set', { shots: Math.min(mostShots, Math.round(value * shotsPerGame * bowlers.value)) }),
})
const open = useStorage('sleetfall.whatif.release', false)
/** The two that a bowler names first, so that folded they are still seen. */
const figures = computed(() =>
  sliders
    .slice(0, 2)
    .map(({ key }) => quantityText(key, props.release[key], session.metric))
    .join(', '),
)
const numberOf = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <section class="stack" :aria-label="t('lanes.whatIf.release')">
    <label class="slider">
      <span
        >{{ t('lanes.whatIf.shots') }}: <strong class="figure">{{ setup.shots }}</strong>
        {{ t(`lanes.whatIf.phases.${phaseOf(setup.shots)}`) }}</span
      >
      <input
        type="range"
        min="0"
        :max="mostShots"
        step="5"
        :value="setup.shots"
        @input="emit('set', { shots: numberOf($event) })"
      />
    </label>
    <div class="row">
      <v-btn
        v-for="[key, at] in phases"
        :key="key"
        size="x-small"
        :aria-pressed="setup.shots === at"
        @click="emit('set', { shots: at })"
        >{{ t(`lanes.whatIf.phases.${key}`) }}</v-btn
      >
    </div>
    <v-btn size="small" class="fold" :aria-expanded="open" @click="open = !open"
      >{{ open ? '▾' : '▸' }} {{ t('lanes.whatIf.releaseIs', { figures }) }}</v-btn
    >
    <div v-if="open" class="stack">
      <div v-for="slider in sliders" :key="slider.key" class="slider">
        <label :for="`slider-${slider.key}`"
          >{{ t(`customers.fields.${slider.key}`) }}:
          <strong class="figure">{{ quantityText(slider.key, release[slider.key], session.metric) }}</strong></label
        >
        <input
          :id="`slider-${slider.key}`"
          type="range"
          :min="slider.min"
          :max="slider.max"
          :step="slider.step"
          :value="release[slider.key]"
          @input="emit('set', { [slider.key]: numberOf($event) })"
        />
      </div>
      <div>
        <v-btn size="small" @click="emit('set', asOnRecord)">{{ t('lanes.whatIf.home') }}</v-btn>
      </div>
      <div class="row small">
        <label
          >{{ t('lanes.whatIf.games') }} <input v-model.number="games" class="count" type="number" min="0" step="0.5"
        /></label>
        <label
          >{{ t('lanes.whatIf.bowlers') }} <input v-model.number="bowlers" class="count" type="number" min="1" max="10"
        /></label>
      </div>
      <label class="slider">
        <span
          >{{ t('lanes.whatIf.lane') }}: <strong class="figure">{{ fixed(setup.lane, 2) }}</strong>
          {{ t('lanes.whatIf.laneWhy') }}</span
        >
        <input
          type="range"
          :min="limits.laneFactor.min"
          :max="limits.laneFactor.max"
          :step="limits.laneFactor.step"
          :value="setup.lane"
          @input="emit('set', { lane: numberOf($event) })"
        />
      </label>
    </div>
  </section>
</template>

<style scoped>
.fold {
  justify-content: flex-start;
}
.slider {
  display: grid;
}
input[type='range'] {
  width: 100%;
  height: 32px;
  accent-color: var(--accent);
}
.count {
  width: 64px;
  padding: 4px 6px;
  border: 1px solid var(--line-strong);
  background: var(--panel);
  color: var(--ink);
}
</style>
