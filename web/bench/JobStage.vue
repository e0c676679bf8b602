<script setup lang="ts">
import {
  type Job,
  type JobStep,
  type Pad,
  type StepDoneInput,
  type StepProgress,
  oilAmounts,
} from '@sleetfall/contract'
import {
  type Finding,
  type WetState,
  clockMinutes,
  cutShort,
  findings,
  gatedSteps,
  neverSkipped,
  oilKinds,
  openQuestions,
  sidesMissing,
  tapedHoles,
  waterSteps,
  wetStates,
} from '@sleetfall/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { dayText, timeText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'
import { usePads } from '../supplies/store.ts'
import SpotReadings from '../surface/SpotReadings.vue'
import { fourSpots, scanOf } from '../surface/spots.ts'
import SideCounter from './SideCounter.vue'
import WaterPanel from './WaterPanel.vue'
import { clockText, secondsLeft } from './timer.ts'
import { useBell } from './useBell.ts'
import { useStepText } from './useStepText.ts'

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
const session = useSession()
const balls = useBalls()
const pads = usePads()
const words = useStepText()
const bell = useBell()
onMounted(() => Promise.all([pads.load(), balls.need(props.job.ballId)]))
const ball = computed(() => balls.byId.get(props.job.ballId))

const left = computed(() =>
  props.step.startedAt ? secondsLeft(props.step.startedAt, props.step.minutes, props.nowMs, props.step) : 0,
)
watch(left, (now, before) => {
  if (now <= 0 && before > 0) bell.ring()
})
const isLast = computed(() => props.step.position === props.job.procedure.length - 1)

const readings = ref(fourSpots())
const finding = ref<Finding | null>(null)
const wet = ref<WetState | null>(null)
const earlyReason = ref('')
const coolerReason = ref('')
const minutesDone = ref<number | null>(null)
const sidesDone = ref<number | null>(null)
const note = ref('')
const skipping = ref(false)
const skipReason = ref('')
const noProgress: StepProgress = { sidesDone: 0, sideStartedAt: null, ticks: [] }
const progress = computed(() => ({ ...noProgress, ...(props.step.measured['progress'] as StepProgress | undefined) }))
const usesUp = computed(() => props.step.recipeStep !== null || props.step.key === 'clean')
/** Pads or products that fit the step, the least worn first; the choice falls on the first. */
const fitting = computed(() => {
  const { recipeStep, key } = props.step
  const fits = (pad: Pad) =>
    recipeStep
      ? pad.abrasive === recipeStep.abrasive && (pad.grit ?? undefined) === recipeStep.grit
      : key === 'clean' && pad.abrasive === 'cleaner'
  return pads.items.filter(fits).sort((a, b) => a.uses / a.lifeBalls - b.uses / b.lifeBalls)
})
/** The kind of cleaner follows the finish that is on the ball now. */
const cleanerFor = computed(() =>
  props.step.key !== 'clean' || !ball.value
    ? ''
    : t(ball.value.surface.state === 'polished' ? 'bench.cleanerFor.polished' : 'bench.cleanerFor.dull'),
)
const padId = ref<string | null>(null)
watch(
  () => [props.step.position, fitting.value.length],
  () => (padId.value = fitting.value[0]?.id ?? null),
  { immediate: true },
)
watch(
  () => props.step.position,
  () => {
    readings.value = fourSpots()
    finding.value = null
    wet.value = null
    earlyReason.value = ''
    coolerReason.value = ''
    minutesDone.value = null
    sidesDone.value = null
    note.value = ''
    tack.value = null
    oilSeen.value = null
    skipping.value = false
    skipReason.value = ''
  },
)
const pad = computed(() => pads.byId.get(padId.value ?? ''))
const holes = tapedHoles
const ticked = (hole: string) => progress.value.ticks.includes(hole)
const tick = (hole: string) =>
  emit('progress', {
    ...progress.value,
    ticks: ticked(hole) ? progress.value.ticks.filter((one) => one !== hole) : [...progress.value.ticks, hole],
  })
