<script setup lang="ts">
import { surfaceNow } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import BallDisc from './BallDisc.vue'

/** How a ball's disc is read, part by part, at one that has been played for a while. */
const { t } = useI18n()
const [dayMs, start] = [86_400_000, Date.UTC(2026, 0, 1)]
const played = Array.from({ length: 8 }, (_, week) => ({
  ...{ kind: 'games' as const, games: 3, volumeMl: 24, atMs: start + 7 * week * dayMs },
}))
const sample = surfaceNow(
  { cover: 'solid', factoryGrit: 1000, targetGrit: 1000, gamesBefore: 0 },
  played,
  start + 60 * dayMs,
)
</script>

<template>
  <figure class="legend">
    <BallDisc :surface="sample" />
    <ul>
      <li>{{ t('surface.legend.figure') }}</li>
      <li>{{ t('surface.legend.needle') }}</li>
      <li>{{ t('surface.legend.oil') }}</li>
      <li>{{ t('surface.legend.edge') }}</li>
    </ul>
  </figure>
</template>

<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  align-items: center;
}
.legend ul {
  flex: 1 1 260px;
}
</style>
