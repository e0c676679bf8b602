<script setup lang="ts">
import { type Ball, type BallEvent, counterRecords } from '@sleetfall/contract'
import { asymmetricFromIn, careNeeded, formatLayout, twins } from '@sleetfall/core'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import JobForm from '../bench/JobForm.vue'
import { agoText, dayText, timeText } from '../controls/days.ts'
import { quantityText } from '../controls/quantities.ts'
import MendDialog from '../controls/MendDialog.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePlainKeys } from '../shell/useShortcuts.ts'
import { roundGrit, signOf, useSurfaceText } from '../surface/useSurfaceText.ts'
import BallForm from './BallForm.vue'
import BallHistory from './BallHistory.vue'
import BallPhotos from './BallPhotos.vue'
import GamesLog from './GamesLog.vue'
import MoveForm from './MoveForm.vue'
import ScanForm from './ScanForm.vue'
import { useEventText } from './eventText.ts'
import { useBalls } from './store.ts'

/** A ball opened in place on the rack: its record, its surface now, what can be recorded, and its history. */
const props = defineProps<{ ball: Ball }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const mayTakeBack = ({ kind }: { readonly kind: string }) =>
  session.may('surfaces') || counterRecords.some((one) => one === kind)
const balls = useBalls()
const notices = useNotices()
const text = useSurfaceText()
const words = useEventText()
const root = useTemplateRef<HTMLElement>('root')
onMounted(() => root.value?.scrollIntoView({ block: 'nearest' }))
// Twins are looked for among the owner's other balls.
onMounted(() => balls.loadRack(props.ball.customerId))
const form = ref<'edit' | 'scan' | 'move' | 'job' | 'mend' | null>(null)
const siblings = computed(() =>
  balls
    .rackOf(props.ball.customerId)
    .filter((one) => one.id !== props.ball.id)
    .map(({ id, name }) => ({ id, title: name })),
)
function gone() {
  emit('close')
  balls.drop(props.ball.id)
  notices.done(t('controls.mend.gone', { name: props.ball.name }))
}
function merged(into: unknown) {
  const ball = balls.take(into as Ball)
  emit('close')
  balls.drop(props.ball.id)
  notices.done(t('controls.mend.merged', { name: ball.name }))
}
const route = useRoute()
const router = useRouter()
/** Asked for by the command field. */
watch(
  () => route.query['do'],
  (what) => {
    if (typeof what !== 'string') return
    if (what === 'scan' || what === 'job') form.value = what
    if (what === 'games') void nextTick(() => root.value?.querySelector<HTMLElement>('[data-games] button')?.focus())
    void router.replace({ path: route.path, query: { ...route.query, do: undefined } })
  },
  { immediate: true },
)
const show = (name: Parameters<typeof quantityText>[0], value: number | null | undefined) =>
  value == null ? null : quantityText(name, value, session.metric)

const thousandths = (valueIn: number | null | undefined) => (valueIn == null ? null : `${valueIn.toFixed(3)} in`)

