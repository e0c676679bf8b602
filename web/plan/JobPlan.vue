<script setup lang="ts">
import type { Job } from '@sleetfall/contract'
import { describeSteps, occasionOf } from '@sleetfall/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { ballUrl, saveLabels } from '../fitting/label.ts'
import { nowMs } from '../http/clock.ts'
import { saveCard } from '../print/card.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import TellForm from '../upkeep/TellForm.vue'
import { blocksOf } from './board.ts'
import { minuteText } from './minuteText.ts'
import { usePlan } from './store.ts'

/** Where a job stands in the plan, and the promise on paper. */
const props = defineProps<{ job: Job }>()
const { t } = useI18n()
const store = usePlan()
const session = useSession()
const notices = useNotices()
onMounted(() => void store.load())
const own = computed(() => (store.plan ? blocksOf(store.plan).filter(({ work }) => work.jobId === props.job.id) : []))
const next = computed(() => own.value.find(({ work }) => !work.running) ?? own.value[0])
const ready = computed(() => own.value.at(-1)?.slot.end ?? null)
const late = computed(() => {
  const due = own.value[0]?.chain.due
  return due !== undefined && ready.value !== null && ready.value > due
})
const telling = ref(false)
const occasion = computed(() =>
  occasionOf({
    done: props.job.state === 'done',
    dryingUntil: props.job.lockedUntil ? Date.parse(props.job.lockedUntil) / 60_000 : null,
    readyAt: ready.value,
    due: own.value[0]?.chain.due ?? null,
    now: nowMs() / 60_000,
  }),
)
const promised = computed(() => t('plan.readyBy', { day: dayText(props.job.dueOn) }))
const workText = computed(() =>
  [t(`works.${props.job.kind}`), props.job.steps ? describeSteps(props.job.steps) : ''].join(' ').trim(),
)
const printReceipt = () =>
  notices.attempt(() =>
    saveCard({
      format: 'a6',
      shop: session.info?.shopName ?? '',
      title: t('plan.receipt'),
      customer: props.job.customerName,
      lines: [
        { text: props.job.ballName, bold: true },
        { text: workText.value },
        { text: promised.value, bold: true },
        ...(props.job.eventName ? [{ text: t('plan.receiptFor', { event: props.job.eventName }) }] : []),
        ...(props.job.reason ? [{ text: props.job.reason }] : []),
      ],
      care: t('plan.receiptCare'),
    }),
  )
const printLabel = () =>
  notices.attempt(() =>
    saveLabels([
      {
        ball: props.job.ballName,
        customer: props.job.customerName,
        contact: workText.value,
        complaint: props.job.reason,
        place: '',
        date: promised.value,
        url: ballUrl(props.job.customerId, props.job.ballId),
      },
    ]),
  )
</script>

<template>
  <div class="spread in-plan">
    <p>
      <template v-if="next?.fault === 'passed'">{{
        t('plan.shouldHaveBegun', { from: minuteText(next.slot.start) })
      }}</template>
      <template v-else-if="next && ready !== null">
        {{ late ? '▲ ' : '' }}{{ t('plan.inPlan', { from: minuteText(next.slot.start), ready: minuteText(ready) }) }}
        <template v-if="late">{{ t('plan.afterPromise', { day: dayText(job.dueOn) }) }}</template>
      </template>
      <template v-else-if="store.plan && job.state !== 'done'">◇ {{ t('plan.notInPlan') }}</template>
    </p>
    <div class="row">
      <v-btn v-if="session.may('records')" size="small" @click="telling = true">{{ t('upkeep.tell.open') }}</v-btn>
      <v-btn size="small" to="/plan">{{ t('plan.toPlan') }}</v-btn>
      <v-btn size="small" @click="printReceipt">{{ t('plan.printReceipt') }}</v-btn>
      <v-btn size="small" @click="printLabel">{{ t('plan.printLabel') }}</v-btn>
    </div>
    <TellForm
      v-if="telling"
      :job="job"
      :occasion="occasion"
      :ready-at="ready === null ? null : new Date(ready * 60_000).toISOString()"
      @close="telling = false"
    />
  </div>
</template>
