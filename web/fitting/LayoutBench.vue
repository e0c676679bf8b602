<script setup lang="ts">
import { type Ball, type GripSheet, type Page, check, drillingSchema, gripSheetSchema } from '@sleetfall/contract'
import {
  type Distances,
  type Drilling,
  type DrillingProblem,
  type Hole,
  type Layout,
  type Line,
  clearanceIn,
  drilledBall,
  drillingProblems,
  filmOf,
  flareRings,
  formatLayout,
  fromDistances,
  readingOf,
  sheetFigures,
  shotOf,
  simulate,
  toDistances,
  usualPlayable,
  usualSpread,
} from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { v4 as newId } from 'uuid'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import LayoutField from '../controls/LayoutField.vue'
import LoadState from '../controls/LoadState.vue'
import QuantityField from '../controls/QuantityField.vue'
import { dayText } from '../controls/days.ts'
import CustomerField from '../customers/CustomerField.vue'
import { useCustomers } from '../customers/store.ts'
import { get, post } from '../http/client.ts'
import { usePatterns } from '../lanes/store.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useLatest } from '../workers/motion.ts'
import BallGlobe from './BallGlobe.vue'
import HoleTable from './HoleTable.vue'
import NamedLayouts from './NamedLayouts.vue'
import { type DrillFacts, derivedRows, drillSheetOf } from './drillSheet.ts'
import { markText, savePdf, saveSvg } from './sheet.ts'
import { saveSheet, sheetsOf } from './store.ts'

/** Layout of a ball on a bowler's PAP: drawn and in figures, each following the other; down to the drill sheet. */
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const notices = useNotices()
const session = useSession()
const mark = (inches: number) => markText(inches, session.metric)
const [customers, balls, patterns] = [useCustomers(), useBalls(), usePatterns()]
const worker = useLatest()
onMounted(() => patterns.load())
onBeforeUnmount(() => worker.cancel())
const ballId = computed(() => String(route.params['ballId'] ?? ''))
const ball = computed(() => balls.byId.get(ballId.value))
const nobody = ref(false)
const loaded = computed(
  () =>
    patterns.loaded &&
    (nobody.value || (ball.value ? balls.rackLoaded(ball.value.customerId) : balls.lost.has(ballId.value))),
)
/** Opened without a ball it takes the one that was last on it, else the first with a layout. */
const lastBallId = useStorage<string | null>('sleetfall.layouts.ball', null)
async function open() {
  if (ballId.value === '') {
    const known = await balls.need(lastBallId.value)
    const { items } = known ? { items: [known] } : await get<Page<Ball>>('/balls?limit=50')
    const next = items.find((one) => one.drillingAngleDeg != null) ?? items[0]
    if (next) await router.replace(`/layouts/${next.id}`)
    else nobody.value = true
    return
  }
  const one = await balls.need(ballId.value)
  if (!one) return
  lastBallId.value = one.id
  await Promise.all([customers.need(one.customerId), balls.loadRack(one.customerId)])
}
watch(ballId, () => void notices.attempt(open), { immediate: true })
/** Whose PAP the layout is drawn on; the ball's owner unless somebody else is chosen. */
const customerId = ref<string | null>(null)
const customer = computed(() => customers.byId.get(customerId.value ?? '') ?? undefined)
const own = computed(() => balls.rackOf(customerId.value))
watch(customerId, (id) => void Promise.all([customers.need(id), balls.loadRack(id)]))
const usualLayout: Layout = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 }
const usualPap = { overIn: 5, upIn: 0.5 }
const diameterIn = 8.595

