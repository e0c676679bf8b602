<script setup lang="ts">
import {
  type RecipeStep,
  type finishByStep,
  type recipeDoubts,
  abrasiveKinds,
  productMlOf,
  stepMedia,
  stepMethods,
  stepPressures,
  usualProductMl,
} from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { scannedText } from '../surface/useSurfaceText.ts'

/** One step of a recipe with what it leaves; everything said goes out as a change. */
const props = defineProps<{
  step: RecipeStep
  index: number
  last: boolean
  after: ReturnType<typeof finishByStep>[number]
  doubts: ReturnType<typeof recipeDoubts>
  errors: Readonly<Record<string, string>>
}>()
const emit = defineEmits<{ change: [part: Partial<RecipeStep>]; move: [by: -1 | 1]; remove: [] }>()
const { t } = useI18n()
const hasGrit = (abrasive: RecipeStep['abrasive']) => abrasive === 'pad' || abrasive === 'sheet'
const wrong = (field: string) => props.errors[`steps[${props.index}].${field}`] ?? ''
</script>

<template>
  <li class="step" data-row :aria-label="t('supplies.step', { n: index + 1 })">
    <span class="grip" aria-hidden="true" :title="t('supplies.drag')">☰</span>
    <div class="fields">
      <v-select
        :label="t('supplies.abrasive')"
        :model-value="step.abrasive"
        :items="abrasiveKinds.map((value) => ({ value, title: t(`supplies.abrasives.${value}`) }))"
        @update:model-value="
          emit('change', { abrasive: $event, grit: hasGrit($event) ? (step.grit ?? 2000) : undefined })
        "
      />
      <QuantityField
        v-if="hasGrit(step.abrasive)"
        name="grit"
        :label="t('supplies.grit')"
        :model-value="step.grit ?? null"
        :error-messages="wrong('grit')"
        @update:model-value="emit('change', { grit: $event ?? undefined })"
      />
      <v-select
        :label="t('supplies.method')"
        :model-value="step.method"
        :items="stepMethods.map((value) => ({ value, title: t(`supplies.methods.${value}`) }))"
        @update:model-value="emit('change', { method: $event })"
      />
      <v-select
        :label="t('supplies.medium')"
        :model-value="step.medium"
        :items="stepMedia.map((value) => ({ value, title: t(`supplies.media.${value}`) }))"
        @update:model-value="emit('change', { medium: $event })"
      />
      <v-select
        :label="t('supplies.sides')"
        :model-value="step.sides"
        :items="[2, 4, 6].map((value) => ({ value, title: `${value}` }))"
        @update:model-value="emit('change', { sides: $event })"
      />
      <QuantityField
        name="passesPerSide"
        :label="t('supplies.passes')"
        :model-value="step.passesPerSide"
        :error-messages="wrong('passesPerSide')"
        @update:model-value="emit('change', { passesPerSide: $event ?? 0 })"
      />
      <QuantityField
        name="secondsPerSide"
        :label="t('supplies.seconds')"
        :model-value="step.secondsPerSide"
        :error-messages="wrong('secondsPerSide')"
        @update:model-value="emit('change', { secondsPerSide: $event ?? 0 })"
      />
      <QuantityField
        v-if="productMlOf(step) !== null"
        name="productMl"
        :label="t('supplies.product')"
        :model-value="step.productMl ?? null"
        :placeholder="t('supplies.productUsual', { ml: usualProductMl })"
        persistent-placeholder
        :error-messages="wrong('productMl')"
        @update:model-value="emit('change', { productMl: $event })"
      />
      <v-select
        :label="t('supplies.pressure')"
        :model-value="step.pressure"
        :items="stepPressures.map((value) => ({ value, title: t(`bench.pressures.${value}`) }))"
        @update:model-value="emit('change', { pressure: $event })"
      />
    </div>
    <p class="leaves" role="status">
      <strong class="figure">{{ t('supplies.reads', { grit: scannedText(after.raTopUm) }) }}</strong>
      <span class="small">{{ t('supplies.underneath', { grit: scannedText(after.raBaseUm) }) }}</span>
      <span class="bar" aria-hidden="true"><span :style="{ width: `${100 * after.effect}%` }"></span></span>
      <span class="small soft">{{ t('supplies.effect', { n: Math.round(100 * after.effect) }) }}</span>
    </p>
    <div class="moves">
      <v-btn
        size="x-small"
        :disabled="index === 0"
        :aria-label="t('supplies.up', { n: index + 1 })"
        @click="emit('move', -1)"
        >↑</v-btn
      >
      <v-btn size="x-small" :disabled="last" :aria-label="t('supplies.down', { n: index + 1 })" @click="emit('move', 1)"
        >↓</v-btn
      >
      <v-btn
        size="x-small"
        variant="text"
        :aria-label="t('supplies.removeStep', { n: index + 1 })"
        @click="emit('remove')"
        >×</v-btn
      >
    </div>
    <p v-for="doubt in doubts" :key="doubt.problem" class="doubt small" role="status">
      ▲ {{ t(`supplies.problems.${doubt.problem}`) }}
    </p>
  </li>
</template>

<style scoped>
.step {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) 150px auto;
  gap: var(--gap-2);
  align-items: center;
  background: var(--panel-sunk);
  border: 1px solid var(--line);
  padding: var(--gap-2);
}
.grip {
  cursor: grab;
  font-size: 1.4rem;
  text-align: center;
}
.fields {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: var(--gap-1);
}
.leaves {
  display: grid;
  line-height: 1.2;
}
.bar {
  height: 8px;
  background: var(--gauge-track);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--gauge-window);
}
.moves {
  display: grid;
  gap: 2px;
}
.doubt {
  grid-column: 2 / -1;
}
@media (max-width: 800px) {
  .fields {
    grid-template-columns: 1fr 1fr;
  }
  .step {
    grid-template-columns: 28px minmax(0, 1fr);
  }
  .leaves,
  .moves {
    grid-column: 2;
  }
  .moves {
    grid-template-columns: repeat(3, auto);
    justify-content: start;
  }
}
</style>
