<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import type { useForm } from '../controls/useForm.ts'

/** What a shot may say besides, when somebody saw or measured it. */
const props = defineProps<{ form: ReturnType<typeof useForm> }>()
const { t } = useI18n()
const number = (name: string) => props.form.field<number>(name)
</script>

<template>
  <details>
    <summary class="small">{{ t('trials.moreOfShot') }}</summary>
    <div class="more">
      <QuantityField v-bind="number('speedMph')" name="speedMph" :label="t('trials.speed')" />
      <QuantityField v-bind="number('firstReadFt')" name="distanceFt" :label="t('trials.firstRead')" />
      <QuantityField v-bind="number('breakpointBoard')" name="board" :label="t('trials.breakpoint')" />
      <QuantityField v-bind="number('entryAngleDeg')" name="entryAngleDeg" :label="t('trials.entryAngle')" />
      <v-text-field v-bind="form.field('lane')" data-words :label="t('trials.lane')" />
      <v-text-field v-bind="form.field('note')" data-words :label="t('trials.note')" />
    </div>
  </details>
</template>

<style scoped>
summary {
  min-height: 24px;
}
.more {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2);
  padding-block: var(--gap-2);
}
</style>
