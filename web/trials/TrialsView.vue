<script setup lang="ts">
import { type Trial } from '@sleetfall/contract'
import { reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import MoreRows from '../controls/MoreRows.vue'
import SortHead from '../controls/SortHead.vue'
import { dayText } from '../controls/days.ts'
import { useInTurn } from '../controls/useInTurn.ts'
import { useOrder } from '../controls/useSorted.ts'
import { usePage } from '../http/usePage.ts'
import { useSession } from '../shell/session.ts'
import TrialForm from './TrialForm.vue'
import { useTrials } from './store.ts'
import { resultOf, useResultText } from './useResultText.ts'
import { vCards } from '../controls/cards.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const trials = useTrials()
const session = useSession()
const { lines } = useResultText()
const form = ref<{ customerId?: string; ballId?: string; patternId?: string } | null>(null)
const { search, sortBy, ariaSort, question } = useOrder('trial-list', 'when', ['when'])
/** Each comes with its shots, so that the outcome can be told; a page is small. */
const trialsAPage = 25
const list = reactive(usePage<Trial>('/trials', question, () => trials, trialsAPage))
/** Each trial's first line. */
const outcome = useInTurn(
  () => list.items,
  (trial) => lines(trial, resultOf(trial))[0],
)
const text = (value: unknown) => (typeof value === 'string' ? value : undefined)
watch(
  () => route.query['new'],
  (wanted) => {
    if (wanted !== 'trial' || !session.may('trials')) return
    const { customer, ball, pattern } = route.query
    form.value = Object.fromEntries(
      Object.entries({ customerId: text(customer), ballId: text(ball), patternId: text(pattern) }).filter(
        ([, value]) => value !== undefined,
      ),
    )
    void router.replace({ path: route.path })
  },
  { immediate: true },
)
const openTrial = (trial: Trial) => void router.push(`/trials/${trial.id}`)
</script>

<template>
  <section class="stack touch" data-list :aria-busy="list.waiting">
    <div class="spread">
      <h1>{{ t('trials.title') }}</h1>
      <v-btn v-if="session.may('trials')" size="small" class="next-action" @click="form = {}">{{
        t('trials.add')
      }}</v-btn>
    </div>
    <LoadState :loaded="list.loaded" :error="list.error" :empty="list.total === 0 && search === ''" @retry="list.load">
      <template #empty>
        <p>{{ t('trials.noneYet') }}</p>
        <v-btn v-if="session.may('trials')" class="next-action" @click="form = {}">{{ t('trials.add') }}</v-btn>
      </template>
      <v-text-field v-model="search" class="find" data-filter :label="t('trials.find')" clearable />
      <table v-cards class="list">
        <thead>
          <tr>
            <SortHead :label="t('trials.when')" :sorted="ariaSort('when')" @sort="sortBy('when')" />
            <SortHead :label="t('trials.question')" :sorted="ariaSort('question')" @sort="sortBy('question')" />
            <SortHead :label="t('trials.bowler')" :sorted="ariaSort('bowler')" @sort="sortBy('bowler')" />
            <SortHead :label="t('trials.pattern')" :sorted="ariaSort('pattern')" @sort="sortBy('pattern')" />
            <th scope="col" class="number">{{ t('trials.shots') }}</th>
            <th scope="col" class="outcome">{{ t('trials.outcome') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="trial in list.items" :key="trial.id">
            <td class="figure">{{ dayText(trial.startedAt) }}</td>
            <td>
              <router-link :to="`/trials/${trial.id}`"
                ><strong>{{ trial.question }}</strong></router-link
              >
            </td>
            <td>{{ trial.customerName }}</td>
            <td>{{ trial.patternName }}</td>
            <td class="number">{{ trial.shots.length }}</td>
            <td class="small outcome">{{ outcome(trial) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="list.total === 0" class="soft">{{ t('trials.none') }}</p>
      <MoreRows v-else :shown="list.items.length" :total="list.total" :busy="list.busy" @more="list.more" />
    </LoadState>
    <TrialForm v-if="form" v-bind="form" @close="form = null" @saved="openTrial" />
  </section>
</template>

<style scoped>
.find {
  max-width: 340px;
}
/* As wide and as high before it is told as after. */
@media (min-width: 701px) {
  .outcome {
    width: 38%;
  }
  td.outcome {
    height: 3.6em;
  }
}
</style>
