<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { crossedAt } from '@sleetfall/core'
import { useEventListener } from '@vueuse/core'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { textOfFile } from '../controls/csv.ts'
import { useFocusBack } from '../controls/useFocusBack.ts'
import { useNotices } from '../shell/notices.ts'
import { type ShotField, fieldOf, headingsOf, readShots, shotFields } from './shotCsv.ts'
import { useShotQueue } from './shotQueue.ts'
import { noted } from '../controls/figures.ts'

/** Shots from a table: which column is what, what each row makes, and what is wrong with it, before anything is taken over. */
const props = defineProps<{ trial: Trial }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const notices = useNotices()
const queue = useShotQueue()
useFocusBack()
const text = ref('')
const mapping = ref<Record<string, ShotField | null>>({})
const failure = ref('')
const mostShots = 500
async function take(file: File | undefined) {
  failure.value = ''
  if (!file) return
  text.value = await textOfFile(file)
  const headings = headingsOf(text.value)
  mapping.value = Object.fromEntries(headings.map((name) => [name, fieldOf(name)]))
  if (headings.length === 0) failure.value = t('trials.table.noTable')
}
const rows = computed(() =>
  text.value === '' ? [] : readShots(text.value, mapping.value, props.trial, new Date(props.trial.startedAt), newId),
)
const good = computed(() => rows.value.flatMap(({ shot }) => (shot ? [shot] : [])))
const bad = computed(() => rows.value.filter(({ shot }) => shot === null))
const shown = 6
const fields = computed(() => [
  { value: null, title: t('trials.table.leftOut') },
  ...shotFields.map((value) => ({ value, title: t(`trials.table.fields.${value}`) })),
])
function keep() {
  for (const shot of good.value.slice(0, mostShots)) queue.add(props.trial.id, shot)
  notices.done(t('trials.table.taken', { n: good.value.length }, good.value.length))
  emit('close')
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => event.key === 'Escape' && emit('close'))
</script>

<template>
  <v-dialog :model-value="true" persistent max-width="860" :aria-label="t('trials.table.title')">
    <div class="panel stack touch body">
      <h2>{{ t('trials.table.title') }}</h2>
      <p class="small soft">{{ t('trials.table.hint') }}</p>
      <label class="row">
        <span>{{ t('trials.table.file') }}</span>
        <input type="file" accept=".csv,.txt,text/csv" @change="take(($event.target as HTMLInputElement).files?.[0])" />
      </label>
      <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
      <div v-if="Object.keys(mapping).length > 0" class="mapping" role="group" :aria-label="t('trials.table.columns')">
        <v-select
          v-for="(_, heading) in mapping"
          :key="heading"
          v-model="mapping[heading]"
          density="compact"
          hide-details
          :label="t('trials.table.column', { name: heading })"
          :items="fields"
        />
      </div>
      <template v-if="rows.length > 0">
        <p role="status">
          {{ t('trials.table.good', { n: good.length, of: rows.length }) }}
          <template v-if="good.length > mostShots">{{ t('trials.table.most', { n: mostShots }) }}</template>
        </p>
        <div class="wide">
          <table class="list">
            <tbody>
              <tr v-for="{ line, shot } in rows.filter((row) => row.shot).slice(0, shown)" :key="line">
                <td class="number">{{ line }}</td>
                <td>{{ trial.arms.find((one) => one.arm === shot!.arm)?.label ?? shot!.arm }}</td>
                <td class="number">{{ noted(crossedAt(shot!)) }}</td>
                <td class="number">{{ noted(shot!.feetBoard) }}</td>
                <td class="number">{{ noted(shot!.entryBoard) }}</td>
                <td>{{ shot!.read ? t(`trials.reads.${shot!.read}`) : '–' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <ul v-if="bad.length > 0" class="bad small">
          <li v-for="{ line, wrong } in bad" :key="line">
            {{ t('trials.table.wrongRow', { line, what: wrong.join('; ') }) }}
          </li>
        </ul>
      </template>
      <div class="row">
        <v-btn class="next-action" :disabled="good.length === 0" @click="keep">{{
          t('trials.table.take', { n: good.length }, good.length)
        }}</v-btn>
        <v-btn variant="text" @click="emit('close')">{{ t('shell.cancel') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.body {
  max-height: 88dvh;
  overflow-y: auto;
}
.wide {
  overflow-x: auto;
}
.mapping {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: var(--gap-2);
}
</style>
