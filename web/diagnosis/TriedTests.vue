<script setup lang="ts">
import type { DiagnosisEdit, StoredDiagnosis } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'

/** Tests with what came of them; one that was noted by mistake is taken back. */
const props = defineProps<{ one: StoredDiagnosis; may: boolean }>()
const emit = defineEmits<{ change: [Partial<DiagnosisEdit>] }>()
const { t } = useI18n()
const text = ({ test, outcome }: StoredDiagnosis['done'][number]) =>
  t('diagnosis.reasons.test', { test: t(`diagnosis.tests.${test}`), outcome: t(`diagnosis.outcomes.${outcome}`) })
const takeBack = (index: number) => emit('change', { done: props.one.done.filter((_, i) => i !== index) })
</script>

<template>
  <section v-if="one.done.length > 0" class="stack" :aria-label="t('diagnosis.done')">
    <h2>{{ t('diagnosis.done') }}</h2>
    <ul class="done">
      <li v-for="(test, index) in one.done" :key="index">
        {{ text(test) }}
        <router-link v-if="test.trialId" :to="`/trials/${test.trialId}`">{{ t('diagnosis.openTrial') }}</router-link>
        <v-btn
          v-if="may"
          size="small"
          variant="text"
          :aria-label="t('diagnosis.takeBack', { what: text(test) })"
          @click="takeBack(index)"
          >×</v-btn
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.done {
  list-style: none;
  padding: 0;
}
</style>
