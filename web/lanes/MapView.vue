<script setup lang="ts">
import type { MapLine } from '@sleetfall/contract'
import { GivenUp, type MapPlace, assumedRelease, mapSummary, readyRecipes } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, triggerRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import HowKnown from '../controls/HowKnown.vue'
import type { Known } from '../controls/known.ts'
import LoadState from '../controls/LoadState.vue'
import CustomerField from '../customers/CustomerField.vue'
import { useCustomers } from '../customers/store.ts'
import { useNotices } from '../shell/notices.ts'
import MapTable from './MapTable.vue'
import { mapHere, mapOnServer } from './reactionMap.ts'
import { useSpread } from '../trials/useSpread.ts'
import { usePatterns } from './store.ts'
import { useWhatIfText } from './useWhatIfText.ts'

/** Best line of every ball and surface on every state of the lane: where the bag is strong and where it has nothing. */
const { t } = useI18n()
const words = useWhatIfText()
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

const known = computed((): Known[] => [
  {
    figure: t('lanes.whatIf.strikes'),
    kind: 'computed',
    source: `${words.spread(ownSpread.value, spread.value)} ${assumedParts.value}`.trim(),
    model: `${t('lanes.whatIf.known.path')} ${t('lanes.whatIf.roomCarry')}`,
    data: t('lanes.map.aboutFrom'),
    band: t('lanes.map.band'),
    changes: t('lanes.whatIf.known.pathChanges'),
  },
])
const summary = computed(() => mapSummary(places.value, lines.value, bestOnly.value))
</script>

<template>
  <section class="stack touch">
    <div class="spread">
      <h1>{{ t('lanes.map.title') }}</h1>
      <v-btn size="small" variant="text" to="/lanes">{{ t('lanes.whatIf.back') }}</v-btn>
    </div>
    <p class="soft">
      {{ t('lanes.map.about') }}
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
        <MapTable :customer-id="customerId" :summary="summary" />
        <p class="small soft">{{ t('lanes.map.legend') }}</p>
        <HowKnown :figures="known" :what="t('lanes.map.title')" />
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
@media (max-width: 900px) {
  .chooser {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
