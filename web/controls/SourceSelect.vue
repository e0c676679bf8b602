<script setup lang="ts">
import { figureSources } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'

const props = defineProps<{ label: string; modelValue: string | null; errorMessages?: string }>()
const emit = defineEmits<{ 'update:modelValue': [string | null] }>()
const { t } = useI18n()
const items = [
  { value: null, title: t('controls.noSource') },
  ...figureSources.map((value) => ({ value, title: t(`controls.sources.${value}`) })),
]
</script>

<template>
  <v-select
    :label="t('controls.source')"
    :aria-label="`${t('controls.source')}: ${props.label}`"
    :items="items"
    :model-value="modelValue"
    :error-messages="errorMessages"
    @update:model-value="emit('update:modelValue', $event)"
  />
</template>
