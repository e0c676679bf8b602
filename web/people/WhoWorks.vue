<script setup lang="ts">
import type { Door } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { vFocus } from '../controls/vFocus.ts'
import { errorText } from '../http/problem.ts'
import { useSession } from '../shell/session.ts'

/** A shared tablet that waits for whoever works at it next. */
defineProps<{ people: NonNullable<Door['people']> }>()
const emit = defineEmits<{ password: [] }>()
const { t } = useI18n()
const session = useSession()
type Person = NonNullable<Door['people']>[number]
const chosen = ref<Person | null>(null)
const pin = ref('')
const failure = ref('')
const busy = ref(false)
function choose(person: Person | null) {
  chosen.value = person
  pin.value = ''
  failure.value = ''
}
async function enter() {
  if (!chosen.value || pin.value === '') return
  busy.value = true
  try {
    await session.enterPin(chosen.value.id, pin.value)
  } catch (error) {
    failure.value = errorText(error)
    pin.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="stack gate-form">
    <h1>{{ t('people.who.title') }}</h1>
    <template v-if="!chosen">
      <p v-if="people.length === 0" class="soft">{{ t('people.who.nobody') }}</p>
      <v-btn v-for="person in people" :key="person.id" class="touch person" @click="choose(person)">{{
        person.name
      }}</v-btn>
    </template>
    <form v-else class="stack" novalidate @submit.prevent="enter">
      <v-text-field
        v-model="pin"
        v-focus
        :label="t('people.who.pinOf', { name: chosen.name })"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        maxlength="8"
      />
      <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
      <v-btn type="submit" class="next-action touch" :loading="busy">{{ t('people.who.enter') }}</v-btn>
      <v-btn @click="choose(null)">{{ t('people.who.others') }}</v-btn>
    </form>
    <v-btn variant="text" @click="emit('password')">{{ t('people.who.withPassword') }}</v-btn>
  </div>
</template>

<style scoped>
.person {
  min-height: 64px !important;
  font-size: 1.2rem;
}
</style>
