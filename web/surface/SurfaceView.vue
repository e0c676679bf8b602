<script setup lang="ts">
import type { AdviceGiven, BallEvent, SurfacePage } from '@sleetfall/contract'
import { type Complaint, complaints } from '@sleetfall/core'
import { useTimeoutFn } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import ScanForm from '../balls/ScanForm.vue'
import { useEventText } from '../balls/eventText.ts'
import { useBalls } from '../balls/store.ts'
import JobForm from '../bench/JobForm.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText, timeText } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { ApiError, errorText } from '../http/problem.ts'
import LostView from '../shell/LostView.vue'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PolicyForm from '../upkeep/PolicyForm.vue'
import { useDueText } from '../upkeep/useDueText.ts'
import AdvicePanel from './AdvicePanel.vue'
import SchoolTable from './SchoolTable.vue'
import { saveHandBack } from './handBack.ts'
import { loadAdvice, loadSurface } from './pageStore.ts'
import { roundGrit, signOf, useSurfaceText } from './useSurfaceText.ts'

/** A ball's surface through its life: curve, readings, what is due, what each school would cost, rules of thumb. */
const SurfaceChart = defineAsyncComponent(() => import('./SurfaceChart.vue'))
const { t } = useI18n()
const route = useRoute()
const balls = useBalls()
const patterns = usePatterns()
const notices = useNotices()
const session = useSession()
const text = useSurfaceText()
const due = useDueText()
const words = useEventText()
const page = shallowRef<SurfacePage | null>(null)
const events = shallowRef<readonly BallEvent[]>([])
const advice = shallowRef<AdviceGiven | null>(null)
const error = ref<string | null>(null)
const lost = ref(false)
const form = ref<'scan' | 'job' | 'policy' | null>(null)
const complaint = ref<Complaint | null>(null)
const patternId = ref<string | null>(null)
const ballId = computed(() => String(route.params['ballId']))
const ball = computed(() => balls.byId.get(ballId.value))

async function load() {
  try {
    const id = ballId.value
    const [now, history] = await Promise.all([
      loadSurface(id),
      get<BallEvent[]>(`/balls/${id}/events`),
      balls.need(id, true),
    ])
    page.value = now
    events.value = history
    error.value = null
    if (now.fitWanted) lookAgain()
    await ask()
  } catch (problem) {
    lost.value = problem instanceof ApiError && problem.problem.status === 404
    error.value = errorText(problem)
  }
}
/** A reading is fitted behind: the page looks again until its curve has come. */
const { start: lookAgain } = useTimeoutFn(() => load(), 900, { immediate: false })
async function ask() {
  await notices.attempt(async () => (advice.value = await loadAdvice(ballId.value, complaint.value, patternId.value)))
}
onMounted(load)
onMounted(() => patterns.load())
watch([ballId, () => ball.value?.lastEvent?.id, () => ball.value?.surface.lastScan?.atMs], load)
watch([complaint, patternId], ask)