const tack = ref<number | null>(null)
const oilSeen = ref<(typeof oilAmounts)[number] | null>(null)
/** Feel of the cover before and after oil work, to compare and not to prove. */
const asksTack = computed(
  () => oilKinds.includes(props.job.kind) && (props.step.key === 'inspect' || props.step.key === 'clean'),
)
const asksOil = computed(() => props.step.key === 'wipe-warm' || props.step.key === 'empty-holes')
const asksFinding = computed(() => props.step.key === 'inspect' || props.step.key === 'inserts')
const drying = computed(
  () => props.step.key === 'dry' && props.job.lockedUntil !== null && Date.parse(props.job.lockedUntil) > props.nowMs,
)
const holds = computed(
  () =>
    props.step.key === 'inspect' && props.job.kind !== 'inspect' && finding.value !== null && finding.value !== 'fine',
)
/** The step as the rules see it; the server asks by the same ones. */
const facts = computed(() => ({ ...props.step, progress: progress.value }))
const nextKey = computed(() => (holds.value ? null : (props.job.procedure[props.step.position + 1]?.key ?? null)))
const open = computed(() =>
  openQuestions(
    facts.value,
    {
      finding: finding.value,
      wet: wet.value,
      earlyReason: earlyReason.value,
      coolerReason: coolerReason.value,
      minutesDone: minutesDone.value,
      sidesDone: sidesDone.value,
    },
    { nowMs: props.nowMs, nextKey: nextKey.value, lastWater: props.job.water.at(-1) ?? null, drying: drying.value },
  ),
)
const missing = computed(() => open.value.map((problem) => t(`bench.missing.${problem}`)))
const showsWater = computed(
  () => waterSteps.includes(props.step.key) || (nextKey.value !== null && gatedSteps.includes(nextKey.value)),
)
const endsEarly = computed(() => cutShort(facts.value, props.nowMs))
const asksMinutes = ref(false)
const asksSides = computed(() => sidesMissing(facts.value))
const asksCooler = computed(() => open.value.includes('cooler-reason') || coolerReason.value !== '')
const ranMinutes = computed(() => Math.round(10 * clockMinutes(facts.value, props.nowMs)) / 10)
watch(
  () => props.step.position,
  () => (asksMinutes.value = false),
)
const maySkip = computed(() => !neverSkipped.includes(props.step.key) && !drying.value)

function done() {
  // A soak that is ended before its time asks how long it was, and only then.
  if (endsEarly.value && minutesDone.value === null) {
    asksMinutes.value = true
    return
  }
  const { grits, spots } = scanOf(readings.value)
  emit('done', {
    ...(grits.length > 0 ? { scannedGrits: grits, scanSpots: spots } : {}),
    ...(finding.value ? { finding: finding.value } : {}),
    ...(wet.value ? { wet: wet.value } : {}),
    ...(usesUp.value && padId.value ? { padId: padId.value } : {}),
    ...(earlyReason.value ? { earlyReason: earlyReason.value } : {}),
    ...(coolerReason.value ? { coolerReason: coolerReason.value } : {}),
    ...(endsEarly.value ? { minutesDone: minutesDone.value } : {}),
    ...(asksSides.value ? { sidesDone: sidesDone.value } : {}),
    ...(tack.value ? { tack: tack.value } : {}),
    ...(oilSeen.value ? { oilSeen: oilSeen.value } : {}),
    ...(note.value ? { note: note.value } : {}),
  })
}
</script>

