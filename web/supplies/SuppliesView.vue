<script setup lang="ts">
import type { Pad, ShopRecipe } from '@sleetfall/contract'
import type { Recipe } from '@sleetfall/core'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PadForm from './PadForm.vue'
import PadTable from './PadTable.vue'
import RecipeBuilder from './RecipeBuilder.vue'
import RecipeTable from './RecipeTable.vue'
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
async function discard() {
  const { pad, recipe } = discarding.value ?? {}
  discarding.value = null
  await notices.attempt(async () => {
    if (pad) await pads.discard(pad)
    if (recipe) await recipes.discard(recipe)
  })
}
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
        <RecipeTable @build="building = $event" @discard="discarding = { recipe: $event }" />
        <PadTable @edit="padForm = { pad: $event }" @discard="discarding = { pad: $event }" />
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
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
