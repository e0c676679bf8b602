<script setup lang="ts">
import { useCssVar, useElementSize, useTimeoutFn } from '@vueuse/core'
import { useTemplateRef, watch, watchEffect } from 'vue'
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

/** On a narrow screen the page makes room for it: whatever lay below it could not be touched as long as it stands there. */
const { height } = useElementSize(useTemplateRef('bar'), undefined, { box: 'border-box' })
const room = useCssVar('--notice-room')
watchEffect(() => (room.value = `${height.value}px`))

async function undo() {
  const action = notices.current?.undo
  notices.current = null
  if (action) await notices.attempt(action)
}
</script>

<template>
  <div
    ref="bar"
    class="notices no-print"
    :class="{ alone: route.meta['alone'], bench: (route.meta['area'] ?? route.name) === 'bench' }"
    aria-live="polite"
  >
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
.notice {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-2) var(--gap-3);
  max-width: 640px;
  background: var(--panel);
  border: 2px solid var(--ink);
}
.notice.error {
  border-color: var(--bad);
  border-style: double;
  border-width: 4px;
}
@media (max-width: 700px) {
  .notices {
    inset: auto 0 56px 0;
  }
  .notices.bench {
    inset: auto 0 calc(56px + var(--strip)) 0;
  }
  .notices.alone {
    inset: auto 0 0 0;
  }
  .notice {
    padding-block: 4px;
  }
}
</style>
