<script setup lang="ts">
import { v4 as newId } from 'uuid'
import type { Ball, Job, JobInput, UpkeepRow, UpkeepSpan } from '@sleetfall/contract'
import { type Due, type JobKind, handRefresh, includesCleaning, proposedRecipe, recipeByKey } from '@sleetfall/core'
import { useDebounceFn, useStorage } from '@vueuse/core'
import { format } from 'date-fns'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import JobForm from '../bench/JobForm.vue'
import { useBench } from '../bench/store.ts'
import LoadState from '../controls/LoadState.vue'
import MoreRows from '../controls/MoreRows.vue'
import { dayText, timeText } from '../controls/days.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import LinkDialog from './LinkDialog.vue'
import NightForm from './NightForm.vue'
import PolicyForm from './PolicyForm.vue'
import ReminderForm from './ReminderForm.vue'
import SessionForm from './SessionForm.vue'
import { useUpkeep } from './store.ts'
import { jobFor, useDueText } from './useDueText.ts'

/** Every ball in care by what is due and why, customer by customer; work and reminders in one click. */
const { t } = useI18n()
const session = useSession()
const upkeep = useUpkeep()
const bench = useBench()
const balls = useBalls()
const notices = useNotices()
const due = useDueText()
const route = useRoute()
const router = useRouter()
onMounted(() => {
  if (route.query['new'] !== 'night') return
  form.value = { kind: 'night' }
  void router.replace({ path: route.path })
})
const search = ref(upkeep.asked.q)
const within = useStorage<UpkeepSpan>('sleetfall.upkeep.within', 'week')
onMounted(() => upkeep.ask({ within: within.value, q: search.value }))
watch(within, (span) => void upkeep.ask({ within: span }))
watch(
  search,
  useDebounceFn((text: string | null) => void upkeep.ask({ q: (text ?? '').trim() }), 200),
)
const form = ref<
  | { kind: 'policy'; row: UpkeepRow; whose: 'ball' | 'customer' }
  | { kind: 'shop' }
  | { kind: 'night' }
  | { kind: 'session'; row: UpkeepRow }
  | { kind: 'remind'; rows: UpkeepRow[] }
  | { kind: 'link'; row: UpkeepRow }
  | null
>(null)
const shown = computed(() => upkeep.board?.rows ?? [])
/** Groups of one customer's balls; the server gives the most urgent customer first. */
const groups = computed(() => {
  const byCustomer = new Map<string, UpkeepRow[]>()
  for (const row of shown.value) byCustomer.set(row.customerId, [...(byCustomer.get(row.customerId) ?? []), row])
  return [...byCustomer.values()]
})
const has = (row: UpkeepRow, one: Due) => row.openJobs.includes(jobFor[one.work] ?? '-')
/** Cleaning is part of most other work: it is not put on the bench beside that. */
const partOf = (row: UpkeepRow, one: Due) =>
  one.work === 'clean' && row.openJobs.some((kind) => includesCleaning(kind as JobKind))
const canMake = (row: UpkeepRow, one: Due) => jobFor[one.work] !== undefined && !has(row, one) && !partOf(row, one)

function inputFor(row: UpkeepRow, one: Due): JobInput {
  const kind = jobFor[one.work]!
  const recipe = proposedRecipe(row)
  const steps =
    kind === 'resurface'
      ? recipe.steps
      : kind === 'refresh'
        ? [handRefresh(Math.min(3000, Number(recipe.steps.at(-1)!.grit ?? 3000)))]
        : null
  return {
    id: newId(),
    ballId: row.ballId,
    kind,
    recipeKey: kind === 'resurface' && recipeByKey(recipe.key) ? recipe.key : null,
    steps: steps && steps.map((step) => ({ ...step })),
    dueOn: format(Math.max(Date.now() + 86_400_000, one.atMs), 'yyyy-MM-dd'),
    eventId: null,
    reason: due.why(one),
    overrideReason: '',
    beforeTrialId: null,
    reads: null,
  }
}
/** Where something speaks against the work, the form opens with its place for a reason. */
const asking = ref<{ ball: Ball; work: JobKind; reason: string } | null>(null)

