<script setup lang="ts">
import type { Job, StepProgress } from '@sleetfall/contract'
import { describeSteps, findings, oilKinds, waterState } from '@sleetfall/core'
import { useIntervalFn, useNow, useTimeoutFn } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText, timeText } from '../controls/days.ts'
import { useBath, useDevices } from '../equipment/store.ts'
import { ApiError, errorText } from '../http/problem.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePads } from '../supplies/store.ts'
import JobForm from './JobForm.vue'
import JobPair from './JobPair.vue'
import JobStage from './JobStage.vue'
import WaterPanel from './WaterPanel.vue'
import { useBench } from './store.ts'
import { useStepText } from './useStepText.ts'

/** One job on the bench, a step at a time, for a tablet beside the spinner. */
const { t } = useI18n()
const route = useRoute()
const session = useSession()
const bench = useBench()
const balls = useBalls()
const pads = usePads()
const notices = useNotices()
const words = useStepText()
const now = useNow({ interval: 500 })
const busy = ref(false)
const asking = ref(false)
const lost = ref(false)
const error = ref<string | null>(null)
const jobId = computed(() => String(route.params['jobId']))
const job = computed<Job | undefined>(() => bench.byId.get(jobId.value))

async function refresh() {
  try {
    await bench.refresh(jobId.value)
    error.value = null
  } catch (problem) {
    lost.value = problem instanceof ApiError && problem.problem.status === 404
    error.value = errorText(problem)
  }
}
onMounted(refresh)
watch(
  () => job.value?.ballId,
  (id) => void balls.need(id),
  { immediate: true },
)
watch(jobId, refresh)
// Another tablet may be working on it.
useIntervalFn(() => void (job.value?.state === 'running' && !busy.value && refresh()), 5000)

const current = computed(() => job.value?.procedure.find((step) => step.startedAt !== null && step.doneAt === null))
const nowMs = computed(() => now.value.getTime() + bench.clockOffsetMs)
const tooHot = computed(() => job.value?.pausedReason === 'over-temperature')
const bath = useBath()
const devices = useDevices()
void devices.load().catch(() => undefined)
/** The same temperature that the panel shows: the bath's where one is connected, else the last reading. */
const stillHot = computed(() => {
  const last = job.value?.water.at(-1)
  const live = devices.of('bath')?.connected ? bath.value?.temperatureC : undefined
  const recorded = last === undefined || waterState(last.temperatureC) === 'stop'
  return tooHot.value && (recorded || (live !== undefined && waterState(live) === 'stop'))
})
const finding = computed(() => findings.find((one) => one === job.value?.pausedReason))
const following = ref(false)
const editing = ref(false)
const isTested = computed(
  () => job.value !== undefined && [...oilKinds, 'resurface', 'polish'].includes(job.value.kind),
)
/** Hot water does not bring the finish back: an extraction is followed by a resurface. */
const offersResurface = computed(
  () => job.value !== undefined && job.value.state === 'done' && oilKinds.includes(job.value.kind),
)
const ball = computed(() => balls.byId.get(job.value?.ballId ?? ''))

/** The guard on the server needs a moment after the reading. */
const soonAgain = useTimeoutFn(refresh, 700, { immediate: false }).start

async function act(action: (job: Job) => Promise<unknown>) {
  if (!job.value || busy.value) return
  busy.value = true
  try {
    await action(job.value)
  } catch (problem) {
    notices.failed(problem)
    // What stands on the server now comes with the refusal; show it at once.
    if (problem instanceof ApiError) await refresh()
  } finally {
    busy.value = false
  }
}
const next = (input: Parameters<typeof bench.stepDone>[2]) =>
  act(async (one) => {
    if (!current.value) return
    const after = await bench.stepDone(one, current.value.position, input)
    await pads.load(true)
    if (after.state === 'done' || input.wet || input.finding) await balls.refresh(after.ballId)
  })
const skip = (reason: string) =>
  act(async (one) => void (current.value && (await bench.skip(one, current.value.position, reason))))
const keep = (progress: StepProgress) =>
  act(async (one) => void (current.value && (await bench.progress(one, current.value.position, progress))))
const stop = () =>
  act(async (one) => {
    asking.value = false
    await bench.stop(one)
    await balls.refresh(one.ballId)
  })
</script>

