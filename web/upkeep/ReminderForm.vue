<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type UpkeepRow, reminderSchema } from '@sleetfall/contract'
import { dueJobState } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useUpkeep } from './store.ts'
import { useDueText } from './useDueText.ts'

/** A reminder in plain words, filled in from what is due; sent through the outbox, where it can be taken back for a while. */
const props = defineProps<{ rows: readonly UpkeepRow[] }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const upkeep = useUpkeep()
const notices = useNotices()
const due = useDueText()
const customer = props.rows[0]!
/** The next two things of each ball that are not promised yet. */
const open = props.rows.flatMap((row) =>
  row.due
    .filter((one) => dueJobState(one.work, row.openJobs) !== 'waits')
    .slice(0, 2)
    .map((one) => ({ ball: row.ballName, work: due.work(one), when: due.when(one), why: due.why(one) })),
)
const lines = open.map((one) => t('upkeep.reminder.line', one)).join('\n')
const form = useForm(reminderSchema, {
  id: newId(),
  customerId: customer.customerId,
  subject: t('upkeep.reminder.subject'),
  body: t('upkeep.reminder.body', {
    name: customer.customerName.split(' ')[0],
    lines,
    shop: session.info?.shopName ?? '',
  }),
})
async function save() {
  const ok = await form.submit(async (input) => {
    await upkeep.queue(input)
    notices.done(t('upkeep.reminder.queued', { name: customer.customerName }), () => upkeep.withdraw(input.id))
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('upkeep.reminder.title', { name: customer.customerName })"
    :form="form"
    :draft="`reminder ${customer.customerId}`"
    :save-text="t('upkeep.reminder.queue')"
    @save="save"
    @close="emit('close')"
  >
    <v-text-field v-bind="form.field('subject')" :label="t('upkeep.reminder.subjectField')" />
    <v-textarea v-bind="form.field('body')" rows="9" :label="t('upkeep.reminder.bodyField')" />
    <p class="small soft">{{ t('upkeep.reminder.simulated') }}</p>
  </FormDialog>
</template>
