<script setup lang="ts">
import { withPasswordSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'

/** Asks for the present password before something is done with it. */
const props = defineProps<{ title: string; act: (present: string) => Promise<unknown> }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const form = useForm(withPasswordSchema, { present: '' })
const save = async () => {
  if (await form.submit(({ present }) => props.act(present))) emit('saved')
}
</script>

<template>
  <FormDialog :title="title" :form="form" :save-text="title" @save="save" @close="emit('close')">
    <v-text-field
      v-bind="form.field('present')"
      v-focus
      :label="t('people.mine.present')"
      type="password"
      autocomplete="current-password"
    />
  </FormDialog>
</template>
