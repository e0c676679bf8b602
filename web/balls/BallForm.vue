<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Ball, ballSchema, figureSources, whereabouts } from '@sleetfall/contract'
import { coverFamilies, readyRecipes } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import CoreFigureField from '../controls/CoreFigureField.vue'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import LayoutField from '../controls/LayoutField.vue'
import QuantityField from '../controls/QuantityField.vue'
import { todayText } from '../controls/days.ts'
import { useForm, useVersions } from '../controls/useForm.ts'
import CustomerField from '../customers/CustomerField.vue'
import { useCustomers } from '../customers/store.ts'
import { useNotices } from '../shell/notices.ts'
import { ballFields, layoutOfForm } from './ballFields.ts'
import { useBalls } from './store.ts'
import { finishes, useFinishNow } from './useFinishNow.ts'

/** Takes in a ball or edits its record. A new ball may also say what is on its cover now. */
const props = defineProps<{ ball?: Ball; customerId?: string | undefined }>()
const emit = defineEmits<{ close: []; saved: [Ball] }>()
const { t } = useI18n()
const balls = useBalls()
const customers = useCustomers()
const notices = useNotices()
// Fixed when the form opens: what is typed belongs to this customer whatever the page behind does.
const customerGiven = props.customerId !== undefined
const initial = props.ball ?? {
  ...ballSchema.getDefault(),
  id: newId(),
  customerId: props.customerId ?? null,
  cover: 'solid',
  place: 'shelf',
}
const form = useForm(ballSchema, { ...initial })
form.claim('drillingAngleDeg', 'pinToPapIn', 'valAngleDeg')
const layout = layoutOfForm(form.values)
const { now: cover, record: recordFinish } = useFinishNow()

const versions = useVersions(form, props.ball?.version ?? 0, save, (current) => {
  balls.take(current as unknown as Ball)
  emit('close')
})
async function save() {
  // 'Unknown' means that not even the factory finish may be taken for what is on the ball.
  if (!props.ball && cover.finish === 'unknown') form.values['factoryGrit'] = null
  const ok = await form.submit(async (input) => {
    const saved = props.ball
      ? await balls.update(input.id, { ...input, version: versions.current() })
      : await recordFinish(await balls.create(input))
    if (!props.ball) void customers.need(input.customerId, true)
    notices.done(t('balls.saved', { name: saved.name }))
    emit('saved', saved)
  })
  if (ok) emit('close')
}
const labels = Object.fromEntries(ballFields.map((key) => [key, t(`balls.fields.${key}`)]))
const optional = (keys: readonly string[], group: string) =>
  keys.map((value) => ({ value, title: t(`${group}.${value}`) }))
</script>

<template>
  <FormDialog
    :title="ball ? t('balls.edit') : t('balls.add')"
    :form="form"
    :draft="`ball ${ball?.id ?? `new ${customerId ?? ''}`}`"
    :labels="labels"
    wide
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <div class="grid">
      <CustomerField
        v-if="!customerGiven"
        v-bind="form.field<string>('customerId')"
        :label="t('balls.fields.customerId')"
        class="two"
        v-focus
      />
      <v-text-field v-bind="form.field('name')" :label="t('balls.fields.name')" class="two" v-focus="customerGiven" />
      <v-select
        v-bind="form.field('cover')"
        :label="t('balls.fields.cover')"
        :items="optional(coverFamilies, 'balls.covers')"
      />
      <QuantityField v-bind="form.field<number>('weightLb')" name="weightLb" :label="t('balls.fields.weightLb')" />
      <CoreFigureField v-bind="form.field<number>('rgIn')" name="rgIn" :label="t('balls.fields.rgIn')" />
      <CoreFigureField
        v-bind="form.field<number>('differentialIn')"
        name="differentialIn"
        :label="t('balls.fields.differentialIn')"
      />
      <CoreFigureField
        v-bind="form.field<number>('intermediateDifferentialIn')"
        name="intermediateDifferentialIn"
        :label="t('balls.fields.intermediateDifferentialIn')"
      />
      <QuantityField v-bind="form.field<number>('hardnessD')" name="hardnessD" :label="t('balls.fields.hardnessD')" />
      <QuantityField
        v-bind="form.field<number>('pinDistanceIn')"
        name="pinDistanceIn"
        :label="t('balls.fields.pinDistanceIn')"
      />
      <LayoutField
        v-model="layout"
        class="two"
        :error-messages="
          form.errors['drillingAngleDeg'] ?? form.errors['pinToPapIn'] ?? form.errors['valAngleDeg'] ?? ''
        "
      />
    </div>
    <h3>{{ t('balls.surface') }}</h3>
    <div class="grid">
      <QuantityField
        v-bind="form.field<number>('factoryGrit')"
        name="scannedGrit"
        :label="t('balls.fields.factoryGrit')"
        :hint="t('balls.factoryHint')"
        class="two"
      />
      <v-select
        v-bind="form.field('factorySource')"
        :label="t('controls.source')"
        :items="[
          { value: null, title: t('controls.noSource') },
          ...optional(
            figureSources.filter((one) => one !== 'fitted'),
            'controls.sources',
          ),
        ]"
      />
      <QuantityField
        v-bind="form.field<number>('targetGrit')"
        name="grit"
        :label="t('balls.fields.targetGrit')"
        :hint="t('balls.targetHint')"
      />
      <template v-if="!ball">
        <v-select
          v-model="cover.finish"
          :label="t('balls.finishNow')"
          :items="optional(finishes, 'balls.finishNows')"
        />
        <v-select
          v-if="cover.finish === 'recipe'"
          v-model="cover.recipeKey"
          :label="t('balls.finishRecipe')"
          :items="readyRecipes.map((r) => ({ value: r.key, title: t(`surface.recipes.${r.key}`) }))"
        />
        <DayField v-if="cover.finish === 'recipe'" v-model="cover.on" :label="t('balls.finishOn')" :max="todayText()" />
        <QuantityField
          v-if="cover.finish === 'scan'"
          v-model="cover.scannedGrit"
          name="scannedGrit"
          :label="t('balls.reading', { n: 1 })"
        />
      </template>
      <QuantityField
        v-bind="form.field<number>('gamesBefore')"
        name="gamesBefore"
        :label="t('balls.fields.gamesBefore')"
      />
    </div>
    <div class="grid">
      <v-select
        v-bind="form.field('place')"
        :label="t('balls.fields.place')"
        :items="optional(whereabouts, 'balls.places')"
      />
      <v-text-field v-bind="form.field('shelf')" :label="t('balls.fields.shelf')" />
      <DayField v-bind="form.field('boughtOn')" :label="t('balls.fields.boughtOn')" :max="todayText()" />
      <DayField v-bind="form.field('drilledOn')" :label="t('balls.fields.drilledOn')" :max="todayText()" />
      <v-textarea v-bind="form.field('note')" :label="t('balls.fields.note')" class="all" />
    </div>
  </FormDialog>
</template>

<style scoped>
.grid {
  display: grid;
  align-items: start;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: var(--gap-3);
}
.two {
  grid-column: span 2;
}
.all {
  grid-column: 1 / -1;
}
@media (max-width: 800px) {
  .grid {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
