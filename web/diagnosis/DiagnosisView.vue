<script setup lang="ts">
import { type Cause, type TestName, type TestOutcome, causes, testKind } from '@sleetfall/core'
import type { DiagnosisEdit } from '@sleetfall/contract'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import NextTestCard from './NextTestCard.vue'
import HowKnown from '../controls/HowKnown.vue'
import RankedCauses from './RankedCauses.vue'
import SignPicker from './SignPicker.vue'
import TriedTests from './TriedTests.vue'
import { useDiagnoses } from './store.ts'
import { useDiagnosisText } from './useDiagnosisText.ts'

/** One case: what is seen, what it may be, what to try next, and what came of it. */
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const diagnoses = useDiagnoses()
const notices = useNotices()
const session = useSession()
const { known } = useDiagnosisText()
const id = computed(() => String(route.params['diagnosisId']))
const load = () => diagnoses.need(id.value, true)
watch(id, load, { immediate: true })
const one = computed(() => diagnoses.byId.get(id.value))
const may = computed(() => session.may('trials') && one.value?.cause === null)
const asking = ref(false)

const change = (part: Partial<DiagnosisEdit>) => notices.attempt(() => diagnoses.change(one.value!, part))
function answer(test: TestName, outcome: TestOutcome, trialId: string | null = null) {
  void change({ done: [...one.value!.done, { test, outcome, trialId }], pending: null })
}
const observation = ref('')
watch(one, (now) => (observation.value = now?.observation ?? ''), { immediate: true })
async function settle(cause: Cause) {
  if (await change({ cause })) notices.done(t('diagnosis.settled', { cause: t(`diagnosis.causes.${cause}`) }))
}
async function erase() {
  asking.value = false
  const gone = await notices.attempt(() => diagnoses.erase(id.value))
  if (gone === false) return
  notices.done(t('diagnosis.removed'))
  void router.push('/diagnosis')
}
const next = computed(() => one.value?.ranked.next.find(({ informationBits }) => informationBits > 0.01) ?? null)
const others = computed(() => one.value?.ranked.next.filter((test) => test !== next.value) ?? [])
const chosen = ref<TestName | null>(null)
const shown = computed(() => others.value.find(({ test }) => test === chosen.value) ?? next.value)
</script>

<template>
  <LostView
    v-if="diagnoses.lost.has(id) && !one"
    :what="t('diagnosis.lost')"
    to="/diagnosis"
    :go="t('diagnosis.back')"
  />
  <LoadState v-else :loaded="one !== undefined" :error="diagnoses.error" @retry="load">
    <section v-if="one" class="case touch">
      <header class="stack wide">
        <div class="spread">
          <h1>{{ t('diagnosis.of', { ball: one.ballName }) }}</h1>
          <div class="row">
            <v-btn v-if="session.may('trials')" size="small" variant="text" @click="asking = true">{{
              t('diagnosis.remove')
            }}</v-btn>
            <v-btn size="small" variant="text" to="/diagnosis">{{ t('diagnosis.back') }}</v-btn>
          </div>
        </div>
        <p class="soft">
          {{ one.customerName }}<template v-if="one.patternName"> · {{ one.patternName }}</template>
        </p>
      </header>
      <section class="stack" :aria-label="t('diagnosis.seen')">
        <SignPicker :one="one" :may="may" @change="change" />
        <v-text-field
          v-model="observation"
          :label="t('diagnosis.observation')"
          maxlength="400"
          :disabled="!may"
          @change="change({ observation })"
        />
        <p class="small soft">{{ t('diagnosis.observationHint') }}</p>
      </section>
      <section class="stack" aria-live="polite">
        <RankedCauses :ranked="one.ranked" />
        <HowKnown :figures="known(one)" :what="t('diagnosis.ranked')" />
        <p v-if="one.cause" class="panel">
          {{ t('diagnosis.settled', { cause: t(`diagnosis.causes.${one.cause}`) }) }}
          <v-btn v-if="session.may('trials')" size="small" variant="text" @click="change({ cause: null })">{{
            t('diagnosis.reopen')
          }}</v-btn>
        </p>
        <template v-else>
          <NextTestCard
            v-if="shown"
            :key="shown.test"
            :one="one"
            :test="shown"
            :first="shown === next"
            :may="may"
            @answer="answer"
          />
          <details v-if="others.length > 0">
            <summary>{{ t('diagnosis.others') }}</summary>
            <div class="others">
              <v-btn
                v-for="test in others"
                :key="test.test"
                size="small"
                variant="text"
                :aria-pressed="chosen === test.test"
                @click="chosen = chosen === test.test ? null : test.test"
                >{{ t(`diagnosis.tests.${test.test}`) }}, {{ t('diagnosis.minutes', { n: test.minutes })
                }}<template v-if="testKind(test.test).lasts">, {{ t('diagnosis.lasts') }}</template></v-btn
              >
            </div>
          </details>
        </template>
        <TriedTests :one="one" :may="may" @change="change" />
        <p v-if="one.patternId">
          <router-link
            class="tapped"
            :to="{ path: `/coverage/${one.customerId}`, query: { ball: one.ballId, pattern: one.patternId } }"
            >{{ t('diagnosis.ladder') }}</router-link
          >
        </p>
        <v-select
          v-if="may"
          :label="t('diagnosis.settle')"
          :model-value="null"
          :items="causes.map((value) => ({ value, title: t(`diagnosis.causes.${value}`) }))"
          @update:model-value="$event && settle($event)"
        />
        <p v-if="may" class="small soft">{{ t('diagnosis.settleHint') }}</p>
      </section>
      <ConfirmDialog
        v-if="asking"
        :title="t('diagnosis.remove')"
        :text="t('diagnosis.removeAsk')"
        :action="t('diagnosis.remove')"
        @confirm="erase"
        @close="asking = false"
      />
    </section>
  </LoadState>
</template>

<style scoped>
.case {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr);
  gap: var(--gap-4);
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.others {
  display: grid;
  justify-items: start;
}
@media (max-width: 900px) {
  .case {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
