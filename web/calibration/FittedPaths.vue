<script setup lang="ts">
import type { Calibration } from '@sleetfall/contract'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LaneDrawing from '../lanes/LaneDrawing.vue'
import LanePaths, { type LanePath } from '../lanes/LanePaths.vue'
import PathKey from '../lanes/PathKey.vue'
import { usePatterns } from '../lanes/store.ts'
import { fixed } from '../controls/figures.ts'

/** Tracked shots, one at a time: the path as it was seen, and as the fitted figures throw it. */
const props = defineProps<{ one: Calibration }>()
const { t } = useI18n()
const patterns = usePatterns()
onMounted(() => void patterns.load())
const tracked = computed(() => props.one.shots.filter(({ path }) => path !== null))
const place = ref(0)
const shot = computed(() => tracked.value[Math.min(place.value, tracked.value.length - 1)])
const fitted = computed(() => props.one.fit.shots.find(({ id }) => id === shot.value?.id))
const pattern = computed(() => patterns.all.find(({ id }) => id === shot.value?.patternId))
const paths = computed((): LanePath[] =>
  shot.value && fitted.value
    ? [
        { key: 'fitted', points: fitted.value.path, kind: 'main' },
        { key: 'measured', points: shot.value.path!, kind: 'dots' },
      ]
    : [],
)
const words = computed(() =>
  shot.value && fitted.value
    ? t('calibration.pathOf', {
        ...{ n: shot.value.sequence, trial: props.one.names[shot.value.trialId] ?? '–' },
        ...{ before: fixed(fitted.value.before, 1), after: fixed(fitted.value.after, 1) },
      })
    : '',
)
</script>

<template>
  <section class="stack" :aria-label="t('calibration.paths')">
    <h2>{{ t('calibration.paths') }}</h2>
    <p v-if="tracked.length === 0" class="soft">{{ t('calibration.noPaths') }}</p>
    <template v-else-if="shot && pattern">
      <LaneDrawing :loads="pattern.loads"><LanePaths :paths="paths" :words="words" /></LaneDrawing>
      <div class="spread">
        <p class="small" aria-live="polite">{{ words }}</p>
        <div class="row">
          <PathKey class="small" kind="dots">{{ t('calibration.measured') }}</PathKey>
          <PathKey class="small" kind="main">{{ t('calibration.fittedPath') }}</PathKey>
          <v-btn size="small" :disabled="place === 0" @click="place -= 1">{{ t('calibration.later') }}</v-btn>
          <v-btn size="small" :disabled="place >= tracked.length - 1" @click="place += 1">{{
            t('calibration.earlier')
          }}</v-btn>
        </div>
      </div>
    </template>
  </section>
</template>
