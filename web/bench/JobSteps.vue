<script setup lang="ts">
import type { JobStep, StepProgress } from '@sleetfall/contract'
import { soakedShare } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { timeText } from '../controls/days.ts'
import { useStepText } from './useStepText.ts'

/** All steps of a job: done by whom, left out why, running, to come. */
defineProps<{ steps: readonly JobStep[]; at: number | null }>()
const { t } = useI18n()
const words = useStepText()
/** A soak of which only one half of the ball had the water. */
const half = ({ measured }: JobStep) => soakedShare((measured['progress'] as StepProgress | undefined)?.ticks ?? []) < 1
</script>

<template>
  <section :aria-label="t('bench.doneSteps')">
    <ol class="steps">
      <li v-for="step in steps" :key="step.position" :class="{ now: step.position === at, past: step.doneAt }">
        <span aria-hidden="true">{{
          step.skippedReason !== null ? '–' : step.doneAt ? '●' : step.position === at ? '▶' : '○'
        }}</span>
        {{ words.name(step) }}
        <span v-if="step.doneAt" class="small soft">{{
          step.skippedReason !== null
            ? t('bench.skipped', { why: step.skippedReason })
            : t('bench.done_by', { name: step.doneBy ?? '', time: timeText(step.doneAt) })
        }}</span>
        <span v-if="step.doneAt && half(step)" class="small">○ {{ t('bench.halfOnly') }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.steps {
  list-style: none;
  padding: 0;
  columns: 2;
}
.steps li {
  margin: 0;
  min-height: 30px;
  break-inside: avoid;
}
.steps .now {
  font-weight: 700;
}
.steps .past {
  color: var(--ink-soft);
}
</style>
