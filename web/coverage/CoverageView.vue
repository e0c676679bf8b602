<script setup lang="ts">
import type { CoverageView, OfferedFix, OfferedStep } from '@sleetfall/contract'
import { useTimeoutFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import JobForm from '../bench/JobForm.vue'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import CustomerField from '../customers/CustomerField.vue'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import LostView from '../shell/LostView.vue'
import MotionMap from './MotionMap.vue'
import PlanPanel from './PlanPanel.vue'
import ForecastPanel from './ForecastPanel.vue'
import NearestGaps from './NearestGaps.vue'
import CellDetail from './CellDetail.vue'
import CoverageNotes from './CoverageNotes.vue'
import CoverageTable from './CoverageTable.vue'
import EngineState from './EngineState.vue'
import GapFixes from './GapFixes.vue'
import { useChosenCell } from './useChosenCell.ts'
import { useCoverageText } from './useCoverageText.ts'
import { isBenchWork, keepPromises } from './usePlans.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const customers = useCustomers()
const balls = useBalls()
const view = shallowRef<CoverageView | null>(null)
const error = ref<string | null>(null)
const { shown, ladder, notAhead, choose } = useChosenCell(() => view.value)
const chosen = ref<{ fix: Pick<OfferedFix, 'ballId' | 'action' | 'recipeKey' | 'due'>; reason: string } | null>(null)
/** A step of a plan as work for the bench. */
function putStep(step: OfferedStep) {
  if (!isBenchWork(step)) return
  const { ballId, action, recipeKey, due } = step
  chosen.value = {
    fix: { ballId, action, recipeKey, due },
    reason: t('coverage.plan.reason', { event: due?.eventName }),
  }
}
const customerId = computed(() => String(route.params['customerId'] ?? ''))
const customer = computed(() => customers.byId.get(customerId.value))
const { nameOf: stateName } = useCoverageText()

const { start: again, stop: noMore } = useTimeoutFn(() => void load(), 1500, { immediate: false })
/** What is not of now is computed behind; asked again until it is, or until somebody stops it. */
function take(answer: CoverageView) {
  view.value = answer
  noMore()
  if (answer.engine.state !== 'ready' && !answer.engine.stopped) again()
}
async function load() {
  noMore()
  if (customerId.value === '') {
    view.value = null
    return
  }
  const wanted = customerId.value
  try {
    const answer = await get<CoverageView>(`/coverage/${wanted}`)
    if (wanted !== customerId.value) return
    take(answer)
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
watch(
  customerId,
  (id) => {
    view.value = null
    choose(null)
    void customers.need(id)
    void balls.loadRack(id)
    void load()
  },
  { immediate: true },
)
const chosenBall = computed(() => (chosen.value?.fix.ballId ? balls.byId.get(chosen.value.fix.ballId) : undefined))
</script>

<template>
  <section class="stack">
    <div class="spread">
      <h1>
        {{ t('coverage.title') }}<template v-if="customer">: {{ customer.name }}</template>
      </h1>
      <CustomerField
        class="who"
        :label="t('coverage.choose')"
        :model-value="customerId || null"
        @update:model-value="$event && router.push(`/coverage/${$event}`)"
      />
    </div>
    <template v-if="customerId === ''">
      <InTurn>
        <NearestGaps><ForecastPanel /></NearestGaps>
      </InTurn>
    </template>
    <LostView
      v-else-if="customers.lost.has(customerId)"
      :what="t('customers.lost')"
      to="/coverage"
      :go="t('coverage.title')"
    />
    <LoadState v-else :loaded="view !== null && customer !== undefined" :error="error ?? customers.error" @retry="load">
      <template v-if="view && customer">
        <p v-if="view.band">
          <strong>{{ t(`customers.bands.${view.band}`) }}</strong>
          <span class="soft">{{ t('coverage.threshold', { n: view.tolerance }) }}</span>
        </p>
        <p v-else>
          {{ t('coverage.styleMissing') }}
          <router-link :to="`/rack/${customer.id}`">{{
            t('coverage.editCustomer', { name: customer.name })
          }}</router-link>
        </p>
        <div v-if="view.balls.length === 0" class="panel stack">
          <p>{{ t('coverage.noBalls', { name: customer.name }) }}</p>
          <div>
            <v-btn :to="`/rack/${customer.id}`" class="next-action">{{ t('coverage.toRack') }}</v-btn>
          </div>
        </div>
        <div v-else-if="view.targets.length === 0" class="panel stack">
          <p>{{ t('coverage.noTargets', { name: customer.name }) }}</p>
          <div>
            <v-btn to="/events" class="next-action">{{ t('coverage.toEvents') }}</v-btn>
          </div>
        </div>
        <template v-else>
          <EngineState :view="view" @changed="take" />
          <CoverageTable :view="view" :chosen="shown" @choose="choose" />
          <p v-if="notAhead" role="status">○ {{ t('coverage.notAhead') }}</p>
          <CellDetail v-if="shown" v-bind="{ view, cell: shown, ladder }" @close="choose(null)" />
          <p class="small soft">{{ t('coverage.how') }}</p>
          <PlanPanel :view="view" @one="putStep" />
          <h2>{{ t('coverage.gaps') }}</h2>
          <p v-if="view.fixes.length === 0 && view.engine.state === 'ready'">● {{ t('coverage.noGaps') }}</p>
          <div class="gaps">
            <section
              v-for="gap in view.fixes"
              :key="`${gap.targetId} ${gap.shots}`"
              class="panel stack"
              :aria-label="stateName(view, gap)"
            >
              <h3>▲ {{ t('coverage.gapFor', { state: stateName(view, gap) }) }}</h3>
              <p v-if="gap.fixes.length === 0" class="soft">{{ t('coverage.fixesWait') }}</p>
              <GapFixes
                v-else
                :view="view"
                :gap="gap"
                :fixes="gap.fixes"
                :first="gap === view.fixes[0]"
                @put="(fix, reason) => (chosen = { fix, reason })"
              />
            </section>
          </div>
          <MotionMap v-if="view.engine.state !== 'none'" :view="view" />
          <CoverageNotes :view="view" />
        </template>
      </template>
    </LoadState>
    <JobForm
      v-if="chosen && chosenBall"
      :key="chosen.fix.ballId ?? ''"
      :ball="chosenBall"
      :fix="chosen.fix"
      :reason="chosen.reason"
      @close="chosen = null"
      @saved="keepPromises(customerId, [$event])"
    />
  </section>
</template>

<style scoped>
.who {
  max-width: 300px;
  min-width: 240px;
}
.gaps {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(380px, 1fr));
  gap: var(--gap-3);
  align-items: start;
}
@media (max-width: 500px) {
  .gaps {
    grid-template-columns: 1fr;
  }
}
</style>
