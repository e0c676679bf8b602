<script setup lang="ts">
import { oilKinds } from '@sleetfall/core'
import { useTimeoutFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText } from '../controls/days.ts'
import LostView from '../shell/LostView.vue'
import { useSession } from '../shell/session.ts'
import JobForm from './JobForm.vue'
import JobHead from './JobHead.vue'
import JobPlan from '../plan/JobPlan.vue'
import JobPair from './JobPair.vue'
import JobPaused from './JobPaused.vue'
import JobStage from './JobStage.vue'
import JobSteps from './JobSteps.vue'
import { useJob } from './useJob.ts'

/** One job on the bench, a step at a time, for a tablet beside the spinner. */
const { t } = useI18n()
const route = useRoute()
const session = useSession()
const held = useJob(computed(() => String(route.params['jobId'])))
const { job, ball, current, busy, lost, error, nowMs, refresh } = held
const asking = ref(false)
const following = ref(false)
const editing = ref(false)
const isTested = computed(
  () => job.value !== undefined && [...oilKinds, 'resurface', 'polish'].includes(job.value.kind),
)
/** Hot water does not bring the finish back: an extraction is followed by a resurface. */
const offersResurface = computed(
  () => job.value !== undefined && job.value.state === 'done' && oilKinds.includes(job.value.kind),
)
/** The guard on the server needs a moment after the reading. */
const soonAgain = useTimeoutFn(refresh, 700, { immediate: false }).start
function stop() {
  asking.value = false
  void held.stop()
}
</script>

<template>
  <LostView v-if="lost" :what="t('bench.lost')" to="/bench" :go="t('bench.title')" />
  <LoadState v-else :loaded="job !== undefined" :error="error" @retry="refresh">
    <section v-if="job" class="job touch">
      <JobHead
        :job="job"
        :busy="busy"
        :first="current?.position === 0"
        @back="held.back"
        @edit="editing = true"
        @stop="asking = true"
      />
      <div v-if="job.state === 'waiting'" class="panel stage">
        <p>{{ t('bench.waitingText', { due: dayText(job.dueOn) }) }}</p>
        <p>
          <strong>{{ t('bench.kitTitle') }}:</strong> {{ t(`bench.kit.${job.kind}`) }}
        </p>
        <v-btn v-if="session.mayWork" class="next-action big" :loading="busy" @click="held.start">{{
          t('bench.start')
        }}</v-btn>
        <p v-else>{{ t('bench.needsTechnician') }}</p>
      </div>

      <JobPaused
        v-else-if="current && job.pausedAt"
        :job="job"
        :step="current"
        :busy="busy"
        :weight-lb="ball?.weightLb ?? null"
        @measured="held.measured"
        @resume="held.resume"
      />
      <JobStage
        v-else-if="current"
        :job="job"
        :step="current"
        :now-ms="nowMs"
        :busy="busy"
        @done="held.done"
        @hot="soonAgain"
        @skip="held.skip"
        @progress="held.keep"
        @pause="held.pause"
        @measured="held.measured"
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
        @tie="held.tie"
      />

      <JobPlan v-if="job.state !== 'cancelled'" :job="job" />
      <JobSteps :steps="job.procedure" :at="current?.position ?? null" />
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
</style>
