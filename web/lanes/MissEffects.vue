<script setup lang="ts">
import type { Sensitivity } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { effectRows, signed } from './useWhatIfText.ts'

/** What each change of the release, and the next finer pad, would move the entry by. */
defineProps<{ effects: Sensitivity }>()
const { t } = useI18n()
</script>

<template>
  <p class="small">
    <span class="soft">{{ t('lanes.whatIf.effects') }}</span>
    <span v-for="effect in effectRows(effects)" :key="effect.key" class="effect"
      >{{ t(`lanes.whatIf.effect.${effect.key}`) }} <b class="figure">{{ signed(effect.boards) }}</b></span
    >
  </p>
</template>

<style scoped>
.effect {
  display: inline-block;
  margin-inline-start: var(--gap-3);
}
</style>