const facts = computed(() => {
  const b = props.ball
  const core =
    b.intermediateDifferentialIn == null
      ? null
      : t(b.intermediateDifferentialIn >= asymmetricFromIn ? 'balls.asymmetric' : 'balls.symmetric')
  const layout =
    b.drillingAngleDeg == null || b.pinToPapIn == null || b.valAngleDeg == null
      ? null
      : formatLayout({ drillingAngleDeg: b.drillingAngleDeg, pinToPapIn: b.pinToPapIn, valAngleDeg: b.valAngleDeg })
  const rows: (readonly [string, string | null])[] = [
    [t('balls.fields.cover'), t(`balls.covers.${b.cover}`)],
    [t('balls.fields.hardnessD'), show('hardnessD', b.hardnessD)],
    [t('balls.fields.weightLb'), show('weightLb', b.weightLb)],
    [t('balls.fields.rgIn'), thousandths(b.rgIn)],
    [t('balls.fields.differentialIn'), thousandths(b.differentialIn)],
    [t('balls.short.intermediate'), thousandths(b.intermediateDifferentialIn)],
    [t('balls.fields.core'), core],
    [t('balls.fields.pinDistanceIn'), show('pinDistanceIn', b.pinDistanceIn)],
    [t('balls.fields.layout'), layout],
    [
      t('balls.fields.factoryGrit'),
      b.factoryGrit == null
        ? null
        : `${b.factoryGrit} (${b.factorySource ? t(`controls.sources.${b.factorySource}`) : t('controls.noSource')})`,
    ],
    [t('balls.fields.boughtOn'), b.boughtOn ? dayText(b.boughtOn) : null],
    [t('balls.fields.drilledOn'), b.drilledOn ? dayText(b.drilledOn) : null],
    [
      t('balls.lastLook'),
      b.lastCheckedAt && b.lastFinding ? `${dayText(b.lastCheckedAt)}, ${t(`bench.findings.${b.lastFinding}`)}` : null,
    ],
    [t('balls.fields.place'), `${t(`balls.places.${b.place}`)} ${b.shelf}`.trim()],
  ]
  return rows.filter((row): row is readonly [string, string] => row[1] !== null)
})
/** Other balls of this customer that do nearly the same. */
const alike = computed(() => {
  const own = balls.rackOf(props.ball.customerId).map((one) => ({ ...one, raUm: one.surface.effectiveRaUm }))
  return twins(own)
    .filter((pair) => pair.some((one) => one.id === props.ball.id))
    .map(([a, b]) => (a.id === props.ball.id ? b.name : a.name))
})
const drying = computed(() => {
  const until = props.ball.lockedUntil
  return until && Date.parse(until) > Date.now()
    ? t('balls.dryingUntil', { day: dayText(until), time: timeText(until) })
    : ''
})
/** The surface's state stands above already. */
const care = computed(() =>
  careNeeded(props.ball.cover, props.ball.surface).filter((one) => !one.startsWith('surface-')),
)
const surfaceLines = computed(() => {
  const s = props.ball.surface
  return [
    s.lastSurfacedMs === null
      ? t('balls.neverSurfaced')
      : t('balls.lastSurfaced', { when: agoText(new Date(s.lastSurfacedMs).toISOString()) }),
    t('balls.sinceSurface', { n: s.gamesOnSurface }, s.gamesOnSurface),
    t('balls.games_total', { n: s.totalGames }, s.totalGames),
    t('balls.sinceExtraction', { n: s.gamesSinceExtraction }, s.gamesSinceExtraction),
    props.ball.lastCleanedAt
      ? t('balls.cleanedLast', { when: agoText(props.ball.lastCleanedAt) })
      : t('balls.neverCleaned'),
    ...(s.coverRemovedMm > 0.0005 ? [t('balls.coverRemoved', { mm: s.coverRemovedMm.toFixed(3) })] : []),
  ]
})

/** Out of use it leaves the rack, and its panel with it. */
function retired(ball: Ball) {
  balls.take(ball)
  if (ball.retiredOn !== null) emit('close')
}
async function clean(kind: 'cleaner' | 'towel') {
  await notices.attempt(async () => {
    const ball = await balls.record(props.ball.id, { kind: 'cleaned', with: kind })
    const eventId = ball.lastEvent?.id
    notices.done(t('balls.cleanedDone'), eventId ? () => balls.takeBack(eventId) : undefined)
  })
}
async function takeBack(event: NonNullable<Ball['lastEvent']> | BallEvent) {
  await notices.attempt(async () => {
    await balls.takeBack(event.id)
    const what = 'payload' in event ? words(event) : t(`balls.eventKinds.${event.kind}`)
    notices.done(t('balls.undone', { what }))
  })
}
usePlainKeys((key) => {
  if (key === 'Escape') emit('close')
  if (key === 'u' && props.ball.lastEvent && mayTakeBack(props.ball.lastEvent)) void takeBack(props.ball.lastEvent)
})
</script>

