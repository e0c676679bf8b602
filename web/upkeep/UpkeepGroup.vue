<script setup lang="ts">
import type { UpkeepRow } from '@sleetfall/contract'
import { type Due, dueJobState } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText, timeText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { useSession } from '../shell/session.ts'
import { useDueText } from './useDueText.ts'

/** One customer's balls with what is due of each. */
const props = defineProps<{ rows: readonly UpkeepRow[] }>()
const emit = defineEmits<{
  make: [row: UpkeepRow, due: Due]
  makeAll: []
  remind: []
  link: []
  school: [row: UpkeepRow, whose: 'ball' | 'customer']
  session: [row: UpkeepRow]
}>()
const { t } = useI18n()
const [session, words] = [useSession(), useDueText()]
const first = computed(() => props.rows[0]!)
const owner = computed(() => first.value.customerName)
const state = (row: UpkeepRow, due: Due) => dueJobState(due.work, row.openJobs)
const anything = computed(() => props.rows.some((row) => row.due.some((due) => state(row, due) === 'possible')))
const dries = (row: UpkeepRow) => row.lockedUntil !== null && Date.parse(row.lockedUntil) > nowMs()
</script>

<template>
  <article class="panel group" :aria-label="owner">
    <div class="spread">
      <h2>
        <router-link :to="`/rack/${first.customerId}`">{{ owner }}</router-link>
      </h2>
      <div class="row">
        <v-btn
          size="small"
          :disabled="!anything"
          :aria-label="`${t('upkeep.makeAll')}: ${owner}`"
          @click="emit('makeAll')"
          >{{ t('upkeep.makeAll') }}</v-btn
        >
        <v-btn size="small" :aria-label="`${t('upkeep.remind')}: ${owner}`" @click="emit('remind')">{{
          t('upkeep.remind')
        }}</v-btn>
        <v-btn
          v-if="session.may('surfaces')"
          size="small"
          variant="text"
          :aria-label="`${t('upkeep.school')}: ${owner}`"
          @click="emit('school', first, 'customer')"
          >{{ t('upkeep.school') }}</v-btn
        >
        <v-btn size="small" variant="text" :aria-label="`${t('upkeep.link.open')}: ${owner}`" @click="emit('link')">{{
          t('upkeep.link.open')
        }}</v-btn>
      </div>
    </div>
    <div v-for="row in rows" :key="row.ballId" class="ball">
      <div>
        <router-link :to="`/surface/${row.ballId}`"
          ><strong>{{ row.ballName }}</strong></router-link
        >
        <div class="row tight">
          <v-btn
            v-if="session.may('surfaces')"
            size="x-small"
            variant="text"
            :aria-label="`${t('upkeep.school')}: ${row.ballName}, ${row.customerName}`"
            @click="emit('school', row, 'ball')"
            >{{ t(`upkeep.schools.${row.policy.school}.name`) }}</v-btn
          >
          <span v-else class="small soft">{{ t(`upkeep.schools.${row.policy.school}.name`) }}</span>
          <v-btn
            size="x-small"
            variant="text"
            :aria-label="`${t('upkeep.session.open')}: ${row.ballName}, ${row.customerName}`"
            @click="emit('session', row)"
            >{{ t('upkeep.session.open') }}</v-btn
          >
        </div>
        <p v-if="dries(row)" class="small">
          ▲ {{ t('balls.dryingUntil', { day: dayText(row.lockedUntil!), time: timeText(row.lockedUntil!) }) }}
        </p>
      </div>
      <ul>
        <li v-for="due in row.due" :key="`${due.work} ${due.reason}`" class="due">
          <span
            ><strong>{{ words.now(due) ? '▲' : '○' }} {{ words.work(due) }}</strong> {{ words.when(due) }}
            <span class="small soft">{{ words.why(due) }}</span></span
          >
          <span v-if="state(row, due) === 'part-of-other'" class="small soft">● {{ t('upkeep.partOfWork') }}</span>
          <span v-else-if="state(row, due) === 'waits'" class="small soft">● {{ t('upkeep.onBench') }}</span>
          <v-btn
            v-else-if="state(row, due) === 'possible'"
            size="x-small"
            :aria-label="`${t('upkeep.make')}: ${words.work(due)}, ${row.ballName}, ${row.customerName}`"
            @click="emit('make', row, due)"
            >{{ t('upkeep.make') }}</v-btn
          >
        </li>
      </ul>
    </div>
  </article>
</template>

<style scoped>
.group h2 {
  font-size: 1.25rem;
}
.ball {
  display: grid;
  grid-template-columns: minmax(150px, 0.9fr) minmax(0, 2fr);
  gap: var(--gap-2);
  border-top: 1px solid var(--line);
  padding: var(--gap-2) 0;
}
.ball ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 4px;
}
.due {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: start;
}
.due .small {
  display: block;
}
.ball a {
  display: inline-block;
  min-height: 26px;
}
.tight {
  gap: 0;
}
@media (max-width: 700px) {
  .ball {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
