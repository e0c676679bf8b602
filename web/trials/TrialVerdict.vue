<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import type { TrialResult } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import { useResultText } from './useResultText.ts'
import { useTrialKnown } from './useTrialKnown.ts'

/** What a trial says, what would settle it, and on request which shots it hangs on. */
const props = defineProps<{ trial: Trial; result: TrialResult }>()
const { t } = useI18n()
const { lines, others, weights } = useResultText()
const known = useTrialKnown()
const beside = ref(false)
const besideLines = computed(() => (beside.value ? others(props.trial) : []))
const open = ref(false)
const said = computed(() => lines(props.trial, props.result))
const weighing = computed(() => (open.value ? weights(props.trial) : []))
</script>

<template>
  <div class="verdict" aria-live="polite">
    <p v-for="(line, index) in said" :key="index" :class="index === 0 ? 'first' : 'small'">{{ line }}</p>
  </div>
  <HowKnown v-if="trial.shots.length > 0" :figures="known(trial, result)" :what="trial.question" />
  <div v-if="trial.arms.length > 1 && trial.shots.length > 0">
    <v-btn size="small" variant="text" :aria-expanded="beside" @click="beside = !beside"
      >{{ beside ? '▾' : '▸' }} {{ t('trials.others.open') }}</v-btn
    >
    <template v-if="beside">
      <ul class="small plain">
        <li v-for="line in besideLines" :key="line">{{ line }}</li>
        <li v-if="besideLines.length === 0">{{ t('trials.others.none') }}</li>
      </ul>
      <p v-if="besideLines.length > 0" class="small soft">{{ t('trials.others.hint') }}</p>
    </template>
  </div>
  <div v-if="result.judged">
    <v-btn size="small" variant="text" :aria-expanded="open" @click="open = !open"
      >{{ open ? '▾' : '▸' }} {{ t('trials.weighing') }}</v-btn
    >
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
.plain {
  list-style: none;
  padding: 0;
}
</style>
