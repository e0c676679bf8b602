<script setup lang="ts">
import type { BagCard, BagView } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useDueText } from '../upkeep/useDueText.ts'
import { useBagText } from './useBagText.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** The balls of a bag: what each is for, its surface for the event, where to begin, and what the bag loses without it. */
const props = defineProps<{ view: BagView; card: BagCard }>()
const { t } = useI18n()
const words = useBagText()
const due = useDueText()
const worthOf = (ballId: string) => {
  const worth = props.view.bag?.entries.find((entry) => entry.ballId === ballId)?.worth ?? 0
  return worth >= 0.5 ? t('bags.worthText', { n: fixed(worth, 0) }) : t('bags.worthNone')
}
</script>

<template>
  <div class="scroll">
    <table v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('bags.ball') }}</th>
          <th scope="col">{{ t('bags.role') }}</th>
          <th scope="col">{{ t('bags.surface') }}</th>
          <th scope="col">{{ t('bags.begin') }}</th>
          <th scope="col">{{ t('bags.worth') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="ball in card.balls" :key="ball.ballId">
          <th scope="row">
            <router-link class="tapped" :to="{ path: `/rack/${view.customer.id}`, query: { ball: ball.ballId } }">{{
              ball.name
            }}</router-link>
            <span class="small soft">{{ t(`balls.covers.${ball.cover}`) }}</span>
          </th>
          <td>{{ words.roles(ball.roles) }}</td>
          <td>
            {{ words.surface(ball) }}
            <span v-if="ball.grit !== null" class="small soft">{{
              t('bags.surfaceNow', { grit: t('surface.grit', { grit: Math.round(ball.grit / 10) * 10 }) })
            }}</span>
            <span v-if="ball.next" class="small soft">{{
              t('bags.next', { work: due.work(ball.next), when: due.when(ball.next) })
            }}</span>
          </td>
          <td>
            <template v-if="ball.start">
              {{ words.line(ball.start) }}
              <span class="small soft"
                >{{ words.state(card.patterns, ball.start) }}:
                {{ t('bags.beginStrikes', { n: fixed(ball.start.strikes, 0) }) }}</span
              >
            </template>
            <span v-else class="soft">–</span>
          </td>
          <td class="figure">{{ ball.roles.includes('spare') ? '–' : worthOf(ball.ballId) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.small {
  display: block;
}
</style>
