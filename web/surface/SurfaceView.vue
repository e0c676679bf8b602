<script setup lang="ts">
import { complaints, describeSteps } from '@sleetfall/core'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import ScanForm from '../balls/ScanForm.vue'
import { useEventText } from '../balls/eventText.ts'
import JobForm from '../bench/JobForm.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText, timeText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { usePatterns } from '../lanes/store.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PolicyForm from '../upkeep/PolicyForm.vue'
import { useDueText } from '../upkeep/useDueText.ts'
import AdvicePanel from './AdvicePanel.vue'
import { saveCard } from '../print/card.ts'
import SchoolTable from './SchoolTable.vue'
import SurfaceNowPanel from './SurfaceNowPanel.vue'
import { useSurfacePage } from './useSurfacePage.ts'
import { roundGrit, useSurfaceText } from './useSurfaceText.ts'

/** A ball's surface through its life: curve, readings, what is due, what each school would cost, rules of thumb. */
const SurfaceChart = defineAsyncComponent(() => import('./SurfaceChart.vue'))
const { t } = useI18n()
const route = useRoute()
const patterns = usePatterns()
const notices = useNotices()
const session = useSession()
const text = useSurfaceText()
const due = useDueText()
const words = useEventText()
const form = ref<'scan' | 'job' | 'policy' | null>(null)
const held = useSurfacePage(computed(() => String(route.params['ballId'])))
const { page, events, advice, ball, error, lost, complaint, patternId, load, ask, why, justRead, work } = held
onMounted(() => patterns.load())
const drying = computed(() => {
  const until = ball.value?.lockedUntil
  return until && Date.parse(until) > nowMs()
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
    saveCard({
      format: 'a6',
      shop: session.info?.shopName ?? '',
      title: ball.value!.name,
      customer: ball.value!.customerName,
      lines: [
        t('surface.card.surface', {
          grit: text.grit(now.surface).replace('≥', 'at least'),
          how: t(`surface.provenance.${now.surface.provenance}`),
        }),
        ...(recipe?.kind === 'surfaced'
          ? [t('surface.card.last', { steps: describeSteps(recipe.payload.steps), day: dayText(recipe.happenedAt) })]
          : []),
        t('surface.card.games', { n: now.surface.gamesOnSurface }),
        ...(drying.value ? [drying.value] : []),
        ...next,
      ].map((text, at) => ({ text, bold: at === 0 })),
      care: t('surface.card.care'),
    }),
  )
}
async function changed() {
  form.value = null
  await held.refresh()
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
        <SurfaceNowPanel :page="page" :drying="drying" />
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
        :ball="{ id: ball.id, customerId: ball.customerId }"
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
