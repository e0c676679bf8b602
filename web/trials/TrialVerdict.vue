<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import type { TrialResult } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useResultText } from './useResultText.ts'

/** What a trial says, what would settle it, and on request which shots it hangs on. */
const props = defineProps<{ trial: Trial; result: TrialResult }>()
const { t } = useI18n()
const { lines, weights } = useResultText()
const open = ref(false)
const said = computed(() => lines(props.trial, props.result))
const weighing = computed(() => (open.value ? weights(props.trial) : []))
</script>

<template>
  <div class="verdict" aria-live="polite">
    <p v-for="(line, index) in said" :key="index" :class="index === 0 ? 'first' : 'small'">{{ line }}</p>
  </div>
  <div v-if="result.judged">
    <v-btn size="small" variant="text" :aria-expanded="open" @click="open = !open">{{ t('trials.weighing') }}</v-btn>
    <ul v-if="open" class="small">
      <li v-for="line in weighing" :key="line">{{ line }}</li>
      <li v-if="weighing.length === 0">{{ t('trials.weighsNothing') }}</li>
    </ul>
  </div>
</template>

<style scoped>
.verdict {
  border-inline-start: 5px solid var(--ink);
  padding-inline-start: var(--gap-3);
  display: grid;
  gap: var(--gap-1);
}
.first {
  font-size: 1.2rem;
  font-weight: 700;
  line-height: 1.3;
}
</style>
