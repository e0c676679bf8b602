<script setup lang="ts">
import { type RuleSet, ruleSetSchema } from '@sleetfall/contract'
import { cleanerRules, surfaceChanges, urethaneRules } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { computed, onMounted } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { useNotices } from '../shell/notices.ts'
import { usePads } from '../supplies/store.ts'
import { useRuleSets } from './store.ts'

/** A set of rules: figures as the organiser gives them, with where they were read. */
const props = defineProps<{ rules?: RuleSet }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const ruleSets = useRuleSets()
const pads = usePads()
const notices = useNotices()
const form = useForm(ruleSetSchema, { ...(props.rules ?? { ...ruleSetSchema.getDefault(), id: newId() }) })
const versions = useVersions(form, props.rules?.version ?? 0, save, (current) => {
  ruleSets.take(current as unknown as RuleSet)
  emit('close')
})
async function save() {
  const ok = await form.submit(async (input) => {
    const saved = props.rules
      ? await ruleSets.update(input.id, { ...input, version: versions.current() })
      : await ruleSets.create(input)
    notices.done(t('events.saved', { name: saved.name }))
  })
  if (ok) emit('close')
}
const figures = [
  ['mostBalls', 'ruledBalls'],
  ['mostWeightLb', 'weightLb'],
  ['leastHardnessD', 'hardnessD'],
  ['leastUrethaneHardnessD', 'hardnessD'],
  ['mostRaUm', 'ruledRaUm'],
  ['leastRgIn', 'rgIn'],
  ['mostRgIn', 'rgIn'],
  ['mostDifferentialIn', 'differentialIn'],
  ['mostStaticOz', 'ruledStaticOz'],
] as const
const products = ['allowedProducts', 'refusedProducts'] as const
/** What the shop has of them, to choose from; any other is typed. */
const cleaning = computed(() =>
  pads.items.filter(({ abrasive }) => abrasive === 'cleaner' || abrasive === 'wipe').map(({ name }) => name),
)
onMounted(() => pads.load())
const choices = computed(
  () =>
    [
      ['surfaceChange', surfaceChanges],
      ['cleaner', cleanerRules],
      ['urethane', urethaneRules],
    ] as const,
)
const labels = Object.fromEntries(
  [
    'name',
    'source',
    'datedOn',
    'note',
    ...products,
    ...figures.map(([key]) => key),
    ...choices.value.map(([key]) => key),
  ].map((key) => [key, t(`events.rules.fields.${key}`)]),
)
</script>

<template>
  <FormDialog
    :title="rules ? t('events.rules.edit') : t('events.rules.add')"
    :form="form"
    :draft="`rules ${rules?.id ?? 'new'}`"
    :labels="labels"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('name')" v-focus :label="labels['name']" />
    <p class="small soft">{{ t('events.rules.hint') }}</p>
    <div class="pair">
      <v-text-field v-bind="form.field('source')" :label="labels['source']" />
      <DayField v-bind="form.field('datedOn')" :label="labels['datedOn']!" />
      <QuantityField
        v-for="[key, name] in figures"
        :key="key"
        v-bind="form.field<number>(key)"
        :name="name"
        :label="labels[key]!"
      />
    </div>
    <v-select
      v-for="[key, values] in choices"
      :key="key"
      v-bind="form.field(key)"
      :label="labels[key]"
      :items="values.map((value) => ({ value, title: t(`events.rules.${key}.${value}`) }))"
    />
    <v-combobox
      v-for="key in products"
      :key="key"
      v-bind="form.field(key)"
      :label="labels[key]"
      :items="cleaning"
      :hint="key === 'allowedProducts' ? t('events.rules.productHint') : undefined"
      persistent-hint
      multiple
      chips
      closable-chips
    />
    <v-textarea v-bind="form.field('note')" :label="labels['note']" />
  </FormDialog>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
}
</style>
