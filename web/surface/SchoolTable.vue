<script setup lang="ts">
import type { SurfacePage } from '@sleetfall/contract'
import { type SchoolCost, coverToSpareMm, mostCoverMm, mostResurfaces } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { defineAsyncComponent } from 'vue'
import { useI18n } from 'vue-i18n'
import { roundGrit } from './useSurfaceText.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** What each school of upkeep would cost this customer in a year of play, side by side. */
defineProps<{ page: SurfacePage }>()
const { t } = useI18n()
const SchoolChart = defineAsyncComponent(() => import('./SchoolChart.vue'))
/** From so much cover a year on, or a resurface a fortnight, a school is more than a ball or a customer bears. */
const tooMuch = (cost: SchoolCost) => cost.coverMm > mostCoverMm || cost.resurfaces > mostResurfaces
const yearsOfCover = (cost: SchoolCost) => fixed(coverToSpareMm / cost.coverMm, 1)
const drawn = useStorage('sleetfall.schools.drawn', false)
</script>

<template>
  <section class="stack" :aria-label="t('surface.schools.title')">
    <h2>{{ t('surface.schools.title') }}</h2>
    <div class="scroll">
      <table v-cards class="list">
        <thead>
          <tr>
            <th scope="col">{{ t('upkeep.school') }}</th>
            <th
              v-for="key in ['work', 'interval', 'minutes', 'cover', 'days', 'inWindow', 'played']"
              :key="key"
              class="number"
              scope="col"
            >
              {{ t(`surface.schools.${key}`) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="cost in page.costs" :key="cost.school" :class="{ chosen: cost.school === page.policy.school }">
            <th scope="row">
              {{ cost.school === page.policy.school ? '●' : '○' }} {{ t(`upkeep.schools.${cost.school}.name`) }}
            </th>
            <td class="number figure">
              {{ cost.touchUps > 0 ? t('surface.schools.touchUps', { n: cost.touchUps }) : cost.resurfaces }}
            </td>
            <td class="number figure">
              {{
                cost.gamesPerResurface === null
                  ? '–'
                  : t('surface.schools.games', { n: Math.round(cost.gamesPerResurface) })
              }}
            </td>
            <td class="number figure">{{ t('surface.schools.minutesN', { n: Math.round(cost.minutes) }) }}</td>
            <td class="number figure">{{ tooMuch(cost) ? '▲ ' : '' }}{{ fixed(cost.coverMm, 2) }} mm</td>
            <td class="number figure">{{ cost.daysAway }}</td>
            <td class="number figure">{{ Math.round(100 * cost.inWindow) }} %</td>
            <td class="number figure">{{ roundGrit(cost.playedGrit) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-for="cost in page.costs.filter(tooMuch)" :key="cost.school" role="status">
      ▲
      {{
        t('surface.schools.tooMuch', {
          school: t(`upkeep.schools.${cost.school}.name`),
          n: cost.resurfaces,
          mm: fixed(cost.coverMm, 1),
          years: yearsOfCover(cost),
        })
      }}
    </p>
    <div>
      <v-btn size="small" :aria-expanded="drawn" @click="drawn = !drawn">{{
        drawn ? t('surface.schools.hide') : t('surface.schools.draw')
      }}</v-btn>
    </div>
    <SchoolChart v-if="drawn" :page="page" />
    <p class="small soft">
      {{
        t('surface.schools.note', {
          n: page.gamesPerWeek,
          settled: page.curve?.fitted ? t('surface.provenance.fitted') : t('surface.provenance.assumed'),
        })
      }}
    </p>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
tbody th {
  font-family: var(--text) !important;
  color: var(--ink) !important;
  border-bottom: 1px solid var(--line) !important;
}
.chosen {
  background: var(--accent-wash);
}
</style>
