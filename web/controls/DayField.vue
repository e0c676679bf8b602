<script setup lang="ts">
defineProps<{
  label: string
  modelValue: string | null | undefined
  errorMessages?: string
  max?: string
  min?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [string | null] }>()
</script>

<template>
  <v-text-field
    type="date"
    :label="label"
    :model-value="modelValue ?? ''"
    :max="max"
    :min="min"
    :error-messages="errorMessages"
    @update:model-value="emit('update:modelValue', $event || null)"
  />
</template>
