<script setup lang="ts">
import { type Ball, type Customer } from '@sleetfall/contract'
import { careNeeded } from '@sleetfall/core'
import { computed, reactive, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import MendDialog from '../controls/MendDialog.vue'
import MoreRows from '../controls/MoreRows.vue'
import { useOrder } from '../controls/useSorted.ts'
import { usePage } from '../http/usePage.ts'
import MeasureForm from '../fitting/MeasureForm.vue'
import CustomerField from '../customers/CustomerField.vue'
import CustomerForm from '../customers/CustomerForm.vue'
import CustomerHead from '../customers/CustomerHead.vue'
import CustomerList from '../customers/CustomerList.vue'
import { useCustomers } from '../customers/store.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import BallForm from './BallForm.vue'
import BallPanel from './BallPanel.vue'
import BallTile from './BallTile.vue'
import { useBalls } from './store.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const customers = useCustomers()
const balls = useBalls()
const notices = useNotices()
const session = useSession()
const form = ref<'customer' | 'edit-customer' | 'ball' | 'measure' | 'mend' | null>(null)
const withRetired = ref(false)

const customerId = computed(() =>
  typeof route.params['customerId'] === 'string' && route.params['customerId'] !== ''
    ? route.params['customerId']
    : null,
)
const customer = computed(() => (customerId.value === null ? null : (customers.byId.get(customerId.value) ?? null)))
const openId = computed(() => (typeof route.query['ball'] === 'string' ? route.query['ball'] : null))
function load(anew = false) {
  if (customerId.value === null) return anew ? list.load() : undefined
  // What is known is shown at once, and read again: somebody else may have worked on it.
  void balls.loadRack(customerId.value, true)
  return void customers.need(customerId.value, true)
}
const { search, order, question } = useOrder('balls', 'care')
/** The whole shop's balls come in parts; one customer's rack is here at once. */
const list = reactive(
  usePage<Ball>(
    '/balls',
    () => ({ ...question(), q: (search.value ?? '').trim(), sort: serverSort[order.value.by as Sort] ?? 'care' }),
    () => balls,
  ),
)
watch(customerId, () => load(), { immediate: true })
const own = computed(() => balls.rackOf(customerId.value, withRetired.value))
const sorts = ['care', 'customer', 'name', 'games', 'oil'] as const
type Sort = (typeof sorts)[number]
const serverSort: Readonly<Record<Sort, string>> = {
  care: 'care',
  customer: 'customer',
  name: 'name',
  games: 'left',
  oil: 'oil',
}
const keys: Readonly<Record<Sort, (ball: Ball) => string | number>> = {
  care: (ball) => -careNeeded(ball.cover, ball.surface).length,
  customer: (ball) => ball.customerName,
  name: (ball) => ball.name,
  games: (ball) => ball.surface.gamesLeft ?? Infinity,
  oil: (ball) => -ball.surface.oilShare,
}
const wordsOf = (b: Ball) =>
  `${b.name} ${t(`balls.covers.${b.cover}`)} ${t(`balls.places.${b.place}`)} ${b.shelf} ${t(`surface.status.${b.surface.status}`)}`
const shown = computed(() => {
  if (customerId.value === null) return list.items
  const wanted = (search.value ?? '').trim().toLowerCase()
  const key = keys[order.value.by as Sort] ?? keys.care
  return own.value
    .filter((ball) => wordsOf(ball).toLowerCase().includes(wanted))
    .sort((a, b) => (key(a) < key(b) ? -1 : Number(key(a) > key(b))))
})
const loaded = computed(() =>
  customerId.value === null ? list.loaded : balls.rackLoaded(customerId.value) && customer.value !== null,
)
const error = computed(() => (customerId.value === null ? list.error : (balls.error ?? customers.error)))
const nothingYet = computed(() =>
  customerId.value === null ? list.total === 0 && search.value === '' : own.value.length === 0,
)

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
    <CustomerList ref="side" :current="customerId" @add="form = 'customer'" />
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
      <LoadState :loaded="loaded" :error="error" :empty="nothingYet" @retry="load(true)">
        <template #empty>
          <p>{{ customer ? t('balls.addFirst') : t('balls.emptyShop') }}</p>
          <v-btn class="next-action" @click="form = customer || anybody ? 'ball' : 'customer'">{{
            customer || anybody ? t('balls.add') : t('customers.add')
          }}</v-btn>
        </template>
        <div class="row tools">
          <v-text-field v-model="search" class="filter" data-filter :label="t('balls.filter')" clearable />
          <v-select
            v-model="order.by"
            class="order"
            :label="t('balls.sort')"
            :items="sorts.map((value) => ({ value, title: t(`balls.sorts.${value}`) }))"
          />
          <span v-if="customer" class="soft">{{ t('balls.count', shown.length) }}</span>
          <v-checkbox
            v-if="balls.all.some((ball) => ball.retiredOn !== null && ball.customerId === customerId)"
            v-model="withRetired"
            :label="t('controls.mend.withRetired')"
          />
        </div>
        <p v-if="shown.length === 0">{{ t('balls.none') }}</p>
        <div class="rack">
          <template v-for="ball in shown" :key="ball.id">
            <BallTile
              :ball="ball"
              :open="openId === ball.id"
              :with-customer="customer === null"
              @toggle="toggle(ball)"
            />
            <BallPanel v-if="openId === ball.id" class="panel-row" :ball="ball" @close="toggle(ball)" />
          </template>
        </div>
        <MoreRows v-if="!customer" :shown="list.items.length" :total="list.total" :busy="list.busy" @more="list.more" />
        <p class="small soft">{{ t(`surface.gauges.${customer?.hand ?? 'both'}`) }}</p>
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
    <MendDialog
      v-if="form === 'mend' && customer"
      :name="customer.name"
      :path="`/customers/${customer.id}`"
      :version="customer.version"
      :retired="customer.retiredOn !== null"
      :may-delete="session.may('records')"
      @close="form = null"
      @gone="customerGone(customer)"
      @changed="changed"
      @merged="merged"
    >
      <template v-if="session.may('merging')" #into="{ chosen, choose }">
        <CustomerField
          :model-value="chosen"
          :label="t('controls.mend.into')"
          :without="[customer.id]"
          @update:model-value="choose($event, customers.byId.get($event ?? '')?.name)"
        />
      </template>
    </MendDialog>
    <BallForm v-if="form === 'ball'" :customer-id="customerId ?? undefined" @close="form = null" @saved="showBall" />
  </div>
</template>

<style scoped>
.rack-view {
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
  gap: var(--gap-3);
  height: 100%;
}
.main {
  overflow-y: auto;
  padding-bottom: var(--gap-4);
}
.filter {
  max-width: 300px;
}
.order {
  max-width: 190px;
}
.rack {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  grid-auto-flow: dense;
  gap: 2px;
}
.panel-row {
  grid-column: 1 / -1;
}
@media (max-width: 800px) {
  .rack-view {
    grid-template-columns: 1fr;
    height: auto;
  }
}
</style>
