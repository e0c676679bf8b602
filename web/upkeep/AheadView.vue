<script setup lang="ts">
import type { AheadVisit, UpkeepRow } from '@sleetfall/contract'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import JobForm from '../bench/JobForm.vue'
import HowKnown from '../controls/HowKnown.vue'
import type { Known } from '../controls/known.ts'
import LoadState from '../controls/LoadState.vue'
import { agoText } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import AheadChart from './AheadChart.vue'
import AheadVisits from './AheadVisits.vue'
import AheadWeeks from './AheadWeeks.vue'
import ReminderForm from './ReminderForm.vue'
import { useAhead } from './useAhead.ts'
import { useDueWork } from './useDueWork.ts'

/** What upkeep will ask of the bench in the weeks ahead: the load week by week, and who had best come when. */
const { t } = useI18n()
const notices = useNotices()
const { ahead, error, week, visits, busy, waits, load, more, again, countAnew } = useAhead()
const { makeAll, asking } = useDueWork()
onMounted(load)
const chosen = computed(() => ahead.value?.weeks[week.value])
const counting = computed(() => ahead.value?.counting ?? null)
const rests = computed(() => ahead.value?.rests ?? null)
const known = computed((): Known[] => {
  if (!rests.value) return []
  const { customers, balls, paceTold, fitted, timedSteps, usualWeeks } = rests.value
  const counted = (key: string, n: number) => t(`upkeep.ahead.${key}`, { n }, n)
  return [
    {
      figure: t('upkeep.ahead.fallsDue'),
      kind: fitted > 0 ? 'fitted' : 'assumed',
      source: t('upkeep.ahead.restsDue', { balls, customers }),
      model: t('surface.known.wear'),
      data: t('upkeep.ahead.restsWear', { fitted, balls }),
      band: t('upkeep.ahead.restsBand'),
      changes: counted('restsPace', customers - paceTold),
    },
    {
      figure: t('upkeep.ahead.hoursAsked'),
      kind: 'computed',
      source: counted('restsUsual', usualWeeks),
      data: counted('restsMinutes', timedSteps),
      changes: t('upkeep.ahead.restsTimes'),
    },
    { figure: t('upkeep.ahead.state'), kind: 'assumed', source: t('upkeep.ahead.restsRoom') },
  ]
})
const reminding = ref<readonly UpkeepRow[] | null>(null)
const reading = ref<string | null>(null)
/** The customer's balls as they are now: the forecast may be of this morning. */
async function rowsOf(visit: AheadVisit): Promise<readonly UpkeepRow[]> {
  const rows = await get<UpkeepRow[]>(`/upkeep/of/${visit.customerId}`)
  return rows.filter((row) => visit.works.some(({ ballId }) => ballId === row.ballId))
}
async function remind(visit: AheadVisit): Promise<void> {
  reading.value = visit.id
  await notices.attempt(async () => (reminding.value = await rowsOf(visit)))
  reading.value = null
}
async function toBench(visit: AheadVisit): Promise<void> {
  await notices.attempt(async () => {
    const rows = await rowsOf(visit)
    // Of each ball only what this visit is for.
    const works = (row: UpkeepRow) => visit.works.filter(({ ballId }) => ballId === row.ballId).map(({ work }) => work)
    await makeAll(rows.map((row) => ({ ...row, due: row.due.filter(({ work }) => works(row).includes(work)) })))
    await again()
  })
}
async function closeReminder(): Promise<void> {
  reminding.value = null
  await again()
}
</script>

<template>
  <section class="stack">
    <div class="spread">
      <h1>{{ t('upkeep.ahead.title') }}</h1>
      <div class="row">
        <v-btn size="small" variant="text" to="/upkeep">{{ t('upkeep.title') }}</v-btn>
        <v-btn size="small" variant="text" to="/plan">{{ t('upkeep.ahead.toPlan') }}</v-btn>
        <v-btn size="small" :disabled="waits" @click="notices.attempt(countAnew)">{{ t('upkeep.ahead.anew') }}</v-btn>
      </div>
    </div>
    <LoadState
      :loaded="ahead !== null"
      :error="error"
      :empty="ahead?.countedAt != null && rests?.customers === 0 && !waits"
      @retry="load"
    >
      <template #empty>
        <p>{{ t('upkeep.ahead.nothing') }}</p>
        <v-btn to="/upkeep">{{ t('upkeep.title') }}</v-btn>
      </template>
      <p class="soft" role="status">
        <template v-if="waits">{{
          counting && counting.of > 0
            ? t('upkeep.ahead.countingOf', { done: counting.done, of: counting.of })
            : t('upkeep.ahead.counting')
        }}</template>
        <template v-else-if="ahead?.countedAt">{{
          t('upkeep.ahead.counted', { ago: agoText(ahead.countedAt) })
        }}</template>
      </p>
      <template v-if="ahead && ahead.countedAt">
        <AheadChart :weeks="ahead.weeks" />
        <AheadWeeks :weeks="ahead.weeks" :chosen="week" @choose="week = $event" />
        <HowKnown :figures="known" :what="t('upkeep.ahead.title')" />
        <AheadVisits
          v-if="chosen"
          :week="chosen"
          :visits="visits"
          :busy="busy"
          :asking="reading"
          @more="more"
          @remind="remind"
          @bench="toBench"
        />
      </template>
    </LoadState>
    <ReminderForm v-if="reminding" :rows="reminding" @close="closeReminder" />
    <JobForm v-if="asking" v-bind="asking" @close="asking = null" @saved="again" />
  </section>
</template>
