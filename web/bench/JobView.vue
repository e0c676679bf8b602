<script setup lang="ts">
import type { Job } from '@sleetfall/contract'
import { describeSteps } from '@sleetfall/core'
import { useIntervalFn, useNow } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import QuantityField from '../controls/QuantityField.vue'
import { dayText, timeText } from '../controls/days.ts'
import { quantityText } from '../controls/quantities.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useBench } from './store.ts'
import { clockText, secondsLeft } from './timer.ts'
import { useStepText } from './useStepText.ts'

/** One job on the bench, a step at a time, for a tablet beside the spinner. */
const { t } = useI18n()
const route = useRoute()
const session = useSession()
const bench = useBench()
const balls = useBalls()
const notices = useNotices()
const words = useStepText()
const now = useNow({ interval: 500 })
const busy = ref(false)
const asking = ref(false)
const error = ref<string | null>(null)
const jobId = computed(() => String(route.params['jobId']))
const job = computed<Job | undefined>(() => bench.byId.get(jobId.value))

async function refresh() {
  try {
    await bench.refresh(jobId.value)
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(refresh)
watch(jobId, refresh)
// Another tablet may be working on it.
useIntervalFn(() => void (job.value?.state === 'running' && !busy.value && refresh()), 5000)

const current = computed(() => job.value?.procedure.find((step) => step.startedAt !== null && step.doneAt === null))
const left = computed(() =>
  current.value?.startedAt
    ? secondsLeft(current.value.startedAt, current.value.minutes, now.value.getTime() + bench.clockOffsetMs)
    : null,
)
const isLast = computed(() => current.value?.position === (job.value?.procedure.length ?? 0) - 1)

const grits = ref<(number | null)[]>([null, null, null, null])
const temperatureC = ref<number | null>(null)
watch(
  () => current.value?.position,
  () => {
    grits.value = [null, null, null, null]
    temperatureC.value = null
  },
)
const measuresWater = computed(() => current.value?.key === 'soak' || current.value?.key === 'second-soak')
const water = { low: 49, high: 54, tooCool: 46, stop: 60 }
const waterHint = computed(() => {
  const show = (celsius: number) => quantityText('waterTemperatureC', celsius, session.metric)
  return t('bench.temperatureHint', {
    low: show(water.low),
    high: show(water.high),
    warn: show(water.high),
    stop: show(water.stop),
  })
})
const waterBad = computed(() => temperatureC.value !== null && !(temperatureC.value <= water.stop))

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
const next = () =>
  act(async (one) => {
    if (!current.value) return
    const scannedGrits = grits.value.filter((grit): grit is number => grit !== null)
    const after = await bench.stepDone(one, current.value.position, { scannedGrits, temperatureC: temperatureC.value })
    if (after.state === 'done') await balls.refresh(after.ballId)
  })
const stop = () =>
  act(async (one) => {
    asking.value = false
    await bench.stop(one)
    await balls.refresh(one.ballId)
  })
</script>

<template>
  <LoadState :loaded="job !== undefined" :error="error" @retry="refresh">
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
        </div>
        <div class="row">
          <v-btn
            v-if="job.state === 'running' && session.mayWork"
            :disabled="busy || current?.position === 0"
            @click="act(bench.stepBack)"
            >{{ t('bench.back') }}</v-btn
          >
          <v-btn
            v-if="(job.state === 'running' || job.state === 'waiting') && session.mayWork"
            :disabled="busy"
            @click="asking = true"
            >{{ t('bench.stop') }}</v-btn
          >
        </div>
      </header>

      <div v-if="job.state === 'waiting'" class="panel stage">
        <p>{{ t('bench.waitingText', { due: dayText(job.dueOn) }) }}</p>
        <v-btn v-if="session.mayWork" class="next-action big" :loading="busy" @click="act(bench.start)">{{
          t('bench.start')
        }}</v-btn>
        <p v-else>{{ t('bench.needsTechnician') }}</p>
      </div>

      <div v-else-if="current" class="panel stage">
        <p class="condensed soft">
          {{ t('bench.step', { n: current.position + 1, of: job.procedure.length }) }} ·
          {{ t('bench.station', { station: t(`bench.stations.${current.station}`) }) }}
        </p>
        <h2 class="step-name">{{ words.name(current) }}</h2>
        <p class="instruction">{{ words.instruction(current) }}</p>
        <p v-if="left !== null && current.minutes > 0" class="timer figure" :class="{ over: left < 0 }" role="timer">
          {{
            left >= 0
              ? t('bench.timeLeft', { time: clockText(left) })
              : `▲ ${t('bench.timeOver', { time: clockText(left) })}`
          }}
        </p>
        <aside v-if="current.cautions.length > 0" class="cautions">
          <strong>▲ {{ t('bench.cautionsTitle') }}</strong>
          <ul>
            <li v-for="caution in current.cautions" :key="caution">{{ t(`bench.cautions.${caution}`) }}</li>
          </ul>
          <p class="small">{{ t('bench.productFirst') }}</p>
        </aside>
        <div v-if="current.key === 'scan'" class="stack">
          <p>{{ t('bench.scanHere') }}</p>
          <div class="measures">
            <QuantityField
              v-for="(_, index) in grits"
              :key="index"
              v-model="grits[index]"
              name="scannedGrit"
              :label="t('bench.reading', { n: index + 1 })"
            />
          </div>
        </div>
        <div v-if="measuresWater" class="measures">
          <QuantityField
            v-model="temperatureC"
            name="waterTemperatureC"
            :label="t('bench.temperature')"
            :hint="waterHint"
          />
          <p v-if="temperatureC !== null && temperatureC > water.high && !waterBad" role="status">
            ▲ {{ t('bench.temperatureWarn') }}
          </p>
          <p v-if="temperatureC !== null && temperatureC < water.tooCool" role="status">
            ▼ {{ t('bench.temperatureLow') }}
          </p>
        </div>
        <v-btn v-if="session.mayWork" class="next-action big" :loading="busy" :disabled="waterBad" @click="next">{{
          isLast ? t('bench.lastDone') : t('bench.stepDone')
        }}</v-btn>
        <p v-else>{{ t('bench.needsTechnician') }}</p>
      </div>

      <div v-else class="panel stage">
        <p class="step-name condensed">
          {{ job.state === 'done' ? `● ${t('bench.finished')}` : `× ${t('bench.stopped')}` }}
        </p>
        <v-btn class="next-action big" :to="{ path: `/rack/${job.customerId}`, query: { ball: job.ballId } }">{{
          t('bench.toBall')
        }}</v-btn>
      </div>

      <section :aria-label="t('bench.doneSteps')">
        <ol class="steps">
          <li v-for="step in job.procedure" :key="step.position" :class="{ now: step === current, past: step.doneAt }">
            <span aria-hidden="true">{{ step.doneAt ? '●' : step === current ? '▶' : '○' }}</span>
            {{ words.name(step) }}
            <span v-if="step.doneAt" class="small soft">{{
              t('bench.done_by', { name: step.doneBy ?? '', time: timeText(step.doneAt) })
            }}</span>
          </li>
        </ol>
      </section>
      <ConfirmDialog
        v-if="asking"
        :title="t('bench.stopTitle')"
        :text="t('bench.stopText')"
        :action="t('bench.stopAction')"
        @confirm="stop"
        @close="asking = false"
      />
    </section>
  </LoadState>
</template>

<style scoped>
.job {
  display: grid;
  gap: var(--gap-3);
  max-width: 900px;
}
.stage {
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
  padding: var(--gap-4);
  border-top: 4px solid var(--accent);
}
.step-name {
  font-size: 2.1rem;
}
.instruction {
  font-size: 1.25rem;
  max-width: 60ch;
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
.big {
  min-height: 72px !important;
  min-width: min(420px, 100%) !important;
  font-size: 1.35rem;
}
.measures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: var(--gap-2);
  width: min(640px, 100%);
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
/* On the tablet beside the spinner one step fills the screen. */
@media (max-width: 900px) {
  .stage {
    min-height: 62dvh;
    align-content: space-between;
  }
  .step-name {
    font-size: 2.8rem;
  }
  .instruction {
    font-size: 1.5rem;
  }
  .timer {
    font-size: 5.5rem;
  }
  .big {
    width: 100%;
    min-height: 120px !important;
    font-size: 1.8rem;
  }
}
</style>