async function make(row: UpkeepRow, one: Due) {
  try {
    const job = await bench.takeJob(inputFor(row, one))
    notices.done(t('bench.putDone', { ball: job.ballName, due: dayText(job.dueOn) }), async () => {
      await bench.stop(job)
      await upkeep.load()
    })
    await upkeep.load()
  } catch (error) {
    const ball = await balls.need(row.ballId)
    if (error instanceof ApiError && error.problem.code === 'needs-reason' && ball)
      asking.value = { ball, work: jobFor[one.work]!, reason: due.why(one) }
    else notices.failed(error)
  }
}
/** Everything due of a customer's balls, the larger work first so that it takes the cleaning along; undone as one. */
async function makeAll(rows: readonly UpkeepRow[]) {
  const made: Job[] = []
  const refused: string[] = []
  for (const row of rows) {
    const wanted = row.due.filter((one) => canMake(row, one))
    const larger = wanted.filter((one) => one.work !== 'clean')
    const cleans = larger.some((one) => includesCleaning(jobFor[one.work]!))
      ? []
      : wanted.filter((one) => one.work === 'clean')
    for (const one of [...larger, ...cleans]) {
      try {
        made.push(await bench.takeJob(inputFor(row, one)))
      } catch (error) {
        refused.push(`${row.ballName}: ${errorText(error)}`)
      }
    }
  }
  const list = made.map((job) => `${job.ballName}, ${t(`bench.kinds.${job.kind}`)}`).join('; ')
  await upkeep.load()
  if (made.length > 0)
    notices.done([t('upkeep.madeAll', { n: made.length, list }, made.length), ...refused].join(' · '), async () => {
      for (const job of made) await bench.stop(job)
      await upkeep.load()
    })
  else if (refused.length > 0) notices.failed(new Error(refused.join(' · ')))
}
const waitingCount = computed(() => upkeep.outbox.filter((message) => message.state === 'queued').length)
const close = () => {
  form.value = null
  void upkeep.load()
}
const dries = (row: UpkeepRow) => row.lockedUntil !== null && Date.parse(row.lockedUntil) > Date.now()
</script>

