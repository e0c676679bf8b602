<script setup lang="ts">
import { type Pattern } from '@sleetfall/contract'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { useFileDialog, useStorage } from '@vueuse/core'
import LostView from '../shell/LostView.vue'
import LoadState from '../controls/LoadState.vue'
import MendDialog from '../controls/MendDialog.vue'
import SortHead from '../controls/SortHead.vue'
import { useSorted } from '../controls/useSorted.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import CrossSection from './CrossSection.vue'
import LaneDrawing from './LaneDrawing.vue'
import PatternDifferenceTable from './PatternDifferenceTable.vue'
import PatternFigures from './PatternFigures.vue'
import PatternForm from './PatternForm.vue'
import { type PatternDraft, readPattern, toCsv, toJson } from './exchange.ts'
import { usePatterns } from './store.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const patterns = usePatterns()
const session = useSession()
const form = ref<'new' | 'edit' | 'copy' | 'mend' | null>(null)
onMounted(() => patterns.load())
const shapes = ['all', 'house', 'challenge', 'sport'] as const
const shape = useStorage<(typeof shapes)[number]>('sleetfall.patterns.shape', 'all')
const lengths = ['all', 'short', 'medium', 'long'] as const
const length = useStorage<(typeof lengths)[number]>('sleetfall.patterns.length', 'all')
const volumes = ['all', 'light', 'medium', 'heavy'] as const
const volume = useStorage<(typeof volumes)[number]>('sleetfall.patterns.volume', 'all')
const items = (values: readonly string[], word: (value: string) => string) =>
  values.map((value) => ({ value, title: value === 'all' ? t('lanes.allClasses') : word(value) }))
const classes = [
  { chosen: shape, label: t('lanes.classFilter'), items: items(shapes, (one) => t(`lanes.shapes.${one}`)) },
  { chosen: length, label: t('lanes.length'), items: items(lengths, (one) => t(`lanes.lengthClasses.${one}`)) },
  { chosen: volume, label: t('lanes.volume'), items: items(volumes, (one) => t(`lanes.volumeClasses.${one}`)) },
]
const fits = ({ figures }: Pattern) =>
  (shape.value === 'all' || figures.shape === shape.value) &&
  (length.value === 'all' || figures.lengthClass === length.value) &&
  (volume.value === 'all' || figures.volumeClass === volume.value)
const { search, shown, sortBy, ariaSort } = useSorted(
  'patterns',
  () => patterns.items.filter(fits),
  {
    name: (p) => p.name,
    length: (p) => p.figures.lengthFt,
    volume: (p) => p.figures.volumeMl,
    ratio: (p) => p.figures.ratio,
  },
  (p) =>
    `${p.name} ${t(`lanes.shapes.${p.figures.shape}`)} ${t(`lanes.lengthClasses.${p.figures.lengthClass}`)} ${t(`lanes.conditions.${p.figures.condition}`)}`,
)
const asked = computed(() => String(route.params['patternId'] ?? ''))
const current = computed<Pattern | undefined>(() =>
  asked.value === '' ? shown.value[0] : patterns.byId.get(asked.value),
)
function gone({ id, name }: Pattern) {
  patterns.drop(id)
  notices.done(t('controls.mend.gone', { name }))
  void router.push('/lanes')
}
watch(
  () => route.query['new'],
  (wanted) => {
    if (wanted !== 'pattern' || !session.may('patterns')) return
    form.value = 'new'
    void router.replace({ path: route.path })
  },
  { immediate: true },
)
const notices = useNotices()
const draft = ref<{ file: string; pattern: PatternDraft } | null>(null)
const { open: chooseFile, onChange } = useFileDialog({
  accept: '.csv,.json,text/csv,application/json',
  multiple: false,
  reset: true,
})
const longest = 1_000_000
onChange(async (files) => {
  const file = files?.[0]
  if (!file) return
  if (file.size > longest) return notices.failed(new Error(t('lanes.importFailed.too-large')))
  const read = readPattern(await file.text(), file.name)
  if (!read.ok) return notices.failed(new Error(t(`lanes.importFailed.${read.reason}`, { detail: read.detail })))
  draft.value = { file: file.name, pattern: read.pattern }
  form.value = 'new'
})
function exportAs(kind: 'csv' | 'json') {
  if (!current.value) return
  const text = kind === 'csv' ? toCsv(current.value) : toJson(current.value)
  const link = document.createElement('a')
  link.href = URL.createObjectURL(
    new Blob([text], { type: kind === 'csv' ? 'text/csv;charset=utf-8' : 'application/json' }),
  )
  link.download = `${current.value.name}.${kind}`
  link.click()
  URL.revokeObjectURL(link.href)
}
const print = () => window.print()
function closeForm() {
  form.value = null
  draft.value = null
}
const sectionFt = ref(10)
/** Distances that the print sheet shows, ft. */
const paperSections = [5, 15, 25, 35]
const otherId = ref<string | null>(null)
const other = computed(() => (otherId.value === current.value?.id ? undefined : patterns.byId.get(otherId.value ?? '')))
const comparable = computed(() => [
  { value: null, title: t('lanes.compareNone') },
  ...patterns.items.filter((one) => one.id !== current.value?.id).map((one) => ({ value: one.id, title: one.name })),
])
function saved(pattern: Pattern) {
  void router.push(`/lanes/${pattern.id}`)
}
</script>

