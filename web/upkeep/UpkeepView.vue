<script setup lang="ts">
import type { UpkeepRow, UpkeepSpan } from '@sleetfall/contract'
import { useDebounceFn, useStorage } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import JobForm from '../bench/JobForm.vue'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import MoreRows from '../controls/MoreRows.vue'
import { useGrowing } from '../controls/useGrowing.ts'
import { useSession } from '../shell/session.ts'
import LinkDialog from './LinkDialog.vue'
import NightForm from './NightForm.vue'
import OutboxPanel from './OutboxPanel.vue'
import PolicyForm from './PolicyForm.vue'
import ReminderForm from './ReminderForm.vue'
import SessionForm from './SessionForm.vue'
import UpkeepGroup from './UpkeepGroup.vue'
import { useUpkeep } from './store.ts'
import { useDueWork } from './useDueWork.ts'

/** Every ball in care by what is due and why, customer by customer; work and reminders in one click. */
const { t } = useI18n()
const session = useSession()
const upkeep = useUpkeep()
const route = useRoute()
const router = useRouter()
onMounted(() => {
  if (route.query['new'] !== 'night') return
  form.value = { kind: 'night' }
  void router.replace({ path: route.path })
})
const search = ref(upkeep.asked.q)
const within = useStorage<UpkeepSpan>('sleetfall.upkeep.within', 'week')
onMounted(() => upkeep.ask({ within: within.value, q: search.value }))
watch(within, (span) => void upkeep.ask({ within: span }))
watch(
  search,
  useDebounceFn((text: string | null) => void upkeep.ask({ q: (text ?? '').trim() }), 200),
)
const form = ref<
  | { kind: 'policy'; row: UpkeepRow; whose: 'ball' | 'customer' }
  | { kind: 'shop' }
  | { kind: 'night' }
  | { kind: 'session'; row: UpkeepRow }
  | { kind: 'remind'; rows: UpkeepRow[] }
  | { kind: 'link'; row: UpkeepRow }
  | null
>(null)
const shown = computed(() => upkeep.board?.rows ?? [])
/** Groups of one customer's balls; the server gives the most urgent customer first. */
const groups = computed(() => {
  const byCustomer = new Map<string, UpkeepRow[]>()
  for (const row of shown.value) byCustomer.set(row.customerId, [...(byCustomer.get(row.customerId) ?? []), row])
  return [...byCustomer.values()]
})
const { rows: some, all } = useGrowing(() => groups.value, 3)
const { make, makeAll, asking } = useDueWork()
const close = () => {
  form.value = null
  void upkeep.load()
}
</script>

<template>
  <section class="stack">
    <div class="spread">
      <h1>{{ t('upkeep.title') }}</h1>
      <div class="row">
        <v-btn size="small" @click="form = { kind: 'night' }">{{ t('upkeep.night.open') }}</v-btn>
        <v-btn size="small" variant="text" to="/upkeep/ahead">{{ t('upkeep.toAhead') }}</v-btn>
        <v-btn size="small" variant="text" to="/bench">{{ t('upkeep.toBench') }}</v-btn>
        <v-btn v-if="session.isOwner" size="small" @click="form = { kind: 'shop' }">{{ t('upkeep.shopSchool') }}</v-btn>
      </div>
    </div>
    <LoadState
      :loaded="upkeep.board !== null"
      :error="upkeep.error"
      :empty="upkeep.board?.total === 0 && search === '' && within === 'all'"
      @retry="upkeep.load"
    >
      <template #empty>
        <p>{{ t('upkeep.noBalls') }}</p>
        <v-btn to="/rack">{{ t('bench.toRack') }}</v-btn>
      </template>
      <div class="row tools">
        <v-text-field v-model="search" class="find" data-filter clearable :label="t('upkeep.find')" />
        <v-btn-toggle v-model="within" mandatory density="comfortable" :aria-label="t('upkeep.within')">
          <v-btn v-for="span in ['now', 'week', 'month', 'all'] as const" :key="span" :value="span">{{
            t(`upkeep.spans.${span}`)
          }}</v-btn>
        </v-btn-toggle>
        <MoreRows
          :shown="groups.length"
          :total="Math.max(groups.length, upkeep.board?.total ?? 0)"
          :busy="upkeep.busy"
          :what="t('upkeep.customers')"
          @more="upkeep.more"
        />
      </div>
      <p v-if="groups.length === 0" class="soft">{{ t('upkeep.nothingDue') }}</p>
      <div class="groups">
        <UpkeepGroup
          v-for="rows in some"
          :key="rows[0]!.customerId"
          :rows="rows"
          @make="make"
          @make-all="makeAll(rows)"
          @remind="form = { kind: 'remind', rows }"
          @link="form = { kind: 'link', row: rows[0]! }"
          @school="(row, whose) => (form = { kind: 'policy', row, whose })"
          @session="form = { kind: 'session', row: $event }"
        />
      </div>
      <InTurn v-if="all && (upkeep.outbox.length > 0 || session.isOwner)"><OutboxPanel /></InTurn>
    </LoadState>
    <PolicyForm
      v-if="form?.kind === 'shop' && upkeep.board"
      :policy="upkeep.board.shopPolicy"
      scope="shop"
      :name="session.info?.shopName ?? ''"
      @close="form = null"
      @saved="close"
    />
    <PolicyForm
      v-if="form?.kind === 'policy'"
      :policy="form.row.policy"
      :scope="form.whose === 'ball' || form.row.scope !== 'ball' ? form.row.scope : 'customer'"
      :ball-id="form.whose === 'ball' ? form.row.ballId : undefined"
      :customer-id="form.row.customerId"
      :name="form.whose === 'ball' ? form.row.ballName : form.row.customerName"
      @close="form = null"
      @saved="close"
    />
    <JobForm v-if="asking" v-bind="asking" @close="asking = null" @saved="upkeep.load()" />
    <NightForm v-if="form?.kind === 'night'" @close="close" />
    <SessionForm
      v-if="form?.kind === 'session'"
      :ball-id="form.row.ballId"
      :ball-name="form.row.ballName"
      @close="form = null"
    />
    <ReminderForm v-if="form?.kind === 'remind'" :rows="form.rows" @close="form = null" />
    <LinkDialog
      v-if="form?.kind === 'link'"
      :customer-id="form.row.customerId"
      :name="form.row.customerName"
      @close="form = null"
    />
  </section>
</template>

<style scoped>
.find {
  max-width: 280px;
}
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(520px, 1fr));
  gap: var(--gap-3);
  align-items: start;
}
@media (max-width: 700px) {
  .groups {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