// Plain values, not reactive ones: they are sent to workers.
const layout = shallowRef<Layout>(usualLayout)
const other = shallowRef<Layout | null>(null)
const before = shallowRef<readonly Layout[]>([])
function change(next: Layout) {
  if (Object.values(next).some((figure) => !Number.isFinite(figure))) return
  before.value = [...before.value.slice(-99), layout.value]
  layout.value = next
}
function undo() {
  const last = before.value.at(-1)
  if (!last) return
  before.value = before.value.slice(0, -1)
  layout.value = last
}
const onGlobe = computed({ get: () => layout.value, set: change })
const figure = (key: keyof Layout) => ({
  modelValue: layout.value[key],
  'onUpdate:modelValue': (value: number | null) => value !== null && change({ ...layout.value, [key]: value }),
})
watch(
  [loaded, () => ball.value?.id],
  () => {
    if (!loaded.value) return
    if (ball.value) {
      const { drillingAngleDeg: a, pinToPapIn: p, valAngleDeg: v } = ball.value
      layout.value =
        a != null && p != null && v != null ? { drillingAngleDeg: a, pinToPapIn: p, valAngleDeg: v } : usualLayout
      customerId.value = ball.value.customerId
    }
    before.value = []
  },
  { immediate: true },
)
const pap = computed(() => ({
  overIn: customer.value?.papOverIn ?? usualPap.overIn,
  upIn: customer.value?.papUpIn ?? usualPap.upIn,
}))
const papKnown = computed(() => customer.value?.papOverIn != null && customer.value.papUpIn != null)
const left = computed(() => customer.value?.hand === 'left')

/** The three distances; what cannot be is told at its field and changes nothing. */
const distanceProblem = ref<{ field: keyof Distances; text: string } | null>(null)
const distances = computed(() => toDistances(layout.value, diameterIn))
function changeDistance(key: 'psaToPapIn' | 'pinBufferIn', value: number | null) {
  if (value === null || Number.isNaN(value)) return
  const result = fromDistances({ ...distances.value, [key]: value }, diameterIn)
  if (!result.ok) {
    const { problem } = result
    const text =
      problem.reason === 'pin-on-pap'
        ? t('fitting.pinOnPap')
        : 'maxIn' in problem
          ? t('fitting.cannotBe', { min: problem.minIn.toFixed(2), max: problem.maxIn.toFixed(2) })
          : ''
    distanceProblem.value = { field: key, text }
    return
  }
  distanceProblem.value = null
  // Of two that the distances cannot tell apart, the one on the side where the pin is now.
  const near = result.layouts.toSorted(
    (a, b) => Math.abs(a.valAngleDeg - layout.value.valAngleDeg) - Math.abs(b.valAngleDeg - layout.value.valAngleDeg),
  )[0]!
  change(near)
}

const fingertip = (): Hole[] => [
  { name: t('fitting.names.ring'), overIn: 0.625, upIn: 2.25, diameterIn: 0.96875, depthIn: 1.75 },
  { name: t('fitting.names.middle'), overIn: -0.625, upIn: 2.25, diameterIn: 0.96875, depthIn: 1.75 },
  { name: t('fitting.names.thumb'), overIn: 0, upIn: -2.25, diameterIn: 1, depthIn: 2.75 },
]
const holes = shallowRef<readonly Hole[]>(fingertip())
const holeErrors = ref<Readonly<Record<string, string>>>({})
const spanKind = ref<'full' | 'cut'>('cut')
const sheets = shallowRef<readonly GripSheet[]>([])
const sheetId = ref<string | null>(null)
const compareId = ref<string | null>(null)
watch(customerId, async (id) => {
  sheets.value = []
  if (!id) return
  const all = await sheetsOf(id).catch(() => [])
  if (customerId.value !== id) return
  sheets.value = all
  useSheet(all[0]?.id ?? null)
})
function useSheet(id: string | null) {
  sheetId.value = id
  const sheet = sheets.value.find((one) => one.id === id)
  holes.value = sheet ? (sheet.holes as readonly Hole[]) : fingertip()
  if (sheet) spanKind.value = sheet.spanKind
}
const sheetName = (sheet: GripSheet) =>
  `${dayText(sheet.createdAt.slice(0, 10))}, ${t(`fitting.spans.${sheet.spanKind}`)}${sheet.takenBy ? `, ${sheet.takenBy}` : ''}`
