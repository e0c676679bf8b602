<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { signInSchema } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useForm } from '../controls/useForm.ts'
import { useSession } from './session.ts'

defineProps<{ again?: boolean }>()
const { t } = useI18n()
const session = useSession()
const hidden = ref(true)
const form = useForm(signInSchema, { login: session.user?.login ?? '', password: '', second: undefined })
/** The password was right, and a code is asked for besides. */
const asksSecond = ref(false)
const submit = () =>
  form.submit(async ({ login, password, second }) => {
    if (!(await session.signIn(login, password, second))) asksSecond.value = true
  })
</script>

<template>
  <form class="stack sign-in" novalidate @submit.prevent="submit">
    <h1>{{ again ? t('shell.signIn.again') : 'Sleetfall' }}</h1>
    <p class="soft">{{ again ? t('shell.signIn.againWhy') : t('shell.signIn.welcome') }}</p>
    <v-text-field v-bind="form.field('login')" :label="t('shell.signIn.login')" autocomplete="username" v-focus />
    <v-text-field
      v-bind="form.field('password')"
      :label="t('shell.signIn.password')"
      :type="hidden ? 'password' : 'text'"
      autocomplete="current-password"
    />
    <v-text-field
      v-if="asksSecond"
      v-bind="form.field('second')"
      v-focus
      :label="t('people.second.label')"
      :hint="t('people.second.hint')"
      persistent-hint
      autocomplete="one-time-code"
    />
    <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
    <v-btn type="submit" class="next-action touch" :loading="form.busy.value">{{ t('shell.signIn.submit') }}</v-btn>
  </form>
</template>

<style scoped>
.sign-in {
  gap: var(--gap-3);
}
</style>
