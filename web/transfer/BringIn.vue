<script setup lang="ts">
import type { ImportAnswer } from '@sleetfall/contract'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useFocusBack } from '../controls/useFocusBack.ts'
import { errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'
import { textOf } from '../i18n.ts'
import { useNotices } from '../shell/notices.ts'
import { sendFile } from './sendFile.ts'
import { vCards } from '../controls/cards.ts'

/** Brings another shop in: looked through first, with what would come and what is wrong with it. */
const emit = defineEmits<{ close: [] }>()
const { t, te } = useI18n()
const notices = useNotices()
useFocusBack()
const file = shallowRef<File | null>(null)
const theirs = ref(false)
const mapNames = ref(false)
const answer = shallowRef<ImportAnswer | null>(null)
const failure = ref('')
const sent = ref<number | null>(null)
const stop = shallowRef<AbortController | null>(null)
const busy = computed(() => sent.value !== null)
onScopeDispose(() => stop.value?.abort())
// What was looked at is not what would come now.
watch([file, theirs, mapNames], () => (answer.value = null))

async function send(look: boolean): Promise<void> {
  if (!file.value) return
  stop.value = new AbortController()
  sent.value = 0
  failure.value = ''
  try {
    answer.value = await sendFile<ImportAnswer>(
      `/transfer/shop?${queryOf({ look, theirs: theirs.value, mapNames: mapNames.value })}`,
      file.value,
      { progress: (share) => (sent.value = share), signal: stop.value.signal },
    )
  } catch (error) {
    failure.value = errorText(error)
  } finally {
    sent.value = null
  }
}
async function take() {
  await send(false)
  if (!answer.value?.taken) return
  notices.done(t('transfers.taken', { n: answer.value.counts.reduce((sum, { added }) => sum + added, 0) }))
  emit('close')
}
const mostNames = 12
const namesText = computed(() => {
  const names = (answer.value?.sameNames ?? []).map(({ name }) => name)
  const more = names.length - mostNames
  return [...names.slice(0, mostNames), ...(more > 0 ? [t('transfers.more', { n: more })] : [])].join(', ')
})
/** What a table of the file holds; of a file from elsewhere its own name. */
const tableName = (table: string) => (te(`transfers.tables.${table}`) ? t(`transfers.tables.${table}`) : table)
/** What is wrong has to be found in the file, by the name that it has there. */
const nameInFile = (table: string) => (tableName(table) === table ? table : `${tableName(table)} (${table})`)
const ready = computed(() => answer.value !== null && answer.value.problems.length === 0)
const comes = computed(() =>
  answer.value?.counts.some(({ added, differs }) => added + (theirs.value ? differs : 0) > 0),
)
</script>

<template>
  <v-dialog
    :model-value="true"
    persistent
    max-width="760"
    :aria-label="t('transfers.bring')"
    @keydown.esc.stop="emit('close')"
  >
    <div class="panel stack bring">
      <h2>{{ t('transfers.bring') }}</h2>
      <v-file-input
        variant="outlined"
        density="compact"
        prepend-icon=""
        hide-details
        :label="t('transfers.file')"
        accept=".zip,.json,application/zip,application/json"
        :model-value="file ?? undefined"
        @update:model-value="file = Array.isArray($event) ? ($event[0] ?? null) : ($event ?? null)"
      />
      <v-checkbox v-model="mapNames" :label="t('transfers.mapNames')" hide-details />
      <v-checkbox v-model="theirs" :label="t('transfers.theirs')" hide-details />
      <p v-if="busy" role="status">
        {{ sent! < 1 ? t('transfers.sent', { percent: Math.round(sent! * 100) }) : t('transfers.looking') }}
      </p>
      <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
      <template v-if="answer">
        <template v-if="answer.problems.length > 0">
          <p class="bad" role="alert">× {{ t('transfers.problems') }}</p>
          <ul class="problems">
            <li v-for="(problem, at) in answer.problems" :key="at">
              <strong>{{ t('transfers.row', { ...problem, table: nameInFile(problem.table) }) }}</strong>:
              {{ textOf(problem.said) }}
            </li>
          </ul>
        </template>
        <p v-if="answer.sameNames.length > 0">{{ t('transfers.sameNames', { names: namesText }) }}</p>
        <template v-if="ready">
          <p>{{ t(answer.empty ? 'transfers.empty' : 'transfers.merged') }}</p>
          <table v-cards class="list">
            <thead>
              <tr>
                <th>{{ t('transfers.records') }}</th>
                <th class="number">{{ t('transfers.added') }}</th>
                <th class="number">{{ t('transfers.same') }}</th>
                <th class="number">{{ t('transfers.differs') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="count in answer.counts" :key="count.table">
                <td>{{ tableName(count.table) }}</td>
                <td class="number">{{ count.added }}</td>
                <td class="number">{{ count.same }}</td>
                <td class="number">{{ count.differs }}</td>
              </tr>
            </tbody>
          </table>
          <p>{{ t(comes ? 'transfers.takeSure' : 'transfers.nothingNew') }}</p>
        </template>
      </template>
      <div class="row">
        <v-btn v-if="ready" class="next-action touch" :disabled="busy || !comes" @click="take">{{
          t('transfers.take')
        }}</v-btn>
        <v-btn v-else class="next-action touch" :disabled="busy || file === null" @click="send(true)">{{
          t('transfers.look')
        }}</v-btn>
        <v-btn v-if="busy" class="touch" @click="stop?.abort()">{{ t('shell.stopWaiting') }}</v-btn>
        <v-btn class="touch" variant="text" @click="emit('close')">{{ t('shell.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.bring {
  max-height: 90dvh;
  overflow-y: auto;
  gap: var(--gap-3);
}
.problems {
  padding-inline-start: 1.2em;
  max-height: 40dvh;
  overflow-y: auto;
}
</style>
