<script setup lang="ts">
import type { CoverageView, OfferedPlan, OfferedStep, PlansView } from '@sleetfall/contract'
import { type BallSpec, formatLayout, polishRaUm, sameState } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useCustomers } from '../customers/store.ts'
import { dayText } from '../controls/days.ts'
import { scannedText } from '../surface/useSurfaceText.ts'
import { useCoverageText } from './useCoverageText.ts'
import { saveCard } from '../print/card.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { isBenchWork, sameSteps } from './usePlans.ts'

/** One plan in three lines: what is done, what it closes and opens, what it takes. */
const props = defineProps<{ view: CoverageView; plans: PlansView; plan: OfferedPlan; first: boolean }>()
const emit = defineEmits<{ all: []; one: [OfferedStep] }>()
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const customers = useCustomers()
const { names } = useCoverageText()
const surfaceOf = (raUm: number) =>
  raUm <= polishRaUm ? t('coverage.plan.polish') : t('coverage.plan.about', { grit: scannedText(raUm) })
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
    ? t('coverage.plan.redrill', { ball: ballName, layout: formatLayout(layout) })
    : spec
      ? t(spec.stock ? 'coverage.plan.fromStock' : 'coverage.plan.buy', {
          name: spec.stock?.name,
          ...{ cover: t(`balls.covers.${spec.cover}`), surface: surfaceOf(spec.raUm) },
          ...{ rg: spec.rgIn.toFixed(2), differential: spec.differentialIn.toFixed(3) },
        })
      : `${t(`coverage.actions.${action}`)} ${ballName}${recipeKey ? ` – ${t(`surface.recipes.${recipeKey}`)}` : ''}`
const effect = computed(() => {
  const { closes, opens, left } = props.plan
  const part = (key: 'closes' | 'opensOn' | 'left', states: typeof closes) =>
    states.length > 0 ? [t(`coverage.plan.${key}`, { names: names(props.view, states) })] : []
  const still = left.filter((one) => !opens.some((opened) => sameState(one, opened)))
  const all = [...part('closes', closes), ...part('opensOn', opens), ...part('left', still)]
  return all.length > 0 ? all : [t('coverage.plan.allCovered')]
})
/** One page for whoever goes looking for the ball: what is missing, what to look for and why, in plain words. */
async function brief(spec: BallSpec) {
  const { closes, bought, strikes } = props.plan
  const own = bought.find(({ ballId }) => ballId === spec.id)
  const core = { rg: spec.rgIn.toFixed(2), differential: spec.differentialIn.toFixed(3) }
  const head = (key: string) => ({ text: t(`coverage.brief.${key}`), bold: true })
  const reads = spec.rgIn < 2.5 ? 'early' : spec.rgIn < 2.55 ? 'middle' : 'long'
  const flares = spec.differentialIn > 0.045 ? 'much' : spec.differentialIn > 0.03 ? 'middle' : 'little'
  await notices.attempt(() =>
    saveCard({
      ...{ format: 'a5', shop: session.info?.shopName ?? '', title: t('coverage.brief.title') },
      customer: customers.byId.get(props.view.customerId)?.name ?? '',
      lines: [
        head('missing'),
        { text: t('coverage.brief.states', { names: names(props.view, closes) || '–' }) },
        head('lookFor'),
        { text: t(`coverage.brief.covers.${spec.cover}`) },
        { text: t(`coverage.brief.cores.${reads}`, core) },
        { text: t(`coverage.brief.flares.${flares}`, core) },
        { text: t('coverage.brief.surface', { surface: surfaceOf(spec.raUm) }) },
        head('does'),
        {
          text: t('coverage.brief.strikes', { n: strikes.toFixed(0), now: props.plans.now.strikes.toFixed(0) }),
        },
        { text: t('coverage.plan.use', { percent: Math.round(100 * (own?.use ?? 0)) }) },
        ...(own?.withinDoubt ? [{ text: t('coverage.plan.withinDoubt') }] : []),
      ],
      care: t('coverage.brief.care'),
    }),
  )
}
const takes = computed(() => {
  const sum = (of: (step: OfferedStep) => number) => props.plan.steps.reduce((all, step) => all + of(step), 0)
  const minutes = sum(({ effort }) => effort.minutes)
  const days = Math.max(0, ...props.plan.steps.map(({ effort }) => effort.days))
  const mm = sum(({ effort }) => effort.coverRemovedMm)
  if (minutes === 0 && mm === 0) return t('coverage.plan.costsBall')
  return [
    t('coverage.plan.takes', { minutes }),
    t('coverage.plan.days', { n: days }, days),
    mm > 0 ? t('coverage.plan.cover', { mm: mm.toFixed(3) }) : t('coverage.plan.noCover'),
  ].join(' ')
})
</script>

<template>
  <article class="panel stack plan" :class="{ first }" :aria-label="title.slice(2)">
    <div class="spread">
      <h3>{{ title }}</h3>
      <strong class="strikes">{{
        t('coverage.plan.strikes', { n: plan.strikes.toFixed(0), now: plans.now.strikes.toFixed(0) })
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
        <p v-if="step.layout" class="small">{{ t('coverage.plan.redrillNote') }}</p>
        <div v-if="step.spec">
          <v-btn size="small" @click="brief(step.spec)">{{ t('coverage.brief.open') }}</v-btn>
        </div>
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