<template>
  <div class="lanes touch">
    <section class="stack" data-list>
      <div class="spread">
        <h1>{{ t('lanes.title') }}</h1>
        <div class="row">
          <v-btn size="small" variant="text" to="/lanes/map">{{ t('lanes.map.title') }}</v-btn>
          <v-btn v-if="session.may('patterns')" size="small" @click="chooseFile()">{{ t('lanes.importFile') }}</v-btn>
          <v-btn v-if="session.may('patterns')" size="small" class="next-action" @click="form = 'new'">{{
            t('lanes.add')
          }}</v-btn>
        </div>
      </div>
      <LoadState
        :loaded="patterns.loaded"
        :error="patterns.error"
        :empty="patterns.items.length === 0"
        @retry="patterns.load(true)"
      >
        <template #empty>
          <p>{{ t('lanes.noneYet') }}</p>
        </template>
        <div class="row find">
          <v-text-field v-model="search" data-filter :label="t('lanes.find')" clearable />
          <v-select
            v-for="one in classes"
            :key="one.label"
            v-model="one.chosen.value"
            class="class"
            :label="one.label"
            :items="one.items"
          />
        </div>
        <table class="list">
          <thead>
            <tr>
              <SortHead :label="t('lanes.name')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
              <SortHead :label="t('lanes.length')" :sorted="ariaSort('length')" number @sort="sortBy('length')" />
              <SortHead :label="t('lanes.volume')" :sorted="ariaSort('volume')" number @sort="sortBy('volume')" />
              <SortHead :label="t('lanes.ratio')" :sorted="ariaSort('ratio')" number @sort="sortBy('ratio')" />
            </tr>
          </thead>
          <tbody>
            <tr v-for="pattern in shown" :key="pattern.id" :class="{ current: pattern.id === current?.id }">
              <td>
                <router-link
                  :to="`/lanes/${pattern.id}`"
                  class="name"
                  :aria-current="pattern.id === current?.id ? 'true' : undefined"
                  >{{ pattern.name }}</router-link
                >
                <span class="small soft">
                  {{ t(`lanes.shapes.${pattern.figures.shape}`)
                  }}{{ pattern.estimated ? `, ${t('lanes.estimated')}` : '' }}</span
                >
              </td>
              <td class="number">{{ pattern.figures.lengthFt }} ft</td>
              <td class="number">{{ pattern.figures.volumeMl.toFixed(1) }} mL</td>
              <td class="number">{{ pattern.figures.ratio === null ? '–' : pattern.figures.ratio.toFixed(1) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="shown.length === 0" class="soft">{{ t('lanes.none') }}</p>
      </LoadState>
    </section>
    <LostView
      v-if="patterns.loaded && asked !== '' && !current"
      :what="t('lanes.lost')"
      to="/lanes"
      :go="t('lanes.title')"
    />
    <section v-if="current" class="stack detail" :aria-label="current.name">
      <div class="spread">
        <h2>{{ current.name }}</h2>
        <div class="row">
          <v-btn size="small" :to="{ path: '/lanes/what-if', query: { patternId: current.id } }">{{
            t('lanes.whatIf.open')
          }}</v-btn>
          <template v-if="session.may('patterns')">
            <v-btn size="small" @click="form = 'edit'">{{ t('lanes.edit') }}</v-btn>
            <v-btn size="small" @click="form = 'copy'">{{ t('lanes.copy') }}</v-btn>
            <v-btn
              size="small"
              variant="text"
              :aria-label="t('controls.mend.openFor', { name: current.name })"
              @click="form = 'mend'"
              >{{ t('controls.mend.open') }}</v-btn
            >
          </template>
          <v-btn
            v-for="kind in ['csv', 'json'] as const"
            :key="kind"
            size="small"
            :aria-label="t('lanes.exportAs', { name: current.name, kind: kind.toUpperCase() })"
            @click="exportAs(kind)"
            >{{ kind === 'csv' ? t('lanes.exportCsv') : t('lanes.exportJson') }}</v-btn
          >
          <v-btn size="small" @click="print">{{ t('lanes.print') }}</v-btn>
        </div>
      </div>
      <p v-if="current.note" class="soft">{{ current.note }}</p>
      <LaneDrawing :loads="current.loads" />
      <p class="small soft">{{ current.estimated ? t('lanes.estimatedFilm') : t('lanes.film') }}</p>
      <PatternFigures :loads="current.loads" />
      <v-select v-model="otherId" class="compare no-print" :label="t('lanes.compare')" :items="comparable" />
      <template v-if="other">
        <h3>{{ other.name }}</h3>
        <LaneDrawing :loads="other.loads" />
        <PatternDifferenceTable :first="current" :second="other" />
      </template>
      <CrossSection v-model="sectionFt" class="no-print" :loads="current.loads" :other="other ?? null" />
      <div class="paper">
        <CrossSection
          v-for="ft in paperSections"
          :key="ft"
          :model-value="ft"
          fixed
          :loads="current.loads"
          :other="other ?? null"
        />
      </div>
      <h3>{{ t('lanes.loads') }}</h3>
      <table class="list">
        <thead>
          <tr>
            <th
              v-for="column in ['fromBoard', 'toBoard', 'loads', 'microlitresPerBoard', 'startFt', 'endFt']"
              :key="column"
              scope="col"
              class="number"
            >
              {{ t(`lanes.columns.${column}`) }}
            </th>
            <th scope="col">{{ t('lanes.columns.direction') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(load, index) in current.loads" :key="index">
            <td class="number">{{ load.fromBoard }}</td>
            <td class="number">{{ load.toBoard }}</td>
            <td class="number">{{ load.loads }}</td>
            <td class="number">{{ load.microlitresPerBoard }}</td>
            <td class="number">{{ load.startFt }} ft</td>
            <td class="number">{{ load.endFt }} ft</td>
            <td>{{ load.endFt >= load.startFt ? t('lanes.forward') : t('lanes.reverse') }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <p v-else-if="patterns.loaded" class="soft">{{ t('lanes.choose') }}</p>
    <PatternForm v-if="form === 'new'" :draft="draft ?? undefined" @close="closeForm" @saved="saved" />
    <MendDialog
      v-if="form === 'mend' && current"
      :name="current.name"
      :path="`/patterns/${current.id}`"
      :version="current.version"
      :retired="current.retiredOn !== null"
      :may-delete="session.may('patterns')"
      @close="form = null"
      @gone="gone(current)"
      @changed="patterns.take($event as Pattern)"
    />
    <PatternForm
      v-if="(form === 'edit' || form === 'copy') && current"
      :pattern="current"
      :copy="form === 'copy'"
      @close="form = null"
      @saved="saved"
    />
  </div>
</template>

<style scoped>
.lanes {
  display: grid;
  grid-template-columns: minmax(340px, 2fr) 3fr;
  gap: var(--gap-4);
}
.find > * {
  flex: 1 1 150px;
}
.compare {
  max-width: 320px;
}
.class {
  max-width: 150px;
}
.paper {
  display: none;
}
@media print {
  .lanes > :first-child,
  .no-print,
  .detail .row {
    display: none;
  }
  .lanes {
    grid-template-columns: 1fr !important;
  }
  .paper {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: var(--gap-2) var(--gap-4);
    break-inside: avoid;
  }
}
tr.current {
  background: var(--panel);
  box-shadow: inset 4px 0 var(--accent);
}
.name {
  font-weight: 700;
}
@media (max-width: 900px) {
  .lanes {
    grid-template-columns: 1fr;
  }
}
</style>
