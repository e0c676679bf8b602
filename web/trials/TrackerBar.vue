<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import type { useShotEntry } from './useShotEntry.ts'
import { useTracker } from './useTracker.ts'

/** What the lane tracker saw goes into the entry, to be corrected and recorded by hand. */
const props = defineProps<{ trial: Trial; held: ReturnType<typeof useShotEntry> }>()
const { t } = useI18n()
const notices = useNotices()
const { form } = props.held
const asked = ref('')
const { connected, seen, throwBall } = useTracker((figures) => void Object.assign(form.values, figures))
const said = computed(() =>
  typeof seen.value === 'object'
    ? t('trials.tracker.garbled', { why: t(`trials.tracker.why.${seen.value.garbled}`) })
    : t(`trials.tracker.${seen.value}`),
)
async function practise() {
  const { feetBoard, targetBoard } = form.values as { feetBoard: number | null; targetBoard: number | null }
  asked.value = feetBoard === null || targetBoard === null ? t('trials.tracker.needsLine') : ''
  if (feetBoard === null || targetBoard === null) return
  await notices.attempt(() =>
    throwBall({ trialId: props.trial.id, arm: Number(form.values['arm']), feetBoard, targetBoard }),
  )
}
</script>

<template>
  <div v-if="connected" class="tracker" role="group" :aria-label="t('trials.tracker.title')">
    <span class="small" role="status">{{ asked || said }}</span>
    <v-btn size="small" @click="practise">{{ t('trials.tracker.throw') }}</v-btn>
  </div>
</template>

<style scoped>
.tracker {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
.tracker span {
  flex: 1;
}
.tracker .v-btn {
  flex: none;
}
</style>
