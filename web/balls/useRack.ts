import type { Ball } from '@sleetfall/contract'
import { careNeeded } from '@sleetfall/core'
import { computed, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useOrder } from '../controls/useSorted.ts'
import { useCustomers } from '../customers/store.ts'
import { useNewsOf } from '../http/news.ts'
import { usePage } from '../http/usePage.ts'
import { useReadsBy } from './readsBy.ts'
import { useBalls } from './store.ts'

export const rackSorts = ['care', 'customer', 'name', 'games', 'oil'] as const
type Sort = (typeof rackSorts)[number]
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

/** The rack that the address names: one customer's balls, or the whole shop's in parts; filtered and in order. */
export function useRack() {
  const { t } = useI18n()
  const route = useRoute()
  const [customers, balls] = [useCustomers(), useBalls()]
  const withRetired = ref(false)
  const customerId = computed(() =>
    typeof route.params['customerId'] === 'string' && route.params['customerId'] !== ''
      ? route.params['customerId']
      : null,
  )
  const customer = computed(() => (customerId.value === null ? null : (customers.byId.get(customerId.value) ?? null)))
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
  useNewsOf(['balls', 'bench', 'upkeep', 'customers'], () => customerId.value !== null && load(true))
  const own = computed(() => balls.rackOf(customerId.value, withRetired.value))
  // Of one customer's balls, what a worn one does at the next play.
  const readsBy = useReadsBy()
  watch(
    [own, customer],
    ([all]) => customerId.value !== null && void readsBy.ask(customerId.value, all).catch(() => null),
  )
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
  const hasRetired = computed(() =>
    balls.all.some((ball) => ball.retiredOn !== null && ball.customerId === customerId.value),
  )
  return { customerId, customer, search, order, list, shown, withRetired, hasRetired, loaded, error, nothingYet, load }
}
