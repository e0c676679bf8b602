<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'

interface Squad {
  readonly name: string
  readonly on: string
  readonly at: string
}
/** Squads of an event: each with its day and time. */
const props = defineProps<{ modelValue: readonly Squad[]; day: string; errors: Readonly<Record<string, string>> }>()
const emit = defineEmits<{ 'update:modelValue': [readonly Squad[]] }>()
const { t } = useI18n()
const change = (at: number, by: Partial<Squad>) =>
  emit(
    'update:modelValue',
    props.modelValue.map((squad, i) => (i === at ? { ...squad, ...by } : squad)),
  )
const add = () => emit('update:modelValue', [...props.modelValue, { name: '', on: props.day, at: '12:00' }])
const drop = (at: number) =>
  emit(
    'update:modelValue',
    props.modelValue.filter((_, i) => i !== at),
  )
const wrong = (at: number, key: keyof Squad) => props.errors[`squads[${at}].${key}`] ?? ''
</script>

<template>
  <fieldset class="stack squads">
    <legend class="condensed">{{ t('events.squads') }}</legend>
    <div v-for="(squad, i) in modelValue" :key="i" class="squad">
      <v-text-field
        :label="t('events.squad')"
        :model-value="squad.name"
        :error-messages="wrong(i, 'name')"
        @update:model-value="change(i, { name: $event ?? '' })"
      />
      <DayField
        :label="t('events.squadOn')"
        :model-value="squad.on"
        :error-messages="wrong(i, 'on')"
        @update:model-value="change(i, { on: $event ?? '' })"
      />
      <v-text-field
        type="time"
        :label="t('events.squadAt')"
        :model-value="squad.at"
        :error-messages="wrong(i, 'at')"
        @update:model-value="change(i, { at: $event ?? '' })"
      />
      <v-btn size="small" variant="text" :aria-label="t('events.dropSquad', { n: i + 1 })" @click="drop(i)">✕</v-btn>
    </div>
    <div>
      <v-btn size="small" @click="add">{{ t('events.addSquad') }}</v-btn>
    </div>
  </fieldset>
</template>

<style scoped>
.squads {
  border: 0;
  padding: 0;
}
.squad {
  display: grid;
  grid-template-columns: 1.2fr 1fr 0.8fr auto;
  gap: var(--gap-2);
  align-items: start;
}
@media (max-width: 500px) {
  .squad {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
