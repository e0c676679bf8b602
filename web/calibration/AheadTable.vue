<script setup lang="ts">
import type { Calibration } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** What a fit changes on the patterns that lie ahead, on the line that was best before, and where the best one lies then. */
const props = defineProps<{ one: Calibration }>()
const { t } = useI18n()
const arrow = (a: string, b: string) => (a === b ? a : t('calibration.arrow', { a, b }))
const board = (value: number) => fixed(value, 1)
const feet = (value: number | null) => (value === null ? '–' : `${fixed(value, 0)} ft`)
const percent = (value: number) => `${Math.round(100 * value)} %`
const line = (of: { readonly laydownBoard: number; readonly targetBoard: number }) =>
  t('calibration.lineIs', { laydown: fixed(of.laydownBoard, 0), target: fixed(of.targetBoard, 0) })
const rows = computed(() =>
  props.one.ahead.map((one) => ({
    ...{ id: one.patternId, name: props.one.names[one.patternId] ?? '–' },
    when: one.nextOn === null ? t('calibration.tested') : t('calibration.plays', { day: dayText(one.nextOn) }),
    line: line(one.line),
    entry: arrow(board(one.before.entryBoard), board(one.after.entryBoard)),
    read: arrow(feet(one.before.firstReadFt), feet(one.after.firstReadFt)),
    strikes: arrow(percent(one.before.strikes), percent(one.after.strikes)),
    best: `${line(one.best)}, ${percent(one.best.strikes)}`,
  })),
)
</script>

<template>
  <section v-if="rows.length > 0" class="stack" :aria-label="t('calibration.ahead')">
    <h2>{{ t('calibration.ahead') }}</h2>
    <div class="across" tabindex="0" role="group" :aria-label="t('calibration.ahead')">
      <table v-cards class="list">
        <thead>
          <tr>
            <th scope="col">{{ t('calibration.pattern') }}</th>
            <th scope="col">{{ t('calibration.line') }}</th>
            <th scope="col">{{ t('calibration.entry') }}</th>
            <th scope="col">{{ t('calibration.read') }}</th>
            <th scope="col">{{ t('calibration.strikes') }}</th>
            <th scope="col">{{ t('calibration.bestNow') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id">
            <th scope="row">
              {{ row.name }} <span class="small soft">{{ row.when }}</span>
            </th>
            <td class="figure">{{ row.line }}</td>
            <td class="figure">{{ row.entry }}</td>
            <td class="figure">{{ row.read }}</td>
            <td class="figure">{{ row.strikes }}</td>
            <td class="figure">{{ row.best }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small soft">{{ t('calibration.aheadHint') }}</p>
  </section>
</template>

<style scoped>
.across {
  overflow-x: auto;
}
tbody th {
  white-space: normal;
}
</style>
