<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Staff, roles, staffSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { post, put } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'

const props = defineProps<{ member?: Staff }>()
const emit = defineEmits<{ close: []; saved: []; added: [member: { id: string; name: string }] }>()
const { t } = useI18n()
const notices = useNotices()
const { id, login, name, role, active } = props.member ?? {
  id: newId(),
  login: '',
  name: '',
  role: 'counter' as const,
  active: true,
}
const form = useForm(staffSchema, { id, login, name, role, active })

const versions = useVersions(form, props.member?.version ?? 0, save, () => {
  emit('saved')
  emit('close')
})
async function save() {
  const ok = await form.submit(async (input) => {
    await (props.member ? put(`/staff/${input.id}`, { ...input, version: versions.current() }) : post('/staff', input))
    notices.done(t('shop.staffSaved', { name: input.name }))
    if (props.member) emit('saved')
    else emit('added', { id: input.id, name: input.name })
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="member ? t('shop.editStaff') : t('shop.addStaff')"
    :form="form"
    :labels="{ login: t('shop.login'), name: t('shop.memberName'), role: t('shop.role'), active: t('shop.active') }"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('name')" :label="t('shop.memberName')" v-focus />
    <v-text-field v-bind="form.field('login')" :label="t('shop.login')" autocomplete="off" />
    <v-select
      v-bind="form.field('role')"
      :label="t('shop.role')"
      :items="
        roles.map((value) => ({ value, title: `${t(`shell.roles.${value}`)} – ${t(`shop.roleHints.${value}`)}` }))
      "
    />
    <v-checkbox v-bind="form.field<boolean>('active')" :label="t('shop.active')" />
  </FormDialog>
</template>
