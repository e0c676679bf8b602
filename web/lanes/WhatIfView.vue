<script setup lang="ts">
import { v4 as newId } from 'uuid'
import type { Ball, Page } from '@sleetfall/contract'
import {
  type Line,
  type Room,
  type ShotOutcome,
  courseFor,
  limits,
  missChart,
  outcomeOf,
  pocketBoards,
  readyRecipes,
  sensitivity,
  traceShot,
  usualPlayable,
} from '@sleetfall/core'
import { motionDefaults } from '@sleetfall/core'
import { useDebounceFn, useStorage } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { useEvents } from '../events/store.ts'
import { useBalls } from '../balls/store.ts'
import LoadState from '../controls/LoadState.vue'
import { lengthText, quantityText } from '../controls/quantities.ts'
import CustomerField from '../customers/CustomerField.vue'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useSpread } from '../trials/useSpread.ts'
import { useLatest } from '../workers/motion.ts'
import EntryDeck from './EntryDeck.vue'
import LaneDrawing from './LaneDrawing.vue'
import LaneHandle from './LaneHandle.vue'
import { savePrediction } from './predictions.ts'
import { plot } from './scales.ts'
import { type Setup, filmInUse, fromQuery, prepare, releaseOf, toQuery } from './setup.ts'
import { nextQuestion } from './nextQuestion.ts'
import { usePatterns } from './store.ts'

/** A ball, a bowler, a pattern and a line: what would happen. The path follows the hand. */
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const notices = useNotices()
const customers = useCustomers()
const balls = useBalls()
const patterns = usePatterns()
const worker = useLatest()
onBeforeUnmount(() => worker.cancel())

const setup = ref<Setup>(fromQuery(route.query))
const set = (change: Partial<Setup>) => (setup.value = { ...setup.value, ...change })
/** Until somebody sets a line it is the one that strikes most for this ball on this pattern; a link brings its own. */
const lineSet = ref('laydown' in route.query || 'target' in route.query)
/** The address of a set-up; a line that somebody set stands in it even where it is the usual one, so that a link brings it back. */
const asQuery = (now: Setup) => {
  const query = toQuery(now)
  return lineSet.value ? { laydown: String(now.laydown), target: String(now.target), ...query } : query
}
const remember = useDebounceFn((now: Setup) => router.replace({ path: route.path, query: asQuery(now) }), 300)
watch(setup, (now) => void remember(now))
const field = <K extends keyof Setup>(key: K) =>
  computed({ get: () => setup.value[key], set: (value) => set({ [key]: value } as Partial<Setup>) })
const lineField = (key: 'laydown' | 'target') =>
  computed({
    get: () => setup.value[key],
    set: (value) => {
      lineSet.value = true
      set({ [key]: value })
    },
  })
const [laydown, target, shots, lane] = [lineField('laydown'), lineField('target'), field('shots'), field('lane')]

const customer = computed(() => customers.byId.get(setup.value.customerId ?? ''))
const ball = computed(() => balls.byId.get(setup.value.ballId ?? ''))
const pattern = computed(() => patterns.byId.get(setup.value.patternId ?? ''))
const own = computed(() => balls.rackOf(setup.value.customerId))
async function chooseCustomer(id: string | null) {
  await Promise.all([customers.need(id), balls.loadRack(id)])
  const first = balls.rackOf(id)[0]
  set({
    customerId: id,
    ballId: first?.id ?? null,
    speedMph: null,
    revRpm: null,
    axisRotationDeg: null,
    axisTiltDeg: null,
  })
}
/** Opened without a question it takes the next day of play: its first bowler with a ball here, and its pattern. */
const events = useEvents()
const loaded = ref(false)
async function rackOf(customerId: string) {
  await balls.loadRack(customerId)
  return balls.rackOf(customerId)
}
async function open() {
  await patterns.load()
  if (patterns.error) return
  const { customerId, ballId, patternId } = setup.value
  const next = await nextQuestion(
    { customerId, ballId, patternId },
    {
      eventsAhead: (id) => events.ahead(id),
      rackOf,
      anyBall: async () => (await get<Page<Ball>>('/balls?limit=1')).items[0] ?? null,
      ownerOf: async (id) => (await balls.need(id))?.customerId ?? null,
      patterns: patterns.items,
    },
  )
  await Promise.all([customers.need(next.customerId), balls.loadRack(next.customerId), balls.need(next.ballId)])
  if (next.customerId !== customerId || next.ballId !== ballId || next.patternId !== patternId) set(next)
  loaded.value = true
}
const retry = () => notices.attempt(open)
onMounted(retry)
const onLane = (board: number) => board >= 0.5 && board <= 39.5
/** A ball in the gutter enters nowhere; a board past the lane's edge is none. */
const entryText = (outcome: ShotOutcome) =>
  outcome.gutter || !onLane(outcome.entryBoard) ? '–' : outcome.entryBoard.toFixed(1)
