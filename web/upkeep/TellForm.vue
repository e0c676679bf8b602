<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type Job, type Telling, reminderSchema } from '@sleetfall/contract'
import { type TellKind, type TellWord, describeSteps, fillTemplate, tellKinds } from '@sleetfall/core'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { dayText, timeText } from '../controls/days.ts'
import { useForm } from '../controls/useForm.ts'
import { get } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useUpkeep } from './store.ts'
import { useTellTemplates } from './useTellTemplates.ts'

/** Tells a customer how their work stands, in the shop's words; looked over before it goes to the outbox. */
const props = defineProps<{ job: Job; occasion: TellKind; readyAt: string | null }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const upkeep = useUpkeep()
const notices = useNotices()
const { templateOf } = useTellTemplates()
const occasion = ref(props.occasion)
const telling = ref<Telling | null>(null)
const form = useForm(reminderSchema, { id: newId(), customerId: props.job.customerId, subject: '', body: '' })

/** The time that the words speak of: the end of drying, or when the plan says it is ready; else the day promised. */
function words(): Record<TellWord, string> {
  const { job } = props
  const at = occasion.value === 'drying' ? job.lockedUntil : occasion.value === 'late' ? props.readyAt : null
  return {
    customer: job.customerName.split(' ')[0] ?? '',
    ball: job.ballName,
    work: [t(`works.${job.kind}`), job.steps ? describeSteps(job.steps) : ''].join(' ').trim(),
    day: dayText(at ?? job.dueOn),
    time: at ? timeText(at) : t('upkeep.tell.noTime'),
    shop: session.info?.shopName ?? '',
  }
}
function fill() {
  const template = templateOf(telling.value, occasion.value)
  form.derive({ subject: fillTemplate(template.subject, words()), body: fillTemplate(template.body, words()) })
}
onMounted(async () => {
  await notices.attempt(async () => (telling.value = await get<Telling>('/upkeep/telling')))
  fill()
})
async function save() {
  const ok = await form.submit(async (input) => {
    await upkeep.queue(input)
    notices.done(t('upkeep.tell.queued', { name: props.job.customerName }), () => upkeep.withdraw(input.id))
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('upkeep.tell.title', { name: job.customerName })"
    :form="form"
    :draft="`tell ${job.id}`"
    :save-text="t('upkeep.reminder.queue')"
    @save="save"
    @close="emit('close')"
  >
    <v-select
      v-model="occasion"
      :label="t('upkeep.tell.occasion')"
      :items="tellKinds.map((value) => ({ value, title: t(`upkeep.tell.kinds.${value}`) }))"
      @update:model-value="fill"
    />
    <v-text-field v-bind="form.field('subject')" :label="t('upkeep.reminder.subjectField')" />
    <v-textarea v-bind="form.field('body')" rows="7" :label="t('upkeep.reminder.bodyField')" />
    <p class="small soft">{{ t('upkeep.reminder.simulated') }}</p>
  </FormDialog>
</template>