<template>
  <section ref="root" class="panel open" :aria-label="ball.name">
    <div class="spread">
      <h2>
        {{ ball.name }} <span class="soft small">{{ ball.customerName }}</span>
        <span v-if="ball.retiredOn" class="small">– {{ t('controls.mend.retired') }}</span>
      </h2>
      <div class="row">
        <v-btn size="small" :to="{ path: '/lanes/what-if', query: { customerId: ball.customerId, ballId: ball.id } }">{{
          t('lanes.whatIf.open')
        }}</v-btn>
        <v-btn size="small" :to="`/surface/${ball.id}`">{{ t('surface.page.open') }}</v-btn>
        <v-btn size="small" :to="`/layouts/${ball.id}`">{{ t('fitting.open') }}</v-btn>
        <v-btn size="small" @click="form = 'edit'">{{ t('balls.edit') }}</v-btn>
        <v-btn
          size="small"
          variant="text"
          :aria-label="t('controls.mend.openFor', { name: ball.name })"
          @click="form = 'mend'"
          >{{ t('controls.mend.open') }}</v-btn
        >
        <v-btn size="small" variant="text" @click="emit('close')">{{ t('balls.close') }}</v-btn>
      </div>
    </div>
    <div class="columns">
      <div class="stack">
        <h3>{{ t('balls.surface') }}</h3>
        <p class="big">
          <span aria-hidden="true">{{ signOf(ball.surface) }}</span> {{ text.status(ball.surface) }}
        </p>
        <p v-if="drying" role="status">▲ {{ drying }}</p>
        <p v-if="ball.lastFinding && ball.lastFinding !== 'fine'" role="status">
          ▲ {{ t(`bench.findings.${ball.lastFinding}`) }}
        </p>
        <ul v-if="care.length > 0" class="care">
          <li v-for="reason in care" :key="reason">◆ {{ t(`balls.care.${reason}`) }}</li>
        </ul>
        <p v-if="alike.length > 0" class="small">◇ {{ t('balls.twinWarning', { names: alike.join(', ') }) }}</p>
        <dl>
          <div>
            <dt>{{ text.grit(ball.surface) }}, {{ text.target(ball.surface) }}</dt>
            <dd class="small soft">
              <strong>{{ t(`surface.provenance.${ball.surface.provenance}`) }}</strong>: {{ text.why(ball.surface) }}
            </dd>
          </div>
          <div v-if="text.gamesLeft(ball.surface)">
            <dt>
              {{ text.gamesLeft(ball.surface)
              }}<template v-if="!ball.surface.settled"> · {{ t('surface.notSettled') }}</template>
            </dt>
          </div>
          <div>
            <dt>{{ text.oil(ball.surface) }}</dt>
            <dd class="small soft">{{ text.oilWhy(ball.surface) }}</dd>
          </div>
        </dl>
        <ul class="small soft">
          <li v-for="line in surfaceLines" :key="line">{{ line }}</li>
        </ul>
        <p class="small">{{ ball.note }}</p>
      </div>
      <div class="stack">
        <GamesLog :ball="ball" data-games />
        <h3>{{ t('balls.work') }}</h3>
        <div class="row">
          <v-btn class="touch" @click="form = 'scan'">{{ t('balls.scan') }}</v-btn>
          <v-btn class="touch" @click="clean('cleaner')">{{ t('balls.cleaned') }}</v-btn>
          <v-btn class="touch" @click="clean('towel')">{{ t('balls.toweled') }}</v-btn>
          <v-btn class="touch" @click="form = 'move'">{{ t('balls.move') }}</v-btn>
        </div>
        <div class="row">
          <v-btn class="touch next-action" @click="form = 'job'">{{ t('balls.job') }}</v-btn>
          <v-btn
            v-if="ball.lastEvent && mayTakeBack(ball.lastEvent)"
            class="touch"
            variant="text"
            @click="takeBack(ball.lastEvent)"
            >{{ t('balls.undo', { what: t(`balls.eventKinds.${ball.lastEvent.kind}`) }) }}</v-btn
          >
        </div>
        <BallHistory :ball="ball" @take-back="takeBack" />
      </div>
      <div class="stack">
        <h3>{{ t('balls.record') }}</h3>
        <dl class="facts">
          <template v-for="[label, value] in facts" :key="label">
            <dt class="small soft">{{ label }}</dt>
            <dd>{{ value }}</dd>
          </template>
        </dl>
        <BallPhotos :ball="ball" />
      </div>
    </div>
    <MendDialog
      v-if="form === 'mend'"
      :name="ball.name"
      :path="`/balls/${ball.id}`"
      :version="ball.version"
      :retired="ball.retiredOn !== null"
      :others="session.may('merging') && siblings.length > 0 ? siblings : undefined"
      :may-delete="session.may('merging')"
      @close="form = null"
      @gone="gone"
      @changed="retired($event as Ball)"
      @merged="merged"
    />
    <BallForm v-if="form === 'edit'" :ball="ball" :customer-id="ball.customerId" @close="form = null" />
    <ScanForm v-if="form === 'scan'" :ball="ball" @close="form = null" />
    <MoveForm v-if="form === 'move'" :ball="ball" @close="form = null" />
    <JobForm
      v-if="form === 'job'"
      :ball="ball"
      :suggested-grit="ball.targetGrit ?? (ball.surface.window ? roundGrit(ball.surface.window.targetGrit) : null)"
      @close="form = null"
    />
  </section>
</template>

<style scoped>
.open {
  border-top: 4px solid var(--accent);
}
.columns {
  display: grid;
  grid-template-columns: minmax(190px, 0.85fr) minmax(380px, 1.6fr) minmax(210px, 0.95fr);
  gap: var(--gap-4);
}
.big {
  font-size: 1.2rem;
  font-weight: 700;
}
ul {
  padding-inline-start: 1.1em;
}
.care {
  list-style: none;
  padding: 0;
}
.facts {
  display: grid;
  grid-template-columns: minmax(0, auto) minmax(0, 1fr);
  gap: 0 var(--gap-2);
  align-items: baseline;
}
@media (max-width: 1150px) {
  .columns {
    grid-template-columns: 1fr 1.6fr;
  }
  .columns > :last-child {
    grid-column: 1 / -1;
  }
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
