<script setup lang="ts">
import type { AheadWeek } from '@sleetfall/contract'
import { format } from 'date-fns'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { hoursOf, shareOf, stateOf } from './aheadText.ts'
import { vCards } from '../controls/cards.ts'
import { plain } from '../controls/figures.ts'

/** The weeks ahead as a table; a row opens its week. */
defineProps<{ weeks: readonly AheadWeek[]; chosen: number }>()
const emit = defineEmits<{ choose: [week: number] }>()
const { t } = useI18n()
const dayOf = (ms: number) => dayText(format(ms, 'yyyy-MM-dd'))
const signs = { away: '', closed: '▲', over: '▲', tight: '◆', room: '' } as const
/** A range where it is one. */
const dueText = ({ due }: AheadWeek) => (due.low === due.high ? `${due.low}` : `${due.low}–${due.high}`)
const roomText = (week: AheadWeek) => {
  const [share, state] = [shareOf(week), stateOf(week)]
  return `${signs[state]} ${t(`upkeep.ahead.states.${state}`)}${share === null ? '' : ` · ${Math.round(100 * share)} %`}`.trim()
}
</script>

<template>
  <div class="scroll">
    <table v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('upkeep.ahead.weekFrom') }}</th>
          <th scope="col">{{ t('upkeep.ahead.fallsDue') }}</th>
          <th scope="col">{{ t('upkeep.ahead.visits') }}</th>
          <th scope="col">{{ t('upkeep.ahead.hoursAsked') }}</th>
          <th scope="col">{{ t('upkeep.ahead.hoursThere') }}</th>
          <th scope="col">{{ t('upkeep.ahead.state') }}</th>
          <th scope="col">{{ t('upkeep.ahead.tournaments') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(week, at) in weeks" :key="week.startMs" :class="{ chosen: at === chosen }">
          <th scope="row">
            <v-btn size="small" variant="text" :aria-pressed="at === chosen" @click="emit('choose', at)">{{
              at === 0 ? t('upkeep.ahead.thisWeek') : dayOf(week.startMs)
            }}</v-btn>
          </th>
          <td class="figure">{{ dueText(week) }}</td>
          <td class="figure">{{ week.visits }}</td>
          <td class="figure">
            {{ plain(hoursOf(week.plannedMinutes + week.minutes + week.usualMinutes), 1) }}
          </td>
          <td class="figure">{{ plain(hoursOf(week.thereMinutes), 1) }}</td>
          <td>{{ roomText(week) }}</td>
          <td>
            <div v-for="one in week.tournaments" :key="one.id">
              <router-link :to="`/events/${one.id}`">{{ one.name }}</router-link>
              {{ t('upkeep.ahead.entrants', { day: dayText(one.nextOn), n: one.entrants }, one.entrants) }}
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.chosen {
  background: var(--accent-wash);
}
th[scope='row'] {
  font-weight: inherit;
}
</style>