async function keepSheet() {
  const sheet = {
    id: newId(),
    customerId: customerId.value,
    hand: customer.value?.hand,
    spanKind: spanKind.value,
    holes: holes.value,
    note: '',
  }
  const checked = check(gripSheetSchema, sheet)
  holeErrors.value = checked.ok ? {} : Object.fromEntries(checked.fields.map(({ path, message }) => [path, message]))
  if (!checked.ok) return
  await notices.attempt(async () => {
    const saved = await saveSheet(checked.value)
    sheets.value = [saved, ...sheets.value]
    sheetId.value = saved.id
    notices.done(t('fitting.sheetSaved'))
  })
}
/** Holes that can be reckoned with; a row that is being typed waits. */
const soundHoles = computed(() =>
  holes.value.filter((hole) => [hole.overIn, hole.upIn, hole.diameterIn, hole.depthIn].every(Number.isFinite)),
)

const topWeightOz = ref<number | null>(null)
const blank = computed(() =>
  ball.value?.rgIn != null && ball.value.differentialIn != null
    ? {
        weightLb: ball.value.weightLb ?? 15,
        rgIn: ball.value.rgIn,
        differentialIn: ball.value.differentialIn,
        intermediateDifferentialIn: ball.value.intermediateDifferentialIn ?? 0,
        ...(topWeightOz.value === null ? {} : { topWeightOz: topWeightOz.value }),
      }
    : null,
)
const drilling = computed<Drilling | null>(() =>
  blank.value ? { ball: blank.value, layout: layout.value, pap: pap.value, holes: soundHoles.value, diameterIn } : null,
)
const drilled = computed(() => (drilling.value ? drilledBall(drilling.value) : null))
const sheet = computed(() => sheetFigures(layout.value, pap.value, { diameterIn, holes: soundHoles.value }))
const reading = computed(() => readingOf(layout.value))

/** One usual shot, to draw the flare by: a medium pattern when none is chosen. */
const patternIds = ref<string[]>([])
const shown = computed(() => {
  const chosen = patternIds.value.flatMap((id) => patterns.byId.get(id) ?? [])
  return chosen.length > 0 ? chosen : patterns.items.slice(0, 2)
})
type Kind = 'catalogue' | 'drilled'
function shotFor(pattern: (typeof patterns.items)[number], of: Layout, kind: Kind, line: Line | null) {
  if (!ball.value) return null
  const ground = { loads: pattern.loads, filmUm: filmOf(pattern.loads) }
  // The layout and holes on the bench, not those that it was drilled with.
  const { shot } = shotOf(customer.value, { ...ball.value, drilling: null }, 'now', ground)
  const made = kind === 'drilled' && drilling.value ? drilledBall({ ...drilling.value, layout: of }) : null
  return {
    ...shot,
    layout: of,
    ball: made ? { ...shot.ball, ...made } : shot.ball,
    release: { laydownBoard: line?.laydownBoard ?? 22, launchAngleDeg: line?.launchAngleDeg ?? 2.5 },
  }
}
const rings = computed(() => {
  const shot = shown.value[0] ? shotFor(shown.value[0], layout.value, 'catalogue', null) : null
  return shot ? flareRings(shot, pap.value) : []
})
const clearances = computed(() =>
  rings.value.length === 0
    ? []
    : soundHoles.value
        .filter((hole) => !hole.plug)
        .map((hole) => ({ name: hole.name, inches: clearanceIn(hole, rings.value, diameterIn) })),
)

