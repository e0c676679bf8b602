<script setup lang="ts">
import type { CoverageView, OfferedPlan, PlansView, WantedBall } from '@sleetfall/contract'
import type { BallSpec } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { useI18n } from 'vue-i18n'
import { useCustomers } from '../customers/store.ts'
import { post, put } from '../http/client.ts'
import { saveCard } from '../print/card.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useCoverageText } from './useCoverageText.ts'
import { fixed } from '../controls/figures.ts'

/** A ball that a plan looks for: a page for whoever goes looking, and a note at the stock until it is bought. */
const props = defineProps<{ view: CoverageView; plans: PlansView; plan: OfferedPlan; spec: BallSpec }>()
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const customers = useCustomers()
const { names, surfaceText } = useCoverageText()
/** One page for whoever goes looking for the ball: what is missing, what to look for and why, in plain words. */
async function brief() {
  const { spec } = props
  const { closes, bought, strikes } = props.plan
  const own = bought.find(({ ballId }) => ballId === spec.id)
  const core = { rg: fixed(spec.rgIn, 2), differential: fixed(spec.differentialIn, 3) }
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
        { text: t('coverage.brief.surface', { surface: surfaceText(spec.raUm) }) },
        head('does'),
        {
          text: t('coverage.brief.strikes', { n: fixed(strikes, 0), now: fixed(props.plans.now.strikes, 0) }),
        },
        { text: t('coverage.plan.use', { percent: Math.round(100 * (own?.use ?? 0)) }) },
        ...(own?.withinDoubt ? [{ text: t('coverage.plan.withinDoubt') }] : []),
      ],
      care: t('coverage.brief.care'),
    }),
  )
}
/** Remembered among the balls that are looked for; one word takes it back. */
const want = () =>
  notices.attempt(async () => {
    const { cover, raUm, rgIn, differentialIn, stock } = props.spec
    const wanted = await post<WantedBall>('/stock/wanted', {
      ...{ id: newId(), customerId: props.view.customerId, cover, raUm, rgIn, differentialIn },
      ...{ stockBallId: stock?.id ?? null },
      reason: names(props.view, props.plan.closes).slice(0, 300),
    })
    notices.done(t('coverage.plan.wanted', { name: wanted.customerName }), async () => {
      await put(`/stock/wanted/${wanted.id}`, { version: wanted.version, state: 'dropped' })
    })
  })
</script>

<template>
  <div class="row">
    <v-btn size="small" @click="brief">{{ t('coverage.brief.open') }}</v-btn>
    <v-btn v-if="session.may('promises')" size="small" @click="want">{{ t('coverage.plan.want') }}</v-btn>
  </div>
</template>
