<script setup lang="ts">
import type { Hole } from '@sleetfall/core'
import { useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { useRowFocus } from '../controls/useRowFocus.ts'
import { fixed } from '../controls/figures.ts'

/** Holes of a grip sheet, each from the grip centre; differences to another sheet are marked. */
const holes = defineModel<readonly Hole[]>({ required: true })
const props = defineProps<{ errors: Readonly<Record<string, string>>; before: readonly Hole[] | null }>()
const { t } = useI18n()
const focus = useRowFocus(useTemplateRef<HTMLElement>('list'))
const fields = [
  ['overIn', 'holeOverIn'],
  ['upIn', 'holeUpIn'],
  ['diameterIn', 'holeDiameterIn'],
  ['depthIn', 'holeDepthIn'],
  ['forwardPitchIn', 'pitchIn'],
  ['lateralPitchIn', 'pitchIn'],
] as const
type Field = (typeof fields)[number][0]
const set = (index: number, change: Partial<Hole>) =>
  (holes.value = holes.value.map((hole, at) => (at === index ? { ...hole, ...change } : hole)))
const change = (index: number, field: Field, value: number | null) =>
  set(index, { [field]: value ?? (field.endsWith('PitchIn') ? undefined : Number.NaN) } as Partial<Hole>)
/** What the other sheet has there, when it is another figure. */
function differs(hole: Hole, field: Field): string {
  const old = props.before?.find((one) => one.name === hole.name)
  if (!old || (old[field] ?? 0) === (hole[field] ?? 0)) return ''
  return t('fitting.was', { value: fixed(old[field] ?? 0, 3) })
}
function add() {
  holes.value = [
    ...holes.value,
    { name: t('fitting.hole', { n: holes.value.length + 1 }), overIn: 0, upIn: 0, diameterIn: 1, depthIn: 2.5 },
  ]
  focus.added()
}
function drop(index: number) {
  holes.value = holes.value.filter((_, at) => at !== index)
  focus.removed(index)
}
</script>

<template>
  <fieldset ref="list">
    <legend class="condensed">{{ t('fitting.holes') }}</legend>
    <div v-for="(hole, index) in holes" :key="index" data-row class="hole" role="group" :aria-label="hole.name">
      <v-text-field
        :label="t('fitting.fields.name')"
        :model-value="hole.name"
        :error-messages="errors[`holes[${index}].name`] ?? ''"
        @update:model-value="set(index, { name: $event })"
      />
      <QuantityField
        v-for="[field, limit] in fields"
        :key="field"
        :name="limit"
        :label="t(`fitting.fields.${field}`)"
        :model-value="hole[field]"
        :error-messages="errors[`holes[${index}].${field}`] ?? ''"
        :hint="differs(hole, field)"
        @update:model-value="change(index, field, $event)"
      />
      <label class="small row"
        ><input
          type="checkbox"
          :checked="hole.plug !== undefined"
          @change="set(index, { plug: hole.plug ? undefined : {} })"
        />
        {{ t('fitting.plugged') }}</label
      >
      <v-btn size="small" variant="text" :aria-label="t('fitting.removeHole', { name: hole.name })" @click="drop(index)"
        >×</v-btn
      >
    </div>
    <v-btn size="small" @click="add">{{ t('fitting.addHole') }}</v-btn>
  </fieldset>
</template>

<style scoped>
.hole {
  display: grid;
  grid-template-columns: minmax(90px, 1.2fr) repeat(6, minmax(84px, 1fr)) auto auto;
  gap: var(--gap-1);
  align-items: start;
}
@media (max-width: 900px) {
  .hole {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
}
</style>
