<script setup lang="ts">
import { type LimitName, limits } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useSession } from '../shell/session.ts'
import { shown } from './quantities.ts'

/** A figure with its unit, range and arrow-key steps. Emits null when empty and NaN for what is no number. */
const props = defineProps<{
  name: LimitName
  label: string
  modelValue: number | null | undefined
  errorMessages?: string
  hint?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [number | null] }>()
const { t } = useI18n()
const session = useSession()
const how = computed(() => shown(props.name, session.metric))
const textOf = (value: number | null | undefined) =>
  value == null || Number.isNaN(value) ? '' : how.value.format(value)
const text = ref(textOf(props.modelValue))
/** The value that the text stands for, so that typing is not rewritten under the cursor. */
let typed: number | null = props.modelValue ?? null

watch([() => props.modelValue, how], ([value, now], [, before]) => {
  if (now === before && Object.is(value ?? null, typed)) return
  typed = value ?? null
  text.value = textOf(value)
})

function type(input: string) {
  text.value = input
  if (input.trim() === '') typed = null
  else typed = how.value.parse(input) ?? Number.NaN
  emit('update:modelValue', typed)
}

function step(direction: number) {
  const { min, max, step: size } = limits[props.name]
  const at = typed === null || Number.isNaN(typed) ? (direction > 0 ? min - size : max + size) : typed
  const next = Math.min(max, Math.max(min, Math.round((at + direction * size) / size) * size))
  type(how.value.format(next))
  typed = next
  emit('update:modelValue', next)
}

const message = computed(() => {
  const range = { label: props.label, min: how.value.min, max: how.value.max, unit: how.value.unit }
  const value = props.modelValue
  if (value != null && Number.isNaN(value)) return t('controls.notNumber', range)
  if (value != null && (value < limits[props.name].min - 1e-9 || value > limits[props.name].max + 1e-9))
    return t('controls.range', range)
  return props.errorMessages ?? ''
})
const input = ref<{ focus(): void; select?: () => void } | null>(null)
defineExpose({ focus: () => input.value?.focus(), select: () => input.value?.select?.() })
</script>

<template>
  <v-text-field
    ref="input"
    :model-value="text"
    :label="label"
    :suffix="how.unit"
    :hint="hint"
    :persistent-hint="!!hint"
    :error-messages="message"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="type"
    @keydown.up.prevent="step(1)"
    @keydown.down.prevent="step(-1)"
  />
</template>