/** Lines on which layouts are compared: the best of the layout as it stands when asked. */
const lines = shallowRef<ReadonlyMap<string, Line>>(new Map())
const searching = ref(false)
async function findLines() {
  searching.value = true
  const found = new Map<string, Line>()
  try {
    for (const pattern of shown.value) {
      const shot = shotFor(pattern, layout.value, 'catalogue', null)
      if (!shot) break
      const { release: _, ...rest } = shot
      const answer = await worker.ask({
        kind: 'lines',
        shot: rest,
        playable: usualPlayable,
        options: { spread: usualSpread, samples: 300, seed: 20, method: 'quick', keep: 2 },
      })
      if (answer?.[0]) found.set(pattern.id, answer[0])
    }
    lines.value = found
  } catch (error) {
    notices.failed(error as Error)
  } finally {
    searching.value = false
  }
}
const predictions = computed(() =>
  shown.value.flatMap((pattern) => {
    const line = lines.value.get(pattern.id) ?? null
    const of = (which: Layout, kind: Kind) => {
      const shot = shotFor(pattern, which, kind, line)
      return shot ? simulate(shot) : null
    }
    const rows = [
      { key: 'now' as const, outcome: of(layout.value, 'catalogue') },
      ...(drilled.value ? [{ key: 'drilled' as const, outcome: of(layout.value, 'drilled') }] : []),
      ...(other.value ? [{ key: 'other' as const, outcome: of(other.value, 'catalogue') }] : []),
    ]
    return rows.flatMap(({ key, outcome }) => (outcome ? [{ pattern, line, key, outcome }] : []))
  }),
)

const found = computed(() => (drilling.value && drilled.value ? drillingProblems(drilling.value, drilled.value) : []))
const meetText = (problem: Extract<DrillingProblem, { kind: 'meet' }>) =>
  t('fitting.problems.meet', {
    a: problem.holes[0],
    b: problem.holes[1],
    percent: Math.max(1, Math.round(100 * problem.share)),
  })
/** Finger holes that point at the centre all but always meet deep inside: worth a line, and a warning only from this share of a hole on. */
const meetsMuch = 0.15
const asides = computed(() =>
  found.value.flatMap((one) => (one.kind === 'meet' && one.share < meetsMuch ? [meetText(one)] : [])),
)
const problems = computed(() => {
  const said = found.value.flatMap((problem) => {
    if (problem.kind === 'meet') return problem.share < meetsMuch ? [] : [meetText(problem)]
    return [
      problem.kind === 'overlap'
        ? t('fitting.problems.overlap', { a: problem.holes[0], b: problem.holes[1], by: mark(problem.byIn) })
        : problem.kind === 'static'
          ? t('fitting.problems.static', {
              side: t(`fitting.sides.${problem.side}`),
              oz: problem.ounces.toFixed(1),
              limit: problem.limitOz,
            })
          : problem.kind === 'differential'
            ? t('fitting.problems.differential', {
                is: problem.differentialIn.toFixed(3),
                limit: problem.limitIn.toFixed(3),
              })
            : problem.kind === 'too-deep'
              ? t('fitting.problems.deep', { hole: problem.hole, max: mark(problem.maxIn) })
              : t(
                  `fitting.problems.${problem.kind === 'near-pin' ? 'nearPin' : problem.kind === 'cuts-pin' ? 'cutsPin' : 'cutsCg'}`,
                  {
                    hole: problem.hole,
                    distance: mark(problem.distanceIn),
                  },
                ),
    ]
  })
  const onTrack = clearances.value
    .filter(({ inches }) => inches < 0.25)
    .map(({ name, inches }) => t('fitting.problems.track', { hole: name, distance: mark(inches) }))
  return [...said, ...onTrack]
})
const facts = computed((): DrillFacts => ({
  ball: ball.value?.name ?? '',
  customer: customer.value?.name ?? '',
  left: left.value,
  metric: session.metric,
  layout: layout.value,
  pap: pap.value,
  distances: distances.value,
  figures: sheet.value,
  holes: soundHoles.value,
  clearances: clearances.value,
  madeOn: dayText(new Date().toISOString().slice(0, 10)),
}))
const rows = computed(() => derivedRows(facts.value, t))
const content = computed(() => drillSheetOf(facts.value, t))

