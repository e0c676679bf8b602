<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

/** Two versions of one record side by side, when two people edited it at once. */
const props = defineProps<{
  mine: Record<string, unknown>
  theirs: Record<string, unknown>
  labels: Record<string, string>
}>()
const emit = defineEmits<{ mine: []; theirs: []; back: [] }>()
const { t } = useI18n()
const text = (value: unknown) =>
  value === null || value === undefined || value === ''
    ? t('shell.conflict.empty')
    : Array.isArray(value)
      ? `${value.length}`
      : String(value)
const rows = computed(() =>
  Object.entries(props.labels)
    .filter(([key]) => JSON.stringify(props.mine[key] ?? null) !== JSON.stringify(props.theirs[key] ?? null))
    .map(([key, label]) => ({ key, label, mine: text(props.mine[key]), theirs: text(props.theirs[key]) })),
)
</script>

<template>
  <section class="stack conflict" role="alertdialog" :aria-label="t('shell.conflict.title')">
    <h3>{{ t('shell.conflict.title') }}</h3>
    <p>{{ rows.length > 0 ? t('shell.conflict.text') : t('shell.conflict.same') }}</p>
    <table v-if="rows.length > 0" class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('shell.conflict.field') }}</th>
          <th scope="col">{{ t('shell.conflict.mine') }}</th>
          <th scope="col">{{ t('shell.conflict.theirs') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key">
          <th scope="row">{{ row.label }}</th>
          <td>{{ row.mine }}</td>
          <td>{{ row.theirs }}</td>
        </tr>
      </tbody>
    </table>
    <div class="row">
      <v-btn class="next-action" @click="emit('mine')">{{ t('shell.conflict.keepMine') }}</v-btn>
      <v-btn @click="emit('theirs')">{{ t('shell.conflict.takeTheirs') }}</v-btn>
      <v-btn variant="text" @click="emit('back')">{{ t('shell.conflict.back') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.conflict {
  border: 4px double var(--bad);
  padding: var(--gap-3);
}
</style>
