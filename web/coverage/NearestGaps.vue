<script setup lang="ts">
import type { NearGaps } from '@sleetfall/contract'
import { useTimeoutFn } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText, fromToday } from '../controls/days.ts'
import { useGrowing } from '../controls/useGrowing.ts'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import NearWorks from './NearWorks.vue'
import { useCoverageText } from './useCoverageText.ts'
import { vCards } from '../controls/cards.ts'

/** Nobody chosen: what is near and uncovered, whoever's it is. */
const { t } = useI18n()
const near = shallowRef<NearGaps | null>(null)
const gaps = computed(() => near.value?.gaps ?? null)
const { rows } = useGrowing(() => gaps.value ?? [], 8)
const nothing = computed(
  () => near.value !== null && near.value.waiting + near.value.gaps.length + near.value.unplaced.length === 0,
)
const { phase, fixText } = useCoverageText()
const { start: again } = useTimeoutFn(() => void load(), 3000, { immediate: false })
const error = ref<string | null>(null)
async function load() {
  try {
    near.value = await get<NearGaps>('/coverage')
    if (near.value.waiting > 0) again()
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
</script>

<template>
  <LoadState :loaded="gaps !== null" :error="error" :empty="nothing" @retry="load">
    <template #empty>
      <p>● {{ t('coverage.near.none') }}</p>
      <p class="soft">{{ t('coverage.chooseFirst') }}</p>
    </template>
    <h2>{{ t('coverage.near.title') }}</h2>
    <p class="soft small">{{ t('coverage.near.how') }}</p>
    <p v-if="near && near.waiting > 0" role="status">
      ◌ {{ t('coverage.near.waiting', { n: near.waiting }, near.waiting) }}
    </p>
    <p v-if="gaps?.length === 0 && near?.waiting === 0">● {{ t('coverage.near.none') }}</p>
    <table v-else v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('coverage.near.on') }}</th>
          <th scope="col">{{ t('coverage.choose') }}</th>
          <th scope="col">{{ t('coverage.near.pattern') }}</th>
          <th scope="col">{{ t('coverage.near.fix') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="gap in rows" :key="`${gap.customerId} ${gap.patternId} ${gap.shots}`">
          <td>
            <span class="figure">{{ dayText(gap.on) }}</span> <span class="small soft">{{ fromToday(gap.on) }}</span>
          </td>
          <td>
            <router-link :to="`/coverage/${gap.customerId}`"
              ><strong>{{ gap.customerName }}</strong></router-link
            >
          </td>
          <td>
            {{ gap.patternName }}, {{ phase(gap.shots) }} <span class="small soft">{{ gap.eventName }}</span>
          </td>
          <td>{{ gap.fix ? fixText(gap.fix) : t('coverage.near.noFix') }}</td>
        </tr>
      </tbody>
    </table>
    <InTurn v-if="near"><NearWorks :near="near" /></InTurn>
  </LoadState>
  <!-- What follows comes when it is known how long this is. -->
  <InTurn v-if="near || error"><slot /></InTurn>
</template>
