<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type BenchStation, benchStationSchema } from '@sleetfall/contract'
import { stationKinds } from '@sleetfall/core'
import { format } from 'date-fns'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { usePlan } from './store.ts'

/** A station: its name, the minutes for another pad, and until when it is broken. */
const props = defineProps<{ station: BenchStation | null }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const store = usePlan()
const notices = useNotices()
const form = useForm(benchStationSchema, {
  id: props.station?.id ?? newId(),
  name: props.station?.name ?? '',
  kind: props.station?.kind ?? 'spinner',
  setupMinutes: props.station?.setupMinutes ?? 2,
  closedUntil: props.station?.closedUntil ?? null,
  closedReason: props.station?.closedReason ?? '',
})
form.claim('closedUntil')
const versions = useVersions(form, props.station?.version ?? 0, save, () => emit('close'))
const closedUntil = computed({
  get: () =>
    form.values['closedUntil'] ? format(new Date(form.values['closedUntil'] as string), "yyyy-MM-dd'T'HH:mm") : '',
  set: (text: string | null) => {
    form.values['closedUntil'] = text ? new Date(text).toISOString() : null
  },
})
async function save() {
  const ok = await form.submit((input) => store.saveStation(input, props.station ? versions.current() : null))
  if (!ok) return
  notices.done(t('plan.stationSaved', { name: form.values['name'] as string }))
  emit('close')
}
const labels = {
  kind: t('plan.kind'),
  setupMinutes: t('plan.setup'),
  closedUntil: t('plan.closedField'),
  closedReason: t('plan.closedReason'),
}
</script>

<template>
  <FormDialog
    :title="station ? station.name : t('plan.newStation')"
    :form="form"
    :labels="labels"
    :draft="`station ${station?.id ?? 'new'}`"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('name')" :label="t('plan.name')" />
    <v-select
      v-if="!station"
      v-bind="form.field('kind')"
      :label="t('plan.kind')"
      :items="stationKinds.map((value) => ({ value, title: t(`stations.${value}`) }))"
    />
    <QuantityField
      v-if="form.values['kind'] === 'spinner'"
      v-bind="form.field<number>('setupMinutes')"
      name="setupMinutes"
      :label="t('plan.setup')"
    />
    <template v-if="station">
      <v-text-field
        v-model="closedUntil"
        type="datetime-local"
        :label="t('plan.closedField')"
        :error-messages="form.errors['closedUntil'] ?? ''"
        :hint="t('plan.closedHint')"
        persistent-hint
        clearable
      />
      <v-text-field v-bind="form.field('closedReason')" :label="t('plan.closedReason')" />
    </template>
  </FormDialog>
</template>
