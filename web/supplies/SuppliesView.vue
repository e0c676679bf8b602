<script setup lang="ts">
import type { Pad, ShopRecipe } from '@sleetfall/contract'
import {
  type Recipe,
  applyRecipe,
  describeSteps,
  effectiveRaUm,
  gritOfRa,
  readyRecipes,
  scannerTopGrit,
  surfaceDefaults,
} from '@sleetfall/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import SortHead from '../controls/SortHead.vue'
import { useSorted } from '../controls/useSorted.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import PadForm from './PadForm.vue'
import RecipeBuilder from './RecipeBuilder.vue'
import { usePads, useShopRecipes } from './store.ts'

/** Recipes, ready ones and the shop's own, and what they are done with: pads with the balls left in them. */
const { t } = useI18n()
const session = useSession()
const pads = usePads()
const recipes = useShopRecipes()
const notices = useNotices()
const building = ref<{ recipe?: ShopRecipe; copyOf?: { name: string; steps: Recipe['steps'] } } | null>(null)
const padForm = ref<{ pad?: Pad } | null>(null)
const discarding = ref<{ pad?: Pad; recipe?: ShopRecipe } | null>(null)
const load = (anew = false) => Promise.all([pads.load(anew), recipes.load(anew)])
onMounted(() => load())
const shine = { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm }
const gritText = (raUm: number) => {
  const grit = gritOfRa(raUm)
  return grit > scannerTopGrit ? `> ${scannerTopGrit}` : String(roundGrit(grit))
}
const figures = (steps: Recipe['steps']) => {
  const done = applyRecipe(shine, steps)
  return {
    steps: describeSteps(steps),
    top: gritText(done.raTopUm),
    felt: gritText(effectiveRaUm(done)),
    mm: done.coverRemovedMm.toFixed(3),
  }
}
const rows = computed(() => [
  ...recipes.items.map((recipe) => ({
    key: recipe.id,
    name: recipe.name,
    note: recipe.note,
    recipe,
    steps: recipe.steps,
  })),
  ...readyRecipes.map((recipe) => ({
    key: recipe.key,
    name: t(`surface.recipes.${recipe.key}`),
    note: '',
    recipe: null,
    steps: recipe.steps,
  })),
])
const left = (pad: Pad) => Math.max(0, pad.lifeBalls - pad.uses)
const { shown, sortBy, ariaSort } = useSorted(
  'pads',
  () => pads.items,
  { grit: (p) => p.grit ?? 99999, name: (p) => p.name, left: (p) => left(p), spare: (p) => p.spare },
  (p) => p.name,
)
const toOrder = computed(() => pads.items.filter((pad) => pad.spare <= pad.reorderAt))

async function discard() {
  const { pad, recipe } = discarding.value ?? {}
  discarding.value = null
  await notices.attempt(async () => {
    if (pad) await pads.discard(pad)
    if (recipe) await recipes.discard(recipe)
  })
}
const openSpare = (pad: Pad) =>
  notices.attempt(async () => {
    await pads.openSpare(pad)
    notices.done(t('supplies.opened', { name: pad.name }))
  })
</script>

