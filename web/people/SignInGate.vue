<script setup lang="ts">
import type { Door } from '@sleetfall/contract'
import { onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { get } from '../http/client.ts'
import SignInForm from '../shell/SignInForm.vue'
import CodeForm from './CodeForm.vue'
import FirstOwner from './FirstOwner.vue'
import LanguageDoor from './LanguageDoor.vue'
import WhoWorks from './WhoWorks.vue'

/** What somebody meets who is not signed in: a shop without an owner, a shared tablet, or the ordinary door. */
defineProps<{ again?: boolean }>()
const { t } = useI18n()
const door = shallowRef<Door | null>(null)
const by = ref<'pin' | 'password' | 'code'>('password')
onMounted(async () => {
  door.value = await get<Door>('/session/door')
  if (door.value.people) by.value = 'pin'
})
</script>

<template>
  <div class="stack gate-form">
    <p v-if="door === null" role="status">{{ t('shell.loading') }}</p>
    <FirstOwner v-else-if="door.needsOwner" />
    <WhoWorks v-else-if="door.people && by === 'pin'" :people="door.people" @password="by = 'password'" />
    <CodeForm v-else-if="by === 'code'" @back="by = 'password'" />
    <template v-else>
      <SignInForm :again="again ?? false" />
      <v-btn variant="text" @click="by = 'code'">{{ t('people.code.have') }}</v-btn>
      <v-btn v-if="door.people" variant="text" @click="by = 'pin'">{{ t('people.who.withPin') }}</v-btn>
    </template>
    <LanguageDoor v-if="!again" />
  </div>
</template>

<style>
.gate-form {
  width: min(420px, 100%);
  gap: var(--gap-3);
}
</style>
