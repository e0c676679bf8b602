<script setup lang="ts">
import {
  type Ball,
  type Customer,
  type Page,
  ballSchema,
  check,
  customerSchema,
  hands,
  versioned,
} from '@sleetfall/contract'
import { coverFamilies, readyRecipes } from '@sleetfall/core'
import { useDebounceFn, useEventListener, useStorage } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import LayoutField from '../controls/LayoutField.vue'
import LoadState from '../controls/LoadState.vue'
import QuantityField from '../controls/QuantityField.vue'
import { dayText, todayText } from '../controls/days.ts'
import { vFocus } from '../controls/vFocus.ts'
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
import { ballUrl, saveLabels } from './label.ts'
import { useStock } from './store.ts'

/** Balls over the counter: whose they are, what they are, what is wrong, where they lie. All by keyboard; Ctrl+Enter takes in. */
const { t } = useI18n()
const router = useRouter()
const notices = useNotices()
const [customers, balls, stock] = [useCustomers(), useBalls(), useStock()]
onMounted(() => stock.load())
const form = useTemplateRef<HTMLElement>('form')

/** What is typed stays on this device until it is taken in or thrown away, over reload and leaving. */
const draft = useStorage(
  'sleetfall.intake.draft',
  { search: '', knownId: null as string | null, fresh: emptyCustomer(), rows: [emptyBall()] },
  undefined,
  { mergeDefaults: true },
)
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
const returning = (ballId: string) => rows.value.some((row) => row.knownId === ballId)
function bringBack(ball: Ball) {
  const others = rows.value.filter((row) => row.knownId !== null || row.name.trim() !== '')
  rows.value = returning(ball.id)
    ? others.filter((row) => row.knownId !== ball.id)
    : [...others, { ...emptyBall(), knownId: ball.id, name: ball.name, cover: ball.cover, shelf: ball.shelf }]
  if (rows.value.length === 0) rows.value = [emptyBall()]
  void nextTick(() => form.value?.querySelector<HTMLElement>(`[data-complaint='${ball.id}'] input`)?.focus())
}
const twinsOf = (row: TypedBall) => (known.value ? likelyTwins(row, own.value) : [])
const found = shallowRef<readonly Customer[]>([])
async function look() {
  const q = search.value.trim()
  if (q === '') return void (found.value = [])
  const page = await get<Page<Customer>>(`/customers?${queryOf({ q, limit: 6 })}`).catch(() => null)
  // Another answer may have come meanwhile.
  if (!page || q !== search.value.trim()) return
  customers.adopt(page.items)
  found.value = page.items
}
function choose(id: string | null) {
  knownId.value = id
  if (id) search.value = customers.byId.get(id)?.name ?? search.value
  if (id === null) rows.value = rows.value.filter((row) => row.knownId === null)
  void nextTick(() => form.value?.querySelector<HTMLElement>('[data-own] button, [data-ball] input')?.focus())
}
/** A whole name that was typed is that customer; nobody has to tap it. */
function takeWhole() {
  if (knownId.value !== null) return
  const whole = typedInFull(search.value, found.value)
  if (whole) knownId.value = whole.id
}
watch(
  search,
  useDebounceFn(async () => {
    await look()
    takeWhole()
  }, 120),
  { immediate: true },
)
/** Enter takes the only or first customer found; with none the name is a new one. */
async function enter() {
  // Typed faster than it was looked up.
  await look()
  if (found.value[0]) choose(found.value[0].id)
  else form.value?.querySelector<HTMLElement>('[data-fresh] input')?.focus()
}

