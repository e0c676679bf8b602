<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type Staff, roles, staffSchema } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { post, put } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'

const props = defineProps<{ member?: Staff }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const notices = useNotices()
const { id, login, name, role, active } = props.member ?? {
  id: newId(),
  login: '',
  name: '',
  role: 'counter' as const,
  active: true,
}
const form = useForm(staffSchema, { id, login, name, role, active, password: '' })
const version = ref(props.member?.version ?? 0)

async function save() {
  if (form.values['password'] === '') form.values['password'] = undefined
  const ok = await form.submit(async (input) => {
    await (props.member ? put(`/staff/${input.id}`, { ...input, version: version.value }) : post('/staff', input))
    notices.done(t('shop.staffSaved', { name: input.name }))
    emit('saved')
  })
  if (ok) emit('close')
}
function keepMine() {
  version.value = form.conflict.value!.current.version
  form.conflict.value = null
  void save()
}
</script>

<template>
  <FormDialog
    :title="member ? t('shop.editStaff') : t('shop.addStaff')"
    :failure="form.failure.value"
    :busy="form.busy.value"
    :changed="form.changed.value"
    :conflict="form.conflict.value"
    :mine="form.values"
    :labels="{ login: t('shop.login'), name: t('shop.memberName'), role: t('shop.role'), active: t('shop.active') }"
    @save="save"
    @close="emit('close')"
    @keep-mine="keepMine"
    @take-theirs="(emit('saved'), emit('close'))"
    @back="form.conflict.value = null"
  >
    <v-text-field v-bind="form.field('name')" :label="t('shop.memberName')" autofocus />
    <v-text-field v-bind="form.field('login')" :label="t('shop.login')" autocomplete="off" />
    <v-select
      v-bind="form.field('role')"
      :label="t('shop.role')"
      :items="
        roles.map((value) => ({ value, title: `${t(`shell.roles.${value}`)} – ${t(`shop.roleHints.${value}`)}` }))
      "
    />
    <v-text-field
      v-bind="form.field('password')"
      :label="t('shop.password')"
      type="password"
      autocomplete="new-password"
      :hint="member ? t('shop.passwordKeep') : ''"
      persistent-hint
    />
    <v-checkbox v-bind="form.field<boolean>('active')" :label="t('shop.active')" />
  </FormDialog>
</template>
