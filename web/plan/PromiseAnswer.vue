<script setup lang="ts">
import type { BenchPromise } from '@sleetfall/core'
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { promiseFor } from '../workers/plan.ts'
import { minuteText } from './minuteText.ts'
import { usePlan } from './store.ts'
import { useBlockText } from './useBlockText.ts'
import { type WantedWork, wantedJob } from './wanted.ts'

/** Whether work can be ready by a day: with its slot, or the earliest time and what would have to move. */
const props = defineProps<{ wanted: readonly WantedWork[]; dueOn: string }>()
const { t } = useI18n()
const store = usePlan()
const answer = shallowRef<BenchPromise | null>(null)
const failed = ref(false)
let asked = new AbortController()

const ask = useDebounceFn(async () => {
  asked.abort()
  asked = new AbortController()
  const plan = store.plan
  if (!plan || props.wanted.length === 0 || !/^\d{4}-\d\d-\d\d$/.test(props.dueOn)) {
    answer.value = null
    return
  }
  try {
    const jobs = props.wanted.map((one) => wantedJob(plan, one, props.dueOn))
    answer.value = (await promiseFor(plan.question, plan.slots, jobs, asked.signal)) ?? answer.value
    failed.value = false
  } catch {
    failed.value = true
  }
}, 120)
watch(() => [props.wanted, props.dueOn, store.plan], ask, { deep: true })
onMounted(async () => {
  await store.load()
  await ask()
})
onUnmounted(() => asked.abort())

const { stationName } = useBlockText(() => store.plan!)
const latest = (times: readonly (number | null)[]) =>
  times.some((one) => one === null) ? null : Math.max(...(times as number[]))
const now = computed(() => answer.value && latest(answer.value.asItStands.promised.map((one) => one.readyAt)))
const kept = computed(() => answer.value !== null && answer.value.ifMoved === null)
/** When the first of it begins, and where. */
const first = computed(() => {
  const ids = new Set(props.wanted.map(({ id }) => id))
  return answer.value?.asItStands.schedule.slots
    .filter((slot) => ids.has(slot.job))
    .toSorted((a, b) => a.start - b.start)[0]
})
const moved = computed(() => {
  const other = answer.value?.ifMoved
  if (!other || !store.plan) return null
  const at = latest(other.promised.map((one) => one.readyAt))
  const names = (ids: readonly string[]) =>
    store
      .plan!.chains.filter(({ id }) => ids.includes(id))
      .map((one) => `${one.ballName} (${one.customerName})`)
      .join(', ')
  const balls = [...new Set(other.moved.map(({ job }) => job))]
  return {
    at,
    keeps: other.promised.every((one) => one.kept),
    balls: balls.length,
    names: names(balls),
    broken: names(other.broken),
  }
})
</script>

<template>
  <div class="promise" role="status">
    <p v-if="failed">◌ {{ t('plan.promise.failed') }}</p>
    <p v-else-if="answer === null" class="soft">◌ {{ t('plan.promise.asking') }}</p>
    <template v-else-if="kept">
      <p>● {{ t('plan.promise.yes', { ready: minuteText(now!) }) }}</p>
      <p v-if="first" class="small soft">
        {{ t('plan.promise.slot', { from: minuteText(first.start), station: stationName(first.station) }) }}
      </p>
    </template>
    <template v-else>
      <p>▲ {{ now === null ? t('plan.promise.noSlot') : t('plan.promise.no', { ready: minuteText(now) }) }}</p>
      <p v-if="moved && moved.at !== null && (now === null || moved.at < now)" class="small">
        {{
          t(moved.keeps ? 'plan.promise.ifMoved' : 'plan.promise.soonerIfMoved', {
            ready: minuteText(moved.at),
            n: moved.balls,
            names: moved.names || '–',
          })
        }}
        {{ moved.broken ? t('plan.promise.breaks', { names: moved.broken }) : t('plan.promise.breaksNone') }}
      </p>
      <p v-else class="small soft">{{ t('plan.promise.noneHelps') }}</p>
    </template>
  </div>
</template>

<style scoped>
.promise {
  border-inline-start: 3px solid var(--line-strong);
  padding-inline-start: var(--gap-2);
}
</style>
