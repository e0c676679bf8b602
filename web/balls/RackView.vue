<script setup lang="ts">
import type { Ball, Customer } from '@sleetfall/contract'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import MoreRows from '../controls/MoreRows.vue'
import CustomerHead from '../customers/CustomerHead.vue'
import CustomerList from '../customers/CustomerList.vue'
import { useCustomers } from '../customers/store.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import RackTiles from './RackTiles.vue'
import { BallForm, CustomerForm, CustomerMend, MeasureForm } from './opened.ts'
import { useBalls } from './store.ts'
import { rackSorts, useRack } from './useRack.ts'

/** The rack: balls as tiles with their surface, one of them opened in place, customers beside it. */
const { t } = useI18n()
const [route, router] = [useRoute(), useRouter()]
const [customers, balls, notices, session] = [useCustomers(), useBalls(), useNotices(), useSession()]
const form = ref<'customer' | 'edit-customer' | 'ball' | 'measure' | 'mend' | null>(null)
const { customerId, customer, search, order, list, shown, load, ...rack } = useRack()
const { withRetired, hasRetired, loaded, error, nothingYet } = rack
const sorts = computed(() => rackSorts.map((value) => ({ value, title: t(`balls.sorts.${value}`) })))
const openId = computed(() => (typeof route.query['ball'] === 'string' ? route.query['ball'] : null))

watch(
  () => route.query['new'],
  (wanted) => {
    if (wanted !== 'customer' && wanted !== 'ball') return
    form.value = wanted
    void router.replace({ path: route.path })
  },
  { immediate: true },
)
function toggle(ball: Ball) {
  void router.replace({ path: route.path, query: openId.value === ball.id ? {} : { ball: ball.id } })
}
function openCustomer(id: string) {
  form.value = null
  void side.value?.load()
  void router.push(`/rack/${id}`)
}
function customerGone(gone: Customer) {
  customers.drop(gone.id)
  void side.value?.load()
  notices.done(t('controls.mend.gone', { name: gone.name }))
  void router.push('/rack')
}
/** Names and counts beside the rack follow. */
const side = useTemplateRef<{ load(): Promise<void>; total: number }>('side')
const anybody = computed(() => (side.value?.total ?? 0) > 0)
function changed() {
  balls.forgetRacks()
  load(true)
  void side.value?.load()
}
function merged(into: unknown) {
  const { id, name } = into as Customer
  changed()
  notices.done(t('controls.mend.merged', { name }))
  void router.push(`/rack/${id}`)
}
function showBall(ball: Ball) {
  void router.push({ path: `/rack/${ball.customerId}`, query: { ball: ball.id } })
}
</script>

<template>
  <div class="rack-view">
    <div class="side">
      <InTurn><CustomerList ref="side" :current="customerId" @add="form = 'customer'" /></InTurn>
    </div>
    <LostView v-if="customerId !== null && customers.lost.has(customerId)" :what="t('customers.lost')" />
    <section v-else class="stack main" data-list :aria-busy="customerId === null && list.waiting">
      <CustomerHead v-if="customer" :customer="customer">
        <v-btn size="small" @click="form = 'edit-customer'">{{ t('customers.edit') }}</v-btn>
        <v-btn size="small" :to="`/coverage/${customer.id}`">{{ t('balls.coverage') }}</v-btn>
        <v-btn
          v-if="session.may('trials')"
          size="small"
          :to="{ path: '/trials', query: { new: 'trial', customer: customer.id } }"
          >{{ t('balls.trials') }}</v-btn
        >
        <v-btn size="small" :to="`/diagnosis?customer=${customer.id}`">{{ t('diagnosis.title') }}</v-btn>
        <v-btn
          size="small"
          variant="text"
          :aria-label="t('controls.mend.openFor', { name: customer.name })"
          @click="form = 'mend'"
          >{{ t('controls.mend.open') }}</v-btn
        >
        <v-btn v-if="session.may('layouts')" size="small" @click="form = 'measure'">{{
          t('fitting.measure.title')
        }}</v-btn>
        <v-btn size="small" class="next-action" @click="form = 'ball'">{{ t('balls.add') }}</v-btn>
      </CustomerHead>
      <div v-else class="spread">
        <h1>{{ t('customers.all') }}</h1>
        <div class="row">
          <v-btn size="small" variant="text" to="/balls">{{ t('balls.list.open') }}</v-btn>
          <v-btn size="small" @click="form = 'ball'">{{ t('balls.add') }}</v-btn>
          <v-btn size="small" class="next-action" to="/intake">{{ t('fitting.intake.open') }}</v-btn>
        </div>
      </div>
      <LoadState :loaded="loaded" :rows="12" :error="error" :empty="nothingYet" @retry="load(true)">
        <template #empty>
          <p>{{ customer ? t('balls.addFirst') : t('balls.emptyShop') }}</p>
          <v-btn class="next-action" @click="form = customer || anybody ? 'ball' : 'customer'">{{
            customer || anybody ? t('balls.add') : t('customers.add')
          }}</v-btn>
        </template>
        <div class="row tools">
          <v-text-field v-model="search" class="filter" data-filter :label="t('balls.filter')" clearable />
          <InTurn>
            <v-select v-model="order.by" class="order" :label="t('balls.sort')" :items="sorts" />
          </InTurn>
          <span v-if="customer" class="soft">{{ t('balls.count', shown.length) }}</span>
          <v-checkbox v-if="hasRetired" v-model="withRetired" :label="t('controls.mend.withRetired')" />
        </div>
        <p v-if="shown.length === 0">{{ t('balls.none') }}</p>
        <InTurn>
          <RackTiles :balls="shown" :open-id="openId" :with-customer="customer === null" @toggle="toggle">
            <MoreRows
              v-if="!customer"
              :shown="list.items.length"
              :total="list.total"
              :busy="list.busy"
              @more="list.more"
            />
            <p class="small soft">{{ t(`surface.gauges.${customer?.hand ?? 'both'}`) }}</p>
          </RackTiles>
        </InTurn>
      </LoadState>
    </section>
    <CustomerForm
      v-if="form === 'customer'"
      @close="form = null"
      @saved="openCustomer($event.id)"
      @open="openCustomer"
    />
    <CustomerForm
      v-if="form === 'edit-customer' && customer"
      :customer="customer"
      @close="form = null"
      @open="openCustomer"
    />
    <MeasureForm v-if="form === 'measure' && customer" :customer="customer" @close="form = null" />
    <CustomerMend
      v-if="form === 'mend' && customer"
      :customer="customer"
      @close="form = null"
      @gone="customerGone(customer)"
      @changed="changed"
      @merged="merged"
    />
    <BallForm v-if="form === 'ball'" :customer-id="customerId ?? undefined" @close="form = null" @saved="showBall" />
  </div>
</template>

<style scoped>
.rack-view {
  display: grid;
  grid-template-columns: 283px minmax(0, 1fr);
  gap: var(--gap-3);
  height: 100%;
}
/* The customers come a moment later than what is beside or below them. */
.side {
  display: grid;
  min-height: 0;
}
.main {
  overflow-y: auto;
  /* Tiles come a few at a time and keep their places when there are more than a screenful. */
  scrollbar-gutter: stable;
  padding-bottom: var(--gap-4);
}
.filter {
  max-width: 300px;
}
.order {
  max-width: 190px;
}
@media (max-width: 800px) {
  .rack-view {
    grid-template-columns: 1fr;
    height: auto;
  }
  .side {
    min-height: 130px;
  }
}
</style>
