<script setup lang="ts">
import { coverFamilies } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { type BallFilter, emptyFilter } from './ballFilter.ts'

/** How the balls in care are narrowed, and the filters that were kept under a name. */
const filter = defineModel<BallFilter>({ required: true })
const search = defineModel<string>('search', { required: true })
const { t } = useI18n()
const notices = useNotices()
const views = useStorage<{ name: string; filter: BallFilter }[]>('sleetfall.balls.views', [])
const viewName = ref('')
const any = (items: readonly { value: string; title: string }[]) => [
  { value: 'all', title: t('balls.list.all') },
  ...items,
]
const statuses = ['in-window', 'leaves-soon', 'too-smooth', 'too-rough', 'accepted', 'unknown'] as const
const bands = ['strongly-speed-dominant', 'speed-dominant', 'matched', 'rev-dominant', 'strongly-rev-dominant'] as const
const placesShown = ['customer', 'shelf', 'bench'] as const

function keepView() {
  const name = viewName.value.trim()
  if (name === '') return
  views.value = [...views.value.filter((one) => one.name !== name), { name, filter: { ...filter.value } }]
  viewName.value = ''
  notices.done(t('balls.list.viewKept', { name }))
}
function dropView(name: string) {
  const before = views.value
  views.value = before.filter((one) => one.name !== name)
  notices.done(t('balls.list.viewDropped', { name }), async () => {
    views.value = before
  })
}
</script>

<template>
  <div class="filters">
    <v-text-field v-model="search" data-filter :label="t('balls.list.find')" clearable />
    <v-select
      v-model="filter.cover"
      :label="t('balls.fields.cover')"
      :items="any(coverFamilies.map((value) => ({ value, title: t(`balls.covers.${value}`) })))"
    />
    <v-select
      v-model="filter.status"
      :label="t('balls.list.state')"
      :items="any(statuses.map((value) => ({ value, title: t(`surface.status.${value}`) })))"
    />
    <v-select
      v-model="filter.band"
      :label="t('customers.style')"
      :items="any(bands.map((value) => ({ value, title: t(`customers.bands.${value}`) })))"
    />
    <v-select
      v-model="filter.place"
      :label="t('balls.fields.place')"
      :items="any(placesShown.map((value) => ({ value, title: t(`balls.places.${value}`) })))"
    />
    <v-text-field v-model.number="filter.gamesFrom" type="number" min="0" :label="t('balls.list.gamesFrom')" />
    <v-text-field v-model.number="filter.gritFrom" type="number" min="0" step="100" :label="t('balls.list.gritFrom')" />
    <v-text-field v-model.number="filter.gritTo" type="number" min="0" step="100" :label="t('balls.list.gritTo')" />
    <v-text-field v-model.number="filter.hardnessBelow" type="number" min="0" :label="t('balls.list.hardnessBelow')" />
  </div>
  <div class="row">
    <v-btn size="small" @click="filter = { ...emptyFilter }">{{ t('balls.list.clear') }}</v-btn>
    <span v-for="one in views" :key="one.name" class="row">
      <v-btn size="small" @click="filter = { ...emptyFilter, ...one.filter }">{{ one.name }}</v-btn>
      <v-btn
        size="x-small"
        variant="text"
        :aria-label="t('balls.list.dropView', { name: one.name })"
        @click="dropView(one.name)"
        >×</v-btn
      >
    </span>
    <v-text-field v-model="viewName" class="name" :label="t('balls.list.viewName')" @keydown.enter="keepView" />
    <v-btn size="small" :disabled="viewName.trim() === ''" @click="keepView">{{ t('balls.list.keepView') }}</v-btn>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: var(--gap-2);
}
.name {
  max-width: 180px;
}
</style>
