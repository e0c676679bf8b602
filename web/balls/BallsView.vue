<script setup lang="ts">
import type { Ball, Page } from '@sleetfall/contract'
import { useStorage } from '@vueuse/core'
import Papa from 'papaparse'
import { reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import SortHead from '../controls/SortHead.vue'
import MoreRows from '../controls/MoreRows.vue'
import { saveBlob } from '../print/paper.ts'
import { useOrder } from '../controls/useSorted.ts'
import { get } from '../http/client.ts'
import { queryOf, usePage } from '../http/usePage.ts'
import { useNotices } from '../shell/notices.ts'
import { signOf, useSurfaceText } from '../surface/useSurfaceText.ts'
import BallFilters from './BallFilters.vue'
import { type BallFilter, emptyFilter, filterQuestion, safeCell } from './ballFilter.ts'
import { useBalls } from './store.ts'
import { vCards } from '../controls/cards.ts'
import { plain } from '../controls/figures.ts'

/** Every ball in care across customers: narrowed as technicians ask, kept as named views, saved as CSV. */
const { t } = useI18n()
const notices = useNotices()
const balls = useBalls()
const text = useSurfaceText()
const filter = useStorage<BallFilter>('sleetfall.balls.filter', { ...emptyFilter }, undefined, { mergeDefaults: true })
const { search, sortBy, ariaSort, question } = useOrder('ball-list', 'name')
const asked = () => ({ ...question(), ...filterQuestion(filter.value) })
const list = reactive(usePage<Ball>('/balls', asked, () => balls))
const columns = ['name', 'customer', 'cover', 'grit', 'games', 'left', 'hardness', 'place'] as const
const numbers: readonly string[] = ['grit', 'games', 'left', 'hardness']
const place = (ball: Ball) => `${t(`balls.places.${ball.place}`)} ${ball.shelf}`.trim()
const saving = ref(false)
/** Every ball that the filter finds goes into the file, part by part, not only those on screen. */
async function everyBall(): Promise<readonly Ball[]> {
  const found: Ball[] = []
  for (;;) {
    const { items } = await get<Page<Ball>>(`/balls?${queryOf({ ...asked(), offset: found.length, limit: 200 })}`)
    found.push(...items)
    if (items.length < 200 || found.length >= mostInFile) return found
  }
}
const mostInFile = 10_000
const csvOf = (found: readonly Ball[]) =>
  Papa.unparse({
    fields: columns.map((column) => t(`balls.list.columns.${column}`)),
    data: found.map((b) =>
      [
        b.name,
        b.customerName,
        t(`balls.covers.${b.cover}`),
        b.surface.grit === null ? '' : Math.round(b.surface.grit),
        b.surface.gamesOnSurface,
        b.surface.gamesLeft === null ? '' : Math.round(b.surface.gamesLeft),
        b.hardnessD ?? '',
        place(b),
      ].map(safeCell),
    ),
  })
async function save() {
  saving.value = true
  await notices.attempt(async () => {
    const csv = csvOf(await everyBall())
    saveBlob(new Blob([`${csv}\r\n`], { type: 'text/csv;charset=utf-8' }), 'balls.csv')
  })
  saving.value = false
}
</script>

<template>
  <section class="stack" data-list :aria-busy="list.waiting">
    <div class="spread">
      <h1>{{ t('balls.list.title') }}</h1>
      <div class="row">
        <v-btn size="small" variant="text" to="/rack">{{ t('balls.list.rack') }}</v-btn>
        <v-btn size="small" :disabled="list.total === 0" :loading="saving" @click="save">{{
          t('balls.list.csv')
        }}</v-btn>
      </div>
    </div>
    <LoadState :loaded="list.loaded" :error="list.error" @retry="list.load">
      <BallFilters v-model="filter" v-model:search="search" />
      <MoreRows :shown="list.items.length" :total="list.total" :busy="list.busy" @more="list.more" />
      <div class="scroll" tabindex="0" role="region" :aria-label="t('balls.list.title')">
        <table v-cards class="list">
          <thead>
            <tr>
              <SortHead
                v-for="column in columns"
                :key="column"
                :label="t(`balls.list.columns.${column}`)"
                :sorted="ariaSort(column)"
                :number="numbers.includes(column)"
                @sort="sortBy(column)"
              />
            </tr>
          </thead>
          <tbody>
            <tr v-for="ball in list.items" :key="ball.id">
              <th scope="row">
                <router-link :to="{ path: `/rack/${ball.customerId}`, query: { ball: ball.id } }">{{
                  ball.name
                }}</router-link>
              </th>
              <td>{{ ball.customerName }}</td>
              <td>{{ t(`balls.covers.${ball.cover}`) }}</td>
              <td class="number">
                <span aria-hidden="true">{{ signOf(ball.surface) }}</span> {{ text.grit(ball.surface) }}
              </td>
              <td class="number">{{ ball.surface.gamesOnSurface }}</td>
              <td class="number">
                {{ ball.surface.gamesLeft === null ? '–' : Math.round(ball.surface.gamesLeft) }}
              </td>
              <td class="number">{{ ball.hardnessD === null ? '–' : plain(ball.hardnessD, 1) }}</td>
              <td>{{ place(ball) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="list.total === 0" class="soft">{{ t('balls.list.none') }}</p>
    </LoadState>
  </section>
</template>

<style scoped>
.scroll {
  overflow: auto;
}
</style>
