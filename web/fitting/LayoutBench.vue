<script setup lang="ts">
import { check, drillingSchema } from '@sleetfall/contract'
import { sheetFigures } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import LoadState from '../controls/LoadState.vue'
import { paperDay } from '../controls/days.ts'
import CustomerField from '../customers/CustomerField.vue'
import { post } from '../http/client.ts'
import { textOfAll, textsByPath } from '../i18n.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import BallGlobe from './BallGlobe.vue'
import DrillPaper from './DrillPaper.vue'
import GripSheets from './GripSheets.vue'
import LayoutCompare from './LayoutCompare.vue'
import LayoutFigures from './LayoutFigures.vue'
import { type DrillFacts, derivedRows, drillSheetOf } from './drillSheet.ts'
import { drillWarnings } from './drillWarnings.ts'
import { printPage, savePdf, saveSvg } from './sheet.ts'
import { useBallOnBench } from './useBallOnBench.ts'
import { useDrilling } from './useDrilling.ts'
import { useGripSheets } from './useGripSheets.ts'
import { diameterIn, useLayoutBeside, useLayoutOnBench, usualLayout, usualPap } from './useLayoutOnBench.ts'
import { layoutText } from '../controls/quantities.ts'

/** Layout of a ball on a bowler's PAP: drawn and in figures, each following the other; down to the drill sheet. */
const { t } = useI18n()
const [notices, session, balls] = [useNotices(), useSession(), useBalls()]
const { ball, customerId, customer, own, take, loaded, lost, error, open, ...pattern } = useBallOnBench()
const { patternIds, patternItems, thrownOn } = pattern
const bench = useLayoutOnBench()
const { layout, canUndo, undo } = bench
const grip = useGripSheets(customerId, () => customer.value?.hand)
const { sound } = grip
const other = useLayoutBeside()
watch(
  [loaded, () => ball.value?.id],
  () => {
    if (!loaded.value) return
    const { drillingAngleDeg: a, pinToPapIn: p, valAngleDeg: v, customerId: owner } = ball.value ?? {}
    const known = a != null && p != null && v != null
    bench.begin(known ? { drillingAngleDeg: a, pinToPapIn: p, valAngleDeg: v } : usualLayout)
    if (owner) customerId.value = owner
  },
  { immediate: true },
)
const pap = computed(() => ({
  overIn: customer.value?.papOverIn ?? usualPap.overIn,
  upIn: customer.value?.papUpIn ?? usualPap.upIn,
}))
const papKnown = computed(() => customer.value?.papOverIn != null && customer.value.papUpIn != null)
const left = computed(() => customer.value?.hand === 'left')
const foreign = computed(() => ball.value?.customerId !== customerId.value)

const drilling = useDrilling({
  ball: () => ball.value,
  customer: () => customer.value,
  layout: () => layout.value,
  other: () => other.value,
  pap: () => pap.value,
  holes: () => sound.value,
  patterns: () => thrownOn.value,
})
const { topWeightOz, blank, drilled, rings, clearances, searching, findLines, predictions } = drilling
const said = computed(() => drillWarnings(drilling.problems.value, clearances.value, session.metric, t))
const facts = computed((): DrillFacts => ({
  ball: ball.value?.name ?? '',
  customer: customer.value?.name ?? '',
  left: left.value,
  metric: session.metric,
  layout: layout.value,
  pap: pap.value,
  distances: bench.distances.value,
  figures: sheetFigures(layout.value, pap.value, { diameterIn, holes: sound.value }),
  holes: sound.value,
  clearances: clearances.value,
  madeOn: paperDay(),
}))
const content = computed(() => drillSheetOf(facts.value, t))
/** What both drawings show. */
const drawn = computed(() => ({ pap: pap.value, left: left.value, diameterIn, holes: sound.value, other: other.value }))

async function keepOnBall() {
  const { value: one } = ball
  if (!one) return
  const at = { papOverIn: pap.value.overIn, papUpIn: pap.value.upIn }
  const input = { id: newId(), ...layout.value, ...at, holes: grip.holes.value, topWeightOz: topWeightOz.value }
  const checked = check(drillingSchema, input)
  grip.errors.value = textsByPath(checked.ok ? [] : checked.fields)
  if (!checked.ok) return notices.failed(new Error(textOfAll(checked.fields)))
  await notices.attempt(async () => {
    balls.take(await post(`/balls/${one.id}/drilling`, checked.value))
    const told = t('fitting.savedOnBall', { name: one.name, layout: layoutText(layout.value) })
    notices.done(told, () => balls.takeBack(checked.value.id))
  })
}
</script>

<template>
  <section class="stack">
    <div class="spread no-print">
      <h1>{{ t('fitting.title') }}</h1>
      <div class="row">
        <v-btn size="small" :disabled="!canUndo" @click="undo">{{ t('fitting.undo') }}</v-btn>
        <v-btn size="small" :disabled="!ball" @click="printPage">{{ t('fitting.print') }}</v-btn>
        <v-btn size="small" :disabled="!ball" @click="savePdf(content)">{{ t('fitting.pdf') }}</v-btn>
        <v-btn size="small" :disabled="!ball" @click="saveSvg(content)">{{ t('fitting.svg') }}</v-btn>
        <v-btn
          v-if="session.may('layouts')"
          size="small"
          class="next-action"
          :disabled="!ball || foreign"
          @click="keepOnBall"
          >{{ t('fitting.save') }}</v-btn
        >
      </div>
    </div>
    <LostView v-if="lost" :what="t('surface.page.lost')" to="/layouts" :go="t('fitting.title')" />
    <LoadState v-else :loaded="loaded" :error="error" @retry="open">
      <div class="chooser no-print">
        <CustomerField v-model="customerId" :label="t('fitting.papOf')" />
        <v-select
          :label="t('fitting.ball')"
          :items="own.map((one) => ({ value: one.id, title: one.name }))"
          :model-value="foreign ? null : (ball?.id ?? null)"
          @update:model-value="$event && take($event)"
        />
        <v-select v-model="patternIds" multiple :label="t('fitting.patterns')" :items="patternItems" />
      </div>
      <p v-if="ball && foreign" class="note no-print" role="status">
        {{ t('fitting.copied', { ball: ball.name, customer: customer?.name ?? '' }) }}
      </p>
      <p v-if="!papKnown" class="small no-print">{{ t('fitting.papAssumed') }}</p>
      <div class="columns no-print">
        <section class="stack" :aria-label="t('fitting.drawing')">
          <BallGlobe :model-value="layout" v-bind="drawn" :rings="rings" @update:model-value="bench.change" />
          <BallGlobe :model-value="layout" v-bind="drawn" flat :rings="[]" />
        </section>
        <LayoutFigures
          v-model:top-weight-oz="topWeightOz"
          :bench="bench"
          :left="left"
          :has-ball="!!ball"
          :blank="blank"
          :drilled="drilled"
          :rows="derivedRows(facts, t)"
          :warnings="said.warnings"
          :asides="said.asides"
        />
        <LayoutCompare
          v-model="other"
          :layout="layout"
          :has-ball="!!ball"
          :searching="searching"
          :predictions="predictions"
          @use="bench.change"
          @find="findLines"
        />
      </div>
      <GripSheets v-if="customer" class="no-print" :grip="grip" />
      <DrillPaper :facts="facts" :content="content" />
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
.note {
  border-inline-start: 4px solid var(--accent);
  padding-inline-start: var(--gap-2);
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
}
</style>
