<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import type { CoverageCell } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useCoverageText } from './useCoverageText.ts'
import { fixed } from '../controls/figures.ts'

/** Balls down, patterns ahead across, each in three phases; a cell is the chance of a strike with its band, and opens what it rests on. */
const props = defineProps<{ view: CoverageView; chosen: CoverageCell | null }>()
const emit = defineEmits<{ choose: [CoverageCell] }>()
const { t } = useI18n()
const { phase, short, word, sign, bestOf, stateOf, percent } = useCoverageText()
const key = (ballId: string, targetId: string, shots: number) => `${ballId} ${targetId} ${shots}`
const cells = computed(
  () => new Map(props.view.map.cells.map((cell) => [key(cell.ballId, cell.targetId, cell.shots), cell])),
)
const cellsAt = (ballId: string, targetId: string) =>
  props.view.phases.flatMap((shots) => cells.value.get(key(ballId, targetId, shots)) ?? [])
const isChosen = (cell: CoverageCell) =>
  props.chosen !== null &&
  key(cell.ballId, cell.targetId, cell.shots) === key(props.chosen.ballId, props.chosen.targetId, props.chosen.shots)
const spoken = (cell: CoverageCell, ball: string, pattern: string) =>
  t('coverage.cell', {
    ...{ ball, pattern, phase: phase(cell.shots), word: word(cell) },
    p: cell.strikes ? percent(cell.strikes.p) : '–',
  })
</script>

<template>
  <!-- Wide maps scroll sideways by keyboard too. -->
  <div class="scroll" tabindex="0" role="region" :aria-label="t('coverage.title')">
    <table>
      <thead>
        <tr>
          <th scope="col" class="ball">{{ t('coverage.ball') }}</th>
          <th v-for="target in view.targets" :key="target.id" scope="col" class="target">
            <router-link :to="`/lanes/${target.id}`">{{ target.name }}</router-link>
            <span class="small soft"
              >{{ target.lengthFt }} ft, {{ fixed(target.volumeMl, 1) }} mL,
              {{ t(`lanes.conditions.${target.condition}`) }}</span
            >
            <span v-if="target.events[0]" class="small soft"
              >{{ target.events[0].name }}, {{ dayText(target.events[0].nextOn) }}</span
            >
            <span v-for="shots in view.phases" :key="shots" class="small state">
              <span>{{ short(shots) }}</span>
              <strong>{{ stateOf(view, { targetId: target.id, shots }) }}</strong>
              <span v-if="bestOf(view, { targetId: target.id, shots }) !== null" class="soft">{{
                t('coverage.bestOfAny', { p: percent(bestOf(view, { targetId: target.id, shots })!) })
              }}</span>
            </span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="ball in view.balls" :key="ball.id">
          <th scope="row" class="ball">
            <router-link :to="{ path: `/rack/${view.customerId}`, query: { ball: ball.id } }">{{
              ball.name
            }}</router-link>
            <span class="small soft"
              >{{ t(`balls.covers.${ball.cover}`) }},
              {{ ball.grit === null ? t('surface.gritNone') : roundGrit(ball.grit) }}</span
            >
            <span v-if="view.map.freshOnly.includes(ball.id)" class="small">{{ t('coverage.freshOnly') }}</span>
          </th>
          <!-- Thrown straight at what is left: no ball for a first shot. -->
          <td v-if="view.map.spare.includes(ball.id)" :colspan="view.targets.length" class="spare small soft">
            {{ t('coverage.spare') }}
          </td>
          <td v-for="target in view.map.spare.includes(ball.id) ? [] : view.targets" :key="target.id">
            <button
              v-for="cell in cellsAt(ball.id, target.id)"
              :key="cell.shots"
              type="button"
              class="cell"
              :class="[cell.standing, { chosen: isChosen(cell) }]"
              :aria-pressed="isChosen(cell)"
              :aria-label="spoken(cell, ball.name, target.name)"
              @click="emit('choose', cell)"
            >
              <span class="small soft">{{ short(cell.shots) }}</span>
              <span aria-hidden="true" class="sign">{{ sign(cell) }}</span>
              <span class="figure">{{ cell.strikes ? `${percent(cell.strikes.p)} %` : '–' }}</span>
              <span v-if="cell.strikes" class="small soft">{{
                t('coverage.band', { low: percent(cell.strikes.low), high: percent(cell.strikes.high) })
              }}</span>
              <span class="small says">{{ word(cell) }}<template v-if="cell.contradicts"> ◇</template></span>
            </button>
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
table {
  border-collapse: collapse;
}
th,
td {
  text-align: start;
  vertical-align: top;
  padding: 6px 8px;
  border: 1px solid var(--line);
  min-width: 292px;
  line-height: 1.2;
  background: var(--ground);
}
td {
  padding: 2px;
}
th .small {
  font-weight: 400;
}
th > * {
  display: block;
}
th .state {
  display: grid;
  grid-template-columns: 4.8em minmax(0, 1fr) auto;
  gap: 4px;
}
.ball {
  position: sticky;
  left: 0;
  z-index: 1;
  min-width: 132px;
}
.cell {
  display: grid;
  grid-template-columns: 4.4em 1.6em 2.1em 4.1em minmax(3.6em, 1fr);
  gap: 3px;
  align-items: baseline;
  width: 100%;
  min-height: 32px;
  padding: 2px 6px;
  border: 2px solid transparent;
}
.cell.covered {
  background: var(--panel);
  border-color: var(--good);
}
.cell.likely {
  background: var(--panel);
}
.cell.chosen {
  border-color: var(--ink);
}
.spare {
  padding: 6px 8px;
}
@media (pointer: coarse) {
  .cell {
    min-height: var(--touch);
    align-items: center;
  }
}
</style>
