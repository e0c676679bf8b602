<script setup lang="ts">
import type { AheadVisit, AheadWeek, Page } from '@sleetfall/contract'
import { jobFor } from '@sleetfall/core'
import { format } from 'date-fns'
import { useI18n } from 'vue-i18n'
import MoreRows from '../controls/MoreRows.vue'
import { agoText, dayText, daysText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { hoursOf } from './aheadText.ts'
import { vCards } from '../controls/cards.ts'
import { plain } from '../controls/figures.ts'

/** A week's visits: who comes when and for what, the reminder, and what its pads do together. */
defineProps<{ week: AheadWeek; visits: Page<AheadVisit> | null; busy: boolean; asking: string | null }>()
const emit = defineEmits<{ more: []; remind: [visit: AheadVisit]; bench: [visit: AheadVisit] }>()
const { t } = useI18n()
const day = (ms: number) => format(ms, 'yyyy-MM-dd')
const between = ({ fromMs, untilMs, reason }: AheadVisit) =>
  reason === 'waits' || (reason === 'over' && untilMs < nowMs()) || untilMs <= fromMs
    ? t('upkeep.ahead.dueSince')
    : daysText(day(fromMs), day(untilMs))
const needsBench = ({ works }: AheadVisit) => works.some(({ work, waits }) => !waits && jobFor[work] !== undefined)
const padText = (pad: string) => (pad === 'polish' || pad === 'compound' ? t(`upkeep.ahead.pads.${pad}`) : pad)
</script>

<template>
  <section class="stack" :aria-label="t('upkeep.ahead.weekTitle')">
    <h2>{{ t('upkeep.ahead.weekOf', { from: dayText(day(week.startMs)), to: dayText(day(week.endMs - 1)) }) }}</h2>
    <p>
      {{
        t(
          'upkeep.ahead.weekLine',
          { n: week.visits, hours: plain(hoursOf(week.minutes), 1), spinner: plain(hoursOf(week.spinnerMinutes), 1) },
          week.visits,
        )
      }}
      <template v-if="week.earlier > 0">{{
        t('upkeep.ahead.earlierLine', { n: week.earlier }, week.earlier)
      }}</template>
      {{ ' '
      }}<template v-if="week.waits > 0">{{ t('upkeep.ahead.waitsLine', { n: week.waits }, week.waits) }}</template>
      {{ ' ' }}<template v-if="week.over > 0">▲ {{ t('upkeep.ahead.overLine', { n: week.over }, week.over) }}</template>
    </p>
    <p v-if="week.batches.pads.length > 0">
      {{ t('upkeep.ahead.together') }}
      <span v-for="one in week.batches.pads" :key="one.pad" class="pad"
        ><strong>{{ padText(one.pad) }}</strong> {{ t('upkeep.ahead.ballsN', { n: one.balls }, one.balls) }}</span
      >
      <span v-if="week.batches.changesSaved > 0" class="soft">{{
        t('upkeep.ahead.saved', { n: week.batches.changesSaved }, week.batches.changesSaved)
      }}</span>
    </p>
    <p v-if="visits?.items.length === 0" class="soft">{{ t('upkeep.ahead.noVisits') }}</p>
    <table v-else-if="visits" v-cards class="list visits">
      <thead>
        <tr>
          <th scope="col">{{ t('upkeep.ahead.who') }}</th>
          <th scope="col">{{ t('upkeep.ahead.when') }}</th>
          <th scope="col">{{ t('upkeep.ahead.what') }}</th>
          <th scope="col">{{ t('upkeep.ahead.act') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="visit in visits.items" :key="visit.id">
          <td>
            <router-link :to="`/rack/${visit.customerId}`">{{ visit.customerName }}</router-link>
            <p v-if="visit.changed" class="small">◆ {{ t('upkeep.ahead.changed') }}</p>
          </td>
          <td class="when">
            {{ between(visit) }}
            <p v-if="visit.reason !== 'latest'" class="small soft">{{ t(`upkeep.ahead.why.${visit.reason}`) }}</p>
          </td>
          <td>
            <div v-for="one in visit.works" :key="`${one.ballId} ${one.work}`">
              <router-link :to="`/surface/${one.ballId}`">{{ one.ballName }}</router-link>:
              {{ t(`upkeep.works.${one.work}`) }}
              <span class="small soft">{{
                one.waits ? `● ${t('upkeep.onBench')}` : t(`upkeep.reasons.${one.reason}`)
              }}</span>
            </div>
          </td>
          <td class="act">
            <v-btn
              size="small"
              :loading="asking === visit.id"
              :aria-label="`${t('upkeep.remind')}: ${visit.customerName}`"
              @click="emit('remind', visit)"
              >{{ t('upkeep.remind') }}</v-btn
            >
            <v-btn
              v-if="needsBench(visit)"
              size="small"
              variant="text"
              :aria-label="`${t('upkeep.makeAll')}: ${visit.customerName}`"
              @click="emit('bench', visit)"
              >{{ t('upkeep.makeAll') }}</v-btn
            >
            <p v-if="visit.toldAt" class="small soft">{{ t('upkeep.ahead.told', { ago: agoText(visit.toldAt) }) }}</p>
          </td>
        </tr>
      </tbody>
    </table>
    <MoreRows
      v-if="visits && visits.total > visits.items.length"
      :shown="visits.items.length"
      :total="visits.total"
      :busy="busy"
      :what="t('upkeep.ahead.visitsCounted')"
      @more="emit('more')"
    />
  </section>
</template>

<style scoped>
.pad {
  margin-right: var(--gap-3);
}
.visits td {
  vertical-align: top;
}
.act,
.when {
  white-space: nowrap;
}
@media (max-width: 700px) {
  .visits thead {
    display: none;
  }
  .visits tr,
  .visits td {
    display: block;
  }
}
</style>
