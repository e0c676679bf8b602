<script setup lang="ts">
import type { BenchPerson, BenchPlan, BenchStation } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { dayText, timeText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'
import { hoursText } from './hoursText.ts'
import { vCards } from '../controls/cards.ts'

/** What the plan is made for: stations that can be used, and people with their hours. */
const props = defineProps<{ plan: BenchPlan }>()
const emit = defineEmits<{ station: [BenchStation | 'new']; person: [BenchPerson] }>()
const { t } = useI18n()
const session = useSession()
const closed = ({ closedUntil }: BenchStation) =>
  closedUntil != null && Date.parse(closedUntil) > props.plan.question.now * 60_000
const awayNext = ({ away }: BenchPerson) =>
  away.filter(({ to }) => Date.parse(`${to}T23:59`) >= props.plan.question.now * 60_000)
</script>

<template>
  <div class="two">
    <section class="panel stack" :aria-label="t('plan.stations')">
      <div class="spread">
        <h2>{{ t('plan.stations') }}</h2>
        <v-btn v-if="session.may('shop')" size="small" @click="emit('station', 'new')">{{
          t('plan.newStation')
        }}</v-btn>
      </div>
      <table v-cards class="list">
        <tbody>
          <tr v-for="one in plan.stations" :key="one.id">
            <td>
              <strong>{{ one.name }}</strong>
            </td>
            <td>
              <span v-if="closed(one)" class="bad"
                >× {{ t('plan.closedUntil', { day: dayText(one.closedUntil!), time: timeText(one.closedUntil!) }) }}
                {{ one.closedReason }}</span
              >
              <span v-else class="soft">● {{ t('plan.usable') }}</span>
            </td>
            <td>
              <v-btn
                v-if="session.may('bench')"
                size="small"
                :aria-label="`${t('bench.edit')}: ${one.name}`"
                @click="emit('station', one)"
                >{{ t('bench.edit') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section class="panel stack" :aria-label="t('plan.people')">
      <h2>{{ t('plan.people') }}</h2>
      <table v-cards class="list">
        <tbody>
          <tr v-for="one in plan.people" :key="one.id">
            <td>
              <strong>{{ one.name }}</strong>
            </td>
            <td>
              <span>{{ one.version === 0 ? t('plan.hoursAssumed') : hoursText(one.hours) || t('plan.never') }}</span>
              <span v-for="off in awayNext(one)" :key="off.from" class="small soft"
                >, {{ t('plan.awayFrom', { from: dayText(off.from), to: dayText(off.to) }) }}</span
              >
            </td>
            <td>
              <v-btn
                v-if="session.may('bench')"
                size="small"
                :aria-label="`${t('plan.editHours')}: ${one.name}`"
                @click="emit('person', one)"
                >{{ t('plan.editHours') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
  gap: var(--gap-3);
}
</style>
