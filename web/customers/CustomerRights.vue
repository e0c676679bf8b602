<script setup lang="ts">
import type { Customer } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { vFocus } from '../controls/vFocus.ts'
import { get, post } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { type CustomerRecord, saveRecord } from './recordPaper.ts'

/** All that is held of a customer, for them to take away; and forgetting who they are. */
const props = defineProps<{ customer: Customer }>()
const emit = defineEmits<{ forgotten: [] }>()
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const sure = ref(false)
const busy = ref(false)
async function during(work: () => Promise<unknown>): Promise<boolean> {
  busy.value = true
  const well = await notices.attempt(work)
  busy.value = false
  return well
}
const paper = () =>
  during(async () =>
    saveRecord(await get<CustomerRecord>(`/records/${props.customer.id}`), {
      of: (section) => t(`customers.rights.sections.${section}`),
      made: (day, shop) => t('customers.rights.made', { day, shop }),
    }),
  )
async function forget() {
  sure.value = false
  if (!(await during(() => post(`/records/${props.customer.id}/forget`, {})))) return
  notices.done(t('customers.rights.forgotten'))
  emit('forgotten')
}
</script>

<template>
  <section class="stack part">
    <h3>{{ t('customers.rights.title') }}</h3>
    <p class="soft">{{ t('customers.rights.text', { name: customer.name }) }}</p>
    <div class="row">
      <v-btn class="touch" :href="`/api/records/${customer.id}?file`">{{ t('customers.rights.file') }}</v-btn>
      <v-btn class="touch" :loading="busy" @click="paper">{{ t('customers.rights.paper') }}</v-btn>
    </div>
    <template v-if="session.isOwner">
      <p>{{ t('customers.rights.forgetText') }}</p>
      <div v-if="sure" class="row ask" role="alertdialog" :aria-label="t('customers.rights.forget')">
        <strong>{{ t('customers.rights.forgetSure', { name: customer.name }) }}</strong>
        <span class="small">{{ t('customers.rights.backups') }}</span>
        <v-btn v-focus class="touch" @click="sure = false">{{ t('shell.cancel') }}</v-btn>
        <v-btn class="touch" color="error" @click="forget">{{ t('customers.rights.forget') }}</v-btn>
      </div>
      <div v-else>
        <v-btn class="touch" :disabled="busy" @click="sure = true">{{ t('customers.rights.forget') }}</v-btn>
      </div>
    </template>
  </section>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: var(--gap-2);
}
</style>
