<script setup lang="ts">
import type { CoverageView, OfferedPlan, OfferedStep, PlansView } from '@sleetfall/contract'
import { formatLayout, sameState } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import BuyStep from './BuyStep.vue'
import { useCoverageText } from './useCoverageText.ts'
import { useSession } from '../shell/session.ts'
import { isBenchWork, sameSteps } from './usePlans.ts'
import { fixed } from '../controls/figures.ts'
import { layoutText } from '../controls/quantities.ts'

/** One plan in three lines: what is done, what it closes and opens, what it takes. */
const props = defineProps<{ view: CoverageView; plans: PlansView; plan: OfferedPlan; first: boolean }>()
const emit = defineEmits<{ all: []; one: [OfferedStep] }>()
const { t } = useI18n()
const session = useSession()
const { names, specText } = useCoverageText()
/** Where everything is covered already, what follows is no better plan but a little more. */
const nothingOpen = computed(() => props.plans.now.left.length === 0)
const title = computed(() =>
  props.first
    ? `● ${t(nothingOpen.value ? 'coverage.plan.nothingNeeded' : 'coverage.plan.best')}`
    : `◌ ${t(nothingOpen.value ? 'coverage.plan.more' : 'coverage.plan.asGood')}`,
)
const works = computed(() => props.plan.steps.filter(isBenchWork))
const isRobust = computed(() => sameSteps(props.plan, props.plans.robust))
const whatOf = ({ action, ballName, recipeKey, layout, spec }: OfferedStep) =>
  layout
    ? t('coverage.plan.redrill', { ball: ballName, layout: layoutText(layout) })
    : spec
      ? specText(spec)
      : `${t(`coverage.actions.${action}`)} ${ballName}${recipeKey ? ` – ${t(`surface.recipes.${recipeKey}`)}` : ''}`
/** A trial of what a step is for: its ball on the first pattern that the plan throws it on. */
function trialOf({ ballId, action }: OfferedStep) {
  const at = props.plan.uses.indexOf(ballId)
  if (action === 'buy' || at === -1 || !session.may('trials')) return null
  const pattern = props.plans.states[at]!.targetId
  return { path: '/trials', query: { new: 'trial', customer: props.view.customerId, ball: ballId, pattern } }
}
const effect = computed(() => {
  const { closes, opens, left } = props.plan
  const part = (key: 'closes' | 'opensOn' | 'left', states: typeof closes) =>
    states.length > 0 ? [t(`coverage.plan.${key}`, { names: names(props.view, states) })] : []
  const still = left.filter((one) => !opens.some((opened) => sameState(one, opened)))
  const all = [...part('closes', closes), ...part('opensOn', opens), ...part('left', still)]
  return all.length > 0 ? all : [t('coverage.plan.allCovered')]
})
const takes = computed(() => {
  const sum = (of: (step: OfferedStep) => number) => props.plan.steps.reduce((all, step) => all + of(step), 0)
  const minutes = sum(({ effort }) => effort.minutes)
  const days = Math.max(0, ...props.plan.steps.map(({ effort }) => effort.days))
  const mm = sum(({ effort }) => effort.coverRemovedMm)
  if (minutes === 0 && mm === 0) return t('coverage.plan.costsBall')
  return [
    t('coverage.plan.takes', { minutes }),
    t('coverage.plan.days', { n: days }, days),
    mm > 0 ? t('coverage.plan.cover', { mm: fixed(mm, 3) }) : t('coverage.plan.noCover'),
  ].join(' ')
})
</script>

<template>
  <article class="panel stack plan" :class="{ first }" :aria-label="title.slice(2)">
    <div class="spread">
      <h3>{{ title }}</h3>
      <strong class="strikes">{{
        t('coverage.plan.strikes', { n: fixed(plan.strikes, 0), now: fixed(plans.now.strikes, 0) })
      }}</strong>
    </div>
    <p v-if="plan.steps.length === 0">{{ t('coverage.plan.nothing') }}</p>
    <ul v-else>
      <li v-for="step in plan.steps" :key="`${step.ballId} ${step.variant}`">
        <div class="spread">
          <span>
            <span class="what">{{ whatOf(step) }}</span>
            <span v-if="step.due" class="small soft due">{{
              t('coverage.plan.due', { on: dayText(step.due.on), event: step.due.eventName })
            }}</span>
          </span>
          <v-btn
            v-if="isBenchWork(step) && session.may('promises')"
            size="small"
            :aria-label="`${t('coverage.put')}: ${step.ballName}`"
            @click="emit('one', step)"
            >{{ t('coverage.plan.putOne') }}</v-btn
          >
          <v-btn
            v-if="step.layout"
            size="small"
            :to="{ path: `/layouts/${step.ballId}`, query: { beside: formatLayout(step.layout) } }"
            >{{ t('coverage.plan.toLayouts') }}</v-btn
          >
        </div>
        <router-link v-if="trialOf(step)" class="small tapped" :to="trialOf(step)!">{{
          t('coverage.plan.tryIt')
        }}</router-link>
        <p v-if="step.layout" class="small">{{ t('coverage.plan.redrillNote') }}</p>
        <BuyStep v-if="step.spec" v-bind="{ view, plans, plan, spec: step.spec }" />
        <template v-for="{ ballId, use, withinDoubt } in plan.bought" :key="ballId">
          <p v-if="ballId === step.ballId" class="small">
            {{ t('coverage.plan.use', { percent: Math.round(100 * use) }) }}
            <template v-if="withinDoubt">▲ {{ t('coverage.plan.withinDoubt') }}</template>
          </p>
        </template>
      </li>
    </ul>
    <p v-for="text in effect" :key="text" class="small">{{ text }}</p>
    <p v-if="plan.steps.length > 0" class="small soft">
      {{ takes }} <template v-if="isRobust">{{ t('coverage.plan.robust') }}</template>
    </p>
    <div v-if="works.length > 1 && session.may('promises')">
      <v-btn size="small" :class="{ 'next-action': first }" @click="emit('all')">{{
        t('coverage.plan.putAll', { n: works.length })
      }}</v-btn>
    </div>
  </article>
</template>

<style scoped>
.plan.first {
  border-inline-start: 4px solid var(--ink);
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-1);
}
.what {
  font-weight: 700;
}
.due {
  display: block;
}
li .spread {
  flex-wrap: nowrap;
  align-items: start;
}
.strikes {
  font-family: var(--condensed);
}
</style>
