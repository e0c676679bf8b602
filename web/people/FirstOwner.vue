<script setup lang="ts">
import { firstOwnerSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { useForm } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { useSession } from '../shell/session.ts'

/** The first start of an empty shop: whoever has the code becomes its owner. */
const { t } = useI18n()
const session = useSession()
const router = useRouter()
const form = useForm(firstOwnerSchema, { code: '', name: '', login: '', next: '' })
/** A shop that has nothing yet is set up first. */
const submit = async () => {
  if (await form.submit((input) => session.becomeOwner(input))) await router.push('/first')
}
</script>

<template>
  <form class="stack gate-form" novalidate @submit.prevent="submit">
    <h1>{{ t('people.owner.title') }}</h1>
    <p class="soft">{{ t('people.owner.why') }}</p>
    <v-text-field v-bind="form.field('code')" v-focus :label="t('people.code.code')" autocomplete="one-time-code" />
    <v-text-field v-bind="form.field('name')" :label="t('people.owner.name')" autocomplete="name" />
    <v-text-field
      v-bind="form.field('login')"
      :label="t('people.owner.login')"
      autocomplete="username"
      :hint="t('people.owner.loginHint')"
      persistent-hint
    />
    <v-text-field
      v-bind="form.field('next')"
      :label="t('shell.signIn.password')"
      type="password"
      autocomplete="new-password"
      :hint="t('shop.passwordHint')"
      persistent-hint
    />
    <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
    <v-btn type="submit" class="next-action touch" :loading="form.busy.value">{{ t('people.owner.submit') }}</v-btn>
  </form>
</template>
