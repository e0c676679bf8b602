<script setup lang="ts">
import type { Pattern } from '@sleetfall/contract'
import { useStorage } from '@vueuse/core'
import { watch } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import SortHead from '../controls/SortHead.vue'
import { useGrowing } from '../controls/useGrowing.ts'
import { useSorted } from '../controls/useSorted.ts'
import { useSession } from '../shell/session.ts'
import { usePatterns } from './store.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** The shop's patterns, narrowed by what they are; the first of them is told, to be shown when none is asked for. */
defineProps<{ currentId: string | undefined }>()
const emit = defineEmits<{ add: []; import: []; first: [pattern: Pattern | undefined] }>()
const { t } = useI18n()
const [patterns, session] = [usePatterns(), useSession()]
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
const { rows } = useGrowing(() => shown.value, 8)
watch(
  () => shown.value[0],
  (first) => emit('first', first),
  { immediate: true },
)
</script>

<template>
  <section class="stack" data-list>
    <div class="spread">
      <h1>{{ t('lanes.title') }}</h1>
      <div class="row">
        <v-btn size="small" variant="text" to="/lanes/map">{{ t('lanes.map.title') }}</v-btn>
        <v-btn v-if="session.may('patterns')" size="small" @click="emit('import')">{{ t('lanes.importFile') }}</v-btn>
        <v-btn v-if="session.may('patterns')" size="small" class="next-action" @click="emit('add')">{{
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
      <table v-cards class="list">
        <thead>
          <tr>
            <SortHead :label="t('lanes.name')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
            <SortHead :label="t('lanes.length')" :sorted="ariaSort('length')" number @sort="sortBy('length')" />
            <SortHead :label="t('lanes.volume')" :sorted="ariaSort('volume')" number @sort="sortBy('volume')" />
            <SortHead :label="t('lanes.ratio')" :sorted="ariaSort('ratio')" number @sort="sortBy('ratio')" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="pattern in rows" :key="pattern.id" :class="{ current: pattern.id === currentId }">
            <td>
              <router-link
                :to="`/lanes/${pattern.id}`"
                class="name"
                :aria-current="pattern.id === currentId ? 'true' : undefined"
                >{{ pattern.name }}</router-link
              >
              <span class="small soft">
                {{ t(`lanes.shapes.${pattern.figures.shape}`)
                }}{{ pattern.estimated ? `, ${t('lanes.estimated')}` : '' }}</span
              >
            </td>
            <td class="number">{{ pattern.figures.lengthFt }} ft</td>
            <td class="number">{{ fixed(pattern.figures.volumeMl, 1) }} mL</td>
            <td class="number">{{ pattern.figures.ratio === null ? '–' : fixed(pattern.figures.ratio, 1) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="shown.length === 0" class="soft">{{ t('lanes.none') }}</p>
    </LoadState>
  </section>
</template>

<style scoped>
.find > * {
  flex: 1 1 150px;
}
.class {
  max-width: 150px;
}
tr.current {
  background: var(--panel);
  box-shadow: inset 4px 0 var(--accent);
}
.name {
  font-weight: 700;
}
</style>