function addBall() {
  rows.value = [...rows.value, emptyBall()]
  void nextTick(() => form.value?.querySelector<HTMLElement>('[data-ball]:last-of-type input')?.focus())
}
const removeBall = (index: number) => (rows.value = rows.value.filter((_, at) => at !== index))
/** A ball of the shop's own list brings its figures. */
function named(row: TypedBall, name: string | null) {
  row.name = name ?? ''
  const one = stock.items.find((item) => item.name.toLowerCase() === row.name.trim().toLowerCase())
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
const fromStock = (row: TypedBall) =>
  stock.items.some((item) => item.name.toLowerCase() === row.name.trim().toLowerCase())

const errors = ref<Readonly<Record<string, string>>>({})
const busy = ref(false)
const taken = ref<{
  customerId: string
  balls: readonly { id: string; name: string; shelf: string; complaint: string }[]
  customer: string
  contact: string
} | null>(null)
/** What the schemas say about everything typed, before anything is written. */
function problems(customerId: string) {
  const all: Record<string, string> = {}
  if (!known.value) {
    const checked = check(customerSchema, customerOf({ ...fresh.value, name: search.value }))
    if (!checked.ok) for (const { path, message } of checked.fields) all[`customer.${path}`] = message
  }
  rows.value.forEach((row, index) => {
    if (row.knownId !== null) return
    const checked = check(ballSchema, ballOf(row, customerId, complaintOf(row)))
    if (!checked.ok) for (const { path, message } of checked.fields) all[`${index}.${path}`] = message
  })
  return all
}
const complaintOf = (row: TypedBall) => t('fitting.intake.complaintNote', { text: row.complaint })
const layoutError = (index: number) =>
  ['drillingAngleDeg', 'pinToPapIn', 'valAngleDeg'].map((key) => errors.value[`${index}.${key}`]).find(Boolean) ?? ''

/** A known ball comes over the counter: it moves to the shelf, and the complaint stands first in its note. */
async function comesBack(row: TypedBall) {
  const ball = balls.byId.get(row.knownId!)!
  const note = [row.complaint === '' ? '' : complaintOf(row), ball.note].filter(Boolean).join('\n').slice(0, 2000)
  await balls.update(
    ball.id,
    ballSchema.concat(versioned).cast({ ...ball, note, place: 'shelf', shelf: row.shelf }, { stripUnknown: true }),
  )
}

async function takeIn() {
  if (busy.value) return
  const customerId = known.value?.id ?? fresh.value.id
  errors.value = problems(customerId)
  if (Object.keys(errors.value).length > 0) {
    void nextTick(() => form.value?.querySelector<HTMLElement>('.v-input--error input')?.focus())
    return
  }
  busy.value = true
  await notices.attempt(async () => {
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
    taken.value = {
      customerId,
      customer: known.value?.name ?? search.value.trim(),
      contact: known.value?.contact ?? fresh.value.contact,
      balls: rows.value.map(({ id, knownId: back, name, shelf, complaint }) => ({
        id: back ?? id,
        name,
        shelf,
        complaint,
      })),
    }
    notices.done(t('fitting.intake.done', { n: rows.value.length }, rows.value.length))
    clearDraft()
  })
  busy.value = false
}
const labels = () =>
  saveLabels(
    taken.value!.balls.map(({ id, name, shelf, complaint }) => ({
      ball: name,
      customer: taken.value!.customer,
      contact: taken.value!.contact,
      complaint,
      date: dayText(todayText()),
      place: shelf,
      url: ballUrl(taken.value!.customerId, id),
    })),
  )
function clearDraft() {
  draft.value = { search: '', knownId: null, fresh: emptyCustomer(), rows: [emptyBall()] }
  errors.value = {}
}
function again() {
  taken.value = null
  clearDraft()
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return
  event.preventDefault()
  if (taken.value) again()
  else void takeIn()
})
</script>