const why = computed(() => {
  const curve = page.value?.curve
  if (!page.value || !curve) return t('surface.page.noCurve')
  const later = curve.readings.filter((one) => one.games > 0).length
  const from = t(`surface.page.from.${curve.startFrom}`)
  if (curve.fitted) return t('surface.page.fittedTo', { n: later, from }, later)
  return page.value.sharedBalls > 0
    ? t('surface.page.sharedFrom', { n: page.value.sharedBalls, from }, page.value.sharedBalls)
    : t('surface.page.assumedFrom', { from })
})
/** A reading since the last game moved the curve and is not the figure itself: it is said beside it. */
const justRead = computed(() => {
  const surface = page.value?.surface
  return surface?.provenance === 'fitted' && surface.gamesSinceScan === 0 && surface.lastScan
    ? t('surface.justRead', { grit: roundGrit(surface.lastScan.grit) })
    : ''
})
/** What was put on it, newest first; readings and oil work beside it. */
const work = computed(() =>
  events.value
    .filter(
      (event) => !event.withdrawn && ['surfaced', 'scanned', 'extracted', 'checked', 'locked'].includes(event.kind),
    )
    .slice()
    .reverse()
    .slice(0, 12),
)
const leaves = computed(() => {
  const left = page.value?.surface.gamesLeft
  if (page.value == null || left == null) return null
  const days = (left / page.value.gamesPerWeek) * 7
  return { left, day: dayText(new Date(Date.now() + days * 86_400_000).toISOString()) }
})
const drying = computed(() => {
  const until = ball.value?.lockedUntil
  return until && Date.parse(until) > Date.now()
    ? t('balls.dryingUntil', { day: dayText(until), time: timeText(until) })
    : ''
})
/** What the bowler should know of the ball when it goes home: its surface first of all. */
async function handBack() {
  const now = page.value
  if (!now || !ball.value) return
  const recipe = events.value.findLast((event) => event.kind === 'surfaced' && !event.withdrawn)
  const next = now.due.slice(0, 3).map((one) => t('surface.card.next', { work: due.work(one), when: due.when(one) }))
  await notices.attempt(() =>
    saveHandBack({
      shop: session.info?.shopName ?? '',
      title: ball.value!.name,
      customer: ball.value!.customerName,
      lines: [
        t('surface.card.surface', {
          grit: text.grit(now.surface).replace('≥', 'at least'),
          how: t(`surface.provenance.${now.surface.provenance}`),
        }),
        ...(recipe ? [words(recipe).replaceAll(' → ', ', ')] : []),
        t('surface.card.games', { n: now.surface.gamesOnSurface }),
        ...(drying.value ? [drying.value] : []),
        ...next,
      ],
      care: t('surface.card.care'),
    }),
  )
}
async function changed() {
  form.value = null
  await balls.refresh(ballId.value)
  await load()
}
</script>

