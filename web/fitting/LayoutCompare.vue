<script setup lang="ts">
import type { Layout } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import LayoutField from '../controls/LayoutField.vue'
import NamedLayouts from './NamedLayouts.vue'
import type { LayoutPrediction } from './useDrilling.ts'
import { fixed } from '../controls/figures.ts'

/** Another layout beside this one, the shop's named ones, and what the motion core says of each. */
const other = defineModel<Layout | null>({ required: true })
defineProps<{
  layout: Layout
  hasBall: boolean
  searching: boolean
  predictions: readonly LayoutPrediction[]
}>()
const emit = defineEmits<{ use: [Layout]; find: [] }>()
const { t } = useI18n()
const effect = (value: number) => fixed(value, 1)
</script>

<template>
  <section class="panel stack" :aria-label="t('fitting.compare')">
    <h2>{{ t('fitting.compare') }}</h2>
    <LayoutField v-model="other" />
    <NamedLayouts :layout="layout" @use="emit('use', $event)" @compare="other = $event" />
    <template v-if="hasBall">
      <div class="spread">
        <h2>{{ t('fitting.predicted') }}</h2>
        <v-btn size="small" :disabled="searching" @click="emit('find')">{{
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
      <HowKnown
        :figures="[
          {
            figure: t('fitting.predicted'),
            kind: 'computed',
            source: t('fitting.predictedWhy'),
            model: t('lanes.whatIf.known.path'),
            changes: t('lanes.whatIf.known.pathChanges'),
          },
        ]"
        :what="t('fitting.predicted')"
      />
    </template>
  </section>
</template>

<style scoped>
table.list td,
table.list th {
  white-space: normal;
  padding-inline: 4px;
}
</style>
