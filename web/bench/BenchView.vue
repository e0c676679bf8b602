<script setup lang="ts">
import type { BenchPace, Job } from '@sleetfall/contract'
import { describeSteps } from '@sleetfall/core'
import { computed, onMounted, reactive, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import SortHead from '../controls/SortHead.vue'
import { dayText, fromToday, todayText } from '../controls/days.ts'
import MoreRows from '../controls/MoreRows.vue'
import { useGrowing } from '../controls/useGrowing.ts'
import { useOrder } from '../controls/useSorted.ts'
import { get } from '../http/client.ts'
import { usePage } from '../http/usePage.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PacePanel from '../plan/PacePanel.vue'
import { useBench } from './store.ts'
import { vCards } from '../controls/cards.ts'

const { t } = useI18n()
const router = useRouter()
const session = useSession()
const bench = useBench()
/** What was done lately is looked up now and then. */
const endedAtFirst = 20
const notices = useNotices()
const { search, sortBy, ariaSort, question } = useOrder('jobs', 'due')
const open = reactive(usePage<Job>('/bench/jobs', question, () => bench))
const ended = reactive(
  usePage<Job>(
    '/bench/jobs',
    () => ({ ...question(), ended: true }),
    () => bench,
    endedAtFirst,
  ),
)
/** What steps really take; without it the page is whole. */
const pace = shallowRef<BenchPace | null>(null)
onMounted(async () => {
  pace.value = await get<BenchPace>('/plan/pace').catch(() => null)
})
const isOpen = (job: Job) => job.state === 'waiting' || job.state === 'running'
/** Finished or cancelled on this screen, a job leaves the first list at once. */
const shownOpen = computed(() => open.items.filter(isOpen))
const { rows, all } = useGrowing(() => shownOpen.value, 6)
const overdue = (job: Job) => isOpen(job) && job.dueOn < todayText()

/** Paused and halted work says so; it is not running. */
const stateOf = (job: Job) =>
  t(`bench.states.${job.pausedReason === 'over-temperature' ? 'hot' : job.pausedAt !== null ? 'paused' : job.state}`)

async function start(job: Job) {
  if (await notices.attempt(() => bench.start(job))) await router.push(`/bench/${job.id}`)
  else await open.load()
}
</script>

<template>
  <section class="stack touch" data-list :aria-busy="open.waiting">
    <div class="spread">
      <h1>{{ t('bench.title') }}</h1>
      <div class="row">
        <v-btn size="small" to="/plan">{{ t('bench.plan') }}</v-btn>
        <v-btn size="small" to="/supplies">{{ t('bench.supplies') }}</v-btn>
        <v-btn size="small" to="/upkeep">{{ t('bench.upkeep') }}</v-btn>
      </div>
    </div>
    <p v-if="!session.mayWork" class="soft">{{ t('bench.needsTechnician') }}</p>
    <LoadState
      :loaded="open.loaded && ended.loaded"
      :rows="12"
      :error="open.error ?? ended.error"
      :empty="open.total === 0 && ended.total === 0 && search === ''"
      @retry="open.load"
    >
      <template #empty>
        <p>{{ t('bench.noneYet') }}</p>
        <v-btn to="/rack">{{ t('bench.toRack') }}</v-btn>
      </template>
      <v-text-field v-model="search" class="find" data-filter :label="t('bench.find')" clearable />
      <h2>{{ t('bench.open') }}</h2>
      <table v-cards class="list">
        <thead>
          <tr>
            <SortHead :label="t('bench.due')" :sorted="ariaSort('due')" @sort="sortBy('due')" />
            <SortHead :label="t('bench.ball')" :sorted="ariaSort('ball')" @sort="sortBy('ball')" />
            <SortHead :label="t('bench.customer')" :sorted="ariaSort('customer')" @sort="sortBy('customer')" />
            <th scope="col">{{ t('bench.work') }}</th>
            <th scope="col">{{ t('bench.event') }}</th>
            <SortHead :label="t('bench.state')" :sorted="ariaSort('state')" @sort="sortBy('state')" />
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="job in rows" :key="job.id">
            <td>
              <span class="figure due">{{ dayText(job.dueOn) }}</span>
              <span class="small" :class="overdue(job) ? 'bad' : 'soft'"
                ><template v-if="overdue(job)">▲ {{ t('bench.overdue') }}, </template>{{ fromToday(job.dueOn) }}</span
              >
            </td>
            <td>
              <router-link class="tap" :to="`/bench/${job.id}`"
                ><strong>{{ job.ballName }}</strong></router-link
              >
            </td>
            <td>{{ job.customerName }}</td>
            <td>
              {{ t(`works.${job.kind}`) }}
              <span class="small soft">{{ job.steps ? describeSteps(job.steps) : '' }}</span>
            </td>
            <td class="small">{{ job.eventName ?? '–' }}</td>
            <td>
              {{ stateOf(job) }} <span v-if="job.assignedName" class="small soft">{{ job.assignedName }}</span>
            </td>
            <td>
              <v-btn
                v-if="job.state === 'waiting' && session.mayWork"
                :class="{ 'next-action': job === shownOpen[0] }"
                :aria-label="`${t('bench.start')}: ${job.ballName}`"
                @click="start(job)"
                >{{ t('bench.start') }}</v-btn
              >
              <v-btn
                v-else
                :to="`/bench/${job.id}`"
                :class="{ 'next-action': job.state === 'running' }"
                :aria-label="`${job.state === 'running' ? t('bench.goOn') : t('bench.look')}: ${job.ballName}`"
                >{{ job.state === 'running' ? t('bench.goOn') : t('bench.look') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="shownOpen.length === 0" class="soft">{{ search ? t('bench.none') : t('bench.noneYet') }}</p>
      <MoreRows v-else-if="all" :shown="open.items.length" :total="open.total" :busy="open.busy" @more="open.more" />
      <InTurn v-if="all && ended.items.length > 0">
        <h2>{{ t('bench.done') }}</h2>
        <table v-cards class="list">
          <tbody>
            <tr v-for="job in ended.items" :key="job.id">
              <td>{{ t(`bench.states.${job.state}`) }}</td>
              <td>
                <router-link :to="`/bench/${job.id}`"
                  ><strong>{{ job.ballName }}</strong></router-link
                >
              </td>
              <td>{{ job.customerName }}</td>
              <td>
                {{ t(`works.${job.kind}`) }}
                <span class="small soft">{{ job.steps ? describeSteps(job.steps) : '' }}</span>
              </td>
              <td class="small soft">{{ job.doneAt ? dayText(job.doneAt) : '' }}</td>
            </tr>
          </tbody>
        </table>
        <MoreRows :shown="ended.items.length" :total="ended.total" :busy="ended.busy" @more="ended.more" />
      </InTurn>
      <InTurn v-if="all && pace"><PacePanel :pace="pace" /></InTurn>
    </LoadState>
  </section>
</template>

<style scoped>
.find {
  max-width: 340px;
}
.tap,
td a {
  display: inline-flex;
  align-items: center;
  min-height: var(--touch);
}
.due {
  font-size: 1.15rem;
}
</style>
