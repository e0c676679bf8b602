<script setup lang="ts">
import { coverFamilies, readyRecipes } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import LayoutField from '../controls/LayoutField.vue'
import type { TypedBall } from './intake.ts'
import type { Intake } from './useIntake.ts'

/** One ball that is taken in: a new one with its figures, or one that comes back with what is wrong. */
const row = defineModel<TypedBall>({ required: true })
const props = defineProps<{ index: number; intake: Intake }>()
const { t } = useI18n()
const { rows, stock, errors, removeBall, inStock, named } = props.intake
const error = (field: string) => errors.value[`${props.index}.${field}`] ?? ''
const layoutError = computed(() => ['drillingAngleDeg', 'pinToPapIn', 'valAngleDeg'].map(error).find(Boolean) ?? '')
const finishes = computed(() => [
  { value: 'factory', title: t('fitting.intake.finishes.factory') },
  { value: 'unknown', title: t('fitting.intake.finishes.unknown') },
  ...readyRecipes.map((recipe) => ({ value: recipe.key, title: t(`surface.recipes.${recipe.key}`) })),
])
</script>

<template>
  <section data-ball class="panel stack" :aria-label="t('fitting.intake.ball', { n: index + 1 })">
    <div class="spread">
      <h2>{{ t('fitting.intake.ball', { n: index + 1 }) }}</h2>
      <v-btn
        v-if="rows.length > 1"
        size="small"
        variant="text"
        :aria-label="t('fitting.intake.removeBall', { n: index + 1 })"
        @click="removeBall(index)"
        >×</v-btn
      >
    </div>
    <div v-if="row.knownId !== null" class="fields" :data-complaint="row.knownId">
      <p>
        <strong>{{ row.name }}</strong> <span class="soft">{{ t('fitting.intake.back') }}</span>
      </p>
      <v-text-field v-model="row.complaint" :label="t('fitting.intake.complaint')" />
      <v-text-field v-model="row.shelf" :label="t('balls.fields.shelf')" />
    </div>
    <div v-else class="fields">
      <v-combobox
        :label="t('balls.fields.name')"
        :items="stock.items.map((one) => one.name)"
        :model-value="row.name"
        :hint="inStock(row.name) ? t('fitting.intake.fromStock') : ''"
        persistent-hint
        :error-messages="error('name')"
        @update:model-value="named(row, $event)"
      />
      <v-select
        v-model="row.cover"
        :label="t('balls.fields.cover')"
        :items="coverFamilies.map((value) => ({ value, title: t(`balls.covers.${value}`) }))"
      />
      <LayoutField v-model="row.layout" :error-messages="layoutError" />
      <v-select v-model="row.finish" :label="t('fitting.intake.finish')" :items="finishes" />
      <v-text-field v-model="row.complaint" :label="t('fitting.intake.complaint')" />
      <v-text-field v-model="row.shelf" :label="t('balls.fields.shelf')" :error-messages="error('shelf')" />
    </div>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: var(--gap-2);
  align-items: start;
}
</style>
