<script setup lang="ts">
import type { MapLine } from '@sleetfall/contract'
import { GivenUp, type MapPlace, assumedRelease, readyRecipes } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, triggerRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import LoadState from '../controls/LoadState.vue'
import CustomerField from '../customers/CustomerField.vue'
import { useCustomers } from '../customers/store.ts'
import { useNotices } from '../shell/notices.ts'
import { mapHere, mapOnServer } from './reactionMap.ts'
import { emptySetup, toQuery } from './setup.ts'
import { useSpread } from '../trials/useSpread.ts'
import { usePatterns } from './store.ts'

/** Best line of every ball and surface on every state of the lane: where the bag is strong and where it has nothing. */
const { t } = useI18n()
const route = useRoute()
const notices = useNotices()
const [customers, balls, patterns] = [useCustomers(), useBalls(), usePatterns()]
onMounted(() => patterns.load())
const customerId = ref<string | null>(typeof route.query['customerId'] === 'string' ? route.query['customerId'] : null)
const patternIds = ref<string[]>([])
const where = useStorage<'device' | 'server'>('sleetfall.map.where', 'device')
const bestOnly = useStorage('sleetfall.map.best', false)
const mostPatterns = 4
const surfaces = ['now', ...readyRecipes.map((recipe) => recipe.key)]
const customer = computed(() => customers.byId.get(customerId.value ?? ''))
const own = computed(() => balls.rackOf(customerId.value))
watch(customerId, (id) => void Promise.all([customers.need(id), balls.loadRack(id)]), { immediate: true })
const { own: ownSpread, spread } = useSpread(customerId)
/** Parts of the release that the record leaves open. */
const assumedParts = computed(() => {
  const parts = customer.value ? assumedRelease(customer.value) : []
  return parts.length === 0
    ? ''
    : t('lanes.whatIf.restsOn', { what: parts.map((one) => t(`lanes.whatIf.assumptions.${one}`)).join(', ') })
})
const chosen = computed(() => patternIds.value.flatMap((id) => patterns.byId.get(id) ?? []))

const places = shallowRef<readonly MapPlace[]>([])
/** Lines by cell; undefined while not yet computed. */
const lines = shallowRef<(MapLine | null | undefined)[]>([])
const done = computed(() => lines.value.filter((line) => line !== undefined).length)
let running: AbortController | null = null
const busy = ref(false)

async function compute() {
  if (!customer.value || chosen.value.length === 0) return
  stop()
  const mine = new AbortController()
  running = mine
  busy.value = true
  try {
    await (where.value === 'device' ? mapHere : mapOnServer)({
      customer: customer.value,
      balls: own.value,
      surfaces,
      patterns: chosen.value,
      spread: spread.value,
      signal: mine.signal,
      onPlaces: (all) => {
        places.value = all
        lines.value = all.map(() => undefined)
      },
      onCell: (index, line) => {
        if (mine.signal.aborted) return
        lines.value[index] = line
        triggerRef(lines)
      },
    })
  } catch (error) {
    if (!(error instanceof GivenUp) && !mine.signal.aborted) notices.failed(error as Error)
  } finally {
    if (running === mine) busy.value = false
  }
}
function stop() {
  running?.abort()
  busy.value = false
}
onBeforeUnmount(stop)

const columns = computed(() => {
  const seen = new Map(places.value.map((place) => [`${place.patternId} ${place.shots}`, place]))
  return [...seen].map(([key, place]) => ({ key, ...place }))
})
const cells = computed(
  () =>
    new Map(
      places.value.map((place, index) => [
        `${place.ballId} ${place.surface} ${place.patternId} ${place.shots}`,
        lines.value[index],
      ]),
    ),
)
const cell = (ballId: string, surface: string, column: string) => cells.value.get(`${ballId} ${surface} ${column}`)
/** Mean share of a row over what is computed of it. */
function meanOf(ballId: string, surface: string) {
  const shares = columns.value.flatMap((column) => {
    const line = cell(ballId, surface, column.key)
    return line === undefined ? [] : [line?.pCarry ?? 0]
  })
  return shares.length === 0 ? 0 : shares.reduce((sum, share) => sum + share, 0) / shares.length
}
const rows = computed(() => {
  const ids = [...new Set(places.value.map((place) => place.ballId))]
  return ids.flatMap((ballId) => {
    const all = surfaces.map((surface) => ({ ballId, surface, mean: meanOf(ballId, surface) }))
    return bestOnly.value ? [all.reduce((best, one) => (one.mean > best.mean ? one : best))] : all
  })
})
/** Highest share of each column. */
const tops = computed(
  () =>
    new Map(
      columns.value.map((column) => [
        column.key,
        Math.max(0, ...rows.value.map((row) => cell(row.ballId, row.surface, column.key)?.pCarry ?? 0)),
      ]),
    ),
)
const percent = (share: number) => Math.round(100 * share)
const surfaceName = (key: string) => (key === 'now' ? t('lanes.whatIf.surfaceNow') : t(`surface.recipes.${key}`))
const phaseName = (shots: number) => t(`lanes.whatIf.phases.${shots === 0 ? 'fresh' : shots < 90 ? 'early' : 'broken'}`)
const whatIf = (row: { ballId: string; surface: string }, column: MapPlace, line: MapLine) => ({
  path: '/lanes/what-if',
  query: toQuery({
    ...emptySetup,
    customerId: customerId.value,
    ballId: row.ballId,
    surface: row.surface,
    patternId: column.patternId,
    shots: column.shots,
    laydown: line.laydownBoard,
    target: Number(line.targetBoard.toFixed(2)),
  }),
})
</script>

