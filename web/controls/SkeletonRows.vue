<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** Where lines will stand that are still on their way: as high as they will be, so that nothing jumps when they come. */
withDefaults(defineProps<{ rows?: number }>(), { rows: 3 })
const { t } = useI18n()
</script>

<template>
  <div role="status" class="skeleton">
    <span class="aside">{{ t('shell.loading') }}</span>
    <span v-for="row in rows" :key="row" class="bar" :style="{ inlineSize: `${92 - 17 * ((row * 2) % 3)}%` }"></span>
  </div>
</template>

<style scoped>
.skeleton {
  display: grid;
  gap: var(--gap-2);
  /* What comes at once is not announced by a flicker. */
  animation: appear 0.2s 0.15s backwards;
}
.aside {
  position: absolute;
  inline-size: 1px;
  block-size: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
}
.bar {
  block-size: 1.1em;
  background: var(--panel-sunk);
}
@keyframes appear {
  from {
    opacity: 0;
  }
}
</style>
