<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import SkeletonRows from './SkeletonRows.vue'

/** Loading, failed or empty, for every list. What is there stays when reading it anew fails: somebody may be typing in it. */
defineProps<{
  loaded: boolean
  error: string | null
  empty?: boolean
  /** Lines that will stand there, about. */
  rows?: number
}>()
const emit = defineEmits<{ retry: [] }>()
const { t } = useI18n()
</script>

<template>
  <p v-if="error" role="alert" class="row">
    {{ t('shell.loadFailed', { why: error }) }} <v-btn @click="emit('retry')">{{ t('shell.retry') }}</v-btn>
  </p>
  <SkeletonRows v-else-if="!loaded" :rows="rows" />
  <template v-if="loaded">
    <div v-if="empty" class="empty stack"><slot name="empty" /></div>
    <slot v-else />
  </template>
</template>

<style scoped>
.empty {
  padding: var(--gap-4);
  border: 1px dashed var(--line-strong);
  justify-items: start;
}
</style>
