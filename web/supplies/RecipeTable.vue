<script setup lang="ts">
import type { ShopRecipe } from '@sleetfall/contract'
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
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useSession } from '../shell/session.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useShopRecipes } from './store.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** Recipes, the shop's own and the ready ones, with what each leaves on a worn ball. */
const emit = defineEmits<{
  build: [{ recipe?: ShopRecipe; copyOf?: { name: string; steps: Recipe['steps'] } }]
  discard: [ShopRecipe]
}>()
const { t } = useI18n()
const [session, recipes] = [useSession(), useShopRecipes()]
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
    mm: fixed(done.coverRemovedMm, 3),
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
</script>

<template>
  <section class="panel stack" :aria-label="t('supplies.recipes')">
    <h2>{{ t('supplies.recipes') }}</h2>
    <table v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('supplies.recipeName') }}</th>
          <th scope="col">{{ t('supplies.steps') }}</th>
          <th scope="col" class="number">{{ t('supplies.readsShort') }}</th>
          <th scope="col" class="number">{{ t('supplies.feltShort') }}</th>
          <th scope="col" class="number">{{ t('supplies.offShort') }}</th>
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
                @click="emit('build', { recipe: row.recipe })"
                >{{ t('supplies.edit') }}</v-btn
              >
              <v-btn
                size="x-small"
                variant="text"
                :aria-label="t('supplies.copyRecipe', { name: row.name })"
                @click="
                  emit('build', { copyOf: { name: t('supplies.copyName', { name: row.name }), steps: row.steps } })
                "
                >{{ t('supplies.copy') }}</v-btn
              >
              <v-btn
                v-if="row.recipe"
                size="x-small"
                variant="text"
                :aria-label="t('supplies.discardRecipe', { name: row.name })"
                @click="emit('discard', row.recipe)"
                >×</v-btn
              >
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">{{ t('supplies.recipesNote') }}</p>
  </section>
</template>

<style scoped>
.tight {
  flex-wrap: nowrap;
  gap: 2px;
}
table.list td,
table.list th {
  padding-inline: 5px;
}
</style>
