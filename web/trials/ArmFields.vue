<script setup lang="ts">
import type { ArmInput } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import type { useForm } from '../controls/useForm.ts'
import CustomerField from '../customers/CustomerField.vue'
import { useArmFields } from './useArmFields.ts'

/** What a trial compares: the balls and whatever else its design asks for, and the arms that follow. */
const props = defineProps<{ form: ReturnType<typeof useForm>; ballId?: string | undefined }>()
const { t } = useI18n()
const { asks, own, items, gritItems, choice, plan, warnings, nameArm } = useArmFields(props.form, props.ballId)
const arms = () => props.form.values['arms'] as readonly ArmInput[]
const letters = 'ABCDEFGHIJKL'
const message = (index: number) =>
  props.form.errors[`arms[${index}].label`] ?? props.form.errors[`arms[${index}].ballId`] ?? ''
</script>

<template>
  <p v-if="!form.values['customerId']" class="soft">{{ t('trials.bowlerFirst') }}</p>
  <p v-else-if="own.length === 0">{{ t('trials.noBalls') }}</p>
  <div v-else class="pair">
    <v-select
      v-if="asks.balls === 1"
      :model-value="choice.balls[0] ?? null"
      :label="t('trials.ball')"
      :items="items"
      @update:model-value="choice.balls = $event ? [$event] : []"
    />
    <v-select
      v-else
      v-model="choice.balls"
      multiple
      chips
      :label="asks.balls === 2 ? t('trials.ballThen') : t('trials.balls')"
      :items="items"
      :error-messages="form.errors['arms'] ?? ''"
    />
    <v-select
      v-if="asks.more.includes('reference')"
      v-model="choice.reference"
      clearable
      :label="t('trials.reference')"
      :items="items.filter(({ value }) => !choice.balls.includes(value))"
    />
    <v-select
      v-if="asks.more.includes('grits')"
      v-model="choice.grits"
      multiple
      chips
      :label="t('trials.grits')"
      :items="gritItems"
    />
    <CustomerField
      v-if="asks.more.includes('bowler')"
      v-model="choice.otherBowler"
      :label="t('trials.otherBowler')"
      :without="[String(form.values['customerId'])]"
    />
    <template v-if="asks.more.includes('line')">
      <QuantityField v-bind="form.field<number>('feetBoard')" name="feetBoard" :label="t('trials.feet')" />
      <QuantityField v-bind="form.field<number>('targetBoard')" name="board" :label="t('trials.target')" />
    </template>
  </div>
  <fieldset v-if="arms().length > 0" class="arms">
    <legend class="condensed">
      {{ form.values['design'] === 'free' ? t('trials.armsFree', arms().length) : t('trials.arms') }}
    </legend>
    <v-text-field
      v-for="(arm, index) in arms()"
      :key="index"
      density="compact"
      :label="t('trials.armName', { letter: letters[index] })"
      :model-value="arm.label"
      :error-messages="message(index)"
      @update:model-value="nameArm(index, $event)"
    />
  </fieldset>
  <p v-else-if="own.length > 0" class="small soft">{{ t('trials.armsMissing') }}</p>
  <p v-for="line in plan" :key="line" class="small">◇ {{ line }}</p>
  <p v-for="warning in warnings" :key="warning" role="status">{{ warning }}</p>
</template>

<style scoped>
.pair,
.arms {
  display: grid;
  align-items: start;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 14rem), 1fr));
  gap: var(--gap-3);
  border: 0;
}
</style>
