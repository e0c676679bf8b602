<script setup lang="ts">
import type { BenchPlan } from '@sleetfall/contract'
import type { MovedSlot, Slot } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { type Proposal, clockOf, dayOfMinute } from './board.ts'
import { useBlockText } from './useBlockText.ts'
import { vCards } from '../controls/cards.ts'

/** Another plan, before it counts: whose promise it breaks or saves, and what moves. */
const props = defineProps<{ plan: BenchPlan; proposal: Proposal }>()
const emit = defineEmits<{ take: []; leave: [] }>()
const { t } = useI18n()
const { stationName, personName, workText } = useBlockText(() => props.plan)
const placeText = (slot: Slot) =>
  `${dayText(dayOfMinute(slot.start))} ${clockOf(slot.start)}, ${stationName(slot.station)}${slot.person ? `, ${personName(slot.person)}` : ''}`
const rows = computed(() =>
  props.proposal.moved.flatMap((moved: MovedSlot) => {
    const chain = props.plan.chains.find(({ id }) => id === moved.job)
    const work = props.plan.works.find((one) => one.chain === moved.job && one.index === moved.index)
    return chain && work
      ? [
          {
            key: `${moved.job} ${moved.index}`,
            chain,
            work: workText(
              work,
              props.plan.question.jobs.find(({ id }) => id === moved.job)?.operations[moved.index]?.pad,
            ),
            from: moved.from && placeText(moved.from),
            to: placeText(moved.to),
          },
        ]
      : []
  }),
)
const gains = computed(() => {
  const { nights, pads } = props.proposal.fewer
  return [
    ...(nights > 0 ? [t('plan.gainNights', { n: nights })] : []),
    ...(pads > 0 ? [t('plan.gainPads', { n: pads })] : []),
  ].join(', ')
})
const names = (chains: Proposal['broken']) => chains.map((one) => `${one.ballName} (${one.customerName})`).join(', ')
</script>

<template>
  <section class="panel stack proposal" :aria-label="t('plan.proposal')">
    <h2>{{ t('plan.proposal') }}</h2>
    <p v-if="proposal.broken.length > 0" class="bad">▲ {{ t('plan.breaks', { names: names(proposal.broken) }) }}</p>
    <p v-if="proposal.saved.length > 0">● {{ t('plan.saves', { names: names(proposal.saved) }) }}</p>
    <p v-if="proposal.stillLate.length > 0">
      ◇ {{ t('plan.stillLate', { names: names(proposal.stillLate.map(({ chain }) => chain)) }) }}
    </p>
    <p v-if="gains">● {{ t('plan.gains', { what: gains }) }}</p>
    <p class="small soft">{{ proposal.optimal ? t('plan.proved') : t('plan.notProved') }}</p>
    <details :open="rows.length <= 8">
      <summary>{{ t('plan.moves', { n: rows.length }) }}</summary>
      <table v-cards class="list">
        <thead>
          <tr>
            <th scope="col">{{ t('bench.ball') }}</th>
            <th scope="col">{{ t('bench.work') }}</th>
            <th scope="col">{{ t('plan.was') }}</th>
            <th scope="col">{{ t('plan.becomes') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key">
            <td>
              <strong>{{ row.chain.ballName }}</strong>
            </td>
            <td>{{ row.work }}</td>
            <td>{{ row.from ?? '–' }}</td>
            <td>{{ row.to }}</td>
          </tr>
        </tbody>
      </table>
    </details>
    <div class="row">
      <v-btn class="touch next-action" @click="emit('take')">{{ t('plan.take') }}</v-btn>
      <v-btn class="touch" @click="emit('leave')">{{ t('plan.leave') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.proposal {
  border: 2px solid var(--accent);
}
</style>
