<script setup lang="ts">
import { type StoredDiagnosis, diagnosisSchema } from '@sleetfall/contract'
import { v4 as newId } from 'uuid'
import { reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import MoreRows from '../controls/MoreRows.vue'
import { dayText } from '../controls/days.ts'
import { usePage } from '../http/usePage.ts'
import { useSession } from '../shell/session.ts'
import DiagnosisForm from './DiagnosisForm.vue'
import { useDiagnoses } from './store.ts'
import { vCards } from '../controls/cards.ts'

/** What is to be tried next, for which ball of whom: the open cases, newest first. */
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const diagnoses = useDiagnoses()
const session = useSession()
const settled = ref(false)
const forming = ref(false)
const question = () => ({
  open: !settled.value,
  ...(typeof route.query['customer'] === 'string' ? { customerId: route.query['customer'] } : {}),
})
const casesAPage = 25
const list = reactive(usePage<StoredDiagnosis>('/diagnoses', question, () => diagnoses, casesAPage))
const start = {
  ...diagnosisSchema.getDefault(),
  id: newId(),
  customerId: typeof route.query['customer'] === 'string' ? route.query['customer'] : null,
  ballId: typeof route.query['ball'] === 'string' ? route.query['ball'] : null,
}
</script>

<template>
  <section class="stack touch" data-list :aria-busy="list.waiting">
    <div class="spread">
      <h1>{{ t('diagnosis.title') }}</h1>
      <v-btn v-if="session.may('trials')" size="small" class="next-action" @click="forming = true">{{
        t('diagnosis.beginFor')
      }}</v-btn>
    </div>
    <v-checkbox v-model="settled" :label="t('diagnosis.settledToo')" hide-details />
    <LoadState :loaded="list.loaded" :error="list.error" :empty="list.total === 0" @retry="list.load">
      <template #empty>
        <p>{{ t('diagnosis.none') }}</p>
      </template>
      <table v-cards class="list">
        <thead>
          <tr>
            <th scope="col">{{ t('trials.when') }}</th>
            <th scope="col">{{ t('diagnosis.ball') }}</th>
            <th scope="col">{{ t('diagnosis.bowler') }}</th>
            <th scope="col">{{ t('diagnosis.ranked') }}</th>
            <th scope="col">{{ t('diagnosis.next') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in list.items" :key="one.id">
            <td class="figure">{{ dayText(one.createdAt) }}</td>
            <td>
              <router-link :to="`/diagnosis/${one.id}`"
                ><strong>{{ one.ballName }}</strong></router-link
              >
            </td>
            <td>{{ one.customerName }}</td>
            <td>
              {{ t(`diagnosis.causes.${one.cause ?? one.ranked.causes[0]!.cause}`) }}
              <span v-if="!one.cause" class="soft">{{ Math.round(100 * one.ranked.causes[0]!.probability) }} %</span>
            </td>
            <td>
              <template v-if="one.cause">–</template>
              <template v-else>{{
                t(`diagnosis.tests.${one.pending?.test ?? one.ranked.next[0]?.test ?? 'again'}`)
              }}</template>
            </td>
          </tr>
        </tbody>
      </table>
      <MoreRows :shown="list.items.length" :total="list.total" :busy="list.busy" @more="list.more" />
    </LoadState>
    <DiagnosisForm
      v-if="forming"
      :start="start"
      @close="forming = false"
      @saved="router.push(`/diagnosis/${$event.id}`)"
    />
  </section>
</template>
