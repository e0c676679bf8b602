<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import { type CoverageCell, type Remedy, polishRaUm } from '@sleetfall/core'
import { onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'
import { scannedText } from '../surface/useSurfaceText.ts'
import { useCoverageText } from './useCoverageText.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** What each remedy would do here, cheapest and most easily undone first; what it wins and loses elsewhere. */
const props = defineProps<{ view: CoverageView; cell: CoverageCell; atOnce?: boolean }>()
const { t } = useI18n()
const { names, percent } = useCoverageText()
const remedies = shallowRef<readonly Remedy[] | null>(null)
const asked = ref(false)
const waits = ref(false)
const error = ref<string | null>(null)
const keyOf = () => `${props.cell.ballId} ${props.cell.targetId} ${props.cell.shots}`
watch(keyOf, () => {
  asked.value = false
  remedies.value = null
  error.value = null
})
async function ask() {
  asked.value = true
  error.value = null
  const wanted = keyOf()
  const { ballId: ball, targetId, shots } = props.cell
  try {
    const answer = await get<readonly Remedy[] | null>(
      `/coverage/${props.view.customerId}/remedies?${queryOf({ ball, targetId, shots })}`,
    )
    if (wanted !== keyOf()) return
    remedies.value = answer
    waits.value = answer === null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(() => props.atOnce && void ask())
function whatOf({ kind, recipeKey, layout, ballId, spec, line }: Remedy): string {
  if (kind === 'resurface') return t(`surface.recipes.${recipeKey}`)
  if (kind === 'line') return t('bags.beginOn', { laydown: line!.laydownBoard, target: fixed(line!.targetBoard, 1) })
  if (kind === 'layout') return `${layout!.drillingAngleDeg}° × ${layout!.pinToPapIn} in × ${layout!.valAngleDeg}°`
  if (kind === 'other-ball') return props.view.balls.find(({ id }) => id === ballId)?.name ?? ''
  if (kind !== 'new-ball' || !spec) return ''
  const surface =
    spec.raUm <= polishRaUm ? t('coverage.plan.polish') : t('coverage.plan.about', { grit: scannedText(spec.raUm) })
  const name = spec.stock ? `${spec.stock.name}, ` : ''
  return name + t('coverage.remedies.spec', { cover: t(`balls.covers.${spec.cover}`), surface })
}
const gainOf = ({ gain }: Remedy) =>
  gain === null
    ? '–'
    : Math.abs(gain) < 0.5
      ? t('coverage.remedies.same')
      : `${gain > 0 ? '+' : '−'}${fixed(Math.abs(gain), 0)}`
const takesOf = ({ minutes, days, coverRemovedMm, lasting }: Remedy) =>
  [
    ...(minutes > 0 ? [t('coverage.remedies.minutes', { n: minutes })] : []),
    ...(days > 0 ? [t('coverage.plan.days', { n: days }, days)] : []),
    ...(coverRemovedMm > 0 ? [t('coverage.plan.cover', { mm: fixed(coverRemovedMm, 3) })] : []),
    ...(lasting && coverRemovedMm === 0 ? [t('coverage.remedies.lasting')] : []),
  ].join(' ')
</script>

<template>
  <section class="stack" :aria-label="t('coverage.remedies.title')">
    <div v-if="!asked">
      <v-btn size="small" @click="ask">{{ t('coverage.remedies.title') }}</v-btn>
    </div>
    <template v-else>
      <h3>{{ t('coverage.remedies.title') }}</h3>
      <p v-if="error" role="alert">
        ▲ {{ error }} <v-btn size="small" @click="ask">{{ t('shell.retry') }}</v-btn>
      </p>
      <p v-else-if="waits" role="status">
        ◌ {{ t('coverage.remedies.waits') }} <v-btn size="small" @click="ask">{{ t('shell.retry') }}</v-btn>
      </p>
      <p v-else-if="!remedies" role="status">◌ {{ t('coverage.remedies.asking') }}</p>
      <template v-else>
        <div class="scroll">
          <table v-cards class="list">
            <thead>
              <tr>
                <th scope="col">{{ t('coverage.remedies.what') }}</th>
                <th scope="col">{{ t('coverage.remedies.here') }}</th>
                <th scope="col">{{ t('coverage.remedies.gain') }}</th>
                <th scope="col">{{ t('coverage.remedies.elsewhere') }}</th>
                <th scope="col">{{ t('coverage.remedies.takes') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="remedy in remedies" :key="remedy.kind">
                <th scope="row">
                  {{ t(`coverage.remedies.kinds.${remedy.kind}`) }}
                  <span class="small soft what">{{ whatOf(remedy) }}</span>
                </th>
                <td class="figure">
                  <template v-if="remedy.strikes">
                    {{ percent(remedy.strikes.p) }} % [{{
                      t('coverage.band', { low: percent(remedy.strikes.low), high: percent(remedy.strikes.high) })
                    }}]</template
                  ><template v-else>–</template>
                </td>
                <td class="figure">{{ remedy.kind === 'line' ? '–' : gainOf(remedy) }}</td>
                <td class="small">
                  <span v-if="remedy.wins.length > 0" class="what">{{
                    t('coverage.remedies.wins', { names: names(view, remedy.wins) })
                  }}</span>
                  <span v-if="remedy.loses.length > 0" class="what"
                    >▲ {{ t('coverage.remedies.loses', { names: names(view, remedy.loses) }) }}</span
                  >
                </td>
                <td class="small">{{ takesOf(remedy) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p class="small soft">{{ t('coverage.remedies.how') }}</p>
        <p v-if="remedies.some(({ kind }) => kind === 'layout')" class="small">
          ▲ {{ t('coverage.remedies.drilling') }}
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.what {
  display: block;
}
</style>
