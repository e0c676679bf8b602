<script setup lang="ts">
import type { StoredDiagnosis } from '@sleetfall/contract'
import { type NextTest, type TestName, type TestOutcome, testKind } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useTrials } from '../trials/store.ts'
import { resultOf, useResultText } from '../trials/useResultText.ts'
import { useDiagnoses } from './store.ts'
import { useDiagnosisText } from './useDiagnosisText.ts'
import { mayBeTrial, outcomeOf, useNextTest } from './useNextTest.ts'

/** A test with why it is proposed, what each answer would mean, and the ways to answer it. */
const props = defineProps<{ one: StoredDiagnosis; test: NextTest; first: boolean; may: boolean }>()
const emit = defineEmits<{ answer: [TestName, TestOutcome, string | null] }>()
const { t, te } = useI18n()
const notices = useNotices()
const trials = useTrials()
const diagnoses = useDiagnoses()
const { worth, leads } = useDiagnosisText()
const { lines } = useResultText()
const { beginAsTrial } = useNextTest()
const busy = ref(false)
const pending = computed(() => props.one.pending)
watch(pending, (now) => now && void trials.need(now.trialId, true), { immediate: true })
const trial = computed(() => (pending.value ? trials.byId.get(pending.value.trialId) : undefined))
const found = computed(() => (trial.value ? outcomeOf(trial.value) : null))
const says = computed(() => (trial.value ? (lines(trial.value, resultOf(trial.value))[0] ?? '') : ''))
/** The cause that every answer would leave on top, when there is one. */
const settledOn = computed(() => {
  const [first, ...others] = props.test.wouldLead.map(({ to }) => to)
  return first !== undefined && others.every((to) => to === first) ? first : null
})
const share = computed(() => worth(props.test, props.one.ranked.doubtBits))
const asked = computed<TestName>(() => pending.value?.test ?? props.test.test)
async function begin() {
  busy.value = true
  await notices.attempt(() => beginAsTrial(props.one, props.test.test))
  busy.value = false
}
</script>

<template>
  <section class="panel stack next" :aria-label="t('diagnosis.next')">
    <h2>{{ t('diagnosis.next') }}: {{ t(`diagnosis.tests.${asked}`) }}</h2>
    <template v-if="pending">
      <p>
        {{ t('diagnosis.pending') }}:
        <router-link :to="`/trials/${pending.trialId}`">{{ t('diagnosis.openTrial') }}</router-link>
      </p>
      <p v-if="says" class="small">{{ t('diagnosis.pendingSays', { what: says }) }}</p>
    </template>
    <template v-else>
      <p>
        {{ t(first ? 'diagnosis.worthMost' : 'diagnosis.worth', { percent: share, n: test.minutes }) }}
      </p>
      <ul class="small">
        <li v-for="line in leads(test)" :key="line">{{ line }}</li>
      </ul>
      <p v-if="settledOn">◇ {{ t('diagnosis.changesNothing', { cause: t(`diagnosis.causes.${settledOn}`) }) }}</p>
      <p v-if="te(`diagnosis.cautions.${test.test}`)" class="small">▲ {{ t(`diagnosis.cautions.${test.test}`) }}</p>
    </template>
    <div v-if="may" class="row" role="group" :aria-label="t('diagnosis.answer')">
      <v-btn
        v-if="pending && found"
        class="next-action"
        size="small"
        @click="emit('answer', pending.test, found, pending.trialId)"
        >{{ t('diagnosis.takeAnswer', { outcome: t(`diagnosis.outcomes.${found}`) }) }}</v-btn
      >
      <v-btn
        v-else-if="!pending && mayBeTrial(test.test) && (one.patternId || one.trialId)"
        class="next-action"
        size="small"
        :loading="busy"
        @click="begin"
        >{{ t('diagnosis.asTrial') }}</v-btn
      >
      <span class="small">{{ t('diagnosis.answer') }}</span>
      <v-btn
        v-for="outcome in testKind(asked).outcomes"
        :key="outcome"
        size="small"
        @click="emit('answer', asked, outcome, pending?.trialId ?? null)"
        >{{ t(`diagnosis.outcomes.${outcome}`) }}</v-btn
      >
      <v-btn
        v-if="pending"
        size="small"
        variant="text"
        @click="notices.attempt(() => diagnoses.change(one, { pending: null }))"
        >{{ t('diagnosis.forget') }}</v-btn
      >
    </div>
  </section>
</template>

<style scoped>
.next {
  border-inline-start: 5px solid var(--ink);
}
</style>
