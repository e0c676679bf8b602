<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Pattern, check, knownFiguresSchema, loadsSchema, patternSchema } from '@sleetfall/contract'
import { type Load, estimatedLoads, patternFigures, patternTrusts } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import type { PatternDraft } from './exchange.ts'
import LaneDrawing from './LaneDrawing.vue'
import LoadTable from './LoadTable.vue'
import PaintLane from './PaintLane.vue'
import PatternFigures from './PatternFigures.vue'
import { usePatterns } from './store.ts'
import { textsByPath } from '../i18n.ts'

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
  estimated: from?.estimated ?? props.draft?.pattern.estimated ?? false,
  trust: from?.trust ?? props.draft?.pattern.trust ?? 'sheet',
})
form.claim('loads')
const trusts = patternTrusts.map((value) => ({ value, title: t(`lanes.trusts.${value}`) }))
/** Rows that somebody typed or painted are no estimate any more. */
const loads = computed({
  get: () => form.values['loads'] as Load[],
  set: (rows: readonly Load[]) => Object.assign(form.values, { loads: rows, estimated: false }),
})
const ways = ['table', 'paint', 'figures'] as const
const way = ref<(typeof ways)[number]>(from?.estimated ? 'figures' : 'table')
const start = patternFigures(loads.value.every((row) => row.loads > 0) ? loads.value : [firstRow])
const known = ref<Record<'lengthFt' | 'volumeMl' | 'ratio', number | null>>({
  lengthFt: start.lengthFt,
  volumeMl: from ? Number(start.volumeMl.toFixed(1)) : 24,
  ratio: from ? Number((start.ratio ?? 10).toFixed(1)) : 5,
})
const knownErrors = ref<Readonly<Record<string, string>>>({})
const knownFields = [
  ['lengthFt', 'patternLengthFt', 'lanes.length'],
  ['volumeMl', 'patternVolumeMl', 'lanes.volume'],
  ['ratio', 'patternRatio', 'lanes.ratio'],
] as const
function estimate() {
  const checked = check(knownFiguresSchema, known.value)
  knownErrors.value = checked.ok ? {} : textsByPath(checked.fields)
  if (checked.ok) Object.assign(form.values, { loads: estimatedLoads(checked.value), estimated: true })
}
watch(known, estimate, { deep: true })
function choose(next: (typeof ways)[number]) {
  way.value = next
  // Nothing typed is lost: the table is replaced only when the figures are the pattern's source already, or untouched.
  if (next === 'figures' && !from && loads.value.length === 1) estimate()
}
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
    :draft="draft ? undefined : `pattern ${isNew ? 'new' : from?.id}`"
    :labels="{ name: t('lanes.name'), note: t('lanes.note'), loads: t('lanes.loads'), estimated: t('lanes.estimated') }"
    wide
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <p v-if="draft">{{ t('lanes.importCheck', { file: draft.file }) }}</p>
    <v-text-field v-bind="form.field('name')" :label="t('lanes.name')" v-focus />
    <v-btn-toggle :model-value="way" mandatory density="comfortable" :aria-label="t('lanes.ways.title')">
      <v-btn v-for="one in ways" :key="one" :value="one" size="small" @click="choose(one)">{{
        t(`lanes.ways.${one}`)
      }}</v-btn>
    </v-btn-toggle>
    <LoadTable v-if="way === 'table'" v-model="loads" :errors="form.errors" />
    <PaintLane v-else-if="way === 'paint'" v-model="loads" />
    <template v-else>
      <div class="row">
        <QuantityField
          v-for="[key, limit, label] in knownFields"
          :key="key"
          v-model="known[key]"
          :name="limit"
          :label="t(label)"
          :error-messages="knownErrors[key] ?? ''"
        />
      </div>
      <p class="small">{{ form.values['estimated'] ? t('lanes.estimatedWhy') : t('lanes.estimatedReplaces') }}</p>
    </template>
    <template v-if="valid">
      <LaneDrawing v-if="way !== 'paint'" :loads="valid" />
      <PatternFigures :loads="valid" />
    </template>
    <p v-else class="soft">{{ t('lanes.draftBad') }}</p>
    <v-select
      v-if="!form.values['estimated']"
      v-bind="form.field('trust')"
      :label="t('lanes.trust')"
      :items="trusts"
      :hint="t('lanes.trustWhy')"
      persistent-hint
    />
    <v-textarea v-bind="form.field('note')" :label="t('lanes.note')" />
  </FormDialog>
</template>
