<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Pattern, check, loadsSchema, patternSchema } from '@sleetfall/contract'
import { type Load, patternFigures } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import type { PatternDraft } from './exchange.ts'
import LaneDrawing from './LaneDrawing.vue'
import LoadTable from './LoadTable.vue'
import PatternFigures from './PatternFigures.vue'
import { usePatterns } from './store.ts'

/** Makes, copies or edits a pattern; the film follows what is typed. */
const props = defineProps<{
  pattern?: Pattern
  copy?: boolean
  /** Read from a file, to be looked over. */ draft?: { readonly file: string; readonly pattern: PatternDraft }
}>()
const emit = defineEmits<{ close: []; saved: [Pattern] }>()
const { t } = useI18n()
const patterns = usePatterns()
const notices = useNotices()
const from = props.pattern
const firstRow: Load = { fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 50, startFt: 0, endFt: 40 }
const isNew = !from || props.copy === true
const form = useForm(patternSchema, {
  id: isNew ? newId() : from.id,
  name: from ? (props.copy ? t('lanes.copyName', { name: from.name }) : from.name) : (props.draft?.pattern.name ?? ''),
  note: from?.note ?? props.draft?.pattern.note ?? '',
  loads: from
    ? from.loads.map((load) => ({ ...load }))
    : (props.draft?.pattern.loads.map((load) => ({ ...load })) ?? [firstRow]),
})
form.claim('loads')
const loads = computed({ get: () => form.values['loads'] as Load[], set: (rows) => (form.values['loads'] = rows) })
const valid = computed(() => {
  const checked = check(loadsSchema, loads.value)
  return checked.ok ? checked.value : null
})

const versions = useVersions(form, from?.version ?? 0, save, (current) => {
  patterns.take(current as unknown as Pattern)
  emit('close')
})
async function save() {
  const ok = await form.submit(async (input) => {
    const saved = isNew
      ? await patterns.create(input)
      : await patterns.update(input.id, { ...input, version: versions.current() })
    notices.done(t('lanes.saved', { name: saved.name }))
    emit('saved', saved)
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="isNew ? t('lanes.add') : `${t('lanes.edit')}: ${from?.name}`"
    :form="form"
    :labels="{ name: t('lanes.name'), note: t('lanes.note'), loads: t('lanes.loads') }"
    wide
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <p v-if="draft">{{ t('lanes.importCheck', { file: draft.file }) }}</p>
    <v-text-field v-bind="form.field('name')" :label="t('lanes.name')" v-focus />
    <LoadTable v-model="loads" :errors="form.errors" />
    <template v-if="valid">
      <LaneDrawing :loads="valid" />
      <PatternFigures :figures="patternFigures(valid)" />
    </template>
    <p v-else class="soft">{{ t('lanes.draftBad') }}</p>
    <v-textarea v-bind="form.field('note')" :label="t('lanes.note')" />
  </FormDialog>
</template>
