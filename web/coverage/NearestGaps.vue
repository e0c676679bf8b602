<script setup lang="ts">
import type { NearGap } from '@sleetfall/contract'
import { onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { dayText, fromToday } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'

/** Nobody chosen: what is near and uncovered, whoever's it is. */
const { t } = useI18n()
const gaps = shallowRef<readonly NearGap[] | null>(null)
const error = ref<string | null>(null)
async function load() {
  try {
    gaps.value = await get<NearGap[]>('/coverage')
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
const fixText = ({ fix }: NearGap) =>
  fix
    ? [
        t(`coverage.actions.${fix.action}`),
        fix.ballName ?? '',
        fix.recipeKey ? `– ${t(`surface.recipes.${fix.recipeKey}`)}` : '',
      ]
        .filter(Boolean)
        .join(' ')
    : t('coverage.near.noFix')
</script>

<template>
  <LoadState :loaded="gaps !== null" :error="error" :empty="gaps?.length === 0" @retry="load">
    <template #empty>
      <p>● {{ t('coverage.near.none') }}</p>
      <p class="soft">{{ t('coverage.chooseFirst') }}</p>
    </template>
    <h2>{{ t('coverage.near.title') }}</h2>
    <p class="soft small">{{ t('coverage.near.how') }}</p>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('coverage.near.on') }}</th>
          <th scope="col">{{ t('coverage.choose') }}</th>
          <th scope="col">{{ t('coverage.near.pattern') }}</th>
          <th scope="col">{{ t('coverage.near.fix') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="gap in gaps" :key="gap.customerId + gap.patternId">
          <td>
            <span class="figure">{{ dayText(gap.on) }}</span> <span class="small soft">{{ fromToday(gap.on) }}</span>
          </td>
          <td>
            <router-link :to="`/coverage/${gap.customerId}`"
              ><strong>{{ gap.customerName }}</strong></router-link
            >
          </td>
          <td>
            {{ gap.patternName }} <span class="small soft">{{ gap.eventName }}</span>
          </td>
          <td>{{ fixText(gap) }}</td>
        </tr>
      </tbody>
    </table>
  </LoadState>
</template>
