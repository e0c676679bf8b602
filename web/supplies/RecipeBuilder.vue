<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type ShopRecipe, shopRecipeSchema } from '@sleetfall/contract'
import {
  type RecipeStep,
  abrasiveKinds,
  effectiveRaUm,
  finishByStep,
  gritOfRa,
  raOfGrit,
  recipeDoubts,
  scannerTopGrit,
  shortestRecipe,
  spinnerStep,
  stepMedia,
  stepMethods,
  stepPressures,
} from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import Draggable from 'vuedraggable'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useShopRecipes } from './store.ts'

/** A recipe step by step: dragged into order, with what each step leaves at the peaks and in the valleys. */
const props = defineProps<{ recipe?: ShopRecipe; copyOf?: { name: string; steps: readonly RecipeStep[] } }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const recipes = useShopRecipes()
const notices = useNotices()
/** Steps carry a key of their own, so that dragging keeps what was typed. */
type Keyed = RecipeStep & { key: string }
const keyed = (step: RecipeStep): Keyed => ({ ...step, key: newId() })
const given = props.recipe?.steps ?? props.copyOf?.steps ?? [spinnerStep('pad', 500), spinnerStep('pad', 2000)]
const form = useForm(shopRecipeSchema, {
  id: props.recipe?.id ?? newId(),
  name: props.recipe?.name ?? props.copyOf?.name ?? '',
  note: props.recipe?.note ?? '',
  steps: given.map(keyed),
})
form.claim('steps')
const version = useVersions(
  form,
  props.recipe?.version ?? 0,
  () => save(),
  () => emit('close'),
)
const steps = computed({
  get: () => form.values['steps'] as Keyed[],
  set: (value) => (form.values['steps'] = value),
})
const startGrit = ref<number | null>(4500)
const start = computed(() => {
  const raUm = raOfGrit(startGrit.value && Number.isFinite(startGrit.value) ? startGrit.value : 4500)
  return { raTopUm: raUm, raBaseUm: raUm }
})
const after = computed(() => finishByStep(start.value, steps.value))
const doubts = computed(() => recipeDoubts(steps.value))
const last = computed(() => after.value.at(-1))
const gritText = (raUm: number) => {
  const grit = gritOfRa(raUm)
  return grit > scannerTopGrit ? `> ${scannerTopGrit}` : String(roundGrit(grit))
}
const change = (index: number, part: Partial<RecipeStep>) =>
  (steps.value = steps.value.map((step, at) => (at === index ? { ...step, ...part } : step)))