<template>
  <section class="stack">
    <div class="spread">
      <h1>{{ t('supplies.title') }}</h1>
      <div v-if="session.mayWork" class="row">
        <v-btn size="small" @click="padForm = {}">{{ t('supplies.newPad') }}</v-btn>
        <v-btn size="small" class="next-action" @click="building = {}">{{ t('supplies.newRecipe') }}</v-btn>
      </div>
    </div>
    <LoadState :loaded="pads.loaded && recipes.loaded" :error="pads.error ?? recipes.error" @retry="load(true)">
      <div class="two">
        <section class="panel stack" :aria-label="t('supplies.recipes')">
          <h2>{{ t('supplies.recipes') }}</h2>
          <table class="list">
            <thead>
              <tr>
                <th scope="col">{{ t('supplies.recipeName') }}</th>
                <th scope="col">{{ t('supplies.steps') }}</th>
                <th scope="col" class="number">{{ t('supplies.readsShort') }}</th>
                <th scope="col" class="number">{{ t('supplies.feltShort') }}</th>
                <th scope="col" class="number">mm</th>
                <td></td>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows" :key="row.key">
                <td>
                  <strong>{{ row.name }}</strong>
                  <span v-if="row.recipe" class="small soft">{{ t('supplies.own') }}</span>
                  <div class="small soft">{{ row.note }}</div>
                </td>
                <td class="small">{{ figures(row.steps).steps }}</td>
                <td class="number figure">{{ figures(row.steps).top }}</td>
                <td class="number figure">{{ figures(row.steps).felt }}</td>
                <td class="number figure">{{ figures(row.steps).mm }}</td>
                <td>
                  <div v-if="session.mayWork" class="row tight">
                    <v-btn
                      v-if="row.recipe"
                      size="x-small"
                      :aria-label="t('supplies.editRecipe', { name: row.name })"
                      @click="building = { recipe: row.recipe }"
                      >{{ t('supplies.edit') }}</v-btn
                    >
                    <v-btn
                      size="x-small"
                      variant="text"
                      :aria-label="t('supplies.copyRecipe', { name: row.name })"
                      @click="
                        building = { copyOf: { name: t('supplies.copyName', { name: row.name }), steps: row.steps } }
                      "
                      >{{ t('supplies.copy') }}</v-btn
                    >
                    <v-btn
                      v-if="row.recipe"
                      size="x-small"
                      variant="text"
                      :aria-label="t('supplies.discardRecipe', { name: row.name })"
                      @click="discarding = { recipe: row.recipe }"
                      >×</v-btn
                    >
                  </div>
                </td>
              </tr>
            </tbody>
          </table>
          <p class="small soft">{{ t('supplies.recipesNote') }}</p>
        </section>
        <section class="panel stack" :aria-label="t('supplies.padsTitle')">
          <h2>{{ t('supplies.padsTitle') }}</h2>
          <p v-if="toOrder.length > 0" role="status">
            ▲ {{ t('supplies.order', { names: toOrder.map((pad) => pad.name).join(', ') }) }}
          </p>
          <p v-if="pads.items.length === 0" class="soft">{{ t('supplies.noPads') }}</p>
          <table v-else class="list">
            <thead>
              <tr>
                <SortHead :label="t('supplies.padName')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
                <SortHead :label="t('supplies.left')" :sorted="ariaSort('left')" @sort="sortBy('left')" />
                <SortHead :label="t('supplies.pads.spare')" :sorted="ariaSort('spare')" @sort="sortBy('spare')" />
                <td></td>
              </tr>
            </thead>
            <tbody>
              <tr v-for="pad in shown" :key="pad.id">
                <td>
                  <strong>{{ pad.name }}</strong>
                  <div class="small soft">
                    {{ pad.purpose }}
                    <template v-if="pad.price">{{
                      t('supplies.perUse', { price: (pad.price / pad.lifeBalls).toFixed(2) })
                    }}</template>
                  </div>
                </td>
                <td>
                  <span class="figure" :class="{ bad: left(pad) === 0 }">{{
                    left(pad) === 0
                      ? `▲ ${t('supplies.worn')}`
                      : t('supplies.ballsLeft', { n: left(pad), of: pad.lifeBalls })
                  }}</span>
                </td>
                <td class="figure">{{ pad.spare }}<span v-if="pad.spare <= pad.reorderAt" class="bad"> ▲</span></td>
                <td>
                  <div v-if="session.mayWork" class="row tight">
                    <v-btn
                      size="x-small"
                      :disabled="pad.spare === 0"
                      :aria-label="`${t('supplies.openSpare')}: ${pad.name}`"
                      @click="openSpare(pad)"
                      >{{ t('supplies.openSpare') }}</v-btn
                    >
                    <v-btn
                      size="x-small"
                      variant="text"
                      :aria-label="t('supplies.editPad', { name: pad.name })"
                      @click="padForm = { pad }"
                      >{{ t('supplies.edit') }}</v-btn
                    >
                    <v-btn
                      size="x-small"
                      variant="text"
                      :aria-label="t('supplies.discardPad', { name: pad.name })"
                      @click="discarding = { pad }"
                      >×</v-btn
                    >
                  </div>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="pads.items.some((pad) => pad.abrasive === 'wipe')" class="small">◇ {{ t('supplies.wipeRules') }}</p>
        </section>
      </div>
    </LoadState>
    <RecipeBuilder v-if="building" v-bind="building" @close="building = null" />
    <PadForm v-if="padForm" v-bind="padForm" @close="padForm = null" />
    <ConfirmDialog
      v-if="discarding"
      :title="t('supplies.discardTitle')"
      :text="t('supplies.discardText', { name: discarding.pad?.name ?? discarding.recipe?.name ?? '' })"
      :action="t('supplies.discard')"
      @confirm="discard"
      @close="discarding = null"
    />
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: var(--gap-3);
  align-items: start;
}
.tight {
  flex-wrap: nowrap;
  gap: 2px;
}
table.list td,
table.list th {
  padding-inline: 5px;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
