<script setup lang="ts">
import { mdiMinus, mdiPlus } from '@mdi/js'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'

/** A board that stays from shot to shot, with a thumb's step to either side. */
defineProps<{
  name: 'board' | 'feetBoard'
  label: string
  modelValue: number | null | undefined
  errorMessages?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [number | null]; step: [number] }>()
const { t } = useI18n()
</script>

<template>
  <div class="stepper">
    <v-btn :icon="mdiMinus" :aria-label="t(`trials.stepDown.${name}`)" tabindex="-1" @click="emit('step', -1)" />
    <QuantityField
      :name="name"
      :label="label"
      :model-value="modelValue"
      :error-messages="errorMessages ?? ''"
      @update:model-value="emit('update:modelValue', $event)"
    />
    <v-btn :icon="mdiPlus" :aria-label="t(`trials.stepUp.${name}`)" tabindex="-1" @click="emit('step', 1)" />
  </div>
</template>

<style scoped>
.stepper {
  display: grid;
  grid-template-columns: var(--touch) minmax(0, 1fr) var(--touch);
  gap: 2px;
  align-items: start;
}
.stepper .v-btn {
  width: var(--touch);
  height: var(--touch);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
}
@media (max-width: 600px) {
  /* The unit goes without saying where there is no room for it. */
  .stepper :deep(.v-text-field__suffix) {
    display: none;
  }
  .stepper :deep(.v-field__input) {
    text-align: center;
    padding-inline: 4px;
    font-size: 1.2rem;
    font-weight: 700;
  }
}
</style>
