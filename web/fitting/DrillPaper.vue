<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import BallGlobe from './BallGlobe.vue'
import type { DrillFacts } from './drillSheet.ts'
import type { SheetContent } from './sheet.ts'
import { diameterIn } from './useLayoutOnBench.ts'
import { layoutText } from '../controls/quantities.ts'

/** The drill sheet as it is printed from the page. */
defineProps<{ facts: DrillFacts; content: SheetContent }>()
const { t } = useI18n()
</script>

<template>
  <article class="paper">
    <h1>{{ content.title }}</h1>
    <p>
      <strong>{{ content.ball }}</strong>, {{ content.customer }} ({{
        t(facts.left ? 'fitting.leftHand' : 'fitting.rightHand')
      }}),
      {{ content.madeOn }}
    </p>
    <p class="big">{{ layoutText(facts.layout) }}</p>
    <ul>
      <li v-for="caution in content.cautions" :key="caution">▲ {{ caution }}</li>
    </ul>
    <ol>
      <li v-for="step in content.steps" :key="step">{{ step }}</li>
    </ol>
    <BallGlobe
      :model-value="facts.layout"
      flat
      :pap="facts.pap"
      :left="facts.left"
      :diameter-in="diameterIn"
      :holes="facts.holes"
      :rings="[]"
      :other="null"
    />
    <table class="list">
      <tbody>
        <tr v-for="[label, value] in content.rows" :key="label">
          <th scope="row">{{ label }}</th>
          <td>{{ value }}</td>
        </tr>
      </tbody>
    </table>
  </article>
</template>

<style scoped>
.big {
  font-size: 1.4rem;
  font-weight: 700;
}
.paper {
  display: none;
}
@media print {
  .paper {
    display: block;
  }
}
</style>
