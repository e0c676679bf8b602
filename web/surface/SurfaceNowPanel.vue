<script setup lang="ts">
import type { SurfacePage } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import { dayText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { useSurfaceKnown } from './useSurfaceKnown.ts'
import { readingText, signOf, useSurfaceText } from './useSurfaceText.ts'
import { fixed } from '../controls/figures.ts'

/** A ball's surface and oil as they are now, each figure with what it rests on. */
const props = defineProps<{ page: SurfacePage; drying: string }>()
const { t } = useI18n()
const text = useSurfaceText()
const known = useSurfaceKnown()
const leaves = computed(() => {
  const { surface, gamesPerWeek } = props.page
  if (surface.gamesLeft == null) return null
  const days = (surface.gamesLeft / gamesPerWeek) * 7
  return { left: surface.gamesLeft, day: dayText(new Date(nowMs() + days * 86_400_000).toISOString()) }
})
</script>

<template>
  <section class="panel stack" :aria-label="t('surface.page.now')">
    <h2>{{ t('surface.page.now') }}</h2>
    <p class="figure big">
      <span aria-hidden="true">{{ signOf(page.surface) }}</span> {{ text.grit(page.surface) }}
      <span class="small soft">{{ t(`surface.provenance.${page.surface.provenance}`) }}</span>
    </p>
    <p v-if="drying">▲ {{ drying }}</p>
    <p>
      {{ t(`surface.states.${page.surface.state}`) }}; {{ text.status(page.surface) }},
      {{ text.target(page.surface) }}
    </p>
    <p v-if="leaves && leaves.left > 0.5">
      {{ t('surface.page.leaves', { n: Math.round(leaves.left), day: leaves.day }, Math.round(leaves.left)) }}
      <span v-if="page.gamesPerWeekAssumed" class="small soft">{{
        t('surface.page.paceAssumed', { n: page.gamesPerWeek })
      }}</span>
    </p>
    <p v-if="page.surface.lastScan">
      {{
        t('surface.page.lastScan', {
          grit: readingText(page.surface.lastScan.grit),
          spread: Math.round(page.surface.lastScan.spreadGrit),
          day: dayText(new Date(page.surface.lastScan.atMs).toISOString()),
        })
      }}
      <template v-if="page.surface.lastScan.trackGrit !== null && page.surface.lastScan.offTrackGrit !== null">{{
        t('surface.scan.both', {
          track: readingText(page.surface.lastScan.trackGrit),
          off: readingText(page.surface.lastScan.offTrackGrit),
        })
      }}</template>
    </p>
    <p v-if="page.labelDisagrees" role="status">
      ▲
      {{
        t('surface.page.labelDisagrees', {
          label: page.labelDisagrees.labelGrit,
          scan: readingText(page.labelDisagrees.scannedGrit),
        })
      }}
    </p>
    <p>
      {{
        t('surface.page.oil', {
          low: Math.round(page.oilUl.low),
          likely: Math.round(page.oilUl.likely),
          high: Math.round(page.oilUl.high),
        })
      }}
      <span class="small soft">{{
        page.oilPairs > 0 ? t('surface.page.oilCorrected', { n: page.oilPairs }, page.oilPairs) : t('surface.estimate')
      }}</span>
    </p>
    <p>
      {{
        t(
          'surface.page.removed',
          { mm: fixed(page.surface.coverRemovedMm, 3), n: page.surface.heavyCuts },
          page.surface.heavyCuts,
        )
      }}
    </p>
    <HowKnown :figures="known(page.surface, page)" :what="t('surface.page.now')" />
  </section>
</template>

<style scoped>
.big {
  font-size: 1.6rem;
  line-height: 1.1;
}
</style>
