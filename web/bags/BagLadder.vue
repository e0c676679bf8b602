<script setup lang="ts">
import type { BagCard } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useBagText } from './useBagText.ts'
import { fixed } from '../controls/figures.ts'

/** From phase to phase of each pattern: what is thrown, what the lane will show, what comes then, and what if it shows the other. */
const props = defineProps<{ card: BagCard }>()
const { t } = useI18n()
const words = useBagText()
const nameOf = (id: string) => props.card.balls.find(({ ballId }) => ballId === id)?.name ?? '–'
const stepsOf = (id: string) => props.card.ladder.filter(({ targetId }) => targetId === id)
</script>

<template>
  <div class="lanes">
    <section v-for="pattern in card.patterns" :key="pattern.id" class="panel stack" :aria-label="pattern.name">
      <h3>{{ pattern.name }}</h3>
      <ol>
        <li v-for="{ from, last } in words.rungs(stepsOf(pattern.id))" :key="from.shots">
          <p>
            <span class="condensed when">{{ words.when(card, from) }}</span>
            <strong>{{ words.throws(from, nameOf(from.ballId)) }}</strong>
            <span class="small soft hundred">{{ words.inHundred(from.strikes) }}</span>
          </p>
          <p v-if="last !== from" class="small">{{ words.holds(last) }}</p>
          <p v-if="last.until !== null" class="small">{{ t(`bags.signs.${last.sign}`) }}</p>
          <ul>
            <li v-for="next in words.afterOf(from, last, nameOf)" :key="next.text" class="small">
              <strong v-if="next.first">→ {{ next.text }}</strong>
              <template v-else>◌ {{ next.text }}</template>
            </li>
          </ul>
          <p v-if="words.contrary(from, nameOf)" class="small">⇄ {{ words.contrary(from, nameOf) }}</p>
          <p v-if="last.touchUp" class="small">
            {{
              t('bags.touchUp', {
                ball: nameOf(last.ballId),
                recipe: t(`surface.recipes.${last.touchUp.variant}`),
                n: fixed(last.touchUp.strikes, 0),
              })
            }}
          </p>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.lanes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(360px, 100%), 1fr));
  gap: var(--gap-3);
  align-items: start;
}
ol,
ul {
  list-style: none;
  padding: 0;
}
ol > li {
  border-inline-start: 3px solid var(--line-strong);
  padding: 0 0 var(--gap-3) var(--gap-3);
}
ol > li:last-child {
  padding-bottom: 0;
}
.hundred {
  white-space: nowrap;
}
.when {
  display: block;
  color: var(--ink-soft);
}
</style>
