<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type ShopRecipe, shopRecipeSchema } from '@sleetfall/contract'
import { type RecipeStep, effectiveRaUm, spinnerStep } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import Draggable from 'vuedraggable'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useRowFocus } from '../controls/useRowFocus.ts'
import { useNotices } from '../shell/notices.ts'
import { scannedText } from '../surface/useSurfaceText.ts'
import RecipeStepRow from './RecipeStepRow.vue'
import { useShopRecipes } from './store.ts'
import { type KeyedStep, keyedStep, useRecipeSteps } from './useRecipeSteps.ts'
import { fixed } from '../controls/figures.ts'

/** A recipe step by step: dragged into order, with what each step leaves at the peaks and in the valleys. */
const props = defineProps<{ recipe?: ShopRecipe; copyOf?: { name: string; steps: readonly RecipeStep[] } }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const recipes = useShopRecipes()
const notices = useNotices()
const given = props.recipe?.steps ?? props.copyOf?.steps ?? [spinnerStep('pad', 500), spinnerStep('pad', 2000)]
const form = useForm(shopRecipeSchema, {
  id: props.recipe?.id ?? newId(),
  name: props.recipe?.name ?? props.copyOf?.name ?? '',
  note: props.recipe?.note ?? '',
  steps: given.map(keyedStep),
})
form.claim('steps')
const version = useVersions(
  form,
  props.recipe?.version ?? 0,
  () => save(),
  () => emit('close'),
)
const steps = computed({
  get: () => form.values['steps'] as KeyedStep[],
  set: (value) => (form.values['steps'] = value),
})
const { startGrit, wantedGrit, keepTeeth, unreachable, comesTo, after, doubts, ...edit } = useRecipeSteps(steps)
const last = computed(() => after.value.at(-1))
const list = ref<HTMLElement | null>(null)
const focus = useRowFocus(list)
function add() {
  edit.add()
  focus.added()
}
function remove(index: number) {
  edit.remove(index)
  focus.removed(index)
}
function move(index: number, by: -1 | 1) {
  edit.move(index, by)
  focus.moved(index + by, by)
}

async function save() {
  const ok = await form.submit(async (input) => {
    if (props.recipe) await recipes.update(props.recipe.id, { ...input, version: version.current() })
    else await recipes.create(input)
    notices.done(t('supplies.recipeSaved', { name: input.name }))
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    wide
    :title="recipe ? t('supplies.editRecipe', { name: recipe.name }) : t('supplies.newRecipe')"
    :form="form"
    :draft="`recipe ${recipe?.id ?? 'new'}`"
    :labels="{ name: t('supplies.recipeName'), steps: t('supplies.steps') }"
    @save="save"
    @close="emit('close')"
    @keep-mine="version.keepMine"
    @take-theirs="version.takeTheirs"
  >
    <div class="two">
      <v-text-field v-bind="form.field('name')" autofocus :label="t('supplies.recipeName')" />
      <QuantityField v-model="startGrit" name="scannedGrit" :label="t('supplies.startsFrom')" />
    </div>
    <div ref="list">
      <Draggable
        v-model="steps"
        item-key="key"
        tag="ol"
        class="steps"
        handle=".grip"
        :force-fallback="true"
        :animation="120"
      >
        <template #item="{ element, index }: { element: KeyedStep; index: number }">
          <RecipeStepRow
            :step="element"
            :index="index"
            :last="index === steps.length - 1"
            :after="after[index]!"
            :doubts="doubts.filter((one) => one.position === index)"
            :errors="form.errors"
            @change="edit.change(index, $event)"
            @move="move(index, $event)"
            @remove="remove(index)"
          />
        </template>
      </Draggable>
    </div>
    <p v-if="form.errors['steps']" class="bad" role="alert">{{ form.errors['steps'] }}</p>
    <div class="row">
      <v-btn size="small" @click="add">{{ t('supplies.addStep') }}</v-btn>
      <span v-if="last" class="figure">{{
        t('supplies.result', {
          top: scannedText(last.raTopUm),
          felt: scannedText(effectiveRaUm(last)),
          mm: fixed(last.coverRemovedMm, 3),
        })
      }}</span>
      <span class="small soft">{{ t('surface.provenance.assumed') }}</span>
    </div>
    <fieldset class="suggest">
      <legend>{{ t('supplies.shortest') }}</legend>
      <QuantityField v-model="wantedGrit" name="scannedGrit" :label="t('supplies.wanted')" />
      <QuantityField
        v-model="keepTeeth"
        name="scannedGrit"
        :label="t('supplies.teeth')"
        :hint="t('supplies.teethHint')"
      />
      <v-btn class="touch" @click="edit.suggest">{{ t('supplies.find') }}</v-btn>
      <p v-if="unreachable" role="status">▲ {{ t('supplies.unreachable') }}</p>
      <p v-else-if="comesTo" class="small" role="status">
        {{ t('supplies.comesTo', { top: scannedText(comesTo.raTopUm) }) }}
        <template v-if="comesTo.raBaseUm !== null">{{
          t('supplies.comesToTeeth', { base: scannedText(comesTo.raBaseUm) })
        }}</template>
      </p>
    </fieldset>
    <v-textarea v-bind="form.field('note')" rows="2" :label="t('supplies.note')" />
  </FormDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1.6fr 1fr;
  gap: var(--gap-3);
}
.steps {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
.suggest {
  border: 1px solid var(--line);
  padding: var(--gap-2);
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: var(--gap-2);
  align-items: start;
}
.suggest legend {
  padding: 0 var(--gap-1);
}
.suggest > p {
  grid-column: 1 / -1;
}
</style>
