import { type Ball, type Customer, type Page, ballSchema, check, customerSchema, versioned } from '@sleetfall/contract'
import { useDebounceFn, useStorage } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'
import { queryOf } from '../http/usePage.ts'
import { useNotices } from '../shell/notices.ts'
import {
  type TypedBall,
  ballOf,
  customerOf,
  emptyBall,
  emptyCustomer,
  finishEvent,
  likelyTwins,
  typedInFull,
} from './intake.ts'
import { useStock } from './store.ts'
import { textOf } from '../i18n.ts'

/** What was taken in last, for its labels. */
export interface TakenIn {
  readonly customerId: string
  readonly customer: string
  readonly contact: string
  readonly balls: readonly {
    readonly id: string
    readonly name: string
    readonly shelf: string
    readonly complaint: string
  }[]
}
const emptyDraft = () => ({
  search: '',
  knownId: null as string | null,
  fresh: emptyCustomer(),
  rows: [emptyBall()],
})
const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Balls over the counter as they are typed: whose they are, what they are, what is wrong, where they lie; and their taking in. */
export function useIntake() {
  const { t } = useI18n()
  const notices = useNotices()
  const [customers, balls, stock] = [useCustomers(), useBalls(), useStock()]
  onMounted(() => stock.load())
  const error = computed(() => customers.error ?? balls.error ?? stock.error)

  /** What is typed stays on this device until it is taken in or thrown away, over reload and leaving. */
  const draft = useStorage('sleetfall.intake.draft', emptyDraft(), undefined, { mergeDefaults: true })
  const search = computed({ get: () => draft.value.search, set: (text) => (draft.value.search = text ?? '') })
  const knownId = computed({ get: () => draft.value.knownId, set: (id) => (draft.value.knownId = id) })
  const fresh = computed(() => draft.value.fresh)
  const rows = computed({ get: () => draft.value.rows, set: (all) => (draft.value.rows = all) })
  const begun = computed(
    () =>
      search.value.trim() !== '' ||
      rows.value.some((row) => row.name !== '' || row.complaint !== '' || row.knownId !== null),
  )
  const known = computed(() => customers.byId.get(knownId.value ?? ''))
  /** The customer's own balls: a complaint about one of them is the usual case. */
  const own = computed(() => balls.rackOf(knownId.value))
  watch(knownId, (id) => void Promise.all([customers.need(id), balls.loadRack(id)]), { immediate: true })

  /** Until the chosen customer's balls are at hand; at once without one, or where they cannot be had. */
  const ownLoaded = () => balls.loadRack(knownId.value)

  const found = shallowRef<readonly Customer[]>([])
  async function look(): Promise<void> {
    const q = search.value.trim()
    if (q === '') return void (found.value = [])
    const page = await get<Page<Customer>>(`/customers?${queryOf({ q, limit: 6 })}`).catch(() => null)
    // Another answer may have come meanwhile.
    if (!page || q !== search.value.trim()) return
    customers.adopt(page.items)
    found.value = page.items
  }
  function choose(id: string | null): void {
    knownId.value = id
    if (id) search.value = customers.byId.get(id)?.name ?? search.value
    if (id === null) rows.value = rows.value.filter((row) => row.knownId === null)
  }
  /** A whole name that was typed is that customer; nobody has to tap it. */
  function takeWhole(): void {
    if (knownId.value !== null) return
    const whole = typedInFull(search.value, found.value)
    if (whole) knownId.value = whole.id
  }
  const lookSoon = useDebounceFn(async () => {
    await look()
    takeWhole()
  }, 120)
  watch(search, lookSoon, { immediate: true })
  /** Takes the only or first customer found; false when there is none and the name is a new one. */
  async function takeFirst(): Promise<boolean> {
    // Typed faster than it was looked up.
    await look()
    const [first] = found.value
    if (first) choose(first.id)
    return first !== undefined
  }

  const returning = (ballId: string) => rows.value.some((row) => row.knownId === ballId)
  /** A ball of the customer's own comes back, or after all it does not. */
  function bringBack(ball: Ball): void {
    const others = rows.value.filter((row) => row.knownId !== null || row.name.trim() !== '')
    rows.value = returning(ball.id)
      ? others.filter((row) => row.knownId !== ball.id)
      : [...others, { ...emptyBall(), knownId: ball.id, name: ball.name, cover: ball.cover, shelf: ball.shelf }]
    if (rows.value.length === 0) rows.value = [emptyBall()]
  }
  const addBall = () => (rows.value = [...rows.value, emptyBall()])
  const removeBall = (index: number) => (rows.value = rows.value.filter((_, at) => at !== index))
  const inStock = (name: string) => stock.items.find((item) => sameName(item.name, name))
  /** A ball of the shop's own list brings its figures. */
  function named(row: TypedBall, name: string | null): void {
    row.name = name ?? ''
    const one = inStock(row.name)
    if (!one) return
    const { cover, rgIn, differentialIn, intermediateDifferentialIn, hardnessD, factoryGrit, weightLb } = one
    Object.assign(row, {
      cover,
      rgIn: rgIn ?? null,
      differentialIn: differentialIn ?? null,
      intermediateDifferentialIn: intermediateDifferentialIn ?? null,
      hardnessD: hardnessD ?? null,
      factoryGrit: factoryGrit ?? null,
      weightLb: weightLb ?? row.weightLb,
    })
  }
  /** Balls that were typed as new and may be one that the customer has. */
  const twins = computed(() =>
    rows.value.flatMap((row) => {
      const [twin] = known.value ? likelyTwins(row, own.value) : []
      return twin ? [{ row, twin }] : []
    }),
  )
  function isTwin(row: TypedBall, twin: Ball): void {
    rows.value = rows.value.filter((one) => one.id !== row.id)
    bringBack(twin)
  }

  const errors = ref<Readonly<Record<string, string>>>({})
  const busy = ref(false)
  const taken = ref<TakenIn | null>(null)
  const complaintOf = (row: TypedBall) => t('fitting.intake.complaintNote', { text: row.complaint })
  /** What the schemas say about everything typed, before anything is written. */
  function problems(customerId: string) {
    const all: Record<string, string> = {}
    if (!known.value) {
      const checked = check(customerSchema, customerOf({ ...fresh.value, name: search.value }))
      if (!checked.ok) for (const { path, said } of checked.fields) all[`customer.${path}`] = textOf(said)
    }
    rows.value.forEach((row, index) => {
      if (row.knownId !== null) return
      const checked = check(ballSchema, ballOf(row, customerId, complaintOf(row)))
      if (!checked.ok) for (const { path, said } of checked.fields) all[`${index}.${path}`] = textOf(said)
    })
    return all
  }
  /** A known ball comes over the counter: it moves to the shelf, and the complaint stands first in its note. */
  async function comesBack(row: TypedBall): Promise<void> {
    const ball = balls.byId.get(row.knownId!)!
    const note = [row.complaint === '' ? '' : complaintOf(row), ball.note].filter(Boolean).join('\n').slice(0, 2000)
    await balls.update(
      ball.id,
      ballSchema.concat(versioned).cast({ ...ball, note, place: 'shelf', shelf: row.shelf }, { stripUnknown: true }),
    )
  }
  async function write(customerId: string): Promise<void> {
    // Ids are made when the form opens: what was written before a broken connection is not written twice.
    if (!known.value && !customers.byId.has(fresh.value.id))
      await customers.create(customerSchema.cast(customerOf({ ...fresh.value, name: search.value })))
    for (const row of rows.value) {
      if (row.knownId !== null) {
        await comesBack(row)
        continue
      }
      if (balls.byId.has(row.id)) continue
      const saved = await balls.create(ballSchema.cast(ballOf(row, customerId, complaintOf(row))))
      const event = finishEvent(row)
      if (event) await balls.record(saved.id, event)
    }
    void customers.need(customerId, true)
  }
  /** Writes everything typed; false when something of it cannot be, which then stands at its field. */
  async function takeIn(): Promise<boolean> {
    if (busy.value) return true
    const customerId = known.value?.id ?? fresh.value.id
    errors.value = problems(customerId)
    if (Object.keys(errors.value).length > 0) return false
    busy.value = true
    await notices.attempt(async () => {
      await write(customerId)
      taken.value = {
        customerId,
        customer: known.value?.name ?? search.value.trim(),
        contact: known.value?.contact ?? fresh.value.contact,
        balls: rows.value.map(({ id, knownId: back, name, shelf, complaint }) => ({
          ...{ id: back ?? id, name, shelf, complaint },
        })),
      }
      notices.done(t('fitting.intake.done', { n: rows.value.length }, rows.value.length))
      discard()
    })
    busy.value = false
    return true
  }
  function discard(): void {
    draft.value = emptyDraft()
    errors.value = {}
  }
  function again(): void {
    taken.value = null
    discard()
  }
  return {
    ...{ stock, error, search, knownId, fresh, rows, begun, known, own, found, errors, busy, taken, twins },
    ...{
      ownLoaded,
      choose,
      takeFirst,
      returning,
      bringBack,
      addBall,
      removeBall,
      inStock,
      named,
      isTwin,
      takeIn,
      discard,
      again,
    },
  }
}
export type Intake = ReturnType<typeof useIntake>
