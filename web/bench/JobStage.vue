<script setup lang="ts">
import type { Job, JobStep, StepDoneInput, StepProgress } from '@sleetfall/contract'
import { computed, onMounted, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useSession } from '../shell/session.ts'
import SideCounter from './SideCounter.vue'
import StepEnd from './StepEnd.vue'
import StepQuestions from './StepQuestions.vue'
import WaterPanel from './WaterPanel.vue'
import { clockText, secondsLeft } from './timer.ts'
import { useBell } from './useBell.ts'
import { usePadChoice } from './usePadChoice.ts'
import { useStepAnswers } from './useStepAnswers.ts'
import { useStepText } from './useStepText.ts'
import { useStorage } from '@vueuse/core'

/** The step that runs now, for a tablet beside the station: what to do, how long, what to answer, and the way on. */
const props = defineProps<{ job: Job; step: JobStep; nowMs: number; busy: boolean }>()
const emit = defineEmits<{
  done: [Partial<Omit<StepDoneInput, 'version'>>]
  progress: [StepProgress]
  measured: [number]
  hot: []
  skip: [string]
  pause: [string]
}>()
const { t } = useI18n()
/** Read from where the work is done, two metres away. */
const far = useStorage('sleetfall.bench.far', false)
const [session, balls, words, bell] = [useSession(), useBalls(), useStepText(), useBell()]
onMounted(() => balls.need(props.job.ballId))
const ball = computed(() => balls.byId.get(props.job.ballId))

const left = computed(() =>
  props.step.startedAt ? secondsLeft(props.step.startedAt, props.step.minutes, props.nowMs, props.step) : 0,
)
watch(left, (now, before) => {
  if (now <= 0 && before > 0) bell.ring()
})
const isLast = computed(() => props.step.position === props.job.procedure.length - 1)
const held = useStepAnswers(() => props)
const { progress, asks } = held
const { usesUp, fitting, padId, pad, openSpare } = usePadChoice(() => props.step)
const padItems = computed(() => [
  ...fitting.value.map((one) => ({
    value: one.id as string | null,
    title: t('bench.padItem', { name: one.name, n: one.uses, of: one.lifeBalls }),
  })),
  { value: null, title: t('bench.noPad') },
])
/** The kind of cleaner follows the finish that is on the ball now. */
const cleanerFor = computed(() =>
  props.step.key !== 'clean' || !ball.value
    ? ''
    : t(ball.value.surface.state === 'polished' ? 'bench.cleanerFor.polished' : 'bench.cleanerFor.dull'),
)
function tick(hole: string) {
  const { ticks } = progress.value
  const next = ticks.includes(hole) ? ticks.filter((one) => one !== hole) : [...ticks, hole]
  emit('progress', { ...progress.value, ticks: next })
}
function done() {
  const answers = held.finished(usesUp.value ? padId.value : null)
  if (answers) emit('done', answers)
}
</script>

<template>
  <div class="panel stage" :class="{ flash: bell.flashing.value, far }">
    <div class="spread top">
      <p class="condensed soft">
        {{ t('bench.step', { n: step.position + 1, of: job.procedure.length }) }} ·
        {{ t('bench.station', { station: step.stationName ?? t(`stations.${step.station}`) }) }} ·
        {{ t('bench.technician', { name: session.user?.name ?? '' }) }}
      </p>
      <v-btn size="small" variant="text" :aria-pressed="far" @click="far = !far">{{ t('bench.far') }}</v-btn>
      <v-btn
        size="small"
        variant="text"
        :aria-pressed="bell.sound.value"
        @click="bell.sound.value = !bell.sound.value"
        >{{ bell.sound.value ? t('bench.soundOn') : t('bench.soundOff') }}</v-btn
      >
    </div>
    <h2 class="step-name">{{ words.name(step) }}</h2>
    <p class="instruction">{{ words.instruction(step) }}</p>
    <p v-if="step.minutes > 0" class="timer figure" :class="{ over: left < 0 }" role="timer">
      {{
        left >= 0
          ? t('bench.timeLeft', { time: clockText(left) })
          : `▲ ${t('bench.timeOver', { time: clockText(left) })}`
      }}
    </p>
    <SideCounter
      v-if="step.recipeStep"
      :step="step.recipeStep"
      :progress="progress"
      :now-ms="nowMs"
      :busy="busy || !session.mayWork"
      @change="emit('progress', $event)"
      @ring="bell.ring"
    />
    <p v-if="cleanerFor">◇ {{ cleanerFor }}</p>
    <div v-if="usesUp && fitting.length > 0" class="pad">
      <v-select v-model="padId" :label="t('bench.pad')" :items="padItems" />
      <p v-if="pad && pad.uses >= pad.lifeBalls" role="status">
        ▲ {{ t('bench.padWorn', { name: pad.name }) }}
        <v-btn v-if="pad.spare > 0 && session.mayWork" size="small" @click="openSpare(pad)">{{
          t('supplies.openSpare')
        }}</v-btn>
      </p>
    </div>
    <div v-if="step.cautions.length > 0" class="cautions" role="note">
      <strong>▲ {{ t('bench.cautionsTitle') }}</strong>
      <ul>
        <li v-for="caution in step.cautions" :key="caution">{{ t(`bench.cautions.${caution}`) }}</li>
      </ul>
      <p class="small">{{ t('bench.productFirst') }}</p>
    </div>
    <StepQuestions :job="job" :step="step" :busy="busy" :held="held" @tick="tick" />
    <WaterPanel
      v-if="asks.water"
      :job="job"
      :busy="busy || !session.mayWork"
      :weight-lb="ball?.weightLb ?? null"
      @measured="emit('measured', $event)"
      @hot="emit('hot')"
    />
    <StepEnd
      v-if="session.mayWork"
      :step="step"
      :is-last="isLast"
      :busy="busy"
      :held="held"
      @done="done"
      @skip="emit('skip', $event)"
      @pause="emit('pause', '')"
    />
    <p v-else>{{ t('bench.needsTechnician') }}</p>
  </div>
</template>

<style scoped src="./stage.css"></style>
<style scoped>
.top {
  width: 100%;
}
.flash {
  animation: flash 0.5s steps(2) 5;
}
@keyframes flash {
  from {
    background: var(--panel);
  }
  to {
    background: var(--accent-wash);
    outline: 8px solid var(--accent);
  }
}
@media (prefers-reduced-motion: reduce) {
  .flash {
    outline: 8px solid var(--accent);
  }
}
.timer {
  font-size: 3rem;
  line-height: 1;
}
.timer.over {
  color: var(--bad);
}
.cautions {
  border-inline-start: 6px double var(--bad);
  padding-inline-start: var(--gap-3);
  max-width: 70ch;
}
.cautions ul {
  padding-inline-start: 1.2em;
}
.pad {
  width: min(460px, 100%);
}
@media (max-width: 900px) {
  .timer {
    font-size: 5.5rem;
  }
}
</style>
