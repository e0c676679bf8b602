<script setup lang="ts">
import { hands } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { vFocus } from '../controls/vFocus.ts'
import type { Intake } from './useIntake.ts'

/** Whose balls they are: a customer known or new, and which of the known one's balls come back. */
const props = defineProps<{ intake: Intake }>()
const emit = defineEmits<{ enter: []; chosen: []; back: [ballId: string] }>()
const { t } = useI18n()
const { search, knownId, fresh, known, own, found, errors, choose, returning, bringBack } = props.intake
const figures = ['papOverIn', 'papUpIn', 'speedMph', 'revRpm'] as const
</script>

<template>
  <section class="panel stack" :aria-label="t('fitting.intake.whose')">
    <h2>{{ t('fitting.intake.whose') }}</h2>
    <v-text-field
      v-model="search"
      v-focus
      :label="t('fitting.intake.search')"
      :error-messages="errors['customer.name'] ?? ''"
      autocomplete="off"
      @update:model-value="knownId = null"
      @keydown.enter.exact.prevent="emit('enter')"
    />
    <div v-if="!known && found.length > 0" class="row" role="group" :aria-label="t('fitting.intake.found')">
      <v-btn v-for="one in found" :key="one.id" size="small" @click="(choose(one.id), emit('chosen'))"
        >{{ one.name }} {{ one.distinction }}</v-btn
      >
    </div>
    <div v-if="known" class="stack">
      <p role="status">
        ● {{ t('fitting.intake.known', { name: known.name, n: known.ballCount }, known.ballCount) }}
        <v-btn size="small" variant="text" @click="(choose(null), emit('chosen'))">{{
          t('fitting.intake.notThem')
        }}</v-btn>
      </p>
      <div v-if="own.length > 0" class="row" role="group" data-own :aria-label="t('fitting.intake.own')">
        <span class="condensed">{{ t('fitting.intake.own') }}</span>
        <v-btn
          v-for="ball in own"
          :key="ball.id"
          class="touch"
          :class="{ chosen: returning(ball.id) }"
          :aria-pressed="returning(ball.id)"
          @click="(bringBack(ball), emit('back', ball.id))"
          >{{ returning(ball.id) ? '●' : '○' }} {{ ball.name }}</v-btn
        >
      </div>
    </div>
    <div v-else-if="search.trim() !== ''" data-fresh class="fields">
      <v-radio-group v-model="fresh.hand" inline hide-details :label="t('fitting.intake.new')">
        <v-radio v-for="hand in hands" :key="hand" :value="hand" :label="t(`customers.${hand}`)" />
      </v-radio-group>
      <v-text-field v-model="fresh.contact" :label="t('customers.fields.contact')" />
      <QuantityField
        v-for="name in figures"
        :key="name"
        v-model="fresh[name]"
        :name="name"
        :label="t(`customers.fields.${name}`)"
        :error-messages="errors[`customer.${name}`] ?? ''"
      />
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
.chosen {
  background: var(--accent-wash);
  outline: 2px solid var(--accent);
}
</style>
