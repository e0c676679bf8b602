<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useFocusBack } from './useFocusBack.ts'
import { agoText } from './days.ts'
import { type Beside, useDraft } from './useDraft.ts'
import ConflictTable from './ConflictTable.vue'
import type { FormState } from './useForm.ts'

/** A form over the page: saves with Ctrl-Enter, asks before it throws typed things away, shows version conflicts. */
const props = defineProps<{
  title: string
  form: FormState
  /** For forms that hold more than the form's own values. */
  dirty?: boolean
  /** Names of the fields that a conflict shows. */
  labels?: Record<string, string>
  saveText?: string
  wide?: boolean
  /** Name under which what is typed stays on this device until it is saved; without, nothing stays. */
  draft?: string
  /** What the draft has beside the form's values. */
  beside?: Beside
  draftWithout?: readonly string[]
}>()
const emit = defineEmits<{ save: []; close: []; keepMine: []; takeTheirs: [] }>()
const { t } = useI18n()
useFocusBack()
const asking = ref(false)
const { keptAt, throwAway, startAnew } = useDraft(props.form, props.draft, {
  beside: props.beside,
  without: props.draftWithout,
})

function leave() {
  if (props.dirty || props.form.changed.value) asking.value = true
  else emit('close')
}
function takeTheirs() {
  throwAway()
  emit('takeTheirs')
}
function discard() {
  throwAway()
  emit('close')
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
      <p v-if="keptAt !== null" class="row kept" role="status">
        <span>{{ t('shell.draft.kept', { when: agoText(new Date(keptAt).toISOString()) }) }}</span>
        <v-btn variant="text" @click="startAnew">{{ t('shell.draft.anew') }}</v-btn>
      </p>
      <div class="body stack">
        <slot />
        <ConflictTable
          v-if="form.conflict.value"
          :rows="form.conflict.value.rows"
          :labels="labels ?? {}"
          @mine="emit('keepMine')"
          @theirs="takeTheirs"
          @back="form.goOn()"
        />
      </div>
      <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
      <div v-if="asking" class="row ask" role="alertdialog" :aria-label="t('shell.discard.title')">
        <strong>{{ t('shell.discard.title') }}</strong>
        <span>{{ t('shell.discard.text') }}</span>
        <v-btn autofocus @click="asking = false">{{ t('shell.discard.keep') }}</v-btn>
        <v-btn @click="discard">{{ t('shell.discard.discard') }}</v-btn>
      </div>
      <div v-else-if="!form.conflict.value" class="row">
        <v-btn type="submit" class="next-action touch" :loading="form.busy.value">{{
          saveText ?? t('shell.save')
        }}</v-btn>
        <v-btn class="touch" variant="text" @click="leave">{{ t('shell.cancel') }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.form {
  display: flex;
  flex-direction: column;
  gap: var(--gap-3);
  max-height: 90dvh;
  border: 1px solid var(--line-strong);
}
.body {
  flex: 0 1 auto;
  min-height: 0;
  overflow-y: auto;
  padding: var(--gap-2) 2px;
  gap: var(--gap-3);
}
.ask {
  border: 2px solid var(--bad);
  padding: var(--gap-2);
}
.kept {
  border-left: 4px solid var(--accent);
  padding-left: var(--gap-2);
}
</style>
