<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { arcPath, arcPoint } from './gauge.ts'

/** How a ball's disc is read, part by part. */
const { t } = useI18n()
const radius = 54
const [x1, y1] = arcPoint(radius - 9, 0.45)
const [x2, y2] = arcPoint(radius + 8, 0.45)
</script>

<template>
  <figure class="legend">
    <svg viewBox="-66 -62 132 124" aria-hidden="true">
      <circle r="43" class="disc" />
      <path :d="arcPath(radius, 0, 1)" class="track" />
      <path :d="arcPath(radius, 0.55, 0.75)" class="window" />
      <line :x1="x1" :y1="y1" :x2="x2" :y2="y2" class="needle" />
      <g transform="scale(-1 1)">
        <path :d="arcPath(radius, 0, 1)" class="track" />
        <path :d="arcPath(radius, 0, 0.4)" class="oil" />
      </g>
      <text y="5" class="grit">2900</text>
      <text y="24" class="target">→ 1000</text>
    </svg>
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
svg {
  width: 150px;
  height: 140px;
}
.disc {
  fill: var(--disc);
  stroke: var(--disc-edge);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.track,
.window,
.oil {
  fill: none;
  stroke: var(--gauge-track);
  stroke-width: 8;
}
.window {
  stroke: var(--gauge-window);
}
.oil {
  stroke: var(--gauge-oil);
}
.needle {
  stroke: var(--ink);
  stroke-width: 4;
}
text {
  text-anchor: middle;
  fill: var(--ink);
  font-family: var(--condensed);
}
.grit {
  font-size: 24px;
  font-weight: 600;
}
.target {
  font-size: 13px;
}
</style>
