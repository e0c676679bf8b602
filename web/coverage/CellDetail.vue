<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import { type CoverageCell, laterShots } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import { useSession } from '../shell/session.ts'
import RemedyLadder from './RemedyLadder.vue'
import { useCellKnown } from './useCellKnown.ts'
import { useCoverageText } from './useCoverageText.ts'
import { fixed, plain } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** What a cell rests on: each kind of evidence with its share, the line that the engine plays, and what would change it. */
const props = defineProps<{ view: CoverageView; cell: CoverageCell; ladder?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const { nameOf, word, sign, bestOf, percent } = useCoverageText()
const { known, unsure } = useCellKnown()
const ball = computed(() => props.view.balls.find(({ id }) => id === props.cell.ballId)!)
const title = computed(() =>
  t('coverage.detail.title', { ball: ball.value.name, state: nameOf(props.view, props.cell) }),
)
const line = computed(() => props.cell.engine)
const given = computed(() => {
  const { strikes, givenAway } = props.cell
  const best = bestOf(props.view, props.cell)
  if (!strikes || givenAway === null || best === null) return ''
  return t('coverage.detail.given', { p: percent(strikes.p), best: percent(best), away: Math.round(givenAway) })
})
const next = computed(() => unsure(props.cell))
/** What the line does when forty more shots have been thrown and nobody has moved. */
function laterText({ strikes, moved }: { readonly strikes: number; readonly moved: number }): string {
  const boards = plain(Math.abs(moved), 1)
  const way = Math.abs(moved) < 0.25 ? 'same' : moved > 0 ? 'higher' : 'lower'
  return t(`coverage.detail.later.${way}`, { n: laterShots, strikes: percent(strikes), boards })
}
</script>

<template>
  <section class="panel stack" :aria-label="title" aria-live="polite">
    <div class="spread">
      <h2>{{ title }}</h2>
      <v-btn size="small" variant="text" @click="emit('close')">{{ t('coverage.detail.close') }}</v-btn>
    </div>
    <p>
      <strong>{{ sign(cell) }} {{ word(cell) }}</strong>
      · {{ t(`coverage.provenance.${cell.provenance}`)
      }}<template v-if="cell.thrown > 0">, {{ t('coverage.shots', { n: cell.thrown }) }}</template
      ><template v-if="cell.changedSince">, {{ t('coverage.changedSince') }}</template>
    </p>
    <p v-if="given">{{ given }}</p>
    <table v-if="cell.parts.length > 0" v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('coverage.detail.evidence') }}</th>
          <th scope="col">{{ t('coverage.detail.alone') }}</th>
          <th scope="col">{{ t('coverage.detail.share') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="part in cell.parts" :key="part.source">
          <th scope="row">{{ t(`coverage.sources.${part.source}`) }}</th>
          <td class="figure">
            {{ percent(part.p) }} % [{{ t('coverage.band', { low: percent(part.low), high: percent(part.high) }) }}]
          </td>
          <td class="figure">{{ percent(part.share) }} %</td>
        </tr>
      </tbody>
    </table>
    <p v-if="cell.modelsApart">▲ {{ t('coverage.detail.modelsApart') }}</p>
    <p v-if="next">◇ {{ next }}</p>
    <p v-if="line">
      {{
        t('coverage.detail.line', {
          ...{ laydown: fixed(line.laydownBoard, 0), target: fixed(line.targetBoard, 1) },
          ...{ angle: fixed(line.entryAngleDeg, 1), pocket: percent(line.pocket), strikes: percent(line.strikes) },
        })
      }}
      {{
        line.firstReadFt === null
          ? t('coverage.detail.noRead')
          : t('coverage.detail.read', { ft: fixed(line.firstReadFt, 0) })
      }}
      {{ t('coverage.detail.room', { out: line.roomOut, in: line.roomIn }) }}
      <template v-if="line.later">{{ laterText(line.later) }}</template>
    </p>
    <p v-else class="soft">{{ t('coverage.detail.noEngine') }}</p>
    <HowKnown :figures="known(view, cell)" :what="title" />
    <RemedyLadder :view="view" :cell="cell" :at-once="ladder" />
    <div class="row">
      <v-btn
        v-if="line"
        size="small"
        :to="{
          path: '/lanes/what-if',
          query: {
            ...{ customerId: view.customerId, ballId: cell.ballId, patternId: cell.targetId },
            ...{ shots: cell.shots || undefined, laydown: line.laydownBoard, target: line.targetBoard.toFixed(2) },
          },
        }"
        >{{ t('coverage.detail.whatIf') }}</v-btn
      >
      <v-btn
        v-if="session.may('trials')"
        size="small"
        :class="{ 'next-action': cell.standing === 'likely' }"
        :to="{
          path: '/trials',
          query: { new: 'trial', customer: view.customerId, pattern: cell.targetId, ball: cell.ballId },
        }"
        >{{ t('coverage.try') }}</v-btn
      >
    </div>
  </section>
</template>