<template>
  <section class="stack touch">
    <div class="spread">
      <h1>{{ t('lanes.map.title') }}</h1>
      <v-btn size="small" variant="text" to="/lanes">{{ t('lanes.whatIf.back') }}</v-btn>
    </div>
    <p class="soft">
      {{ t('lanes.map.about') }}
      {{
        ownSpread
          ? t('lanes.whatIf.roomOwn', {
              target: ownSpread.targetBoards.toFixed(1),
              low: ownSpread.low.toFixed(1),
              high: ownSpread.high.toFixed(1),
              shots: ownSpread.shots,
            })
          : t('lanes.whatIf.roomAssumed', { target: spread.targetBoards })
      }}
      <template v-if="assumedParts">{{ assumedParts }}</template>
    </p>
    <LoadState
      :loaded="patterns.loaded"
      :error="customers.error ?? balls.error ?? patterns.error"
      @retry="patterns.load(true)"
    >
      <div class="chooser">
        <CustomerField v-model="customerId" :label="t('lanes.whatIf.bowler')" />
        <v-select
          v-model="patternIds"
          multiple
          :label="t('lanes.map.patterns')"
          :items="
            patterns.items.map((one) => ({
              value: one.id,
              title: one.name,
              props: { disabled: patternIds.length >= mostPatterns && !patternIds.includes(one.id) },
            }))
          "
        />
        <v-select
          v-model="where"
          :label="t('lanes.map.where')"
          :items="[
            { value: 'device', title: t('lanes.map.device') },
            { value: 'server', title: t('lanes.map.server') },
          ]"
        />
        <v-btn
          v-if="!busy"
          class="next-action"
          :disabled="!customer || own.length === 0 || chosen.length === 0"
          @click="compute"
          >{{ t('lanes.map.compute') }}</v-btn
        >
        <v-btn v-else @click="stop">{{ t('lanes.map.stop') }}</v-btn>
      </div>
      <p v-if="customer && own.length === 0" class="soft">{{ t('lanes.map.noBalls') }}</p>
      <p v-if="places.length === 0" class="soft">{{ t('lanes.map.choose', { n: mostPatterns }) }}</p>
      <template v-else>
        <div class="spread">
          <p role="status">
            {{ t(busy ? 'lanes.map.working' : 'lanes.map.done', { done, total: places.length }) }}
          </p>
          <label class="row"><input v-model="bestOnly" type="checkbox" /> {{ t('lanes.map.bestOnly') }}</label>
        </div>
        <progress v-if="busy" :value="done" :max="places.length" :aria-label="t('lanes.map.title')" />
        <div class="scroll" tabindex="0" role="region" :aria-label="t('lanes.map.title')">
          <table class="list">
            <thead>
              <tr>
                <th scope="col">{{ t('lanes.whatIf.ball') }}</th>
                <th scope="col">{{ t('lanes.whatIf.surface') }}</th>
                <th v-for="column in columns" :key="column.key" scope="col">
                  {{ patterns.byId.get(column.patternId)?.name }}<br /><span class="small soft"
                    >{{ phaseName(column.shots) }}, {{ t('lanes.map.shots', { n: column.shots }) }}</span
                  >
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows" :key="`${row.ballId} ${row.surface}`" :class="{ now: row.surface === 'now' }">
                <th scope="row">{{ balls.byId.get(row.ballId)?.name }}</th>
                <td class="surface">{{ surfaceName(row.surface) }}</td>
                <td v-for="column in columns" :key="column.key" class="cell">
                  <template v-for="line in [cell(row.ballId, row.surface, column.key)]" :key="line?.pCarry">
                    <span v-if="line === undefined" class="soft" :aria-label="t('lanes.map.pending')">…</span>
                    <span v-else-if="line === null" class="soft">{{ t('lanes.map.none') }}</span>
                    <router-link
                      v-else
                      :to="whatIf(row, column, line)"
                      class="share"
                      :style="{ '--share': `${percent(line.pCarry)}%` }"
                      ><span class="figure">{{ percent(line.pCarry) }} %</span>
                      <span
                        v-if="line.pCarry === tops.get(column.key)"
                        :title="t('lanes.map.top')"
                        :aria-label="t('lanes.map.top')"
                        >★</span
                      >
                      <span class="small under"
                        >{{ t('lanes.map.pocket', { p: percent(line.pPocket) }) }}, {{ line.laydownBoard.toFixed(0) }} →
                        {{ line.targetBoard.toFixed(0) }}</span
                      ></router-link
                    >
                  </template>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p class="small soft">{{ t('lanes.map.legend') }}</p>
      </template>
    </LoadState>
  </section>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: minmax(180px, 1fr) minmax(220px, 2fr) minmax(170px, 1fr) auto;
  gap: var(--gap-2);
  align-items: start;
}
.chooser .v-btn {
  height: 48px;
}
progress {
  width: 100%;
  height: 12px;
  accent-color: var(--accent);
}
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
  display: grid;
  grid-template-columns: auto 1fr;
  column-gap: var(--gap-1);
  align-items: baseline;
  padding: 4px 6px;
  color: var(--ink);
  text-decoration: none;
  border-inline-start: 4px solid var(--line);
  background: linear-gradient(to right, var(--panel) var(--share), transparent var(--share));
  white-space: nowrap;
}
.under {
  grid-column: 1 / -1;
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
@media (max-width: 900px) {
  .chooser {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
