<script setup lang="ts">
import { passwordChangeSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'

/** Everybody's own password: the present one, and the new one. */
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const form = useForm(passwordChangeSchema, { present: '', next: '' })
async function save() {
  const ok = await form.submit(({ present, next }) => session.changePassword(present, next))
  if (!ok) return
  notices.done(t('shop.passwordChanged'))
  emit('close')
}
</script>

<template>
  <FormDialog :title="t('shop.ownPassword')" :form="form" @save="save" @close="emit('close')">
    <v-text-field
      v-bind="form.field('present')"
      v-focus
      :label="t('shop.presentPassword')"
      type="password"
      autocomplete="current-password"
    />
    <v-text-field
      v-bind="form.field('next')"
      :label="t('shop.nextPassword')"
      type="password"
      autocomplete="new-password"
      :hint="t('shop.passwordHint')"
      persistent-hint
    />
  </FormDialog>
</template>
