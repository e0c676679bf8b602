<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import ConflictTable from './ConflictTable.vue'
import type { Conflict } from './useForm.ts'

/** A form over the page: saves with Ctrl-Enter, asks before it throws typed things away, shows version conflicts. */
const props = defineProps<{
  title: string
  failure: string
  busy: boolean
  changed: boolean
  conflict?: Conflict | null
  mine?: Record<string, unknown>
  labels?: Record<string, string>
  saveText?: string
  wide?: boolean
}>()
const emit = defineEmits<{ save: []; close: []; keepMine: []; takeTheirs: []; back: [] }>()
const { t } = useI18n()
const asking = ref(false)

function leave() {
  if (props.changed) asking.value = true
  else emit('close')
}
</script>

<template>
  <v-dialog
    :model-value="true"
    persistent
    no-click-animation
    :max-width="wide ? 980 : 640"
    :aria-label="title"
    @keydown.esc.stop="leave"
  >
    <form class="panel form" novalidate @submit.prevent="emit('save')" @keydown.ctrl.enter.prevent="emit('save')">
      <h2>{{ title }}</h2>
      <div class="body stack">
        <slot />
        <ConflictTable
          v-if="conflict"
          :mine="mine ?? {}"
          :theirs="conflict.current"
          :labels="labels ?? {}"
          @mine="emit('keepMine')"
          @theirs="emit('takeTheirs')"
          @back="emit('back')"
        />
      </div>
      <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
      <div v-if="asking" class="row ask" role="alertdialog" :aria-label="t('shell.discard.title')">
        <strong>{{ t('shell.discard.title') }}</strong>
        <span>{{ t('shell.discard.text') }}</span>
        <v-btn autofocus @click="asking = false">{{ t('shell.discard.keep') }}</v-btn>
        <v-btn @click="emit('close')">{{ t('shell.discard.discard') }}</v-btn>
      </div>
      <div v-else-if="!conflict" class="row">
        <v-btn type="submit" class="next-action touch" :loading="busy">{{ saveText ?? t('shell.save') }}</v-btn>
        <v-btn class="touch" variant="text" @click="leave">{{ t('shell.cancel') }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: var(--gap-3);
  max-height: 90dvh;
  grid-template-rows: auto minmax(0, 1fr);
  border: 1px solid var(--line-strong);
}
.body {
  overflow-y: auto;
  padding: var(--gap-2) 2px;
  gap: var(--gap-3);
}
.ask {
  border: 2px solid var(--bad);
  padding: var(--gap-2);
}
</style>
