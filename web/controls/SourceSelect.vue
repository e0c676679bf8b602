<script setup lang="ts">
import { figureSources } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

const props = defineProps<{ label: string; modelValue: string | null; errorMessages?: string }>()
const emit = defineEmits<{ 'update:modelValue': [string | null] }>()
const { t } = useI18n()
/** What was fitted is said by a fit, not by whoever types. */
const offered = computed(() => figureSources.filter((one) => one !== 'fitted' || props.modelValue === 'fitted'))
const items = computed(() => [
  { value: null, title: t('controls.noSource') },
  ...offered.value.map((value) => ({ value, title: t(`controls.sources.${value}`) })),
])
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
