<script setup lang="ts">
import type { Calibration } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { ofShotsOnly, useFitText } from './useFitText.ts'
import { vCards } from '../controls/cards.ts'

/** Every fitted figure: before, after with its interval, and how much of the doubt the shots took away. */
const props = defineProps<{ one: Calibration }>()
const { t } = useI18n()
const { name, value, unit, stays } = useFitText()
const rows = computed(() =>
  props.one.fit.parameters.map((figure) => ({
    ...figure,
    name: name(props.one, figure),
    before: value(figure.kind, figure.start),
    after: `${value(figure.kind, figure.value)} [${value(figure.kind, figure.low)} – ${value(figure.kind, figure.high)}]`,
    unit: unit(figure.kind),
    note: stays(figure) ? t('calibration.stays') : ofShotsOnly.includes(figure.kind) ? t('calibration.ofTrial') : '',
  })),
)
const tangled = computed(() =>
  props.one.fit.tangled.map(({ a, b }) => t('calibration.tangled', { a: rows.value[a]!.name, b: rows.value[b]!.name })),
)
</script>

<template>
  <section class="stack" :aria-label="t('calibration.figures')">
    <h2>{{ t('calibration.figures') }}</h2>
    <table v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('calibration.figure') }}</th>
          <th scope="col">{{ t('calibration.before') }}</th>
          <th scope="col">{{ t('calibration.fitted') }}</th>
          <th scope="col">{{ t('calibration.told') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="`${row.kind} ${row.of}`" :class="{ soft: row.note !== '' }">
          <th scope="row">
            {{ row.name }} <span v-if="row.note" class="small">· {{ row.note }}</span>
          </th>
          <td class="figure">{{ row.before }}</td>
          <td class="figure">{{ row.after }} {{ row.unit }}</td>
          <td class="figure">
            <span class="track" aria-hidden="true"
              ><span class="fill" :style="{ width: `${100 * row.learnt}%` }"></span
            ></span>
            {{ Math.round(100 * row.learnt) }} %
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="tangled.length > 0" class="small soft">{{ tangled.join(' ') }} {{ t('calibration.tangledHelp') }}</p>
  </section>
</template>

<style scoped>
.track {
  display: inline-block;
  width: 56px;
  height: 8px;
  background: var(--gauge-track);
  margin-inline-end: var(--gap-1);
}
.fill {
  display: block;
  height: 100%;
  background: var(--gauge-window);
}
tbody th {
  white-space: normal;
}
@media (max-width: 600px) {
  .track {
    display: none;
  }
}
</style>
