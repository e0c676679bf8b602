<script setup lang="ts">
import type { SurfaceNow } from '@sleetfall/core'
import { gritOfRa, scannerTopGrit } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { arcPath, arcPoint, gaugePlace } from './gauge.ts'
import { roundGrit, useSurfaceText } from './useSurfaceText.ts'

/** A ball as a plain disc between its two gauges: surface on the bowler's own side, oil on the other. */
const props = defineProps<{ surface: SurfaceNow; left?: boolean }>()
const { t } = useI18n()
const { whole, finishName } = useSurfaceText()
const radius = 54
const track = arcPath(radius, 0, 1)
const windowArc = computed(() => {
  const range = props.surface.window
  return range && arcPath(radius, gaugePlace(range.maxRaUm), gaugePlace(range.minRaUm))
})
const at = computed(() => (props.surface.finish ? gaugePlace(props.surface.finish.raTopUm) : null))
const needle = computed(() => {
  if (at.value === null) return null
  const [x1, y1] = arcPoint(radius - 9, at.value)
  const [x2, y2] = arcPoint(radius + 8, at.value)
  return { x1, y1, x2, y2 }
})
const oilArc = computed(() => (props.surface.oilShare > 0.005 ? arcPath(radius, 0, props.surface.oilShare) : null))
const gritText = computed(() =>
  props.surface.finish ? String(roundGrit(gritOfRa(props.surface.finish.raTopUm))) : '?',
)
const shownGrit = computed(() =>
  props.surface.grit !== null && props.surface.grit > scannerTopGrit ? t('surface.polish') : gritText.value,
)
</script>

<template>
  <svg viewBox="-66 -62 132 124" role="img" :aria-label="whole(surface)">
    <circle r="43" class="disc" :class="surface.provenance" />
    <g :transform="left ? 'scale(-1 1)' : undefined">
      <path :d="track" class="track" />
      <path v-if="windowArc && surface.asked" :d="windowArc" class="window" />
      <line v-if="needle" v-bind="needle" class="needle" />
      <g transform="scale(-1 1)">
        <path :d="track" class="track" />
        <path v-if="oilArc" :d="oilArc" class="oil" />
      </g>
    </g>
    <text y="5" class="grit" :class="{ word: shownGrit.length > 5 }">{{ shownGrit }}</text>
    <text y="24" class="target">
      {{ surface.window && surface.asked ? `→ ${finishName(surface.window.targetGrit)}` : '' }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  width: 132px;
  height: 124px;
}
.disc {
  fill: var(--disc);
  stroke: var(--disc-edge);
  stroke-width: 2;
}
.disc.assumed {
  stroke-dasharray: 2 4;
}
.disc.fitted {
  stroke-dasharray: 9 4;
}
.disc.unknown {
  fill: none;
  stroke-dasharray: 1 5;
}
.track {
  fill: none;
  stroke: var(--gauge-track);
  stroke-width: 9;
}
.window {
  fill: none;
  stroke: var(--gauge-window);
  stroke-width: 9;
}
.oil {
  fill: none;
  stroke: var(--gauge-oil);
  stroke-width: 9;
}
.needle {
  stroke: var(--ink);
  stroke-width: 4;
}
text {
  text-anchor: middle;
  fill: var(--ink);
  font-family: var(--condensed);
  font-weight: 600;
  font-variant-numeric: tabular-nums;
}
.grit {
  font-size: 27px;
}
.grit.word {
  font-size: 20px;
}
.target {
  font-size: 14px;
}
</style>