async function keepOnBall() {
  if (!ball.value) return
  const input = {
    id: newId(),
    ...layout.value,
    papOverIn: pap.value.overIn,
    papUpIn: pap.value.upIn,
    holes: holes.value,
    topWeightOz: topWeightOz.value,
  }
  const checked = check(drillingSchema, input)
  holeErrors.value = checked.ok ? {} : Object.fromEntries(checked.fields.map(({ path, message }) => [path, message]))
  if (!checked.ok) return notices.failed(new Error(checked.fields.map((one) => one.message).join(' · ')))
  await notices.attempt(async () => {
    balls.take(await post(`/balls/${ball.value!.id}/drilling`, checked.value))
    notices.done(t('fitting.savedOnBall', { name: ball.value!.name, layout: formatLayout(layout.value) }))
  })
}
const print = () => window.print()
const effect = (value: number) => value.toFixed(1)
</script>

<template>
  <section class="stack bench">
    <div class="spread no-print">
      <h1>{{ t('fitting.title') }}</h1>
      <div class="row">
        <v-btn size="small" :disabled="before.length === 0" @click="undo">{{ t('fitting.undo') }}</v-btn>
        <v-btn size="small" :disabled="!ball" @click="print">{{ t('fitting.print') }}</v-btn>
        <v-btn size="small" :disabled="!ball" @click="savePdf(content)">{{ t('fitting.pdf') }}</v-btn>
        <v-btn size="small" :disabled="!ball" @click="saveSvg(content)">{{ t('fitting.svg') }}</v-btn>
        <v-btn
          v-if="session.may('layouts')"
          size="small"
          class="next-action"
          :disabled="!ball || ball.customerId !== customerId"
          @click="keepOnBall"
          >{{ t('fitting.save') }}</v-btn
        >
      </div>
    </div>
    <LostView
      v-if="loaded && route.params['ballId'] && !ball"
      :what="t('surface.page.lost')"
      to="/layouts"
      :go="t('fitting.title')"
    />
    <LoadState v-else :loaded="loaded" :error="customers.error ?? balls.error ?? patterns.error" @retry="open">
      <div class="chooser no-print">
        <CustomerField v-model="customerId" :label="t('fitting.papOf')" />
        <v-select
          :label="t('fitting.ball')"
          :items="own.map((one) => ({ value: one.id, title: one.name }))"
          :model-value="ball?.customerId === customerId ? (ball?.id ?? null) : null"
          @update:model-value="router.push(`/layouts/${$event}`)"
        />
        <v-select
          v-model="patternIds"
          multiple
          :label="t('fitting.patterns')"
          :items="
            patterns.items.map((one) => ({
              value: one.id,
              title: one.name,
              props: { disabled: patternIds.length >= 2 && !patternIds.includes(one.id) },
            }))
          "
        />
      </div>
      <p v-if="ball && ball.customerId !== customerId" class="note no-print" role="status">
        {{ t('fitting.copied', { ball: ball.name, customer: customer?.name ?? '' }) }}
      </p>
      <p v-if="!papKnown" class="small no-print">{{ t('fitting.papAssumed') }}</p>
      <div class="columns no-print">
        <section class="stack" :aria-label="t('fitting.drawing')">
          <BallGlobe
            v-model="onGlobe"
            :pap="pap"
            :left="left"
            :diameter-in="diameterIn"
            :holes="soundHoles"
            :rings="rings"
            :other="other"
          />
          <BallGlobe
            v-model="onGlobe"
            flat
            :pap="pap"
            :left="left"
            :diameter-in="diameterIn"
            :holes="soundHoles"
            :rings="[]"
            :other="other"
          />
        </section>
        <section class="stack" :aria-label="t('fitting.figures')">
          <p class="big figure">
            {{ formatLayout(layout) }}
            <span class="small soft">{{ t(left ? 'fitting.leftHand' : 'fitting.rightHand') }}</span>
          </p>
          <div class="fields">
            <QuantityField
              name="drillingAngleDeg"
              :label="t('fitting.fields.drilling')"
              v-bind="figure('drillingAngleDeg')"
            />
            <QuantityField name="pinToPapIn" :label="t('fitting.fields.pinToPap')" v-bind="figure('pinToPapIn')" />
            <QuantityField name="valAngleDeg" :label="t('fitting.fields.val')" v-bind="figure('valAngleDeg')" />
            <QuantityField
              name="psaToPapIn"
              :label="t('fitting.fields.psaToPap')"
              :model-value="distances.psaToPapIn"
              :error-messages="distanceProblem?.field === 'psaToPapIn' ? distanceProblem.text : ''"
              @update:model-value="changeDistance('psaToPapIn', $event)"
            />
            <QuantityField
              name="pinBufferIn"
              :label="t('fitting.fields.buffer')"
              :model-value="distances.pinBufferIn"
              :error-messages="distanceProblem?.field === 'pinBufferIn' ? distanceProblem.text : ''"
              @update:model-value="changeDistance('pinBufferIn', $event)"
            />
            <QuantityField v-model="topWeightOz" name="topWeightOz" :label="t('fitting.fields.topWeight')" />
          </div>
          <p class="small">
            {{ t(`fitting.reading.roll.${reading.roll}`) }}, {{ t(`fitting.reading.flare.${reading.flare}`) }},
            {{ t(`fitting.reading.change.${reading.change}`) }}.
            <span class="soft">{{ t('fitting.reading.rule') }}</span>
          </p>
          <ul v-if="problems.length > 0" class="problems">
            <li v-for="problem in problems" :key="problem">▲ {{ problem }}</li>
          </ul>
          <p v-for="aside in asides" :key="aside" class="small soft">{{ aside }}</p>
          <table class="list">
            <tbody>
              <tr v-for="[label, value] in rows" :key="label">
                <th scope="row">{{ label }}</th>
                <td class="figure">{{ value }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="drilled && blank" class="small">
            {{
              t('fitting.drilled', {
                weight: drilled.weightLb.toFixed(2),
                rg: drilled.rgIn.toFixed(3),
                diff: drilled.differentialIn.toFixed(3),
                int: drilled.intermediateDifferentialIn.toFixed(3),
                rg0: blank.rgIn.toFixed(3),
                diff0: blank.differentialIn.toFixed(3),
                int0: blank.intermediateDifferentialIn.toFixed(3),
              })
            }}
            <template v-if="topWeightOz !== null">{{
              t('fitting.statics', {
                top: drilled.statics.topOz.toFixed(1),
                side: drilled.statics.sideOz.toFixed(1),
                finger: drilled.statics.fingerOz.toFixed(1),
              })
            }}</template>
            <template v-else>{{ t('fitting.staticsUnknown') }}</template>
          </p>
          <p v-else-if="ball" class="small soft">{{ t('fitting.noCore') }}</p>
        </section>
        <section class="panel stack" :aria-label="t('fitting.compare')">
          <h2>{{ t('fitting.compare') }}</h2>
          <LayoutField v-model="other" />
          <NamedLayouts :layout="layout" @use="change" @compare="other = $event" />
          <template v-if="ball">
            <div class="spread">
              <h2>{{ t('fitting.predicted') }}</h2>
              <v-btn size="small" :disabled="searching" @click="findLines">{{
                searching ? t('lanes.whatIf.working') : t('fitting.findLines')
              }}</v-btn>
            </div>
            <table class="list">
              <thead>
                <tr>
                  <td></td>
                  <th scope="col" class="number">{{ t('lanes.whatIf.firstRead') }}</th>
                  <th scope="col" class="number">{{ t('lanes.whatIf.entry') }}</th>
                  <th scope="col" class="number">{{ t('lanes.whatIf.angle') }}</th>
                  <th scope="col" class="number">{{ t('lanes.whatIf.flare') }}</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in predictions" :key="`${row.pattern.id} ${row.key}`">
                  <th scope="row">
                    {{ row.key === 'now' ? row.pattern.name : t(`fitting.rows.${row.key}`) }}
                  </th>
                  <td class="number">
                    {{ row.outcome.firstReadFt === null ? '–' : `${effect(row.outcome.firstReadFt)} ft` }}
                  </td>
                  <td class="number">{{ effect(row.outcome.entryBoard) }}</td>
                  <td class="number">{{ effect(row.outcome.entryAngleDeg) }}°</td>
                  <td class="number">{{ effect(row.outcome.flareIn) }} in</td>
                </tr>
              </tbody>
            </table>
            <p class="small soft">{{ t('fitting.predictedWhy') }}</p>
          </template>
        </section>
      </div>
      <section v-if="customer" class="stack no-print" :aria-label="t('fitting.grip')">
        <div class="spread">
          <h2>{{ t('fitting.grip') }}</h2>
          <div class="row sheets">
            <v-select
              :label="t('fitting.sheet')"
              :items="[
                ...sheets.map((one) => ({ value: one.id, title: sheetName(one) })),
                { value: null, title: t('fitting.sheetUsual') },
              ]"
              :model-value="sheetId"
              @update:model-value="useSheet"
            />
            <v-select
              v-model="compareId"
              :label="t('fitting.sheetCompare')"
              :items="[
                { value: null, title: t('fitting.sheetNone') },
                ...sheets.map((one) => ({ value: one.id, title: sheetName(one) })),
              ]"
            />
            <v-select
              v-model="spanKind"
              :label="t('fitting.span')"
              :items="['full', 'cut'].map((value) => ({ value, title: t(`fitting.spans.${value}`) }))"
            />
            <v-btn v-if="session.may('layouts')" size="small" @click="keepSheet">{{ t('fitting.keepSheet') }}</v-btn>
          </div>
        </div>
        <HoleTable
          v-model="holes"
          :errors="holeErrors"
          :before="(sheets.find((one) => one.id === compareId)?.holes as readonly Hole[] | undefined) ?? null"
        />
      </section>
      <article class="paper">
        <h1>{{ content.title }}</h1>
        <p>
          <strong>{{ content.ball }}</strong>, {{ content.customer }} ({{
            t(left ? 'fitting.leftHand' : 'fitting.rightHand')
          }}),
          {{ content.madeOn }}
        </p>
        <p class="big">{{ formatLayout(layout) }}</p>
        <ul>
          <li v-for="caution in content.cautions" :key="caution">▲ {{ caution }}</li>
        </ul>
        <ol>
          <li v-for="step in content.steps" :key="step">{{ step }}</li>
        </ol>
        <BallGlobe
          :model-value="layout"
          flat
          :pap="pap"
          :left="left"
          :diameter-in="diameterIn"
          :holes="soundHoles"
          :rings="[]"
          :other="null"
        />
        <table class="list">
          <tbody>
            <tr v-for="[label, value] in content.rows" :key="label">
              <th scope="row">{{ label }}</th>
              <td>{{ value }}</td>
            </tr>
          </tbody>
        </table>
      </article>
    </LoadState>
  </section>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: var(--gap-2);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 0.9fr) minmax(0, 1.15fr) minmax(0, 1.05fr);
  gap: var(--gap-4);
}
.columns table.list td,
.columns table.list th {
  white-space: normal;
  padding-inline: 4px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: var(--gap-2);
}
.big {
  font-size: 1.4rem;
  font-weight: 700;
}
.problems {
  list-style: none;
  padding: 0;
  color: var(--bad);
  font-weight: 700;
}
.note {
  border-inline-start: 4px solid var(--accent);
  padding-inline-start: var(--gap-2);
}
.sheets > * {
  min-width: 170px;
}
.paper {
  display: none;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .no-print {
    display: none !important;
  }
  .paper {
    display: block;
  }
}
</style>
