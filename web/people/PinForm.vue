<script setup lang="ts">
import { pinSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { put } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'

/** Sets the PIN for shared tablets, or takes it away. */
const props = defineProps<{ remove?: boolean }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const notices = useNotices()
const form = useForm(pinSchema, { present: '', pin: props.remove ? null : '' })
async function save() {
  if (!(await form.submit((input) => put('/session/pin', input)))) return
  notices.done(t(props.remove ? 'people.mine.pinRemoved' : 'people.mine.pinSaved'))
  emit('saved')
}
</script>

<template>
  <FormDialog
    :title="t(remove ? 'people.mine.removePin' : 'people.mine.setPin')"
    :form="form"
    :save-text="remove ? t('people.mine.removePin') : t('shell.save')"
    @save="save"
    @close="emit('close')"
  >
    <v-text-field
      v-bind="form.field('present')"
      v-focus
      :label="t('people.mine.present')"
      type="password"
      autocomplete="current-password"
    />
    <v-text-field
      v-if="!remove"
      v-bind="form.field('pin')"
      :label="t('people.mine.pin')"
      type="password"
      inputmode="numeric"
      autocomplete="off"
      maxlength="8"
      :hint="t('people.mine.pinHint')"
      persistent-hint
    />
  </FormDialog>
</template>
