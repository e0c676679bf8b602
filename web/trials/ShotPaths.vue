<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { counts } from '@sleetfall/core'
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import LaneDrawing from '../lanes/LaneDrawing.vue'
import LanePaths from '../lanes/LanePaths.vue'
import PathKey from '../lanes/PathKey.vue'
import { usePatterns } from '../lanes/store.ts'
import { useArmText } from './useArmText.ts'

/** Paths of tracked shots over each other on the lane: a kind of line for each arm, those set aside thin and grey, never left out. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const patterns = usePatterns()
const { lettered } = useArmText()
const tracked = computed(() => props.trial.shots.filter((shot) => (shot.path ?? []).length > 1))
// A list knows no paths: they come with the trial itself.
watch(
  () => tracked.value.length > 0,
  (any) => any && void patterns.load(),
  { immediate: true },
)
const pattern = computed(() => patterns.items.find(({ id }) => id === props.trial.patternId))
/** Kinds of line that are told apart without colour. */
const dashes = ['', '10 5', '3 4', '12 4 2 4', '16 6', '6 3', '2 2', '14 3 4 3', '8 8', '4 6', '18 3', '1 4']
const dashOf = (arm: number) => dashes[(arm - 1) % dashes.length]
const paths = computed(() =>
  tracked.value.map((shot) => ({
    ...{ key: shot.id, points: shot.path!, dash: dashOf(shot.arm) },
    kind: counts(shot) ? ('other' as const) : ('aside' as const),
  })),
)
const drawn = computed(() => props.trial.arms.filter(({ arm }) => tracked.value.some((shot) => shot.arm === arm)))
</script>

<template>
  <section v-if="tracked.length > 0 && pattern" class="stack" :aria-label="t('trials.paths.title')">
    <h2>{{ t('trials.paths.title') }}</h2>
    <LaneDrawing :loads="pattern.loads">
      <LanePaths :paths="paths" :words="t('trials.paths.words', { n: tracked.length })" />
    </LaneDrawing>
    <p class="row small">
      <PathKey v-for="one in drawn" :key="one.arm" :dash="dashOf(one.arm)">{{ lettered(trial, one.arm) }}</PathKey>
      <span class="soft">{{ t('trials.paths.aside') }}. {{ t('trials.paths.lane') }}</span>
    </p>
  </section>
</template>
