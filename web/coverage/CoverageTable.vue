<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import type { CoverageCell } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'

/** Balls down, patterns ahead across; each cell a verdict with the share in the pocket and where it comes from. */
const props = defineProps<{ view: CoverageView }>()
const { t } = useI18n()
const cells = computed(() => new Map(props.view.map.cells.map((cell) => [`${cell.ballId} ${cell.targetId}`, cell])))
const percent = (share: number) => Math.round(100 * share)
const word = (cell: CoverageCell) =>
  cell.verdict === 'fits' && !cell.covered ? t('coverage.notSure') : t(`coverage.verdicts.${cell.verdict}`)
const state = (targetId: string) =>
  props.view.map.gaps.includes(targetId)
    ? `▲ ${t('coverage.gap')}`
    : props.view.map.thin.includes(targetId)
      ? `◐ ${t('coverage.thin')}`
      : `● ${t('coverage.covered')}`
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
              >{{ target.lengthFt }} ft, {{ target.volumeMl.toFixed(1) }} mL,
              {{ t(`lanes.conditions.${target.condition}`) }}</span
            >
            <span v-if="target.events[0]" class="small soft"
              >{{ target.events[0].name }}, {{ dayText(target.events[0].nextOn) }}</span
            >
            <strong class="small">{{ state(target.id) }}</strong>
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
          </th>
          <td
            v-for="target in view.targets"
            :key="target.id"
            :class="{ covered: cells.get(`${ball.id} ${target.id}`)?.covered }"
          >
            <template v-for="cell in [cells.get(`${ball.id} ${target.id}`)]" :key="cell?.verdict">
              <template v-if="cell">
                <strong
                  ><span aria-hidden="true">{{ t(`coverage.sign.${cell.verdict}`) }}</span> {{ word(cell) }}</strong
                >
                <span v-if="cell.pocket"
                  ><span class="figure">{{ percent(cell.pocket.p) }} %</span>
                  <span class="small soft">{{
                    t('coverage.band', { low: percent(cell.pocket.low), high: percent(cell.pocket.high) })
                  }}</span></span
                >
                <span class="small soft"
                  >{{ t(`coverage.provenance.${cell.provenance}`)
                  }}<template v-if="cell.shots > 0">, {{ t('coverage.shots', { n: cell.shots }) }}</template
                  ><template v-if="cell.changedSince">, {{ t('coverage.changedSince') }}</template></span
                >
              </template>
            </template>
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
  min-width: 128px;
  line-height: 1.2;
}
th .small.soft {
  font-weight: 400;
}
th > *,
td > * {
  display: block;
}
td > span > span,
td > strong > span {
  display: inline;
}
.ball {
  position: sticky;
  left: 0;
  background: var(--ground);
  min-width: 140px;
}
td {
  background: var(--ground);
}
td.covered {
  background: var(--panel);
  box-shadow: inset 0 0 0 2px var(--good);
}
.figure {
  font-size: 1.15rem;
}
</style>