const release = computed(() => releaseOf(setup.value, customer.value))
const phases = [
  ['fresh', 0],
  ['early', 40],
  ['broken', 120],
] as const
const sliders = [
  { key: 'speedMph', min: 12, max: 22, step: 0.1 },
  { key: 'revRpm', min: 100, max: 550, step: 5 },
  { key: 'axisRotationDeg', min: 0, max: 90, step: 1 },
  { key: 'axisTiltDeg', min: 0, max: 35, step: 1 },
] as const

const film = computed(() => (pattern.value ? filmInUse(pattern.value, setup.value.shots) : null))
const prepared = computed(() =>
  ball.value && pattern.value && film.value
    ? prepare(setup.value, customer.value, ball.value, pattern.value, film.value)
    : null,
)
const shot = computed(() => {
  if (!prepared.value) return null
  const { input } = prepared.value
  const course = courseFor(input)
  const outcome = outcomeOf(traceShot(course, input.bowler, input.release, input.layout, motionDefaults), course)
  return { outcome, misses: missChart(input, course), effects: sensitivity(input, course) }
})
/** Shots that one game of one bowler puts on a lane: about seventeen, on a pair of lanes half of them on each, by both teams. */
const shotsPerGame = 17
const bowlers = useStorage('sleetfall.whatif.bowlers', 5)
const games = computed({
  get: () => Number((setup.value.shots / (shotsPerGame * bowlers.value)).toFixed(1)),
  set: (value) => set({ shots: Math.min(mostShots, Math.round(value * shotsPerGame * bowlers.value)) }),
})
const mostShots = 400
const effects = computed(() => {
  const of = shot.value?.effects
  if (!of) return []
  const all = [
    ['perMph', of.perMph],
    ['per50Rpm', of.per50Rpm],
    ['per5DegRotation', of.per5DegRotation],
    ['perFinerPad', of.perFinerPad],
  ] as const
  return all.flatMap(([key, boards]) => (boards === null ? [] : [{ key, boards }]))
})
const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`
const phase = computed(() => (setup.value.shots < 20 ? 'fresh' : setup.value.shots < 90 ? 'early' : 'broken'))
const verdictOf = ({ entryBoard: board, gutter }: { entryBoard: number; gutter: boolean }) =>
  t(
    `lanes.whatIf.verdicts.${gutter ? 'gutter' : board < pocketBoards.low ? 'light' : board > pocketBoards.high ? 'high' : 'pocket'}`,
  )
/** Polyline of a path in the drawing's units. */
const points = (outcome: ShotOutcome) =>
  [...outcome.path, [59.5, outcome.entryBoard] as const]
    .map(([ft, board]) => `${plot.x(ft)},${plot.y(board)}`)
    .join(' ')
const words = computed(() => {
  const outcome = shot.value?.outcome
  return outcome
    ? t('lanes.whatIf.path', {
        laydown: setup.value.laydown,
        arrows: outcome.boardAtArrows.toFixed(1),
        board: outcome.breakpointBoard.toFixed(1),
        ft: outcome.breakpointFt.toFixed(0),
        entry: entryText(outcome),
        angle: outcome.entryAngleDeg.toFixed(1),
      })
    : ''
})

const samples = 1000
const { own: ownSpread, spread } = useSpread(() => setup.value.customerId)
const options = computed(() => ({ spread: spread.value, samples, seed: 20, method: 'quick' }) as const)
const room = shallowRef<Room | null>(null)
const lines = shallowRef<readonly Line[] | null>(null)
const searching = ref(false)
const askRoom = useDebounceFn(async () => {
  if (!prepared.value || searching.value) return
  const answer = await worker.ask({ kind: 'room', input: prepared.value.input, options: options.value })
  if (answer) room.value = answer
}, 120)
watch(
  [() => prepared.value?.input, spread],
  () => {
    room.value = null
    void askRoom()
  },
  { immediate: true },
)
async function findLines() {
  if (!prepared.value) return
  searching.value = true
  lines.value = null
  const { release: _, ...rest } = prepared.value.input
  const answer = await worker.ask({ kind: 'lines', shot: rest, playable: usualPlayable, options: options.value })
  searching.value = false
  if (answer) lines.value = answer
}
watch(
  [() => prepared.value !== null, () => setup.value.ballId, () => setup.value.patternId],
  async ([ready, ballId, patternId]) => {
    if (!ready || lineSet.value) return
    await findLines()
    const best = lines.value?.[0]
    const same = setup.value.ballId === ballId && setup.value.patternId === patternId
    if (best && same && !lineSet.value) useLine(best)
  },
  { flush: 'post', immediate: true },
)
const useLine = (line: Line) => set({ laydown: line.laydownBoard, target: Number(line.targetBoard.toFixed(2)) })
function takeLine(line: Line) {
  lineSet.value = true
  useLine(line)
}
function stopSearch() {
  worker.cancel()
  searching.value = false
  void askRoom()
}
watch(
  [() => setup.value.ballId, () => setup.value.patternId, () => setup.value.surface, () => setup.value.shots],
  () => (lines.value = null),
)

/** Set-ups kept to compare, drawn dashed behind the present one. */
interface Kept {
  readonly id: number
  readonly name: string
  readonly outcome: ShotOutcome
  readonly room: Room | null
}
const kept = ref<readonly Kept[]>([])
let count = 0
/** Which part of the release a chance rests on that nobody measured, said beside the figure. */
const assumedParts = computed(() => {
  const parts = (prepared.value?.assumptions ?? []).filter((one) => ['speed', 'revs', 'rotation', 'tilt'].includes(one))
  const all = [...parts, ...(ownSpread.value ? [] : (['spread'] as const))]
  return all.length === 0
    ? ''
    : t('lanes.whatIf.restsOn', { what: all.map((one) => t(`lanes.whatIf.assumptions.${one}`)).join(', ') })
})
const nameNow = computed(
  () =>
    `${ball.value?.name ?? ''}, ${setup.value.surface === 'now' ? t('lanes.whatIf.surfaceNow') : t(`surface.recipes.${setup.value.surface}`)}, ${pattern.value?.name ?? ''}, ${t(`lanes.whatIf.phases.${phase.value}`)}`,
)
function keep() {
  if (!shot.value) return
  if (kept.value.length >= 3) return notices.failed(new Error(t('lanes.whatIf.keptFull')))
  count += 1
  kept.value = [...kept.value, { id: count, name: nameNow.value, outcome: shot.value.outcome, room: room.value }]
}
const columns = computed(() => [
  ...(shot.value ? [{ id: 0, name: t('lanes.whatIf.overlay'), outcome: shot.value.outcome, room: room.value }] : []),
  ...kept.value,
])

async function share() {
  try {
    await router.replace({ path: route.path, query: asQuery(setup.value) })
    await navigator.clipboard.writeText(location.href)
    notices.done(t('lanes.whatIf.shared'))
  } catch {
    notices.done(t('lanes.whatIf.shareFailed'))
  }
}
async function predict() {
  const { customerId, ballId, patternId } = setup.value
  if (!shot.value || !customerId || !ballId || !patternId) return
  const { firstReadFt, entryBoard, entryAngleDeg } = shot.value.outcome
  const saved = await notices.attempt(() =>
    savePrediction({
      id: newId(),
      customerId,
      ballId,
      patternId,
      setup: asQuery(setup.value),
      firstReadFt,
      entryBoard,
      entryAngleDeg,
      pocketShare: room.value?.pPocket ?? null,
      raUm: prepared.value?.input.friction.kind === 'film' ? prepared.value.input.friction.raUm : null,
    }),
  )
  if (saved) notices.done(t('lanes.whatIf.predicted'))
}
const percent = (share: number) => Math.round(100 * share)
const ft = (value: number | null) => (value === null ? t('lanes.whatIf.neverReads') : `${value.toFixed(1)} ft`)
const mph = (value: number) => quantityText('speedMph', value, session.metric)
</script>

<template>
  <section class="stack touch">
    <div class="spread">
      <h1>{{ t('lanes.whatIf.title') }}</h1>
      <div class="row">
        <v-btn size="small" variant="text" to="/lanes">{{ t('lanes.whatIf.back') }}</v-btn>
        <v-btn size="small" @click="share">{{ t('lanes.whatIf.share') }}</v-btn>
        <v-btn size="small" :disabled="!shot" @click="predict">{{ t('lanes.whatIf.predict') }}</v-btn>
        <v-btn v-if="session.may('trials')" size="small" :disabled="!shot" @click="keep">{{
          t('lanes.whatIf.keep')
        }}</v-btn>
        <v-btn v-if="!searching" size="small" class="next-action" :disabled="!shot" @click="findLines">{{
          t('lanes.whatIf.best')
        }}</v-btn>
        <v-btn v-else size="small" @click="stopSearch"
          >{{ t('lanes.whatIf.working') }} {{ t('lanes.whatIf.stop') }}</v-btn
        >
      </div>
    </div>
    <LoadState :loaded="loaded" :error="customers.error ?? balls.error ?? patterns.error" @retry="retry">
      <div class="chooser">
        <CustomerField
          :label="t('lanes.whatIf.bowler')"
          :model-value="setup.customerId"
          @update:model-value="chooseCustomer"
        />
        <v-select
          :label="t('lanes.whatIf.ball')"
          :items="own.map((one) => ({ value: one.id, title: one.name }))"
          :model-value="setup.ballId"
          @update:model-value="set({ ballId: $event })"
        />
        <v-select
          :label="t('lanes.whatIf.surface')"
          :items="[
            { value: 'now', title: t('lanes.whatIf.surfaceNow') },
            ...readyRecipes.map((recipe) => ({ value: recipe.key, title: t(`surface.recipes.${recipe.key}`) })),
          ]"
          :model-value="setup.surface"
          @update:model-value="set({ surface: $event })"
        />
        <v-select
          :label="t('lanes.whatIf.pattern')"
          :items="patterns.items.map((one) => ({ value: one.id, title: one.name }))"
          :model-value="setup.patternId"
          @update:model-value="set({ patternId: $event })"
        />
      </div>
      <p v-if="!shot || !prepared || !pattern" class="soft">{{ t('lanes.whatIf.choose') }}</p>
      <template v-else>
        <LaneDrawing :loads="pattern.loads" :film-um="prepared.filmUm" tall>
          <svg
            class="paths"
            :viewBox="`0 0 ${plot.width} ${plot.height}`"
            preserveAspectRatio="none"
            role="img"
            :aria-label="words"
          >
            <line x1="594" x2="594" :y1="plot.y(pocketBoards.high)" :y2="plot.y(pocketBoards.low)" class="pocket" />
            <polyline
              v-for="one in kept"
              :key="`edge ${one.id}`"
              :points="points(one.outcome)"
              class="path halo thin"
            />
            <polyline
              v-for="(one, index) in kept"
              :key="one.id"
              :points="points(one.outcome)"
              class="path kept"
              :class="`kept-${index}`"
            />
            <polyline :points="points(shot.outcome)" class="path halo" />
            <polyline :points="points(shot.outcome)" class="path" />
          </svg>
          <LaneHandle v-model="laydown" :ft="0" :label="t('lanes.whatIf.laydown')" :min="1" :max="39" />
          <LaneHandle v-model="target" :ft="15" :label="t('lanes.whatIf.target')" :min="1" :max="39" />
        </LaneDrawing>
        <p class="small soft">
          {{ t('lanes.whatIf.drag') }} {{ t('lanes.whatIf.line', { laydown: setup.laydown, target: setup.target }) }}
        </p>
        <div class="columns">
          <section class="stack" :aria-label="t('lanes.whatIf.release')">
            <label class="slider">
              <span
                >{{ t('lanes.whatIf.shots') }}: <strong class="figure">{{ setup.shots }}</strong>
                {{ t(`lanes.whatIf.phases.${phase}`) }}</span
              >
              <input v-model.number="shots" type="range" min="0" :max="mostShots" step="5" />
            </label>
            <div class="row">
              <v-btn
                v-for="[key, at] in phases"
                :key="key"
                size="x-small"
                :aria-pressed="setup.shots === at"
                @click="set({ shots: at })"
                >{{ t(`lanes.whatIf.phases.${key}`) }}</v-btn
              >
            </div>
            <div class="row small">
              <label
                >{{ t('lanes.whatIf.games') }}
                <input v-model.number="games" class="count" type="number" min="0" step="0.5"
              /></label>
              <label
                >{{ t('lanes.whatIf.bowlers') }}
                <input v-model.number="bowlers" class="count" type="number" min="1" max="10"
              /></label>
            </div>
            <label class="slider">
              <span
                >{{ t('lanes.whatIf.lane') }}: <strong class="figure">{{ setup.lane.toFixed(2) }}</strong>
                {{ t('lanes.whatIf.laneWhy') }}</span
              >
              <input
                v-model.number="lane"
                type="range"
                :min="limits.laneFactor.min"
                :max="limits.laneFactor.max"
                :step="limits.laneFactor.step"
              />
            </label>
            <h2>{{ t('lanes.whatIf.release') }}</h2>
            <div v-for="slider in sliders" :key="slider.key" class="slider">
              <label :for="`slider-${slider.key}`"
                >{{ t(`customers.fields.${slider.key}`) }}:
                <strong class="figure">{{
                  quantityText(slider.key, release[slider.key], session.metric)
                }}</strong></label
              >
              <input
                :id="`slider-${slider.key}`"
                type="range"
                :min="slider.min"
                :max="slider.max"
                :step="slider.step"
                :value="release[slider.key]"
                @input="set({ [slider.key]: Number(($event.target as HTMLInputElement).value) })"
              />
            </div>
            <div>
              <v-btn
                size="small"
                @click="set({ speedMph: null, revRpm: null, axisRotationDeg: null, axisTiltDeg: null })"
                >{{ t('lanes.whatIf.home') }}</v-btn
              >
            </div>
          </section>
          <section class="stack figures" aria-live="polite">
            <p class="small soft">{{ t('lanes.whatIf.computed') }}</p>
            <p v-if="prepared.assumptions.length > 0" class="small">
              {{
                t('lanes.whatIf.assumed', {
                  what: prepared.assumptions.map((one) => t(`lanes.whatIf.assumptions.${one}`)).join(', '),
                })
              }}
            </p>
            <table class="list">
              <thead>
                <tr>
                  <td></td>
                  <th v-for="column in columns" :key="column.id" scope="col">
                    {{ column.name }}
                    <v-btn
                      v-if="column.id > 0"
                      size="x-small"
                      variant="text"
                      :aria-label="t('lanes.whatIf.drop', { name: column.name })"
                      @click="kept = kept.filter((one) => one.id !== column.id)"
                      >×</v-btn
                    >
                  </th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.firstRead') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id" class="figure">{{ ft(outcome.firstReadFt) }}</td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.breakpoint') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id" class="figure">
                    {{ outcome.breakpointBoard.toFixed(1) }} @ {{ outcome.breakpointFt.toFixed(0) }} ft
                  </td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.roll') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id">
                    <span class="figure">{{
                      outcome.rollFt === null ? t('lanes.whatIf.rollNever') : `${outcome.rollFt.toFixed(1)} ft`
                    }}</span>
                    <template v-if="outcome.rolledOut">▼ {{ t('lanes.whatIf.rolledOut') }}</template>
                  </td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.entry') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id">
                    <span class="figure">{{ entryText(outcome) }}</span> {{ verdictOf(outcome) }}
                  </td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.angle') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id" class="figure">
                    {{ outcome.entryAngleDeg.toFixed(1) }}°
                  </td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.left') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id" class="figure">
                    {{ mph(outcome.entrySpeedMph) }}, {{ outcome.entryRevRpm.toFixed(0) }} rpm
                  </td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.flare') }}</th>
                  <td v-for="{ id, outcome } in columns" :key="id" class="figure">
                    {{ lengthText(outcome.flareIn, session.metric) }}
                  </td>
                </tr>
                <tr>
                  <th scope="row">{{ t('lanes.whatIf.room') }}</th>
                  <td v-for="column in columns" :key="column.id">
                    <template v-if="column.room"
                      >{{ t('lanes.whatIf.roomIs', { p: percent(column.room.pPocket) }) }}
                      <span v-if="column.id === 0 && assumedParts" class="small soft">{{
                        assumedParts
                      }}</span><br /><span class="small soft">{{
                        t('lanes.whatIf.carryIs', { p: percent(column.room.pCarry) })
                      }}</span></template
                    >
                    <span v-else class="soft">{{ t('lanes.whatIf.working') }}</span>
                  </td>
                </tr>
              </tbody>
            </table>
            <p class="small soft">
              {{
                ownSpread
                  ? t('lanes.whatIf.roomOwn', {
                      target: spread.targetBoards.toFixed(1),
                      low: ownSpread.low.toFixed(1),
                      high: ownSpread.high.toFixed(1),
                      shots: ownSpread.shots,
                    })
                  : t('lanes.whatIf.roomAssumed', { target: spread.targetBoards })
              }}
              {{ t('lanes.whatIf.roomRest', { speed: mph(spread.speedMph), rev: spread.revRpm, n: samples }) }}
              {{ t('lanes.whatIf.roomCarry') }}
            </p>
          </section>
          <section class="stack">
            <EntryDeck
              :outcomes="columns.map((column) => column.outcome)"
              :left="prepared.input.bowler.hand === 'left'"
            />
            <h2>{{ t('lanes.whatIf.misses') }}</h2>
            <table class="list">
              <tbody>
                <tr v-for="miss in shot.misses" :key="miss.boards">
                  <td class="number">
                    {{ miss.boards > 0 ? '+' : miss.boards < 0 ? '−' : '' }}{{ Math.abs(miss.boards) }}
                  </td>
                  <td class="number">{{ miss.entryBoard.toFixed(1) }}</td>
                  <td>{{ verdictOf(miss) }}</td>
                </tr>
              </tbody>
            </table>
            <h2>{{ t('lanes.whatIf.effects') }}</h2>
            <table class="list">
              <tbody>
                <tr v-for="effect in effects" :key="effect.key">
                  <th scope="row">{{ t(`lanes.whatIf.effect.${effect.key}`) }}</th>
                  <td class="number">{{ signed(effect.boards) }}</td>
                </tr>
              </tbody>
            </table>
            <template v-if="lines">
              <h2>{{ t('lanes.whatIf.bestIs') }}</h2>
              <p v-if="lines.length === 0">{{ t('lanes.whatIf.bestNone') }}</p>
              <ol class="best">
                <li v-for="line in lines" :key="line.laydownBoard">
                  <span
                    >{{ t('lanes.whatIf.line', { laydown: line.laydownBoard, target: line.targetBoard.toFixed(1) }) }}:
                    {{ t('lanes.whatIf.lineIs', { strikes: percent(line.pCarry), p: percent(line.pPocket) }) }}</span
                  >
                  <v-btn size="x-small" @click="takeLine(line)">{{ t('lanes.whatIf.use') }}</v-btn>
                </li>
              </ol>
            </template>
          </section>
        </div>
      </template>
    </LoadState>
  </section>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: var(--gap-2);
}
.paths {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.path {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.halo {
  stroke: var(--path-edge);
  stroke-width: 7;
}
.halo.thin {
  stroke-width: 5;
}
.kept {
  stroke: var(--path);
  stroke-width: 2;
}
.kept-0 {
  stroke-dasharray: 10 5;
}
.kept-1 {
  stroke-dasharray: 3 4;
}
.kept-2 {
  stroke-dasharray: 12 4 2 4;
}
.pocket {
  stroke: var(--path);
  stroke-width: 8;
  vector-effect: non-scaling-stroke;
}
.columns {
  display: grid;
  grid-template-columns: minmax(220px, 0.8fr) minmax(340px, 1.6fr) minmax(230px, 1fr);
  gap: var(--gap-4);
}
.slider {
  display: grid;
}
input[type='range'] {
  width: 100%;
  height: 32px;
  accent-color: var(--accent);
}
.count {
  width: 64px;
  padding: 4px 6px;
  border: 1px solid var(--line-strong);
  background: var(--panel);
  color: var(--ink);
}
.best {
  display: grid;
  gap: var(--gap-1);
}
.best li span {
  margin-inline-end: var(--gap-2);
}
table.list tbody th {
  border-bottom: 1px solid var(--line);
}
table.list thead th {
  white-space: normal;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
