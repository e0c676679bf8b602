<script setup lang="ts">
import type { StockBall, StockBallInput, StockImported } from '@sleetfall/contract'
import { useFileDialog } from '@vueuse/core'
import { v4 as newId } from 'uuid'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { textOfFile } from '../controls/csv.ts'
import LoadState from '../controls/LoadState.vue'
import SortHead from '../controls/SortHead.vue'
import { quantityText } from '../controls/quantities.ts'
import { useSorted } from '../controls/useSorted.ts'
import { post } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import StockColumns from './StockColumns.vue'
import StockForm from './StockForm.vue'
import WantedBalls from './WantedBalls.vue'
import WrongRows from './WrongRows.vue'
import {
  type Mapping,
  type Table,
  figure,
  guessMapping,
  largestFile,
  missingFields,
  readRows,
  readTable,
} from './stock.ts'
import { useStock } from './store.ts'
import { vCards } from '../controls/cards.ts'

/** Balls the shop has or knows the figures of; brought in from any list by putting its columns to our fields. */
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const stock = useStock()
onMounted(() => stock.load())
const { search, shown, sortBy, ariaSort } = useSorted(
  'stock',
  () => stock.items,
  { name: (one) => one.name, cover: (one) => one.cover, rg: (one) => one.rgIn ?? 0, stock: (one) => one.inStock },
  (one) => `${one.name} ${t(`balls.covers.${one.cover}`)}`,
)

const editing = ref<StockBall | null>(null)
const file = ref('')
const table = shallowRef<Table | null>(null)
const mapping = ref<Mapping | null>(null)
const leaveOut = ref(false)
const { open: chooseFile, onChange } = useFileDialog({ accept: '.csv,.txt,text/csv', multiple: false, reset: true })
onChange(async (files) => {
  const chosen = files?.[0]
  if (!chosen) return
  if (chosen.size > largestFile) return notices.failed(new Error(t('fitting.stock.failed.too-large')))
  const read = readTable(await textOfFile(chosen))
  if (!read.ok) return notices.failed(new Error(t(`fitting.stock.failed.${read.reason}`, { n: read.n })))
  file.value = chosen.name
  table.value = read.table
  mapping.value = guessMapping(read.table.columns)
  leaveOut.value = false
})
const missing = computed(() => (mapping.value ? missingFields(mapping.value) : []))
const rows = computed(() =>
  table.value && mapping.value && missing.value.length === 0 ? readRows(table.value, mapping.value) : [],
)
const wrong = computed(() => rows.value.filter((row) => row.row === null))
const sound = computed(() => rows.value.flatMap((row): StockBallInput[] => (row.row ? [row.row] : [])))
const busy = ref(false)
function close() {
  table.value = null
  mapping.value = null
}
async function bringIn() {
  busy.value = true
  const done = await notices.attempt(async () => {
    const { added, changed } = await post<StockImported>('/stock/import', { id: newId(), rows: sound.value })
    await stock.load(true)
    notices.done(t('fitting.stock.done', { added, changed }, added))
  })
  busy.value = false
  if (done) close()
}
</script>

<template>
  <section class="stack" data-list>
    <div class="spread">
      <h1>{{ t('fitting.stock.title') }}</h1>
      <div class="row">
        <v-btn size="small" variant="text" to="/shop">{{ t('fitting.stock.back') }}</v-btn>
        <v-btn v-if="session.may('stock')" size="small" class="next-action" @click="chooseFile()">{{
          t('fitting.stock.import')
        }}</v-btn>
      </div>
    </div>
    <section v-if="table && mapping" class="panel stack" :aria-label="t('fitting.stock.import')">
      <h2>{{ t('fitting.stock.columns', { file }) }}</h2>
      <StockColumns v-model="mapping" :columns="table.columns" />
      <p role="status">
        {{
          missing.length > 0
            ? t('fitting.stock.chooseColumns')
            : t('fitting.stock.counted', { sound: sound.length, wrong: wrong.length }, sound.length)
        }}
      </p>
      <label v-if="wrong.length > 0" class="row"
        ><input v-model="leaveOut" type="checkbox" /> {{ t('fitting.stock.leaveOut', { n: wrong.length }) }}</label
      >
      <div class="row">
        <v-btn
          class="next-action"
          :loading="busy"
          :disabled="sound.length === 0 || (wrong.length > 0 && !leaveOut)"
          @click="bringIn"
          >{{ t('fitting.stock.bringIn', { n: sound.length }) }}</v-btn
        >
        <v-btn variant="text" @click="close">{{ t('fitting.stock.cancel') }}</v-btn>
      </div>
      <WrongRows v-if="wrong.length > 0" :rows="wrong" />
    </section>
    <WantedBalls />
    <LoadState
      v-if="!table || stock.items.length > 0"
      :loaded="stock.loaded"
      :error="stock.error"
      :empty="stock.items.length === 0"
      @retry="stock.load(true)"
    >
      <template #empty>
        <p>{{ t('fitting.stock.empty') }}</p>
        <p class="small soft">{{ t('fitting.stock.emptyColumns') }}</p>
      </template>
      <v-text-field v-model="search" class="find" data-filter :label="t('fitting.stock.find')" clearable />
      <table v-cards class="list">
        <thead>
          <tr>
            <SortHead :label="t('fitting.stock.fields.name')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
            <SortHead :label="t('fitting.stock.fields.cover')" :sorted="ariaSort('cover')" @sort="sortBy('cover')" />
            <SortHead :label="t('fitting.stock.fields.rgIn')" :sorted="ariaSort('rg')" number @sort="sortBy('rg')" />
            <th scope="col" class="number">{{ t('fitting.stock.fields.differentialIn') }}</th>
            <th scope="col" class="number">{{ t('fitting.stock.fields.intermediateDifferentialIn') }}</th>
            <th scope="col" class="number">{{ t('fitting.stock.fields.hardnessD') }}</th>
            <th scope="col" class="number">{{ t('fitting.stock.fields.factoryGrit') }}</th>
            <th scope="col" class="number">{{ t('fitting.stock.fields.weightLb') }}</th>
            <SortHead
              :label="t('fitting.stock.fields.inStock')"
              :sorted="ariaSort('stock')"
              number
              @sort="sortBy('stock')"
            />
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in shown" :key="one.id">
            <th scope="row">
              <button v-if="session.may('stock')" type="button" class="link" @click="editing = one">
                {{ one.name }}
              </button>
              <template v-else>{{ one.name }}</template>
            </th>
            <td>{{ t(`balls.covers.${one.cover}`) }}</td>
            <td class="number">{{ figure(one.rgIn) }}</td>
            <td class="number">{{ figure(one.differentialIn) }}</td>
            <td class="number">{{ figure(one.intermediateDifferentialIn) }}</td>
            <td class="number">{{ one.hardnessD ?? '–' }}</td>
            <td class="number">{{ one.factoryGrit ?? '–' }}</td>
            <td class="number">
              {{ one.weightLb == null ? '–' : quantityText('weightLb', one.weightLb, session.metric) }}
            </td>
            <td class="number">{{ one.inStock }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="shown.length === 0" class="soft">{{ t('fitting.stock.none') }}</p>
    </LoadState>
    <StockForm v-if="editing" :key="editing.id" :row="editing" @close="editing = null" />
  </section>
</template>

<style scoped>
.link {
  text-decoration: underline;
  text-decoration-color: var(--accent);
  min-height: 32px;
}
.find {
  max-width: 360px;
}
</style>
