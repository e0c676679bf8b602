<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import {
  type SignName,
  counts,
  laneOptions,
  moveAdvice,
  nothingKnown,
  pocketBoards,
  signNames,
  signsOf,
} from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ballsOf } from './ballsOf.ts'
import { useBeginCase } from '../diagnosis/useBeginCase.ts'
import { useDiagnosisText } from '../diagnosis/useDiagnosisText.ts'
import { usePatterns } from '../lanes/store.ts'
import { fixed } from '../controls/figures.ts'

/** What to try for what is seen, between two shots: cheapest and reversible first, with how often it helps and why. Works without a network. */
const props = defineProps<{ trial: Trial }>()
const emit = defineEmits<{ close: [] }>()
const { t, te } = useI18n()
const patterns = usePatterns()
const { percent } = useDiagnosisText()
const { begin } = useBeginCase()
const lastShots = 10

const arm = computed(() => ballsOf(props.trial)[0]!)
const own = computed(() => {
  const arms = new Set(props.trial.arms.filter(({ ballId }) => ballId === arm.value.ballId).map((one) => one.arm))
  return props.trial.shots.filter((shot) => arms.has(shot.arm) && counts(shot)).slice(-lastShots)
})
const read = computed(() => signsOf(own.value, props.trial.customerHand))
/** What somebody ticked; until then what the last shots say. */
const ticked = ref<readonly SignName[] | null>(null)
const signs = computed(() => ticked.value ?? read.value)
const toggle = (sign: SignName) =>
  void (ticked.value = signs.value.includes(sign) ? signs.value.filter((one) => one !== sign) : [...signs.value, sign])
const pattern = computed(() => patterns.byId.get(props.trial.patternId))
const kinds = { urethane: 'urethane', polyester: 'plastic' } as const
const facts = computed(() => ({
  ...nothingKnown,
  gamesSinceOiling: props.trial.gamesSinceOiling,
  volumeMl: pattern.value?.figures.volumeMl ?? null,
  oilShare: arm.value.surface.oilShare,
  cover: kinds[arm.value.cover as keyof typeof kinds] ?? ('reactive' as const),
}))
const move = computed(() => {
  const last = own.value.at(-1)
  return last ? moveAdvice(props.trial.shots, last.arm, last.bowlerId ?? null) : null
})
const tenth = (value: number) => fixed(value, 1)
/** Where the last shots went and how far to move, with what that rests on. */
const moveText = computed(() => {
  const of = move.value
  if (!of) return t('trials.help.moveUnknown')
  const high = of.entryBoard > pocketBoards.ideal
  const mean = { n: of.shots, entry: tenth(of.entryBoard) }
  if (of.feet === 0) return t('trials.help.stay', mean)
  const way = t(of.feet > 0 ? 'trials.moves.in' : 'trials.moves.out')
  const by = {
    off: tenth(Math.abs(of.entryBoard - pocketBoards.ideal)),
    feet: Math.abs(of.feet),
    eyes: Math.abs(of.eyes),
    way,
  }
  const then = { to: tenth(of.expected), low: tenth(of.low), high: tenth(of.high) }
  const rests = of.moves === 0 ? t('trials.help.moveUsual') : t('trials.help.moveLearnt', { n: of.moves }, of.moves)
  return `${t(high ? 'trials.help.moveHigh' : 'trials.help.moveLight', { ...mean, ...by, ...then })} ${rests}`
})
const found = computed(() =>
  laneOptions({ facts: facts.value, signs: signs.value, done: [] }, pattern.value?.figures.shape ?? null),
)
const causes = computed(() =>
  found.value.causes
    .slice(0, 2)
    .map(({ cause, probability }) => `${t(`diagnosis.causes.${cause}`)} ${percent(probability)} %`)
    .join(', '),
)
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="640"
    :aria-label="t('trials.help.title')"
    @update:model-value="emit('close')"
  >
    <section class="panel stack touch help">
      <div class="spread">
        <h2>{{ t('trials.help.title') }}</h2>
        <v-btn size="small" @click="emit('close')">{{ t('trials.help.close') }}</v-btn>
      </div>
      <p>{{ moveText }}</p>
      <p class="small soft">
        {{ t(ticked === null && read.length > 0 ? 'trials.help.read' : 'trials.help.tick', { ball: arm.ballName }) }}
      </p>
      <div class="signs" role="group" :aria-label="t('diagnosis.seen')">
        <button
          v-for="sign in signNames"
          :key="sign"
          type="button"
          class="sign"
          :class="{ chosen: signs.includes(sign) }"
          :aria-pressed="signs.includes(sign)"
          @click="toggle(sign)"
        >
          {{ t(`diagnosis.signs.${sign}`) }}
        </button>
      </div>
      <div v-if="signs.length > 0" class="stack" aria-live="polite">
        <p>{{ t('trials.help.likely', { causes }) }}</p>
        <ol class="options">
          <li v-for="one in found.options" :key="one.test">
            <strong>{{ t(`diagnosis.tests.${one.test}`) }}</strong>, {{ t('diagnosis.minutes', { n: one.minutes })
            }}<template v-if="one.lasts">, {{ t('diagnosis.lasts') }}</template>
            <span class="small soft">{{
              t('trials.help.because', { percent: percent(one.better), cause: t(`diagnosis.causes.${one.where}`) })
            }}</span>
            <span v-if="one.school" class="small">◇ {{ t(`trials.help.schools.${one.school}`) }}</span>
            <span v-if="te(`diagnosis.cautions.${one.test}`)" class="small"
              >▲ {{ t(`diagnosis.cautions.${one.test}`) }}</span
            >
          </li>
        </ol>
        <p class="small soft">{{ t('trials.help.order') }}</p>
        <div>
          <v-btn size="small" @click="begin(trial, arm)">{{ t('trials.help.asCase') }}</v-btn>
        </div>
      </div>
    </section>
  </v-dialog>
</template>

<style scoped>
.help {
  max-height: 86vh;
  overflow-y: auto;
}
.signs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
  gap: 4px;
}
.sign {
  min-height: var(--touch);
  padding: 2px 8px;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  text-align: start;
}
.sign.chosen {
  border: 3px solid var(--ink);
  font-weight: 700;
}
.options {
  display: grid;
  gap: var(--gap-2);
}
.options .small {
  display: block;
}
</style>
