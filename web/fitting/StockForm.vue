<script setup lang="ts">
import { type StockBall, stockBallSchema } from '@sleetfall/contract'
import { coverFamilies } from '@sleetfall/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { remove } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useStock } from './store.ts'

/** One row of the stock list: changed, or taken out. */
const props = defineProps<{ row: StockBall }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const stock = useStock()
const notices = useNotices()
const form = useForm(stockBallSchema, stockBallSchema.cast(props.row, { stripUnknown: true }))
const versions = useVersions(form, props.row.version, save, () => {
  void stock.load(true)
  emit('close')
})
const asking = ref(false)
async function save() {
  const ok = await form.submit((input) => stock.update(props.row.id, { ...input, version: versions.current() }))
  if (!ok) return
  notices.done(t('fitting.stock.saved', { name: String(form.values['name']) }))
  emit('close')
}
async function takeOut() {
  asking.value = false
  const done = await notices.attempt(async () => {
    await remove(`/stock/${props.row.id}`)
    stock.drop(props.row.id)
    notices.done(t('controls.mend.gone', { name: props.row.name }))
  })
  if (done) emit('close')
}
const labels = Object.fromEntries(
  Object.keys(stockBallSchema.fields).map((key) => [key, t(`fitting.stock.fields.${key}`)]),
)
</script>

<template>
  <FormDialog
    :title="t('fitting.stock.edit', { name: row.name })"
    :form="form"
    :labels="labels"
    :draft="`stock ${row.id}`"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('name')" v-focus :label="t('fitting.stock.fields.name')" />
    <v-select
      v-bind="form.field('cover')"
      :label="t('fitting.stock.fields.cover')"
      :items="coverFamilies.map((value) => ({ value, title: t(`balls.covers.${value}`) }))"
    />
    <QuantityField
      v-bind="form.field<number>('hardnessD')"
      name="hardnessD"
      :label="t('fitting.stock.fields.hardnessD')"
    />
    <QuantityField v-bind="form.field<number>('rgIn')" name="rgIn" :label="t('fitting.stock.fields.rgIn')" />
    <QuantityField
      v-bind="form.field<number>('differentialIn')"
      name="differentialIn"
      :label="t('fitting.stock.fields.differentialIn')"
    />
    <QuantityField
      v-bind="form.field<number>('intermediateDifferentialIn')"
      name="intermediateDifferentialIn"
      :label="t('fitting.stock.fields.intermediateDifferentialIn')"
    />
    <QuantityField
      v-bind="form.field<number>('factoryGrit')"
      name="scannedGrit"
      :label="t('fitting.stock.fields.factoryGrit')"
    />
    <QuantityField
      v-bind="form.field<number>('weightLb')"
      name="weightLb"
      :label="t('fitting.stock.fields.weightLb')"
    />
    <v-text-field v-bind="form.field('inStock')" inputmode="numeric" :label="t('fitting.stock.fields.inStock')" />
    <div>
      <v-btn variant="text" class="touch" @click="asking = true">{{ t('fitting.stock.takeOut') }}</v-btn>
    </div>
    <ConfirmDialog
      v-if="asking"
      :title="t('controls.mend.deleteSure', { name: row.name })"
      :text="t('fitting.stock.takeOutText')"
      :action="t('controls.mend.delete')"
      @confirm="takeOut"
      @close="asking = false"
    />
  </FormDialog>
</template>