<template>
  <LostView v-if="lost" :what="t('bench.lost')" to="/bench" :go="t('bench.title')" />
  <LoadState v-else :loaded="job !== undefined" :error="error" @retry="refresh">
    <section v-if="job" class="job touch">
      <header class="spread">
        <div>
          <h1>
            {{ job.ballName }} <span class="soft small">{{ job.customerName }}</span>
          </h1>
          <p>
            {{ t(`bench.kinds.${job.kind}`) }} <template v-if="job.steps">{{ describeSteps(job.steps) }}</template> ·
            {{ t('bench.due') }} {{ dayText(job.dueOn)
            }}<template v-if="job.eventName"> · {{ job.eventName }}</template>
          </p>
          <p v-if="job.reason" class="soft">{{ job.reason }}</p>
          <p v-if="job.overridden.length > 0" class="small">
            ▲
            {{
              t('bench.against', {
                what: job.overridden.map((one) => t(`bench.doubtNames.${one}`)).join(', '),
                why: job.overrideReason,
              })
            }}
          </p>
        </div>
        <div class="row">
          <v-btn
            v-if="job.state === 'running' && session.mayWork"
            :disabled="busy || current?.position === 0 || job.pausedAt !== null"
            @click="act(bench.stepBack)"
            >{{ t('bench.back') }}</v-btn
          >
          <v-btn v-if="job.state === 'waiting' && session.may('promises')" :disabled="busy" @click="editing = true">{{
            t('bench.edit')
          }}</v-btn>
          <v-btn
            v-if="job.state === 'waiting' ? session.may('promises') : job.state === 'running' && session.mayWork"
            :disabled="busy"
            @click="asking = true"
            >{{ t(job.state === 'waiting' ? 'bench.takeOff' : 'bench.stop') }}</v-btn
          >
        </div>
      </header>

      <div v-if="job.state === 'waiting'" class="panel stage">
        <p>{{ t('bench.waitingText', { due: dayText(job.dueOn) }) }}</p>
        <p>
          <strong>{{ t('bench.kitTitle') }}:</strong> {{ t(`bench.kit.${job.kind}`) }}
        </p>
        <v-btn v-if="session.mayWork" class="next-action big" :loading="busy" @click="act(bench.start)">{{
          t('bench.start')
        }}</v-btn>
        <p v-else>{{ t('bench.needsTechnician') }}</p>
      </div>

      <div v-else-if="current && job.pausedAt" class="panel stage" :class="{ halt: stillHot }" role="alert">
        <h2 class="step-name">
          {{
            tooHot ? (stillHot ? `× ${t('bench.hardStop')}` : `◇ ${t('bench.cooledDown')}`) : `◇ ${t('bench.paused')}`
          }}
        </h2>
        <p class="instruction">
          {{
            tooHot
              ? t(stillHot ? 'bench.hardStopText' : 'bench.cooledText')
              : finding
                ? t(`bench.held.${finding}`)
                : t('bench.pausedText', { step: words.name(current), time: timeText(job.pausedAt) })
          }}
        </p>
        <WaterPanel
          v-if="tooHot"
          :job="job"
          :busy="busy || !session.mayWork"
          :weight-lb="ball?.weightLb ?? null"
          @measured="(celsius) => act((one) => bench.water(one, celsius))"
        />
        <p v-if="stillHot" role="status">▲ {{ t('bench.measureAgain') }}</p>
        <v-btn
          v-if="session.mayWork"
          class="next-action big"
          :loading="busy"
          :disabled="stillHot"
          @click="act(bench.resume)"
          >{{ t('bench.resume') }}</v-btn
        >
        <p v-else>{{ t('bench.needsTechnician') }}</p>
      </div>

      <JobStage
        v-else-if="current"
        :job="job"
        :step="current"
        :now-ms="nowMs"
        :busy="busy"
        @done="next"
        @hot="soonAgain"
        @skip="skip"
        @progress="keep"
        @pause="(reason) => act((one) => bench.pause(one, reason))"
        @measured="(celsius) => act((one) => bench.water(one, celsius))"
      />

      <div v-else class="panel stage">
        <p class="step-name condensed">
          {{ job.state === 'done' ? `● ${t('bench.finished')}` : `× ${t('bench.stopped')}` }}
        </p>
        <v-btn class="next-action big" :to="{ path: `/rack/${job.customerId}`, query: { ball: job.ballId } }">{{
          t('bench.toBall')
        }}</v-btn>
        <v-btn v-if="offersResurface && session.mayWork && ball" class="big" @click="following = true">{{
          t('bench.thenResurface')
        }}</v-btn>
      </div>
      <JobPair
        v-if="isTested && job.state !== 'cancelled' && (job.state !== 'running' || job.beforeTrialId)"
        :job="job"
        @tie="(side, trialId) => act((one) => bench.tie(one, side, trialId))"
      />

      <section :aria-label="t('bench.doneSteps')">
        <ol class="steps">
          <li v-for="step in job.procedure" :key="step.position" :class="{ now: step === current, past: step.doneAt }">
            <span aria-hidden="true">{{
              step.skippedReason !== null ? '–' : step.doneAt ? '●' : step === current ? '▶' : '○'
            }}</span>
            {{ words.name(step) }}
            <span v-if="step.doneAt" class="small soft">{{
              step.skippedReason !== null
                ? t('bench.skipped', { why: step.skippedReason })
                : t('bench.done_by', { name: step.doneBy ?? '', time: timeText(step.doneAt) })
            }}</span>
          </li>
        </ol>
      </section>
      <JobForm v-if="editing && ball" :ball="ball" :job="job" @close="editing = false" />
      <JobForm v-if="following && ball" :ball="ball" work="resurface" @close="following = false" />
      <ConfirmDialog
        v-if="asking"
        :title="t(job.state === 'waiting' ? 'bench.takeOffTitle' : 'bench.stopTitle')"
        :text="t(job.state === 'waiting' ? 'bench.takeOffText' : 'bench.stopText')"
        :action="t(job.state === 'waiting' ? 'bench.takeOff' : 'bench.stopAction')"
        @confirm="stop"
        @close="asking = false"
      />
    </section>
  </LoadState>
</template>

<style scoped src="./stage.css"></style>
<style scoped>
.job {
  display: grid;
  gap: var(--gap-3);
  max-width: 900px;
}
.halt {
  border: 6px solid var(--bad);
}
.steps {
  list-style: none;
  padding: 0;
  columns: 2;
}
.steps li {
  min-height: 30px;
}
.steps .now {
  font-weight: 700;
}
.steps .past {
  color: var(--ink-soft);
}
</style>
