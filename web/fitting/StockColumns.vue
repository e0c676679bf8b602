<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { type Mapping, type StockField, missingFields, stockFields } from './stock.ts'

/** Which column of a list fills which field; what a row cannot be without asks for its own. */
const mapping = defineModel<Mapping>({ required: true })
defineProps<{ columns: readonly string[] }>()
const { t } = useI18n()
const map = (field: StockField, column: string | null) => (mapping.value = { ...mapping.value, [field]: column })
</script>

<template>
  <div class="mapping">
    <v-select
      v-for="field in stockFields"
      :key="field"
      :label="t(`fitting.stock.fields.${field}`)"
      :items="[
        { value: null, title: t('fitting.stock.noColumn') },
        ...columns.map((value) => ({ value, title: value })),
      ]"
      :model-value="mapping[field]"
      :error-messages="missingFields(mapping).includes(field) ? t('fitting.stock.needed') : ''"
      @update:model-value="map(field, $event)"
    />
  </div>
</template>

<style scoped>
.mapping {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  align-items: start;
  gap: var(--gap-2);
}
</style>
