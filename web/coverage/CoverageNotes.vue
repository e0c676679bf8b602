<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'

/** Balls that double each other, and those that cover nothing ahead. */
const props = defineProps<{ view: CoverageView }>()
const { t } = useI18n()
const nameOf = (ballId: string) => props.view.balls.find((ball) => ball.id === ballId)?.name ?? ''
</script>

<template>
  <template v-if="view.map.overlaps.length > 0 || view.map.unused.length > 0">
    <h2>{{ t('coverage.notes') }}</h2>
    <ul>
      <li v-for="[a, b] in view.map.overlaps" :key="a + b">
        ◎ {{ t('coverage.overlap', { a: nameOf(a), b: nameOf(b) }) }}
      </li>
      <li v-for="id in view.map.unused" :key="id">○ {{ t('coverage.unused', { name: nameOf(id) }) }}</li>
    </ul>
  </template>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
</style>
