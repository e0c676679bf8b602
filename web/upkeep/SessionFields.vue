<script setup lang="ts">
import { cleanedHow } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import QuantityField from '../controls/QuantityField.vue'
import { todayText } from '../controls/days.ts'
import type { useForm } from '../controls/useForm.ts'

/** What was played and how it was cleaned, for the shop's form and the customer's page. */
defineProps<{
  form: Pick<ReturnType<typeof useForm>, 'field' | 'values'>
  patterns: readonly { readonly id: string; readonly name: string }[]
}>()
const { t } = useI18n()
const usual = [1, 2, 3, 4]
</script>

<template>
  <div class="stack fields">
    <div class="row">
      <v-btn
        v-for="n in usual"
        :key="n"
        class="touch"
        :class="{ chosen: form.values['games'] === n }"
        :aria-pressed="form.values['games'] === n"
        @click="form.field('games')['onUpdate:modelValue'](n)"
        >{{ t('upkeep.gamesN', { n }, n) }}</v-btn
      >
      <QuantityField v-bind="form.field<number>('games')" class="few" name="games" :label="t('upkeep.session.games')" />
    </div>
    <v-select
      v-bind="form.field('patternId')"
      :label="t('upkeep.session.pattern')"
      :items="[
        { value: null, title: t('balls.noPattern') },
        ...patterns.map((one) => ({ value: one.id, title: one.name })),
      ]"
    />
    <DayField v-bind="form.field('playedOn')" :label="t('upkeep.session.playedOn')" :max="todayText()" />
    <v-radio-group v-bind="form.field('cleaned')" inline :label="t('upkeep.session.cleaned')">
      <v-radio v-for="how in cleanedHow" :key="how" :value="how" :label="t(`upkeep.cleaned.${how}`)" />
    </v-radio-group>
  </div>
</template>

<style scoped>
.few {
  max-width: 150px;
}
.chosen {
  background: var(--accent-wash);
  outline: 2px solid var(--accent);
}
.fields {
  gap: var(--gap-3);
}
</style>
