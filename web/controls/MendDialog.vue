<script setup lang="ts">
import type { Dependents } from '@sleetfall/contract'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useFocusBack } from './useFocusBack.ts'
import { vFocus } from './vFocus.ts'
import { get, post, remove } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import LoadState from './LoadState.vue'

/** Takes a record out: retire it, merge it with another, or delete it; what hangs on it is named before anything is lost. */
const props = defineProps<{
  name: string
  /** Address of the record, `/customers/ID`. */
  path: string
  version: number
  /** Undefined where a record of this kind is not retired. */
  retired?: boolean
  /** Others it may be merged with; undefined where that is not offered. */
  others?: readonly { readonly id: string; readonly title: string }[]
  /** Whether the one who is signed in may delete. */
  mayDelete: boolean
}>()
const emit = defineEmits<{ close: []; gone: []; changed: [unknown]; merged: [unknown] }>()
const { t } = useI18n()
useFocusBack()
const dependents = shallowRef<Dependents | null>(null)
const error = ref<string | null>(null)
const failure = ref('')
const busy = ref(false)
const intoId = ref<string | null>(null)
const sure = ref<'delete' | 'merge' | null>(null)

async function load() {
  try {
    dependents.value = await get<Dependents>(`${props.path}/dependents`)
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
const named = (counts: Dependents['blocks']) =>
  Object.entries(counts)
    .map(([name, count]) => t(`uses.${name}`, { count }))
    .join(', ')
const blocked = computed(() => named(dependents.value?.blocks ?? {}))
const goes = computed(() => named(dependents.value?.goes ?? {}))
/** Told by whoever offers its own field for the other record. */
const intoTitle = ref('')
const into = computed(() => props.others?.find((one) => one.id === intoId.value)?.title ?? intoTitle.value)
function choose(id: string | null, title = '') {
  intoId.value = id
  intoTitle.value = title
}

async function run(action: () => Promise<unknown>) {
  busy.value = true
  failure.value = ''
  try {
    await action()
    emit('close')
  } catch (problem) {
    failure.value = errorText(problem)
  } finally {
    busy.value = false
    sure.value = null
  }
}
const retire = () =>
  run(async () =>
    emit('changed', await post(`${props.path}/retire`, { version: props.version, retired: !props.retired })),
  )
const merge = () => run(async () => emit('merged', await post(`${props.path}/merge`, { intoId: intoId.value })))
const erase = () =>
  run(async () => {
    await remove(props.path)
    emit('gone')
  })
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="560"
    :aria-label="t('controls.mend.title', { name })"
    @update:model-value="emit('close')"
  >
    <div class="panel stack mend">
      <h2>{{ t('controls.mend.title', { name }) }}</h2>
      <LoadState :loaded="dependents !== null" :error="error" @retry="load">
        <section v-if="retired !== undefined" class="stack">
          <p>{{ t(retired ? 'controls.mend.backText' : 'controls.mend.retireText') }}</p>
          <div>
            <v-btn class="touch" :loading="busy" @click="retire">{{
              t(retired ? 'controls.mend.back' : 'controls.mend.retire')
            }}</v-btn>
          </div>
        </section>
        <section v-if="others || $slots['into']" class="stack part">
          <p>{{ t('controls.mend.mergeText', { name }) }}</p>
          <slot name="into" :chosen="intoId" :choose="choose">
            <v-autocomplete
              v-model="intoId"
              :label="t('controls.mend.into')"
              :items="(others ?? []).map((one) => ({ value: one.id, title: one.title }))"
            />
          </slot>
          <div v-if="sure === 'merge'" class="row ask" role="alertdialog">
            <strong>{{ t('controls.mend.mergeSure', { name, into }) }}</strong>
            <v-btn v-focus class="touch" @click="sure = null">{{ t('shell.cancel') }}</v-btn>
            <v-btn class="touch" color="error" :loading="busy" @click="merge">{{ t('controls.mend.merge') }}</v-btn>
          </div>
          <div v-else>
            <v-btn class="touch" :disabled="intoId === null" @click="sure = 'merge'">{{
              t('controls.mend.merge')
            }}</v-btn>
          </div>
        </section>
        <section v-if="mayDelete" class="stack part">
          <p v-if="blocked" role="status">× {{ t('controls.mend.blocked', { what: blocked }) }}</p>
          <template v-else>
            <p>{{ goes ? t('controls.mend.goes', { what: goes }) : t('controls.mend.nothing') }}</p>
            <div v-if="sure === 'delete'" class="row ask" role="alertdialog">
              <strong>{{ t('controls.mend.deleteSure', { name }) }}</strong>
              <v-btn v-focus class="touch" @click="sure = null">{{ t('shell.cancel') }}</v-btn>
              <v-btn class="touch" color="error" :loading="busy" @click="erase">{{ t('controls.mend.delete') }}</v-btn>
            </div>
            <div v-else>
              <v-btn class="touch" @click="sure = 'delete'">{{ t('controls.mend.delete') }}</v-btn>
            </div>
          </template>
        </section>
        <slot />
      </LoadState>
      <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
      <div>
        <v-btn class="touch" variant="text" @click="emit('close')">{{ t('shell.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.mend {
  gap: var(--gap-3);
  max-height: 90dvh;
  overflow-y: auto;
}
.part {
  border-top: 1px solid var(--line);
  padding-top: var(--gap-2);
}
.ask {
  border: 2px solid var(--bad);
  padding: var(--gap-2);
}
</style>
