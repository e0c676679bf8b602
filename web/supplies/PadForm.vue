<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type Pad, padSchema, supplyKinds } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { usePads } from './store.ts'

const props = defineProps<{ pad?: Pad }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const pads = usePads()
const notices = useNotices()
const {
  version: _version,
  createdAt: _createdAt,
  updatedAt: _updatedAt,
  ...record
} = props.pad ?? {
  id: newId(),
  name: '',
  abrasive: 'pad',
  grit: null,
  purpose: '',
  lifeBalls: 6,
  uses: 0,
  price: null,
  spare: 0,
  reorderAt: 1,
  version: 0,
  createdAt: '',
  updatedAt: '',
}
const form = useForm(padSchema, record)
const versions = useVersions(
  form,
  props.pad?.version ?? 0,
  () => save(),
  () => emit('close'),
)
const numbers = [
  ['lifeBalls', 'padLife'],
  ['uses', 'padUses'],
  ['spare', 'stock'],
  ['reorderAt', 'stock'],
  ['price', 'price'],
] as const

async function save() {
  const ok = await form.submit(async (input) => {
    if (props.pad) await pads.update(props.pad.id, { ...input, version: versions.current() })
    else await pads.create(input)
    notices.done(t('supplies.padSaved', { name: input.name }))
  })
  if (ok) emit('close')
}
const labels = {
  ...{ name: t('supplies.padName'), purpose: t('supplies.purpose') },
  ...Object.fromEntries(
    ['lifeBalls', 'uses', 'spare', 'reorderAt', 'price'].map((key) => [key, t(`supplies.pads.${key}`)]),
  ),
}
</script>

<template>
  <FormDialog
    :title="pad ? t('supplies.editPad', { name: pad.name }) : t('supplies.newPad')"
    :form="form"
    :draft="`pad ${pad?.id ?? 'new'}`"
    :labels="labels"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('name')" autofocus :label="t('supplies.padName')" />
    <div class="two">
      <v-select
        v-bind="form.field('abrasive')"
        :label="t('supplies.abrasive')"
        :items="supplyKinds.map((value) => ({ value, title: t(`supplies.abrasives.${value}`) }))"
      />
      <QuantityField
        v-if="form.values['abrasive'] === 'pad' || form.values['abrasive'] === 'sheet'"
        v-bind="form.field<number>('grit')"
        name="grit"
        :label="t('supplies.grit')"
      />
      <QuantityField
        v-for="[key, limit] in numbers"
        :key="key"
        v-bind="form.field<number>(key)"
        :name="limit"
        :label="t(`supplies.pads.${key}`)"
      />
    </div>
    <v-text-field v-bind="form.field('purpose')" :label="t('supplies.purpose')" />
  </FormDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2) var(--gap-3);
}
</style>
