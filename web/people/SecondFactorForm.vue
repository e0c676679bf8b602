<script setup lang="ts">
import { type SecondFactorOffer, secondFactorSchema } from '@sleetfall/contract'
import { onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import LoadState from '../controls/LoadState.vue'
import { useForm } from '../controls/useForm.ts'
import { post, put } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'

/** Turns a second factor on: the picture, a code that shows it was taken, and the recovery codes. */
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const notices = useNotices()
const form = useForm(secondFactorSchema, { present: '', code: '' })
const offer = shallowRef<(SecondFactorOffer & { picture: string }) | null>(null)
const recovery = ref<readonly string[] | null>(null)
const error = ref<string | null>(null)
async function load() {
  try {
    const [made, qr] = await Promise.all([post<SecondFactorOffer>('/session/second-factor', {}), import('qrcode')])
    offer.value = { ...made, picture: await qr.toDataURL(made.uri, { margin: 2, width: 220 }) }
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
async function save() {
  if (recovery.value) return emit('saved')
  await form.submit(async (input) => {
    recovery.value = (await put<{ recovery: readonly string[] }>('/session/second-factor', input)).recovery
  })
}
async function copy() {
  if (await notices.attempt(() => navigator.clipboard.writeText(recovery.value!.join('\n'))))
    notices.done(t('people.mine.copied'))
}
</script>

<template>
  <FormDialog
    :title="t(recovery ? 'people.mine.recoveryTitle' : 'people.mine.turnOn')"
    :form="form"
    :save-text="recovery ? t('people.mine.recoveryDone') : t('people.mine.turnOn')"
    @save="save"
    @close="recovery ? emit('saved') : emit('close')"
  >
    <template v-if="recovery">
      <p>{{ t('people.mine.recoveryWhy') }}</p>
      <ul class="codes figure">
        <li v-for="code in recovery" :key="code">{{ code }}</li>
      </ul>
      <div>
        <v-btn @click="copy">{{ t('people.mine.copy') }}</v-btn>
      </div>
    </template>
    <LoadState v-else :loaded="offer !== null" :error="error" @retry="load">
      <template v-if="offer">
        <p>{{ t('people.mine.scan') }}</p>
        <img :src="offer.picture" :alt="t('people.mine.scanAlt')" width="220" height="220" />
        <p class="secret">
          {{ t('people.mine.secret') }}: <code class="figure">{{ offer.secret }}</code>
        </p>
        <v-text-field
          v-bind="form.field('code')"
          :label="t('people.mine.sixFigures')"
          inputmode="numeric"
          autocomplete="one-time-code"
        />
        <v-text-field
          v-bind="form.field('present')"
          :label="t('people.mine.present')"
          type="password"
          autocomplete="current-password"
        />
      </template>
    </LoadState>
  </FormDialog>
</template>

<style scoped>
.codes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: var(--gap-2);
  list-style: none;
  padding: 0;
}
.secret {
  overflow-wrap: anywhere;
}
</style>