const remove = (index: number) => (steps.value = steps.value.filter((_, at) => at !== index))
const add = () => (steps.value = [...steps.value, keyed(spinnerStep('pad', 2000))])
function move(index: number, by: -1 | 1) {
  const to = index + by
  if (to < 0 || to >= steps.value.length) return
  const next = [...steps.value]
  const [step] = next.splice(index, 1)
  next.splice(to, 0, step!)
  steps.value = next
}
const wantedGrit = ref<number | null>(2000)
const keepTeeth = ref<number | null>(null)
const unreachable = ref(false)
function suggest() {
  if (wantedGrit.value === null || !Number.isFinite(wantedGrit.value)) return
  const raBaseUm = keepTeeth.value && Number.isFinite(keepTeeth.value) ? raOfGrit(keepTeeth.value) : null
  const found = shortestRecipe(start.value, { raTopUm: raOfGrit(wantedGrit.value), raBaseUm })
  unreachable.value = found === null
  if (found) steps.value = found.steps.map(keyed)
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
    :labels="{ name: t('supplies.recipeName'), note: t('supplies.note') }"
    @save="save"
    @close="emit('close')"
    @keep-mine="version.keepMine"
    @take-theirs="version.takeTheirs"
  >
    <div class="two">
      <v-text-field v-bind="form.field('name')" autofocus :label="t('supplies.recipeName')" />
      <QuantityField v-model="startGrit" name="scannedGrit" :label="t('supplies.startsFrom')" />
    </div>
    <Draggable
      v-model="steps"
      item-key="key"
      tag="ol"
      class="steps"
      handle=".grip"
      :force-fallback="true"
      :animation="120"
    >
      <template #item="{ element, index }: { element: Keyed; index: number }">
        <li class="step" :aria-label="t('supplies.step', { n: index + 1 })">
          <span class="grip" aria-hidden="true" :title="t('supplies.drag')">☰</span>
          <div class="fields">
            <v-select
              :label="t('supplies.abrasive')"
              :model-value="element.abrasive"
              :items="abrasiveKinds.map((value) => ({ value, title: t(`supplies.abrasives.${value}`) }))"
              @update:model-value="
                change(index, {
                  abrasive: $event,
                  grit: $event === 'pad' || $event === 'sheet' ? (element.grit ?? 2000) : undefined,
                })
              "
            />
            <QuantityField
              v-if="element.abrasive === 'pad' || element.abrasive === 'sheet'"
              name="grit"
              :label="t('supplies.grit')"
              :model-value="element.grit ?? null"
              :error-messages="form.errors[`steps[${index}].grit`] ?? ''"
              @update:model-value="change(index, { grit: $event ?? undefined })"
            />
            <v-select
              :label="t('supplies.method')"
              :model-value="element.method"
              :items="stepMethods.map((value) => ({ value, title: t(`supplies.methods.${value}`) }))"
              @update:model-value="change(index, { method: $event })"
            />
            <v-select
              :label="t('supplies.medium')"
              :model-value="element.medium"
              :items="stepMedia.map((value) => ({ value, title: t(`supplies.media.${value}`) }))"
              @update:model-value="change(index, { medium: $event })"
            />
            <v-select
              :label="t('supplies.sides')"
              :model-value="element.sides"
              :items="[2, 4, 6].map((value) => ({ value, title: `${value}` }))"
              @update:model-value="change(index, { sides: $event })"
            />
            <QuantityField
              name="passesPerSide"
              :label="t('supplies.passes')"
              :model-value="element.passesPerSide"
              :error-messages="form.errors[`steps[${index}].passesPerSide`] ?? ''"
              @update:model-value="change(index, { passesPerSide: $event ?? 0 })"
            />
            <QuantityField
              name="secondsPerSide"
              :label="t('supplies.seconds')"
              :model-value="element.secondsPerSide"
              :error-messages="form.errors[`steps[${index}].secondsPerSide`] ?? ''"
              @update:model-value="change(index, { secondsPerSide: $event ?? 0 })"
            />
            <v-select
              :label="t('supplies.pressure')"
              :model-value="element.pressure"
              :items="stepPressures.map((value) => ({ value, title: t(`bench.pressures.${value}`) }))"
              @update:model-value="change(index, { pressure: $event })"
            />
          </div>
          <p class="leaves" role="status">
            <strong class="figure">{{ t('supplies.reads', { grit: gritText(after[index]!.raTopUm) }) }}</strong>
            <span class="small">{{ t('supplies.underneath', { grit: gritText(after[index]!.raBaseUm) }) }}</span>
            <span class="bar" aria-hidden="true"
              ><span :style="{ width: `${100 * after[index]!.effect}%` }"></span
            ></span>
            <span class="small soft">{{ t('supplies.effect', { n: Math.round(100 * after[index]!.effect) }) }}</span>
          </p>
          <div class="moves">
            <v-btn
              size="x-small"
              :disabled="index === 0"
              :aria-label="t('supplies.up', { n: index + 1 })"
              @click="move(index, -1)"
              >↑</v-btn
            >
            <v-btn
              size="x-small"
              :disabled="index === steps.length - 1"
              :aria-label="t('supplies.down', { n: index + 1 })"
              @click="move(index, 1)"
              >↓</v-btn
            >
            <v-btn
              size="x-small"
              variant="text"
              :aria-label="t('supplies.removeStep', { n: index + 1 })"
              @click="remove(index)"
              >×</v-btn
            >
          </div>
          <p
            v-for="doubt in doubts.filter((one) => one.position === index)"
            :key="doubt.problem"
            class="doubt small"
            role="status"
          >
            ▲ {{ t(`supplies.problems.${doubt.problem}`) }}
          </p>
        </li>
      </template>
    </Draggable>
    <p v-if="form.errors['steps']" class="bad" role="alert">{{ form.errors['steps'] }}</p>
    <div class="row">
      <v-btn size="small" @click="add">{{ t('supplies.addStep') }}</v-btn>
      <span v-if="last" class="figure">{{
        t('supplies.result', {
          top: gritText(last.raTopUm),
          felt: gritText(effectiveRaUm(last)),
          mm: last.coverRemovedMm.toFixed(3),
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
      <v-btn class="touch" @click="suggest">{{ t('supplies.find') }}</v-btn>
      <p v-if="unreachable" role="status">▲ {{ t('supplies.unreachable') }}</p>
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
.step {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) 150px auto;
  gap: var(--gap-2);
  align-items: center;
  background: var(--panel-sunk);
  border: 1px solid var(--line);
  padding: var(--gap-2);
}
.grip {
  cursor: grab;
  font-size: 1.4rem;
  text-align: center;
}
.fields {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: var(--gap-1);
}
.leaves {
  display: grid;
  line-height: 1.2;
}
.bar {
  height: 8px;
  background: var(--gauge-track);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--gauge-window);
}
.moves {
  display: grid;
  gap: 2px;
}
.doubt {
  grid-column: 2 / -1;
}
.suggest {
  border: 1px solid var(--line);
  padding: var(--gap-2);
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: var(--gap-2);
  align-items: start;
}
@media (max-width: 800px) {
  .fields {
    grid-template-columns: 1fr 1fr;
  }
  .step {
    grid-template-columns: 28px minmax(0, 1fr);
  }
  .leaves,
  .moves {
    grid-column: 2;
  }
  .moves {
    grid-template-columns: repeat(3, auto);
    justify-content: start;
  }
}
</style>
