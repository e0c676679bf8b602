<script setup lang="ts">
import type { HeldForecast } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useCoverageText } from './useCoverageText.ts'
import { vCards } from '../controls/cards.ts'

/** What was said before trials and what they showed, one by one. */
defineProps<{ held: readonly HeldForecast[] }>()
const { t } = useI18n()
const { percent } = useCoverageText()
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th scope="col">{{ t('coverage.forecasts.trial') }}</th>
        <th scope="col">{{ t('coverage.forecasts.said') }}</th>
        <th scope="col">{{ t('coverage.forecasts.seen') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in held" :key="`${one.trialId} ${one.ballName}`">
        <td>
          <router-link class="tapped" :to="`/trials/${one.trialId}`">{{ one.question }}</router-link>
          <span class="small soft">{{ one.customerName }}, {{ one.ballName }}, {{ dayText(one.startedAt) }}</span>
        </td>
        <td class="figure">
          {{ percent(one.p) }} % [{{ t('coverage.band', { low: percent(one.low), high: percent(one.high) }) }}]
        </td>
        <td class="figure">{{ t('coverage.forecasts.of', { n: one.strikes, of: one.of }) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td > .small {
  display: block;
}
</style>