<template>
  <div class="panel stage" :class="{ flash: bell.flashing.value }">
    <div class="spread top">
      <p class="condensed soft">
        {{ t('bench.step', { n: step.position + 1, of: job.procedure.length }) }} ·
        {{ t('bench.station', { station: step.stationName ?? t(`bench.stations.${step.station}`) }) }} ·
        {{ t('bench.technician', { name: session.user?.name ?? '' }) }}
      </p>
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
      <v-select
        v-model="padId"
        :label="t('bench.pad')"
        :items="[
          ...fitting.map((one) => ({
            value: one.id,
            title: t('bench.padItem', { name: one.name, n: one.uses, of: one.lifeBalls }),
          })),
          { value: null, title: t('bench.noPad') },
        ]"
      />
      <p v-if="pad && pad.uses >= pad.lifeBalls" role="status">
        ▲ {{ t('bench.padWorn', { name: pad.name }) }}
        <v-btn v-if="pad.spare > 0 && session.mayWork" size="small" @click="pads.openSpare(pad)">{{
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
    <fieldset v-if="asksFinding" class="choices">
      <legend>{{ t(`bench.findingTitle.${step.key as 'inspect'}`) }}</legend>
      <v-btn
        v-for="one in findings.filter((f) => step.key === 'inspect' || (f !== 'cracked' && f !== 'cold'))"
        :key="one"
        class="choice"
        :class="{ chosen: finding === one }"
        :aria-pressed="finding === one"
        @click="finding = one"
        >{{ finding === one ? '●' : '○' }} {{ t(`bench.findings.${one}`) }}</v-btn
      >
      <v-text-field v-if="finding && finding !== 'fine'" v-model="note" :label="t('bench.findingNote')" />
    </fieldset>
    <fieldset v-if="step.key === 'tape-holes'" class="choices">
      <legend>{{ t('bench.holesTitle') }}</legend>
      <v-btn
        v-for="hole in holes"
        :key="hole"
        class="choice"
        :class="{ chosen: ticked(hole) }"
        :aria-pressed="ticked(hole)"
        :disabled="busy"
        @click="tick(hole)"
        >{{ ticked(hole) ? '●' : '○' }} {{ t(`bench.holes.${hole}`) }}</v-btn
      >
    </fieldset>
    <fieldset v-if="step.key === 'wet-check'" class="choices">
      <legend>{{ t('bench.wetTitle') }}</legend>
      <v-btn
        v-for="one in wetStates"
        :key="one"
        class="choice"
        :class="{ chosen: wet === one }"
        :aria-pressed="wet === one"
        @click="wet = one"
        >{{ wet === one ? '●' : '○' }} {{ t(`bench.wets.${one}`) }}</v-btn
      >
    </fieldset>
    <fieldset v-if="asksTack" class="choices small-choices">
      <legend>{{ t('bench.tackTitle') }}</legend>
      <v-btn
        v-for="n in 5"
        :key="n"
        class="choice"
        :class="{ chosen: tack === n }"
        :aria-pressed="tack === n"
        :aria-label="t('bench.tackN', { n })"
        @click="tack = tack === n ? null : n"
        >{{ n }}</v-btn
      >
      <p class="small soft wide">{{ t('bench.tackNote') }}</p>
    </fieldset>
    <fieldset v-if="asksOil" class="choices small-choices">
      <legend>{{ t('bench.oilSeenTitle') }}</legend>
      <v-btn
        v-for="amount in oilAmounts"
        :key="amount"
        class="choice"
        :class="{ chosen: oilSeen === amount }"
        :aria-pressed="oilSeen === amount"
        @click="oilSeen = oilSeen === amount ? null : amount"
        >{{ oilSeen === amount ? '●' : '○' }} {{ t(`bench.oilSeen.${amount}`) }}</v-btn
      >
    </fieldset>
    <div v-if="drying" class="stack">
      <p role="status">
        ▲ {{ t('bench.dryingUntil', { day: dayText(job.lockedUntil!), time: timeText(job.lockedUntil!) }) }}
      </p>
      <v-text-field v-model="earlyReason" :label="t('bench.earlyReason')" />
    </div>
    <SpotReadings
      v-if="step.key === 'scan'"
      v-model="readings"
      :ball-id="job.ballId"
      :expected-grit="job.steps?.at(-1)?.grit ?? null"
    />
    <WaterPanel
      v-if="showsWater"
      :job="job"
      :busy="busy || !session.mayWork"
      :weight-lb="ball?.weightLb ?? null"
      @measured="emit('measured', $event)"
      @hot="emit('hot')"
    />
    <template v-if="session.mayWork">
      <v-text-field v-if="asksCooler" v-model="coolerReason" class="reason" :label="t('bench.coolerReason')" />
      <fieldset v-if="asksSides && step.recipeStep" class="choices small-choices">
        <legend>{{ t('bench.sidesTitle') }}</legend>
        <v-btn
          v-for="n in step.recipeStep.sides + 1"
          :key="n"
          class="choice"
          :class="{ chosen: sidesDone === n - 1 }"
          :aria-pressed="sidesDone === n - 1"
          @click="sidesDone = n - 1"
          >{{ n - 1 === step.recipeStep.sides ? t('bench.sidesAll', { n: n - 1 }) : n - 1 }}</v-btn
        >
      </fieldset>
      <fieldset v-if="asksMinutes && endsEarly" class="choices small-choices">
        <legend>{{ t('bench.minutesTitle', { ran: ranMinutes, of: step.minutes }) }}</legend>
        <v-btn
          v-for="n in [ranMinutes, step.minutes]"
          :key="n"
          class="choice"
          :class="{ chosen: minutesDone === n }"
          :aria-pressed="minutesDone === n"
          @click="minutesDone = n"
          >{{ n === step.minutes ? t('bench.minutesAll', { n }) : t('bench.minutesClock', { n }) }}</v-btn
        >
        <v-text-field
          class="few"
          :model-value="minutesDone ?? ''"
          :label="t('bench.minutesOther')"
          inputmode="decimal"
          @update:model-value="minutesDone = $event === '' ? null : Number(String($event).replace(',', '.'))"
        />
      </fieldset>
      <p
        v-for="text in missing.filter((_, at) => asksMinutes || open[at] !== 'minutes')"
        :key="text"
        class="small"
        role="status"
      >
        ◇ {{ text }}
      </p>
      <v-btn
        class="next-action big"
        :loading="busy"
        :disabled="open.some((one) => one !== 'minutes' || asksMinutes)"
        @click="done"
        >{{ holds ? t('bench.holdJob') : isLast ? t('bench.lastDone') : t('bench.stepDone') }}</v-btn
      >
      <form v-if="skipping" class="skip" @submit.prevent="skipReason.trim() && emit('skip', skipReason)">
        <v-text-field v-model="skipReason" autofocus :label="t('bench.skipReason')" />
        <v-btn type="submit" class="touch" :disabled="!skipReason.trim() || busy">{{ t('bench.skipNow') }}</v-btn>
        <v-btn class="touch" variant="text" @click="skipping = false">{{ t('shell.cancel') }}</v-btn>
      </form>
      <div v-else class="row">
        <v-btn class="touch" :disabled="busy" @click="emit('pause', '')">{{ t('bench.pause') }}</v-btn>
        <v-btn v-if="maySkip" class="touch" variant="text" :disabled="busy" @click="skipping = true">{{
          t('bench.skip')
        }}</v-btn>
      </div>
    </template>
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
.choices {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  width: 100%;
}
.choices legend {
  font-weight: 700;
  margin-bottom: var(--gap-1);
}
.choice {
  min-height: 60px !important;
  font-size: 1.15rem;
}
.choice.chosen {
  background: var(--accent-wash);
  outline: 2px solid var(--accent);
}
.choices .v-text-field {
  flex: 1 1 100%;
}
.small-choices .choice {
  min-height: 48px !important;
}
.wide {
  flex: 1 1 100%;
}
.reason {
  width: min(560px, 100%);
}
.choices .few {
  flex: 0 1 150px;
}
.skip {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: var(--gap-2);
  width: 100%;
  align-items: start;
}
@media (max-width: 900px) {
  .timer {
    font-size: 5.5rem;
  }
  .choice {
    min-height: 84px !important;
    font-size: 1.35rem;
  }
}
</style>
