<script setup lang="ts">
import type { MapLine } from '@sleetfall/contract'
import type { MapColumn, MapRow, MapSummary } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { emptySetup, toQuery } from './setup.ts'
import { usePatterns } from './store.ts'
import { phaseOf } from './useWhatIfText.ts'
import { fixed } from '../controls/figures.ts'

/** The reaction map as a table; a cell opens as a what-if on its line. */
const props = defineProps<{ customerId: string | null; summary: MapSummary<MapLine> }>()
const { t } = useI18n()
const [balls, patterns] = [useBalls(), usePatterns()]
const percent = (share: number) => Math.round(100 * share)
const surfaceName = (key: string) => (key === 'now' ? t('lanes.whatIf.surfaceNow') : t(`surface.recipes.${key}`))
const whatIf = ({ ballId, surface }: MapRow<MapLine>, { patternId, shots }: MapColumn, line: MapLine) => ({
  path: '/lanes/what-if',
  query: toQuery({
    ...emptySetup,
    ...{ customerId: props.customerId, ballId, surface, patternId, shots },
    laydown: line.laydownBoard,
    target: Number(line.targetBoard.toFixed(2)),
  }),
})
</script>

<template>
  <div class="scroll" tabindex="0" role="region" :aria-label="t('lanes.map.title')">
    <table class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('lanes.whatIf.ball') }}</th>
          <th scope="col">{{ t('lanes.whatIf.surface') }}</th>
          <th v-for="column in summary.columns" :key="column.key" scope="col">
            {{ patterns.byId.get(column.patternId)?.name }}<br /><span class="small soft"
              >{{ t(`lanes.whatIf.phases.${phaseOf(column.shots)}`) }},
              {{ t('lanes.map.shots', { n: column.shots }) }}</span
            >
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in summary.rows" :key="`${row.ballId} ${row.surface}`" :class="{ now: row.surface === 'now' }">
          <th scope="row">{{ balls.byId.get(row.ballId)?.name }}</th>
          <td class="surface">{{ surfaceName(row.surface) }}</td>
          <td v-for="(column, at) in summary.columns" :key="column.key" class="cell">
            <template v-for="line in [row.cells[at]]" :key="line?.pCarry">
              <span v-if="line === undefined" class="soft" :aria-label="t('lanes.map.pending')">…</span>
              <span v-else-if="line === null" class="soft">{{ t('lanes.map.none') }}</span>
              <router-link
                v-else
                :to="whatIf(row, column, line)"
                class="share"
                :style="{ '--share': `${percent(line.pCarry)}%` }"
                ><span class="figure">{{ percent(line.pCarry) }} %</span>
                <span
                  v-if="line.pCarry === summary.tops[at]"
                  :title="t('lanes.map.top')"
                  :aria-label="t('lanes.map.top')"
                  >★</span
                >
                <span class="condensed under"
                  >{{ t('lanes.map.pocket', { p: percent(line.pPocket) }) }}, {{ fixed(line.laydownBoard, 0) }} →
                  {{ fixed(line.targetBoard, 0) }}</span
                ></router-link
              >
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  max-height: 62vh;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--ground);
  z-index: 1;
}
tbody th,
tbody td {
  border-bottom: 1px solid var(--line);
}
tr.now > * {
  border-top: 2px solid var(--line-strong);
}
.cell {
  padding: 2px;
}
.share {
  /* As wide as what stands in it: a grid's flexible column lets a line run into the next cell. */
  display: block;
  padding: 4px 6px;
  color: var(--ink);
  text-decoration: none;
  border-inline-start: 4px solid var(--line);
  background: linear-gradient(to right, var(--panel) var(--share), transparent var(--share));
  white-space: nowrap;
}
.under {
  display: block;
  font-weight: 500;
}
.surface {
  white-space: nowrap;
}
.share:hover {
  text-decoration: underline;
}
.share .figure:first-child {
  font-weight: 700;
}
</style>
