<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useNotices } from './notices.ts'

const { t } = useI18n()
const notices = useNotices()
const route = useRoute()
const { start, stop } = useTimeoutFn(() => (notices.current = null), 9000, { immediate: false })
watch(
  () => notices.current,
  (notice) => {
    stop()
    if (notice?.kind === 'done') start()
  },
)

async function undo() {
  const action = notices.current?.undo
  notices.current = null
  if (action) await notices.attempt(action)
}
</script>

<template>
  <div class="notices no-print" :class="{ alone: route.meta['alone'] }" aria-live="polite">
    <div v-if="notices.current" :key="notices.current.id" class="notice" :class="notices.current.kind">
      <span>{{ notices.current.text }}</span>
      <v-btn v-if="notices.current.undo" size="small" @click="undo">{{ t('shell.undo') }}</v-btn>
      <v-btn size="small" variant="text" @click="notices.current = null">{{ t('shell.dismiss') }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  inset: auto var(--gap-3) calc(var(--strip) + var(--gap-2)) auto;
  z-index: 2900;
}
/* At the lane the foot is where shots are recorded: nothing lies over it. */
@media (max-width: 600px) {
  .notices.alone {
    inset: 4px 4px auto 4px;
  }
}
.notice {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-2) var(--gap-3);
  max-width: min(640px, 90vw);
  background: var(--panel);
  border: 2px solid var(--ink);
}
.notice.error {
  border-color: var(--bad);
  border-style: double;
  border-width: 4px;
}
</style>
