<script setup lang="ts">
import { type Trial, trialEditSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { useTrials } from './store.ts'

/** Words and the state of the lane of a trial that runs; bowler, pattern and balls stay what they were. */
const props = defineProps<{ trial: Trial }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const trials = useTrials()
const { question, gamesSinceOiling, lane, startedAt, version } = props.trial
const labels = props.trial.arms.map(({ label }) => label)
const form = useForm(trialEditSchema, { question, gamesSinceOiling, lane, labels, startedAt, version })
const letters = 'ABCDEFGHIJKL'
const labelOf = (index: number) => ({
  modelValue: (form.values['labels'] as string[])[index] ?? '',
  'onUpdate:modelValue': (value: string) => void ((form.values['labels'] as string[])[index] = value),
  errorMessages: form.errors[`labels[${index}]`] ?? '',
})
form.claim('labels')
const versions = useVersions(form, version, save, () => emit('close'))
async function save() {
  form.values['version'] = versions.current()
  if (await form.submit((input) => trials.edit(props.trial.id, input))) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('trials.edit')"
    :form="form"
    :labels="{ labels: t('fields.arms') }"
    :draft="`trial ${trial.id}`"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('question')" v-focus :label="t('trials.question')" />
    <v-text-field
      v-for="(one, index) in trial.arms"
      :key="one.arm"
      v-bind="labelOf(index)"
      :label="t('trials.armName', { letter: letters[index] })"
    />
    <v-text-field v-bind="form.field('lane')" :label="t('trials.lane')" />
    <QuantityField
      v-bind="form.field<number>('gamesSinceOiling')"
      name="gamesSinceOiling"
      :label="t('trials.gamesSinceOiling')"
    />
  </FormDialog>
</template>