<template>
  <section class="stack">
    <div class="spread">
      <h1>{{ t('upkeep.title') }}</h1>
      <div class="row">
        <v-btn size="small" @click="form = { kind: 'night' }">{{ t('upkeep.night.open') }}</v-btn>
        <v-btn size="small" variant="text" to="/bench">{{ t('upkeep.toBench') }}</v-btn>
        <v-btn v-if="session.isOwner" size="small" @click="form = { kind: 'shop' }">{{ t('upkeep.shopSchool') }}</v-btn>
      </div>
    </div>
    <LoadState
      :loaded="upkeep.board !== null"
      :error="upkeep.error"
      :empty="upkeep.board?.total === 0 && search === '' && within === 'all'"
      @retry="upkeep.load"
    >
      <template #empty>
        <p>{{ t('upkeep.noBalls') }}</p>
        <v-btn to="/rack">{{ t('bench.toRack') }}</v-btn>
      </template>
      <div class="row tools">
        <v-text-field v-model="search" class="find" data-filter clearable :label="t('upkeep.find')" />
        <v-btn-toggle v-model="within" mandatory density="comfortable" :aria-label="t('upkeep.within')">
          <v-btn v-for="span in ['now', 'week', 'month', 'all'] as const" :key="span" :value="span">{{
            t(`upkeep.spans.${span}`)
          }}</v-btn>
        </v-btn-toggle>
        <MoreRows
          :shown="groups.length"
          :total="Math.max(groups.length, upkeep.board?.total ?? 0)"
          :busy="upkeep.busy"
          :what="t('upkeep.customers')"
          @more="upkeep.more"
        />
      </div>
      <p v-if="groups.length === 0" class="soft">{{ t('upkeep.nothingDue') }}</p>
      <div class="groups">
        <article
          v-for="rows in groups"
          :key="rows[0]!.customerId"
          class="panel group"
          :aria-label="rows[0]!.customerName"
        >
          <div class="spread">
            <h2>
              <router-link :to="`/rack/${rows[0]!.customerId}`">{{ rows[0]!.customerName }}</router-link>
            </h2>
            <div class="row">
              <v-btn
                size="small"
                :disabled="!rows.some((row) => row.due.some((one) => canMake(row, one)))"
                :aria-label="`${t('upkeep.makeAll')}: ${rows[0]!.customerName}`"
                @click="makeAll(rows)"
                >{{ t('upkeep.makeAll') }}</v-btn
              >
              <v-btn
                size="small"
                :aria-label="`${t('upkeep.remind')}: ${rows[0]!.customerName}`"
                @click="form = { kind: 'remind', rows }"
                >{{ t('upkeep.remind') }}</v-btn
              >
              <v-btn
                v-if="session.may('surfaces')"
                size="small"
                variant="text"
                :aria-label="`${t('upkeep.school')}: ${rows[0]!.customerName}`"
                @click="form = { kind: 'policy', row: rows[0]!, whose: 'customer' }"
                >{{ t('upkeep.school') }}</v-btn
              >
              <v-btn
                size="small"
                variant="text"
                :aria-label="`${t('upkeep.link.open')}: ${rows[0]!.customerName}`"
                @click="form = { kind: 'link', row: rows[0]! }"
                >{{ t('upkeep.link.open') }}</v-btn
              >
            </div>
          </div>
          <div v-for="row in rows" :key="row.ballId" class="ball">
            <div>
              <router-link :to="`/surface/${row.ballId}`"
                ><strong>{{ row.ballName }}</strong></router-link
              >
              <div class="row tight">
                <v-btn
                  v-if="session.may('surfaces')"
                  size="x-small"
                  variant="text"
                  :aria-label="`${t('upkeep.school')}: ${row.ballName}, ${row.customerName}`"
                  @click="form = { kind: 'policy', row, whose: 'ball' }"
                  >{{ t(`upkeep.schools.${row.policy.school}.name`) }}</v-btn
                >
                <span v-else class="small soft">{{ t(`upkeep.schools.${row.policy.school}.name`) }}</span>
                <v-btn
                  size="x-small"
                  variant="text"
                  :aria-label="`${t('upkeep.session.open')}: ${row.ballName}, ${row.customerName}`"
                  @click="form = { kind: 'session', row }"
                  >{{ t('upkeep.session.open') }}</v-btn
                >
              </div>
              <p v-if="dries(row)" class="small">
                ▲ {{ t('balls.dryingUntil', { day: dayText(row.lockedUntil!), time: timeText(row.lockedUntil!) }) }}
              </p>
            </div>
            <ul>
              <li v-for="one in row.due" :key="`${one.work} ${one.reason}`" class="due">
                <span
                  ><strong>{{ due.now(one) ? '▲' : '○' }} {{ due.work(one) }}</strong> {{ due.when(one) }}
                  <span class="small soft">{{ due.why(one) }}</span></span
                >
                <span v-if="partOf(row, one)" class="small soft">● {{ t('upkeep.partOfWork') }}</span>
                <span v-else-if="has(row, one)" class="small soft">● {{ t('upkeep.onBench') }}</span>
                <v-btn
                  v-else-if="canMake(row, one)"
                  size="x-small"
                  :aria-label="`${t('upkeep.make')}: ${due.work(one)}, ${row.ballName}, ${row.customerName}`"
                  @click="make(row, one)"
                  >{{ t('upkeep.make') }}</v-btn
                >
              </li>
            </ul>
          </div>
        </article>
      </div>
      <section v-if="upkeep.outbox.length > 0" class="panel stack" :aria-label="t('upkeep.outbox.title')">
        <div class="spread">
          <h2>{{ t('upkeep.outbox.title') }}</h2>
          <span class="soft">{{ t('upkeep.outbox.waiting', { n: waitingCount }) }}</span>
        </div>
        <ul class="outbox">
          <li v-for="message in upkeep.outbox.slice(0, 12)" :key="message.id">
            <span>{{ t(`upkeep.outbox.states.${message.state}`) }}</span>
            <strong>{{ message.customerName }}</strong> {{ message.subject }}
            <span class="small soft">{{ dayText(message.createdAt) }} {{ timeText(message.createdAt) }}</span>
            <v-btn
              v-if="message.state === 'queued'"
              size="x-small"
              @click="notices.attempt(() => upkeep.withdraw(message.id))"
              >{{ t('upkeep.outbox.withdraw') }}</v-btn
            >
          </li>
        </ul>
      </section>
    </LoadState>
    <PolicyForm
      v-if="form?.kind === 'shop' && upkeep.board"
      :policy="upkeep.board.shopPolicy"
      scope="shop"
      :name="session.info?.shopName ?? ''"
      @close="form = null"
      @saved="close"
    />
    <PolicyForm
      v-if="form?.kind === 'policy'"
      :policy="form.row.policy"
      :scope="form.whose === 'ball' || form.row.scope !== 'ball' ? form.row.scope : 'customer'"
      :ball-id="form.whose === 'ball' ? form.row.ballId : undefined"
      :customer-id="form.row.customerId"
      :name="form.whose === 'ball' ? form.row.ballName : form.row.customerName"
      @close="form = null"
      @saved="close"
    />
    <JobForm v-if="asking" v-bind="asking" @close="asking = null" @saved="upkeep.load()" />
    <NightForm v-if="form?.kind === 'night'" @close="close" />
    <SessionForm
      v-if="form?.kind === 'session'"
      :ball-id="form.row.ballId"
      :ball-name="form.row.ballName"
      @close="form = null"
    />
    <ReminderForm v-if="form?.kind === 'remind'" :rows="form.rows" @close="form = null" />
    <LinkDialog
      v-if="form?.kind === 'link'"
      :customer-id="form.row.customerId"
      :name="form.row.customerName"
      @close="form = null"
    />
  </section>
</template>

<style scoped>
.find {
  max-width: 280px;
}
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(520px, 1fr));
  gap: var(--gap-3);
  align-items: start;
}
.group h2 {
  font-size: 1.25rem;
}
.ball {
  display: grid;
  grid-template-columns: minmax(150px, 0.9fr) minmax(0, 2fr);
  gap: var(--gap-2);
  border-top: 1px solid var(--line);
  padding: var(--gap-2) 0;
}
.ball ul,
.outbox {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 4px;
}
.due {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: start;
}
.due .small {
  display: block;
}
.ball a {
  display: inline-block;
  min-height: 26px;
}
.tight {
  gap: 0;
}
.outbox li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: baseline;
}
@media (max-width: 700px) {
  .groups {
    grid-template-columns: minmax(0, 1fr);
  }
  .ball {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
