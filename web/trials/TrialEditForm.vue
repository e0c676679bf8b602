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
const { question, gamesSinceOiling, controlLabel, variantLabel, startedAt, version } = props.trial
const form = useForm(trialEditSchema, { question, gamesSinceOiling, controlLabel, variantLabel, startedAt, version })
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
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('question')" v-focus :label="t('trials.question')" />
    <v-text-field v-bind="form.field('controlLabel')" :label="t('trials.controlLabel')" />
    <v-text-field v-bind="form.field('variantLabel')" :label="t('trials.variantLabel')" />
    <QuantityField
      v-bind="form.field<number>('gamesSinceOiling')"
      name="gamesSinceOiling"
      :label="t('trials.gamesSinceOiling')"
    />
  </FormDialog>
</template>
