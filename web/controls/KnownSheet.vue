<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { type Known, type KnownKind, knownRows } from './known.ts'
import { useFocusBack } from './useFocusBack.ts'

/** What figures rest on, one after the other: what each is, its source, model, data and band, and what would change it. */
defineProps<{ figures: readonly Known[]; what: string }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
useFocusBack()
/** Shape first, word beside it. */
const signs: Readonly<Record<KnownKind, string>> = {
  ...{ measured: '●', fitted: '◐', computed: '◇', assumed: '○', unknown: '–' },
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="640"
    scrollable
    :aria-label="t('controls.known.of', { what })"
    @update:model-value="emit('close')"
  >
    <div class="panel stack sheet">
      <div class="spread">
        <h2>{{ t('controls.known.open') }}</h2>
        <v-btn autofocus @click="emit('close')">{{ t('shell.close') }}</v-btn>
      </div>
      <section v-for="one in figures" :key="one.figure" class="stack figure-of">
        <h3>{{ one.figure }}</h3>
        <p>
          <strong>{{ signs[one.kind] }} {{ t(`controls.known.kinds.${one.kind}`) }}</strong>
        </p>
        <dl>
          <template v-for="row in knownRows" :key="row">
            <template v-if="one[row]">
              <dt>{{ t(`controls.known.rows.${row}`) }}</dt>
              <dd>{{ one[row] }}</dd>
            </template>
          </template>
        </dl>
      </section>
    </div>
  </v-dialog>
</template>

<style scoped>
.sheet {
  max-height: 86dvh;
  overflow-y: auto;
}
.figure-of {
  gap: var(--gap-1);
  border-top: 1px solid var(--line);
  padding-top: var(--gap-2);
}
dl {
  display: grid;
  grid-template-columns: minmax(120px, auto) minmax(0, 1fr);
  gap: var(--gap-1) var(--gap-3);
}
dt {
  color: var(--ink-soft);
}
@media (max-width: 700px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
  dd {
    margin-bottom: var(--gap-2);
  }
}
</style>
