<script setup lang="ts">
import type { Load } from '@sleetfall/core'
import { useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { useRowFocus } from '../controls/useRowFocus.ts'

/** The load table of a pattern, row by row. */
const rows = defineModel<Load[]>({ required: true })
defineProps<{ errors: Readonly<Record<string, string>> }>()
const { t } = useI18n()
const focus = useRowFocus(useTemplateRef<HTMLElement>('list'))
const fields = [
  ['fromBoard', 'wholeBoard'],
  ['toBoard', 'wholeBoard'],
  ['loads', 'loads'],
  ['microlitresPerBoard', 'microlitresPerBoard'],
  ['startFt', 'distanceFt'],
  ['endFt', 'distanceFt'],
] as const

function change(index: number, field: keyof Load, value: number | null) {
  rows.value = rows.value.map((row, at) => (at === index ? { ...row, [field]: value } : row))
}
function add() {
  const last = rows.value.at(-1)
  rows.value = [
    ...rows.value,
    last ? { ...last } : { fromBoard: 2, toBoard: 38, loads: 1, microlitresPerBoard: 50, startFt: 0, endFt: 40 },
  ]
  focus.added()
}
function drop(index: number) {
  rows.value = rows.value.filter((_, at) => at !== index)
  focus.removed(index)
}
</script>

<template>
  <fieldset ref="list">
    <legend class="condensed">{{ t('lanes.loads') }}</legend>
    <div
      v-for="(row, index) in rows"
      :key="index"
      data-row
      class="load"
      role="group"
      :aria-label="t('lanes.row', { n: index + 1 })"
    >
      <span class="figure">{{ index + 1 }}</span>
      <QuantityField
        v-for="[field, limit] in fields"
        :key="field"
        :name="limit"
        :label="t(`lanes.columns.${field}`)"
        :model-value="row[field]"
        :error-messages="errors[`loads[${index}].${field}`] ?? ''"
        @update:model-value="change(index, field, $event)"
      />
      <span class="small soft">{{ row.endFt >= row.startFt ? t('lanes.forward') : t('lanes.reverse') }}</span>
      <v-btn size="small" variant="text" :aria-label="t('lanes.removeRow', { n: index + 1 })" @click="drop(index)"
        >×</v-btn
      >
    </div>
    <v-btn size="small" @click="add">{{ t('lanes.addRow') }}</v-btn>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
}
.load {
  display: grid;
  grid-template-columns: 24px repeat(6, minmax(96px, 1fr)) 60px 44px;
  gap: var(--gap-2);
  align-items: start;
  width: 100%;
}
.load > .figure,
.load > .soft {
  padding-top: 9px;
}
@media (max-width: 800px) {
  .load {
    grid-template-columns: repeat(3, 1fr);
  }
}
</style>
