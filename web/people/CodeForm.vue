<script setup lang="ts">
import { codeSignInSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useForm } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'

/** Sets a password with a one-time code. */
const emit = defineEmits<{ back: [] }>()
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const form = useForm(codeSignInSchema, { login: '', code: '', next: '' })
async function submit() {
  if (!(await form.submit((input) => session.setByCode(input)))) return
  notices.done(t('people.code.done'))
  emit('back')
}
</script>

<template>
  <form class="stack gate-form" novalidate @submit.prevent="submit">
    <h1>{{ t('people.code.title') }}</h1>
    <p class="soft">{{ t('people.code.why') }}</p>
    <v-text-field v-bind="form.field('login')" v-focus :label="t('shell.signIn.login')" autocomplete="username" />
    <v-text-field v-bind="form.field('code')" :label="t('people.code.code')" autocomplete="one-time-code" />
    <v-text-field
      v-bind="form.field('next')"
      :label="t('shop.nextPassword')"
      type="password"
      autocomplete="new-password"
      :hint="t('shop.passwordHint')"
      persistent-hint
    />
    <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
    <v-btn type="submit" class="next-action touch" :loading="form.busy.value">{{ t('people.code.submit') }}</v-btn>
    <v-btn variant="text" @click="emit('back')">{{ t('people.code.back') }}</v-btn>
  </form>
</template>
