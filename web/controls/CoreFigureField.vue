<script setup lang="ts">
import { type CoreFigureName, limits, readCoreFigure } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { fixed } from './figures.ts'

/** RG or differential as it is said at the counter ("251", ".056"); tells how it was read. */
const props = defineProps<{
  name: CoreFigureName
  label: string
  modelValue: number | null | undefined
  errorMessages?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [number | null] }>()
const { t } = useI18n()
const textOf = (value: number | null | undefined) => (value == null || Number.isNaN(value) ? '' : fixed(value, 3))
const text = ref(textOf(props.modelValue))
let typed: number | null = props.modelValue ?? null

watch(
  () => props.modelValue,
  (value) => {
    if (Object.is(value ?? null, typed)) return
    typed = value ?? null
    text.value = textOf(value)
  },
)

const reading = computed(() => (text.value.trim() === '' ? null : readCoreFigure(props.name, text.value)))

function type(input: string) {
  text.value = input
  typed = reading.value === null ? null : reading.value.ok ? reading.value.valueIn : Number.NaN
  emit('update:modelValue', typed)
}

const hint = computed(() => (reading.value?.ok ? t('controls.readAs', { value: fixed(reading.value.valueIn, 3) }) : ''))
const message = computed(() => {
  if (reading.value && !reading.value.ok) {
    const { min, max } = limits[props.name]
    const range = t('controls.notNumber', { label: props.label, min: fixed(min, 3), max: fixed(max, 3), unit: 'in' })
    const { reason } = reading.value
    return reason === 'looks-like-rg'
      ? `${range}. ${t('controls.swappedRg')}`
      : reason === 'looks-like-differential'
        ? `${range}. ${t('controls.swappedDifferential')}`
        : range
  }
  return props.errorMessages ?? ''
})
</script>

<template>
  <v-text-field
    :model-value="text"
    :label="label"
    suffix="in"
    :hint="hint"
    :persistent-hint="reading?.ok && reading.pointAdded"
    :error-messages="message"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="type"
  />
</template>
