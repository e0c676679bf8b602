<script setup lang="ts">
import { type Telling, tellingSchema } from '@sleetfall/contract'
import { type TellKind, tellKinds, tellWords } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { put } from '../http/client.ts'
import { clockOfDay, minutesOfClock } from '../plan/hoursText.ts'
import { useNotices } from '../shell/notices.ts'
import { useTellTemplates } from './useTellTemplates.ts'

/** The shop's words for each occasion, and its quiet hours. */
const props = defineProps<{ telling: Telling }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const notices = useNotices()
const { templateOf } = useTellTemplates()
const form = useForm(tellingSchema, {
  templates: tellKinds.map((kind) => ({ ...templateOf(props.telling, kind), kind })),
  quietFrom: props.telling.quietFrom,
  quietTo: props.telling.quietTo,
})
form.claim('quietFrom', 'quietTo')
const versions = useVersions(form, props.telling.version, save, () => emit('close'))
const chosen = ref<TellKind>('ready')
const at = computed(() => tellKinds.indexOf(chosen.value))
const templates = computed(() => form.values['templates'] as { kind: TellKind; subject: string; body: string }[])
const set = (change: Partial<{ subject: string; body: string }>) =>
  (form.values['templates'] = templates.value.map((one, i) => (i === at.value ? { ...one, ...change } : one)))
function setClock(name: 'quietFrom' | 'quietTo', text: string) {
  const minutes = minutesOfClock(text)
  if (minutes !== null) form.values[name] = minutes
}
async function save() {
  const ok = await form.submit((input) => put<Telling>('/upkeep/telling', { ...input, version: versions.current() }))
  if (!ok) return
  notices.done(t('upkeep.tell.saved'))
  emit('close')
}
const labels = { templates: t('upkeep.tell.occasion') }
</script>

<template>
  <FormDialog
    :title="t('upkeep.tell.settings')"
    :form="form"
    :labels="labels"
    :draft="'telling'"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-select
      v-model="chosen"
      :label="t('upkeep.tell.occasion')"
      :items="tellKinds.map((value) => ({ value, title: t(`upkeep.tell.kinds.${value}`) }))"
    />
    <v-text-field
      :label="t('upkeep.reminder.subjectField')"
      :model-value="templates[at]!.subject"
      :error-messages="form.errors[`templates[${at}].subject`] ?? ''"
      @update:model-value="set({ subject: $event })"
    />
    <v-textarea
      rows="6"
      :label="t('upkeep.reminder.bodyField')"
      :model-value="templates[at]!.body"
      :error-messages="form.errors[`templates[${at}].body`] ?? ''"
      :hint="t('upkeep.tell.words', { words: tellWords.map((word) => `{${word}}`).join(', ') })"
      persistent-hint
      @update:model-value="set({ body: $event })"
    />
    <div class="row">
      <v-text-field
        type="time"
        :label="t('upkeep.tell.quietFrom')"
        :model-value="clockOfDay(form.values['quietFrom'] as number)"
        @update:model-value="setClock('quietFrom', $event)"
      />
      <v-text-field
        type="time"
        :label="t('upkeep.tell.quietTo')"
        :model-value="clockOfDay(form.values['quietTo'] as number)"
        @update:model-value="setClock('quietTo', $event)"
      />
    </div>
    <p class="small soft">{{ t('upkeep.tell.quiet') }}</p>
  </FormDialog>
</template>
