<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { sessionLogSchema } from '@sleetfall/contract'
import { onMounted } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { todayText } from '../controls/days.ts'
import { useForm } from '../controls/useForm.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import SessionFields from './SessionFields.vue'
import { useUpkeep } from './store.ts'

const props = defineProps<{ ballId: string; ballName: string }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const upkeep = useUpkeep()
const patterns = usePatterns()
const notices = useNotices()
onMounted(() => patterns.load())
const form = useForm(sessionLogSchema, {
  id: newId(),
  ballId: props.ballId,
  games: 3,
  patternId: null,
  playedOn: todayText(),
  cleaned: null,
  note: '',
})
async function save() {
  const ok = await form.submit(async (input) => {
    await upkeep.logSession(input)
    notices.done(t('upkeep.session.logged', { name: props.ballName, n: input.games }, input.games))
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('upkeep.session.title', { name: ballName })"
    :form="form"
    :draft="`session ${ballId}`"
    @save="save"
    @close="emit('close')"
  >
    <SessionFields :form="form" :patterns="patterns.items" />
  </FormDialog>
</template>
