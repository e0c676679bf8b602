<script setup lang="ts">
import { type Drilled, readingOf } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import type { Blank } from './useDrilling.ts'
import type { LayoutOnBench } from './useLayoutOnBench.ts'
import { fixed } from '../controls/figures.ts'
import { layoutText } from '../controls/quantities.ts'

/** A layout in figures: typed as angles or distances, what follows from it, and what speaks against it. */
const topWeightOz = defineModel<number | null>('topWeightOz', { required: true })
const props = defineProps<{
  bench: LayoutOnBench
  left: boolean
  hasBall: boolean
  blank: Blank | null
  drilled: Drilled | null
  rows: readonly (readonly [label: string, value: string])[]
  warnings: readonly string[]
  asides: readonly string[]
}>()
const { t } = useI18n()
const reading = computed(() => readingOf(props.bench.layout.value))
</script>

<template>
  <section class="stack" :aria-label="t('fitting.figures')">
    <p class="big figure">
      {{ layoutText(bench.layout.value) }}
      <span class="small soft">{{ t(left ? 'fitting.leftHand' : 'fitting.rightHand') }}</span>
    </p>
    <div class="fields">
      <QuantityField
        name="drillingAngleDeg"
        :label="t('fitting.fields.drilling')"
        v-bind="bench.figure('drillingAngleDeg')"
      />
      <QuantityField name="pinToPapIn" :label="t('fitting.fields.pinToPap')" v-bind="bench.figure('pinToPapIn')" />
      <QuantityField name="valAngleDeg" :label="t('fitting.fields.val')" v-bind="bench.figure('valAngleDeg')" />
      <QuantityField name="psaToPapIn" :label="t('fitting.fields.psaToPap')" v-bind="bench.distance('psaToPapIn')" />
      <QuantityField name="pinBufferIn" :label="t('fitting.fields.buffer')" v-bind="bench.distance('pinBufferIn')" />
      <QuantityField v-model="topWeightOz" name="topWeightOz" :label="t('fitting.fields.topWeight')" />
    </div>
    <p class="small sentence">
      {{ t(`fitting.reading.roll.${reading.roll}`) }}, {{ t(`fitting.reading.flare.${reading.flare}`) }},
      {{ t(`fitting.reading.change.${reading.change}`) }}.
      <span class="soft">{{ t('fitting.reading.rule') }}</span>
    </p>
    <ul v-if="warnings.length > 0" class="problems">
      <li v-for="problem in warnings" :key="problem">▲ {{ problem }}</li>
    </ul>
    <p v-for="aside in asides" :key="aside" class="small soft sentence">{{ aside }}</p>
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
          weight: fixed(drilled.weightLb, 2),
          rg: fixed(drilled.rgIn, 3),
          diff: fixed(drilled.differentialIn, 3),
          int: fixed(drilled.intermediateDifferentialIn, 3),
          rg0: fixed(blank.rgIn, 3),
          diff0: fixed(blank.differentialIn, 3),
          int0: fixed(blank.intermediateDifferentialIn, 3),
        })
      }}
      <template v-if="topWeightOz !== null">{{
        t('fitting.statics', {
          top: fixed(drilled.statics.topOz, 1),
          side: fixed(drilled.statics.sideOz, 1),
          finger: fixed(drilled.statics.fingerOz, 1),
        })
      }}</template>
      <template v-else>{{ t('fitting.staticsUnknown') }}</template>
    </p>
    <p v-else-if="hasBall" class="small soft">{{ t('fitting.noCore') }}</p>
  </section>
</template>

<style scoped>
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
table.list td,
table.list th {
  white-space: normal;
  padding-inline: 4px;
}
</style>
