<script setup lang="ts">
import type { OneTimeCode, Staff } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { dayText, timeText } from '../controls/days.ts'
import { useFocusBack } from '../controls/useFocusBack.ts'
import { useNotices } from '../shell/notices.ts'

/** A one-time code, shown once, for the owner to hand over. */
const props = defineProps<{ member: Pick<Staff, 'name'>; made: OneTimeCode }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const notices = useNotices()
useFocusBack()
async function copy() {
  if (await notices.attempt(() => navigator.clipboard.writeText(props.made.code))) notices.done(t('people.mine.copied'))
}
</script>

<template>
  <v-dialog
    :model-value="true"
    persistent
    max-width="520"
    :aria-label="t('people.staff.codeFor', { name: member.name })"
    @keydown.esc.stop="emit('close')"
  >
    <div class="panel stack">
      <h2>{{ t('people.staff.codeFor', { name: member.name }) }}</h2>
      <p class="code figure">{{ made.code }}</p>
      <p>
        {{
          t('people.staff.codeWhy', {
            name: member.name,
            have: t('people.code.have'),
            until: `${dayText(made.expiresAt)} ${timeText(made.expiresAt)}`,
          })
        }}
      </p>
      <div class="row">
        <v-btn autofocus @click="copy">{{ t('people.staff.copyCode') }}</v-btn>
        <v-btn @click="emit('close')">{{ t('shell.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.code {
  font-size: 1.9rem;
}
</style>