<template>
  <LostView v-if="lost" :what="t('surface.page.lost')" />
  <LoadState v-else :loaded="page !== null && ball !== undefined" :error="error" @retry="load">
    <div v-if="page && ball" class="view">
      <header class="spread head">
        <h1>
          {{ t('surface.page.title', { name: ball.name }) }}
          <router-link class="small" :to="{ path: `/rack/${ball.customerId}`, query: { ball: ball.id } }">{{
            ball.customerName
          }}</router-link>
        </h1>
        <div class="row">
          <v-btn size="small" variant="text" @click="handBack">{{ t('surface.card.open') }}</v-btn>
          <v-btn size="small" @click="form = 'scan'">{{ t('balls.scan') }}</v-btn>
          <v-btn size="small" class="next-action" @click="form = 'job'">{{ t('balls.job') }}</v-btn>
        </div>
      </header>
      <section class="panel chart" :aria-label="t('surface.page.curve')">
        <SurfaceChart v-if="page.curve" :page="page" />
        <p v-else>{{ t('surface.page.noCurve') }}</p>
        <p class="small soft">{{ why }} {{ justRead }} {{ t('surface.page.offTrackNote') }}</p>
      </section>
      <div class="stack side">
        <section class="panel stack" :aria-label="t('surface.page.now')">
          <h2>{{ t('surface.page.now') }}</h2>
          <p class="figure big">
            <span aria-hidden="true">{{ signOf(page.surface) }}</span> {{ text.grit(page.surface) }}
            <span class="small soft">{{ t(`surface.provenance.${page.surface.provenance}`) }}</span>
          </p>
          <p v-if="drying">▲ {{ drying }}</p>
          <p>
            {{ t(`surface.states.${page.surface.state}`) }}; {{ text.status(page.surface) }},
            {{ text.target(page.surface) }}
          </p>
          <p v-if="leaves && leaves.left > 0.5">
            {{ t('surface.page.leaves', { n: Math.round(leaves.left), day: leaves.day }, Math.round(leaves.left)) }}
            <span v-if="page.gamesPerWeekAssumed" class="small soft">{{
              t('surface.page.paceAssumed', { n: page.gamesPerWeek })
            }}</span>
          </p>
          <p v-if="page.surface.lastScan">
            {{
              t('surface.page.lastScan', {
                grit: roundGrit(page.surface.lastScan.grit),
                spread: Math.round(page.surface.lastScan.spreadGrit),
                day: dayText(new Date(page.surface.lastScan.atMs).toISOString()),
              })
            }}
            <template v-if="page.surface.lastScan.trackGrit !== null && page.surface.lastScan.offTrackGrit !== null">{{
              t('surface.scan.both', {
                track: roundGrit(page.surface.lastScan.trackGrit),
                off: roundGrit(page.surface.lastScan.offTrackGrit),
              })
            }}</template>
          </p>
          <p v-if="page.labelDisagrees" role="status">
            ▲
            {{
              t('surface.page.labelDisagrees', {
                label: page.labelDisagrees.labelGrit,
                scan: roundGrit(page.labelDisagrees.scannedGrit),
              })
            }}
          </p>
          <p>
            {{
              t('surface.page.oil', {
                low: Math.round(page.oilUl.low),
                likely: Math.round(page.oilUl.likely),
                high: Math.round(page.oilUl.high),
              })
            }}
            <span class="small soft">{{
              page.oilPairs > 0
                ? t('surface.page.oilCorrected', { n: page.oilPairs }, page.oilPairs)
                : t('surface.estimate')
            }}</span>
          </p>
          <p>
            {{
              t(
                'surface.page.removed',
                { mm: page.surface.coverRemovedMm.toFixed(3), n: page.surface.heavyCuts },
                page.surface.heavyCuts,
              )
            }}
          </p>
        </section>
        <section class="panel stack" :aria-label="t('upkeep.due')">
          <div class="spread">
            <h2>{{ t('upkeep.due') }}</h2>
            <v-btn v-if="session.may('surfaces')" size="small" variant="text" @click="form = 'policy'">{{
              t(`upkeep.schools.${page.policy.school}.name`)
            }}</v-btn>
          </div>
          <ul class="due">
            <li v-for="one in page.due" :key="`${one.work} ${one.reason}`">
              <strong>{{ due.now(one) ? '▲' : '○' }} {{ due.work(one) }}</strong> {{ due.when(one) }}
              <span class="small soft">{{ due.why(one) }}</span>
            </li>
          </ul>
          <p v-if="page.due.length === 0" class="soft">{{ t('upkeep.nothingDue') }}</p>
        </section>
      </div>
      <SchoolTable v-if="page.costs.length > 0" class="panel wide" :page="page" />
      <AdvicePanel
        v-model:complaint="complaint"
        v-model:pattern-id="patternId"
        class="panel advice"
        :advice="advice"
        :complaints="complaints"
        @changed="ask"
      />
      <section class="panel stack" :aria-label="t('surface.page.work')">
        <h2>{{ t('surface.page.work') }}</h2>
        <ol class="work">
          <li v-for="event in work" :key="event.id">
            <time class="figure soft" :datetime="event.happenedAt">{{ dayText(event.happenedAt) }}</time>
            <span>{{ words(event) }}</span>
          </li>
        </ol>
        <p v-if="work.length === 0" class="soft">{{ t('surface.page.noWork') }}</p>
      </section>
      <ScanForm v-if="form === 'scan'" :ball="ball" @close="changed" />
      <JobForm
        v-if="form === 'job'"
        :ball="ball"
        :complaint="complaint"
        :suggested-grit="ball.targetGrit ?? (ball.surface.window ? roundGrit(ball.surface.window.targetGrit) : null)"
        @close="changed"
      />
      <PolicyForm
        v-if="form === 'policy'"
        :policy="page.policy"
        :scope="page.scope"
        :ball-id="ball.id"
        :name="ball.name"
        @close="form = null"
        @saved="changed"
      />
    </div>
  </LoadState>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 2.1fr) minmax(270px, 1fr);
  gap: var(--gap-3);
  align-items: start;
  padding-bottom: var(--gap-4);
}
.head,
.wide {
  grid-column: 1 / -1;
}
.big {
  font-size: 1.6rem;
  line-height: 1.1;
}
.due,
.work {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
.work li {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: var(--gap-2);
}
.due .small {
  display: block;
}
@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
