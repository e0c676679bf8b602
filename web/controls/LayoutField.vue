<script setup lang="ts">
import { type Layout, formatLayout, parseLayout } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

/** A layout in angle–distance–angle, typed in one go; emits null when empty and NaN figures for what cannot be read. */
const props = defineProps<{ modelValue: Layout | null; errorMessages?: string }>()
const emit = defineEmits<{ 'update:modelValue': [Layout | null] }>()
const { t } = useI18n()
const text = ref(props.modelValue ? formatLayout(props.modelValue) : '')
const unreadable: Layout = { drillingAngleDeg: Number.NaN, pinToPapIn: Number.NaN, valAngleDeg: Number.NaN }
const bad = computed(() => text.value.trim() !== '' && parseLayout(text.value) === undefined)

function type(input: string) {
  text.value = input
  emit('update:modelValue', input.trim() === '' ? null : (parseLayout(input) ?? unreadable))
}
</script>

<template>
  <v-text-field
    :model-value="text"
    :label="t('controls.layout')"
    :hint="t('controls.layoutHint')"
    persistent-hint
    :error-messages="bad ? t('controls.layoutBad') : (errorMessages ?? '')"
    autocomplete="off"
    @update:model-value="type"
  />
</template>