<template>
  <section class="stack intake">
    <h1>{{ t('fitting.intake.title') }}</h1>
    <LoadState :loaded="stock.loaded" :error="customers.error ?? balls.error ?? stock.error" @retry="stock.load(true)">
      <section v-if="taken" class="panel stack" :aria-label="t('fitting.intake.taken')">
        <h2>{{ t('fitting.intake.taken') }}: {{ taken.customer }}</h2>
        <ul>
          <li v-for="one in taken.balls" :key="one.id">
            {{ one.name }} <span class="soft">{{ one.shelf }}</span>
          </li>
        </ul>
        <div class="row">
          <v-btn v-focus class="next-action touch" @click="labels">{{ t('fitting.intake.labels') }}</v-btn>
          <v-btn class="touch" @click="router.push(`/rack/${taken!.customerId}`)">{{ t('fitting.intake.rack') }}</v-btn>
          <v-btn class="touch" @click="again">{{ t('fitting.intake.next') }}</v-btn>
        </div>
      </section>
      <div v-else ref="form" class="stack">
        <section class="panel stack" :aria-label="t('fitting.intake.whose')">
          <h2>{{ t('fitting.intake.whose') }}</h2>
          <v-text-field
            v-model="search"
            v-focus
            :label="t('fitting.intake.search')"
            :error-messages="errors['customer.name'] ?? ''"
            autocomplete="off"
            @update:model-value="knownId = null"
            @keydown.enter.exact.prevent="enter"
          />
          <div v-if="!known && found.length > 0" class="row" role="group" :aria-label="t('fitting.intake.found')">
            <v-btn v-for="one in found" :key="one.id" size="small" @click="choose(one.id)"
              >{{ one.name }} {{ one.distinction }}</v-btn
            >
          </div>
          <div v-if="known" class="stack">
            <p role="status">
              ● {{ t('fitting.intake.known', { name: known.name, n: known.ballCount }, known.ballCount) }}
              <v-btn size="small" variant="text" @click="choose(null)">{{ t('fitting.intake.notThem') }}</v-btn>
            </p>
            <div v-if="own.length > 0" class="row" role="group" data-own :aria-label="t('fitting.intake.own')">
              <span class="condensed">{{ t('fitting.intake.own') }}</span>
              <v-btn
                v-for="ball in own"
                :key="ball.id"
                class="touch"
                :class="{ chosen: returning(ball.id) }"
                :aria-pressed="returning(ball.id)"
                @click="bringBack(ball)"
                >{{ returning(ball.id) ? '●' : '○' }} {{ ball.name }}</v-btn
              >
            </div>
          </div>
          <div v-else-if="search.trim() !== ''" data-fresh class="fields">
            <v-radio-group v-model="fresh.hand" inline hide-details :label="t('fitting.intake.new')">
              <v-radio v-for="hand in hands" :key="hand" :value="hand" :label="t(`customers.${hand}`)" />
            </v-radio-group>
            <v-text-field v-model="fresh.contact" :label="t('customers.fields.contact')" />
            <QuantityField
              v-model="fresh.papOverIn"
              name="papOverIn"
              :label="t('customers.fields.papOverIn')"
              :error-messages="errors['customer.papOverIn'] ?? ''"
            />
            <QuantityField
              v-model="fresh.papUpIn"
              name="papUpIn"
              :label="t('customers.fields.papUpIn')"
              :error-messages="errors['customer.papUpIn'] ?? ''"
            />
            <QuantityField
              v-model="fresh.speedMph"
              name="speedMph"
              :label="t('customers.fields.speedMph')"
              :error-messages="errors['customer.speedMph'] ?? ''"
            />
            <QuantityField
              v-model="fresh.revRpm"
              name="revRpm"
              :label="t('customers.fields.revRpm')"
              :error-messages="errors['customer.revRpm'] ?? ''"
            />
          </div>
        </section>
        <section
          v-for="(row, index) in rows"
          :key="row.id"
          data-ball
          class="panel stack"
          :aria-label="t('fitting.intake.ball', { n: index + 1 })"
        >
          <div class="spread">
            <h2>{{ t('fitting.intake.ball', { n: index + 1 }) }}</h2>
            <v-btn
              v-if="rows.length > 1"
              size="small"
              variant="text"
              :aria-label="t('fitting.intake.removeBall', { n: index + 1 })"
              @click="removeBall(index)"
              >×</v-btn
            >
          </div>
          <div v-if="row.knownId !== null" class="fields" :data-complaint="row.knownId">
            <p>
              <strong>{{ row.name }}</strong> <span class="soft">{{ t('fitting.intake.back') }}</span>
            </p>
            <v-text-field v-model="row.complaint" :label="t('fitting.intake.complaint')" />
            <v-text-field v-model="row.shelf" :label="t('balls.fields.shelf')" />
          </div>
          <div v-else class="fields">
            <v-combobox
              :label="t('balls.fields.name')"
              :items="stock.items.map((one) => one.name)"
              :model-value="row.name"
              :hint="fromStock(row) ? t('fitting.intake.fromStock') : ''"
              persistent-hint
              :error-messages="errors[`${index}.name`] ?? ''"
              @update:model-value="named(row, $event)"
            />
            <v-select
              v-model="row.cover"
              :label="t('balls.fields.cover')"
              :items="coverFamilies.map((value) => ({ value, title: t(`balls.covers.${value}`) }))"
            />
            <LayoutField v-model="row.layout" :error-messages="layoutError(index)" />
            <v-select
              v-model="row.finish"
              :label="t('fitting.intake.finish')"
              :items="[
                { value: 'factory', title: t('fitting.intake.finishes.factory') },
                { value: 'unknown', title: t('fitting.intake.finishes.unknown') },
                ...readyRecipes.map((recipe) => ({ value: recipe.key, title: t(`surface.recipes.${recipe.key}`) })),
              ]"
            />
            <v-text-field v-model="row.complaint" :label="t('fitting.intake.complaint')" />
            <v-text-field
              v-model="row.shelf"
              :label="t('balls.fields.shelf')"
              :error-messages="errors[`${index}.shelf`] ?? ''"
            />
          </div>
        </section>
        <p
          v-for="row in rows.filter((one) => twinsOf(one).length > 0)"
          :key="`twin ${row.id}`"
          role="status"
          class="row"
        >
          ▲ {{ t('fitting.intake.twin', { name: row.name, customer: known?.name ?? '' }) }}
          <v-btn
            class="touch"
            size="small"
            @click="((rows = rows.filter((one) => one.id !== row.id)), bringBack(twinsOf(row)[0]!))"
            >{{ t('fitting.intake.itIs') }}</v-btn
          >
        </p>
        <div class="row">
          <v-btn v-if="begun" class="touch" variant="text" @click="clearDraft">{{ t('fitting.intake.discard') }}</v-btn>
          <v-btn class="touch" @click="addBall">{{ t('fitting.intake.another') }}</v-btn>
          <v-btn class="touch next-action" :loading="busy" @click="takeIn">{{ t('fitting.intake.takeIn') }}</v-btn>
          <span class="small soft">{{ t('fitting.intake.keys') }}</span>
        </div>
        <p v-if="Object.keys(errors).length > 0" class="bad" role="alert">
          {{ Object.values(errors).join(' · ') }}
        </p>
      </div>
    </LoadState>
  </section>
</template>

<style scoped>
.intake {
  max-width: 1000px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: var(--gap-2);
  align-items: start;
}
.chosen {
  background: var(--accent-wash);
  outline: 2px solid var(--accent);
}
.bad {
  color: var(--bad);
  font-weight: 700;
}
</style>
