<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { BenchPerson, BenchStation } from '@sleetfall/contract'
import LoadState from '../controls/LoadState.vue'
import { dayText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'
import BenchStations from './BenchStations.vue'
import CalendarForm from './CalendarForm.vue'
import MoveForm from './MoveForm.vue'
import PacePanel from './PacePanel.vue'
import PersonForm from './PersonForm.vue'
import PlanBoard from './PlanBoard.vue'
import PlanProposal from './PlanProposal.vue'
import PlanRisks from './PlanRisks.vue'
import PromiseForm from './PromiseForm.vue'
import RunSheet from './RunSheet.vue'
import StationForm from './StationForm.vue'
import type { Block, PlanDay } from './board.ts'
import { zooms } from './useBoardLayout.ts'
import { usePlanBoard } from './usePlanBoard.ts'

/** The bench as a plan: stations or people over the hours, what is at risk, and the day as a list. */
const { t } = useI18n()
const session = useSession()
const board = usePlanBoard()
const { store, plan, by, zoom, chosenDay, day, days, today, risks, loose, faulty, behind, proposal, progress } = board
const moving = ref<Block | null>(null)
const station = ref<BenchStation | 'new' | null>(null)
const asking = ref(false)
const subscribing = ref(false)
const person = ref<BenchPerson | null>(null)
const shareOf = (busy: number, open: number) => (open === 0 ? (busy > 0 ? 100 : 0) : Math.round((100 * busy) / open))
const loadText = ({ balls, busyMinutes, openMinutes }: PlanDay) =>
  balls > 0
    ? t('plan.dayLoad', { n: balls, share: shareOf(busyMinutes, openMinutes) }, balls)
    : t(openMinutes === 0 ? 'plan.closed' : 'plan.nothing')
async function moveTo(block: Block, to: Parameters<typeof board.move>[1]) {
  moving.value = null
  await board.move(block, to)
}
</script>

<template>
  <section class="stack" :aria-busy="plan === null">
    <div class="spread">
      <h1>{{ t('plan.title') }}</h1>
      <div class="row">
        <v-btn size="small" @click="asking = true">{{ t('plan.ask') }}</v-btn>
        <v-btn v-if="session.may('bench')" size="small" @click="subscribing = true">{{
          t('plan.calendar.open')
        }}</v-btn>
        <v-btn size="small" to="/bench">{{ t('plan.toBench') }}</v-btn>
        <v-btn size="small" to="/upkeep/ahead">{{ t('upkeep.toAhead') }}</v-btn>
        <v-btn
          v-if="session.may('promises')"
          class="next-action"
          :disabled="progress !== null || !plan"
          @click="board.anew"
          >{{ t('plan.anew') }}</v-btn
        >
      </div>
    </div>
    <LoadState
      :loaded="plan !== null"
      :error="store.error"
      :empty="plan !== null && plan.chains.length === 0"
      @retry="store.load"
    >
      <template #empty>
        <p>{{ t('plan.empty') }}</p>
      </template>
      <div v-if="progress" class="row" role="status">
        <v-progress-linear :model-value="100 * progress.share" :aria-label="t('plan.searching')" class="search" />
        <span class="small">{{
          t('plan.soFar', {
            late: Math.round(progress.late),
            bound: Math.round(progress.lateBound),
            nights: progress.nights,
          })
        }}</span>
        <v-btn size="small" @click="board.callOff">{{ t('shell.cancel') }}</v-btn>
      </div>
      <PlanProposal
        v-if="proposal && plan"
        :plan="plan"
        :proposal="proposal"
        @take="board.take(proposal)"
        @leave="board.leave"
      />
      <PlanRisks v-if="plan" :plan="plan" :risks="risks" :loose="loose" :faulty="faulty" />
      <p v-if="behind > 0" class="small">◇ {{ t('plan.behind', { n: behind }, behind) }} {{ t('plan.behindAll') }}</p>
      <nav v-if="day" class="days" :aria-label="t('plan.days')">
        <button
          v-for="one in days"
          :key="one.day"
          class="day"
          :class="{ chosen: one.day === day.day }"
          :aria-pressed="one.day === day.day"
          @click="chosenDay = one.day"
        >
          <strong>{{ dayText(one.day) }}</strong>
          <span class="small soft">{{ loadText(one) }}</span>
        </button>
      </nav>
      <div v-if="day && plan" class="panel stack">
        <div class="spread">
          <h2>{{ dayText(day.day) }}</h2>
          <v-btn-toggle v-model="zoom" mandatory density="compact" :aria-label="t('plan.zoom')">
            <v-btn v-for="times in zooms" :key="times" :value="times">{{ t('plan.zoomBy', { times }) }}</v-btn>
          </v-btn-toggle>
          <v-btn-toggle v-model="by" mandatory density="compact" :aria-label="t('plan.rows')">
            <v-btn value="stations">{{ t('plan.byStations') }}</v-btn>
            <v-btn value="people">{{ t('plan.byPeople') }}</v-btn>
          </v-btn-toggle>
        </div>
        <PlanBoard
          :plan="plan"
          :day="day"
          :blocks="today"
          :by="by"
          :may="session.may('promises')"
          :zoom="zoom"
          @move="moveTo"
          @open="moving = $event"
        />
        <RunSheet :plan="plan" :blocks="today" :may="session.may('promises')" @open="moving = $event" />
      </div>
      <PacePanel v-if="plan" :pace="plan.pace" />
      <BenchStations v-if="plan" :plan="plan" @station="station = $event" @person="person = $event" />
      <p v-if="plan && plan.left > 0" class="small soft">{{ t('plan.left', { n: plan.left }) }}</p>
    </LoadState>
    <MoveForm
      v-if="moving && plan"
      :plan="plan"
      :block="moving"
      :may="session.may('promises')"
      @move="(to) => moveTo(moving!, to)"
      @free="board.letGo(moving!).then(() => (moving = null))"
      @close="moving = null"
    />
    <StationForm v-if="station" :station="station === 'new' ? null : station" @close="station = null" />
    <CalendarForm v-if="subscribing" @close="subscribing = false" />
    <PromiseForm v-if="asking" @close="asking = false" />
    <PersonForm v-if="person" :person="person" @close="person = null" />
  </section>
</template>

<style scoped>
.days {
  display: flex;
  gap: var(--gap-1);
  overflow-x: auto;
}
.day {
  display: grid;
  min-width: 116px;
  min-height: var(--touch);
  padding: var(--gap-1) var(--gap-2);
  border: 1px solid var(--line);
  background: var(--panel);
}
.day.chosen {
  border: 2px solid var(--accent);
}
.search {
  max-width: 220px;
}
</style>
