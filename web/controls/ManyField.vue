<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** Several of a list, each as a chip whose cross says what it takes out. */
defineProps<{
  modelValue: readonly string[]
  label: string
  items: readonly { readonly value: string; readonly title: string }[]
  errorMessages?: string
  /** The items are those that were searched for: nothing is filtered here. */
  searched?: boolean
}>()
const search = defineModel<string>('search', { default: '' })
const emit = defineEmits<{ 'update:modelValue': [string[]] }>()
const { t } = useI18n()
</script>

<template>
  <v-autocomplete
    v-model:search="search"
    multiple
    :no-filter="searched"
    chips
    closable-chips
    clear-on-select
    :label="label"
    :items="items"
    :model-value="modelValue"
    :error-messages="errorMessages ?? ''"
    @update:model-value="emit('update:modelValue', $event as string[])"
  >
    <template #chip="{ item, props: chip }">
      <v-chip v-bind="chip" :close-label="t('controls.takeOut', { what: item.title })" :text="item.title" />
    </template>
  </v-autocomplete>
</template>
