<script setup lang="ts">
import type { Trial, TrialArm } from '@sleetfall/contract'
import { type NextReason, handRefresh } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { agoText } from '../controls/days.ts'
import { post } from '../http/client.ts'
import { nowIso } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'
import StageTurn from './StageTurn.vue'
import { useTrials } from './store.ts'
import { isHidden, letterOf, useArmText } from './useArmText.ts'
import type { useShotEntry } from './useShotEntry.ts'
import { useWarmUp } from './useWarmUp.ts'
import { noted } from '../controls/figures.ts'

/** Which arm is thrown: chosen, or as the order has it; whether it counts; and what a ball still needs before its arm. */
const props = defineProps<{ trial: Trial; held: ReturnType<typeof useShotEntry> }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const { name, lettered } = useArmText()
const { form, arm, inOrder, toMake, over, changed, countedOf } = props.held
const warm = useWarmUp(() => props.held.last.value)
const lastAgo = computed(() => (props.held.last.value ? agoText(props.held.last.value.thrownAt) : ''))
const busy = ref(false)
/** Reasons that are told though the arm is chosen already: something happened that somebody may wonder about. */
const told: readonly NextReason[] = ['again', 'stage', 'behind', 'line']

/** The next stage needs something that no arm's surface tells: work that took days, or a lane that was played. */
const betweenStages = computed(
  () =>
    inOrder.value?.arm === arm.value &&
    inOrder.value.why === 'stage' &&
    (props.trial.design === 'beforeAfter' || props.trial.design === 'ballLane'),
)

function warmUp(yes: boolean) {
  form.values['warmUp'] = yes
  warm.answer()
}
/** Takes the ball's surface over for an arm, after work that is on record or that is logged with it. */
async function take(made: TrialArm, sanded: boolean) {
  busy.value = true
  await notices.attempt(async () => {
    if (sanded)
      await post(`/balls/${made.ballId}/events`, {
        ...{ id: newId(), kind: 'surfaced', happenedAt: nowIso() },
        ...{ steps: [handRefresh(made.plannedGrit!)], recipeKey: null },
      })
    await trials.freezeArm(props.trial, made)
    form.values['arm'] = made.arm
    notices.done(t('trials.toMake.took'))
  })
  busy.value = false
}
</script>

<template>
  <div class="arms" role="group" :aria-label="t('trials.side')" :class="{ many: trial.arms.length > 3 }">
    <button
      v-for="one in trial.arms"
      :key="one.arm"
      type="button"
      class="arm"
      :class="{ chosen: arm === one.arm }"
      :aria-pressed="arm === one.arm"
      @click="form.values['arm'] = one.arm"
    >
      <b v-if="!isHidden(trial)">{{ letterOf(trial, one.arm) }}</b>
      <span class="label">{{ name(trial, one.arm) }}</span>
      <small :aria-label="t('trials.counted', { n: countedOf(one.arm) })">{{ countedOf(one.arm) }}</small>
    </button>
  </div>
  <div v-if="warm.ask.value" class="row ask">
    <span class="small">{{
      warm.ask.value === 'first' ? t('trials.warmUpAsk') : t('trials.warmUpIdle', { ago: lastAgo })
    }}</span>
    <v-btn size="small" @click="warmUp(true)">{{ t('trials.warmUpYes') }}</v-btn>
    <v-btn size="small" @click="warmUp(false)">{{ t('trials.warmUpNo') }}</v-btn>
  </div>
  <div v-else-if="form.values['warmUp']" class="row ask">
    <span class="small">{{ t('trials.warmUpOn') }}</span>
    <v-btn size="small" @click="warmUp(false)">{{ t('trials.warmUpNo') }}</v-btn>
  </div>
  <div v-if="toMake" class="ask" role="status">
    <p class="small">◇ {{ t('trials.toMake.ask', { name: lettered(trial, toMake.arm) }) }}</p>
    <p class="small soft">{{ t('trials.toMake.caution') }}</p>
    <div class="row">
      <v-btn v-if="toMake.plannedGrit !== null" size="small" :loading="busy" @click="take(toMake, true)">{{
        t('trials.toMake.hand', { grit: toMake.plannedGrit })
      }}</v-btn>
      <v-btn size="small" :loading="busy" @click="take(toMake, false)">{{ t('trials.toMake.take') }}</v-btn>
      <v-btn
        v-if="!isHidden(trial)"
        size="small"
        variant="text"
        :to="{ path: `/rack/${trial.customerId}`, query: { ball: toMake.ballId } }"
        >{{ t('trials.toMake.log') }}</v-btn
      >
    </div>
  </div>
  <StageTurn v-else-if="betweenStages" :trial="trial" :arm="arm" />
  <div class="told">
    <p v-if="!toMake && inOrder && inOrder.arm !== arm" class="small" role="status">
      ◇ {{ t('trials.inOrder', { name: lettered(trial, inOrder.arm), why: t(`trials.why.${inOrder.why}`) }) }}
    </p>
    <p v-else-if="!toMake && inOrder?.line" class="small" role="status">
      ◇
      {{
        t('trials.lineNext', {
          feet: noted(inOrder.line.feetBoard),
          target: noted(inOrder.line.targetBoard),
          why: t(`trials.why.${inOrder.why}`),
        })
      }}
    </p>
    <p v-else-if="!toMake && !betweenStages && inOrder && told.includes(inOrder.why)" class="small" role="status">
      ◇ {{ lettered(trial, inOrder.arm) }}: {{ t(`trials.why.${inOrder.why}`) }}
    </p>
    <p v-else-if="over" class="small" role="status">● {{ t('trials.overNow') }}</p>
    <v-btn
      v-if="changed"
      size="small"
      class="wiped"
      :aria-pressed="form.values['wiped'] === true"
      :aria-label="t('trials.wiped')"
      @click="form.values['wiped'] = form.values['wiped'] !== true"
      >{{ form.values['wiped'] ? '●' : '○' }} {{ t('trials.wipedShort') }}</v-btn
    >
  </div>
</template>

<style scoped>
.arms {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(0, 1fr));
  grid-auto-flow: column;
  gap: 4px;
}
.many {
  grid-auto-flow: row;
  grid-template-columns: repeat(auto-fit, minmax(108px, 1fr));
}
.arm {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
  min-height: var(--touch);
  padding: 2px 8px;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  font: 600 1rem/1.05 var(--condensed);
}
.arm small {
  grid-column: 3;
}
.label {
  grid-column: 2;
  overflow: hidden;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
}
.arm.chosen {
  background: var(--ink);
  color: var(--panel);
  border-color: var(--ink);
}
.told {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
.told:empty {
  display: none;
}
.told p {
  flex: 1;
  margin: 0;
}
.told .v-btn {
  flex: none;
}
.ask {
  border-inline-start: 3px solid var(--line-strong);
  padding-inline-start: var(--gap-2);
  gap: var(--gap-2);
}
</style>
