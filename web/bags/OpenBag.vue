<script setup lang="ts">
import type { BagCard } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import BagLadder from './BagLadder.vue'
import PracticeCard from './PracticeCard.vue'
import StartSketch from './StartSketch.vue'
import { useBagText } from './useBagText.ts'

/** A bag as its bowler takes it along: big enough to be read at the lane. */
defineProps<{ card: BagCard }>()
const { t } = useI18n()
const words = useBagText()
</script>

<template>
  <article class="stack" :aria-label="t('bags.cardTitle', { event: card.eventName })">
    <div>
      <h2>{{ t('bags.cardTitle', { event: card.eventName }) }}</h2>
      <p>
        {{ dayText(card.startsOn) }}<template v-if="card.place">, {{ card.place }}</template>
        <span v-for="squad in card.squads" :key="`${squad.on} ${squad.at}`" class="squad"
          >{{ squad.name }} {{ dayText(squad.on) }}, {{ squad.at }}</span
        >
      </p>
    </div>
    <ul class="balls">
      <li v-for="ball in card.balls" :key="ball.ballId" class="panel">
        <strong class="name">{{ ball.name }}</strong> <span>{{ words.roles(ball.roles) }}</span>
        <p>{{ words.surface(ball) }}</p>
        <p v-if="ball.start" class="start">
          <StartSketch :line="ball.start" :left="card.hand === 'left'" :words="words.line(ball.start)" />
          <strong>{{ words.line(ball.start) }}</strong>
        </p>
      </li>
    </ul>
    <PracticeCard :card="card" />
    <BagLadder :card="card" />
    <p class="small soft">{{ t('events.rules.verify') }}</p>
  </article>
</template>

<style scoped>
.balls {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
.name {
  font-size: 1.15em;
}
.start {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3);
}
.squad {
  display: block;
}
</style>
