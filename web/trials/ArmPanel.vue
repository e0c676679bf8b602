<script setup lang="ts">
import type { Trial, TrialArm } from '@sleetfall/contract'
import { type ArmSummary, sameThing, shareOf } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useTrials } from './store.ts'
import { isHidden, letterOf, useArmText } from './useArmText.ts'
import { fixed } from '../controls/figures.ts'

/** What was counted of one arm, and the ball that it was thrown with. */
const props = defineProps<{ trial: Trial; arm: TrialArm; summary: ArmSummary }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const session = useSession()
const { name } = useArmText()
const untouched = computed(() => props.summary.counted + props.summary.setAside + props.summary.warmUps === 0)
const frozen = computed(() => {
  const { grit } = props.arm.surface
  const { plannedGrit } = props.arm
  if (plannedGrit !== null && sameThing(props.trial.design, props.trial.arms, props.arm.arm) !== null)
    return t('trials.planned', { grit: plannedGrit })
  if (grit === null) return t('trials.frozenUnknown')
  return t(untouched.value ? 'trials.frozenSoFar' : 'trials.frozen', { grit: roundGrit(grit) })
})
/** Hits of shots with the interval that so few leave. */
function withBand(key: string, { hits, of }: { readonly hits: number; readonly of: number }): string {
  const band = shareOf(hits, of)
  const text = t(key, { hits, of })
  if (!band) return text
  const [low, high] = [band.low, band.high].map((one) => Math.round(100 * one))
  return `${text} (95 %: ${low}–${high} %)`
}
/** Its ball may be worked on as long as it was not thrown. */
const mayFreeze = computed(
  () =>
    session.may('trials') &&
    props.trial.shots.length > 0 &&
    !props.trial.shots.some((shot) => shot.arm === props.arm.arm && !shot.warmUp),
)
async function freeze() {
  if (await notices.attempt(() => trials.freezeArm(props.trial, props.arm))) notices.done(t('trials.refrozen'))
}
</script>

<template>
  <div class="panel">
    <h3>
      <span class="letter">{{ letterOf(trial, arm.arm) }}</span> {{ name(trial, arm.arm) }}
    </h3>
    <p v-if="!isHidden(trial)" class="small soft">
      {{ arm.ballName }}, {{ frozen }}<template v-if="arm.bowlerName"> · {{ arm.bowlerName }}</template
      ><template v-if="arm.lane"> · {{ arm.lane }}</template>
    </p>
    <p v-if="untouched" class="soft">{{ t('trials.noneOfArm') }}</p>
    <template v-else>
      <p>
        {{ t('trials.counted', { n: summary.counted })
        }}<template v-if="summary.setAside > 0">, {{ t('trials.asideCount', { n: summary.setAside }) }}</template
        ><template v-if="summary.warmUps > 0">, {{ t('trials.warmUps', { n: summary.warmUps }) }}</template>
      </p>
      <p>
        {{
          summary.meanEntryBoard === null
            ? t('trials.noEntry')
            : t('trials.meanEntry', { board: fixed(summary.meanEntryBoard, 1) })
        }}<template v-if="summary.meanFirstReadFt !== null"
          >, {{ t('trials.meanFirstRead', { ft: fixed(summary.meanFirstReadFt, 0) }) }}</template
        ><template v-if="summary.meanFeetBoard !== null"
          >, {{ t('trials.meanFeet', { board: fixed(summary.meanFeetBoard, 1) }) }}</template
        >
      </p>
      <p>
        {{ summary.pocket.of === 0 ? t('trials.noPocket') : withBand('trials.pocket', summary.pocket)
        }}<template v-if="summary.strikes.of > 0">, {{ withBand('trials.strikes', summary.strikes) }}</template>
      </p>
      <p v-if="summary.run" class="small soft">
        {{ t('trials.run', { n: summary.run.strikes, percent: Math.round(100 * summary.run.chance) }) }}
      </p>
      <p v-if="summary.reads.early + summary.reads.right + summary.reads.late > 0">
        {{ t('trials.readCounts', summary.reads) }}
      </p>
    </template>
    <v-btn v-if="mayFreeze" size="small" @click="freeze">{{ t('trials.refreeze') }}</v-btn>
  </div>
</template>

<style scoped>
.letter {
  display: inline-block;
  min-width: 1.4em;
  text-align: center;
  border: 2px solid var(--ink);
  border-radius: 3px;
  font-family: var(--condensed);
}
</style>
