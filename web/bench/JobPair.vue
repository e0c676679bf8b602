<script setup lang="ts">
import type { Job, Trial } from '@sleetfall/contract'
import { oilKinds } from '@sleetfall/core'
import { computed, onMounted, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useTrials } from '../trials/store.ts'
import { useBench } from './store.ts'

/** The test before and the one after this work, kept together; says so when more than one thing changed between them. */
const props = defineProps<{ job: Job }>()
const emit = defineEmits<{ tie: ['before' | 'after', string | null] }>()
const { t } = useI18n()
const trials = useTrials()
const bench = useBench()
const own = shallowRef<readonly Trial[]>([])
const doneToo = shallowRef<readonly Job[]>([])
onMounted(async () => {
  const { ballId } = props.job
  ;[own.value, doneToo.value] = await Promise.all([trials.about({ ballId }), bench.onBall(ballId, true)])
})
const items = computed(() => [
  { value: null, title: t('bench.noTrial') },
  ...own.value.map((trial) => ({ value: trial.id, title: `${trial.question}, ${dayText(trial.startedAt)}` })),
])
const before = computed(() => trials.byId.get(props.job.beforeTrialId ?? ''))
const after = computed(() => trials.byId.get(props.job.afterTrialId ?? ''))
const isOil = (kind: Job['kind']) => oilKinds.includes(kind)
/** Other work of the other kind that was done between the two tests, or while there is no second one yet. */
const alsoChanged = computed(() => {
  const from = before.value?.startedAt ?? props.job.startedAt ?? ''
  const to = after.value?.startedAt ?? '9'
  return doneToo.value.filter(
    (job) =>
      job.id !== props.job.id &&
      job.state === 'done' &&
      job.doneAt !== null &&
      job.doneAt >= from &&
      job.doneAt <= to &&
      isOil(job.kind) !== isOil(props.job.kind) &&
      job.kind !== 'clean',
  )
})
const differs = computed(() =>
  before.value && after.value && before.value.patternId !== after.value.patternId ? t('bench.pair.otherPattern') : '',
)
/** What was felt and seen, shown beside the tests and not in their place. */
const felt = computed(() => {
  const measured = (key: string) => props.job.procedure.find((step) => step.key === key)?.measured ?? {}
  const [first, last] = [measured('inspect')['tack'], measured('clean')['tack']]
  return typeof first === 'number' && typeof last === 'number' ? t('bench.pair.tack', { first, last }) : ''
})
const oilSeen = computed(() => {
  const seen = props.job.procedure.flatMap(({ measured }) => (measured['oilSeen'] ? [String(measured['oilSeen'])] : []))
  return seen.length > 0
    ? t('bench.pair.oilSeen', { seen: seen.map((one) => t(`bench.oilSeen.${one}`)).join(', ') })
    : ''
})
</script>

<template>
  <section class="panel stack" :aria-label="t('bench.pair.title')">
    <h2>{{ t('bench.pair.title') }}</h2>
    <p class="soft">{{ t('bench.pair.why') }}</p>
    <div class="two">
      <v-select
        :label="t('bench.fields.beforeTrialId')"
        :items="items"
        :model-value="job.beforeTrialId ?? null"
        @update:model-value="emit('tie', 'before', $event)"
      />
      <v-select
        :label="t('bench.fields.afterTrialId')"
        :items="items.filter((item) => item.value === null || item.value !== job.beforeTrialId)"
        :model-value="job.afterTrialId"
        @update:model-value="emit('tie', 'after', $event)"
      />
    </div>
    <div class="row">
      <v-btn v-if="before" size="small" :to="`/trials/${before.id}`">{{ t('bench.pair.openBefore') }}</v-btn>
      <v-btn v-if="after" size="small" :to="`/trials/${after.id}`">{{ t('bench.pair.openAfter') }}</v-btn>
      <v-btn size="small" :to="{ path: '/trials', query: { new: 'trial', customer: job.customerId } }">{{
        t('bench.pair.begin')
      }}</v-btn>
    </div>
    <p v-if="alsoChanged.length > 0" role="status">
      ▲ {{ t('bench.pair.twoThings', { work: alsoChanged.map((one) => t(`works.${one.kind}`)).join(', ') }) }}
    </p>
    <p v-if="felt" class="small">{{ felt }}</p>
    <p v-if="oilSeen" class="small">{{ oilSeen }}</p>
    <p v-if="differs" role="status">▲ {{ differs }}</p>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: var(--gap-2);
}
</style>
