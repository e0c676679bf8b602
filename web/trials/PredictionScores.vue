<script setup lang="ts">
import type { Prediction, Trial } from '@sleetfall/contract'
import {
  type PredictedLine,
  type Score,
  counts,
  onLine,
  samePhase,
  sameSurface,
  scorePrediction,
} from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { errorText } from '../http/problem.ts'
import { predictionsFor } from '../lanes/predictions.ts'
import { fromQuery } from '../lanes/setup.ts'
import { letterOf } from './useArmText.ts'
import { useScoreText } from './useScoreText.ts'
import { fixed } from '../controls/figures.ts'

/** Predictions that were saved before a trial's shots, held against what was measured. They are never rewritten. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const found = ref<readonly (Prediction & { readonly arm: number })[]>([])
const error = ref('')

async function load() {
  try {
    const { trial } = props
    // What a what-if foretold is of the trial's own bowler.
    const arms = trial.arms.filter(({ bowlerId }) => bowlerId === null)
    const lists = await Promise.all(arms.map(({ ballId }) => predictionsFor(ballId, trial.patternId)))
    found.value = lists.flatMap((list, index) => list.map((one) => ({ ...one, arm: arms[index]!.arm })))
    error.value = ''
  } catch (problem) {
    error.value = errorText(problem)
  }
}
watch(() => props.trial.id, load, { immediate: true })

interface Row {
  readonly prediction: Prediction & { readonly arm: number }
  readonly score: Score | null
  /** Why it is not scored. */
  readonly other: 'surface' | 'noSurface' | 'phase' | 'line' | null
  /** Shots that were thrown on another line. */
  readonly elsewhere: number
}
const rows = computed(() =>
  found.value.flatMap((prediction): Row[] => {
    const shots = props.trial.shots.filter(
      (shot) => shot.arm === prediction.arm && counts(shot) && shot.entryBoard !== null,
    )
    // Only what was foretold before the first shot of that arm counts as a prediction.
    if (shots.some((shot) => shot.thrownAt < prediction.createdAt)) return []
    const frozen = props.trial.arms[prediction.arm - 1]!.surface.effectiveRaUm
    const onItsSurface =
      prediction.raUm != null &&
      frozen !== null &&
      sameSurface({ effectiveRaUm: prediction.raUm, oilShare: 0 }, { effectiveRaUm: frozen, oilShare: 0 })
    if (!onItsSurface)
      return [
        {
          prediction,
          score: null,
          other: prediction.raUm == null ? 'noSurface' : 'surface',
          elsewhere: 0,
        },
      ]
    const line = lineOf(prediction)
    const phase = samePhase(line, props.trial.gamesSinceOiling)
    const thrown = shots.map((shot) => onLine(line, shot))
    const elsewhere = thrown.filter((on) => on !== true).length
    if (phase === false) return [{ prediction, score: null, other: 'phase', elsewhere }]
    const score = scorePrediction(
      prediction.entryBoard,
      shots.filter((_, index) => thrown[index] === true).map((shot) => shot.entryBoard!),
    )
    return [{ prediction, score, other: score === null && elsewhere > 0 ? 'line' : null, elsewhere }]
  }),
)
/** The line that a prediction was made for, as its address has it. */
function lineOf({ setup }: Prediction): PredictedLine {
  const { laydown, target, shots } = fromQuery(setup)
  return { laydown, target, shots }
}
const { words } = useScoreText()
</script>

<template>
  <section v-if="rows.length > 0 || error" class="stack" :aria-label="t('trials.scores.title')">
    <h3>{{ t('trials.scores.title') }}</h3>
    <p v-if="error" class="bad" role="alert">{{ error }}</p>
    <ul>
      <li v-for="{ prediction, score, other, elsewhere } in rows" :key="`${prediction.id} ${prediction.arm}`">
        {{ letterOf(trial, prediction.arm) }}
        {{
          t('trials.scores.foretold', { board: fixed(prediction.entryBoard, 1), day: dayText(prediction.createdAt) })
        }}
        {{ other ? t(`trials.scores.others.${other}`) : words(score) }}
        <span v-if="score && elsewhere > 0" class="small soft">{{
          t('trials.scores.elsewhere', { n: elsewhere }, elsewhere)
        }}</span>
        <router-link :to="{ path: '/lanes/what-if', query: prediction.setup }">{{
          t('trials.scores.open')
        }}</router-link>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
</style>
