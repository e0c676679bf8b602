<script setup lang="ts">
import type { NearGaps, NearWork } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useCoverageText } from './useCoverageText.ts'
import { vCards } from '../controls/cards.ts'

/** Across the shop: one work that fills several gaps, and balls that have no place in what lies ahead. */
defineProps<{ near: NearGaps }>()
const { t } = useI18n()
const { phase, fixText } = useCoverageText()
const fills = ({ fills }: NearWork) => {
  const patterns = [...new Set(fills.map(({ patternName }) => patternName))]
  return patterns
    .map((name) => {
      const shots = fills.filter(({ patternName }) => patternName === name).map((one) => phase(one.shots))
      return `${name} (${shots.join(', ')})`
    })
    .join('; ')
}
</script>

<template>
  <section v-if="near.works.length > 0" aria-labelledby="near-works" class="stack">
    <h2 id="near-works">{{ t('coverage.near.works') }}</h2>
    <p class="soft small">{{ t('coverage.near.worksHow') }}</p>
    <table v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('coverage.choose') }}</th>
          <th scope="col">{{ t('coverage.near.work') }}</th>
          <th scope="col">{{ t('coverage.near.fills') }}</th>
          <th scope="col">{{ t('coverage.near.on') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="work in near.works" :key="`${work.customerId} ${fixText(work)}`">
          <td>
            <router-link :to="`/coverage/${work.customerId}`"
              ><strong>{{ work.customerName }}</strong></router-link
            >
          </td>
          <td>{{ fixText(work) }}</td>
          <td>
            <span class="figure">{{ work.fills.length }}</span> <span class="small">{{ fills(work) }}</span>
          </td>
          <td class="figure">{{ dayText(work.on) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
  <section v-if="near.unplaced.length > 0" aria-labelledby="near-unplaced" class="stack">
    <h2 id="near-unplaced">{{ t('coverage.near.unplaced') }}</h2>
    <p class="soft small">{{ t('coverage.near.unplacedHow') }}</p>
    <ul>
      <li v-for="ball in near.unplaced" :key="ball.ballId">
        ○
        <router-link :to="{ path: `/rack/${ball.customerId}`, query: { ball: ball.ballId } }">{{
          ball.ballName
        }}</router-link>, <router-link :to="`/coverage/${ball.customerId}`">{{ ball.customerName }}</router-link>.
        {{ t('coverage.near.away', { n: Math.round(ball.givenAway) }) }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
</style>
