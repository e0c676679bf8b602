<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useTrials } from './store.ts'
import { isHidden, letterOf } from './useArmText.ts'

/** Of a blind trial: the key for who hands out the balls, and the telling of the names. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const session = useSession()
const asking = ref(false)
async function reveal() {
  asking.value = false
  if (await notices.attempt(() => trials.reveal(props.trial))) notices.done(t('trials.revealed'))
}
</script>

<template>
  <div v-if="isHidden(trial)" class="panel stack no-print">
    <p>{{ t('trials.blindNow') }}</p>
    <details v-if="session.may('trials')">
      <summary>{{ t('trials.key') }}</summary>
      <ul>
        <li v-for="one in trial.arms" :key="one.arm">{{ letterOf(trial, one.arm) }}: {{ one.label }}</li>
      </ul>
    </details>
    <div v-if="session.may('trials')">
      <v-btn size="small" @click="asking = true">{{ t('trials.reveal') }}</v-btn>
    </div>
    <ConfirmDialog
      v-if="asking"
      :title="t('trials.reveal')"
      :text="t('trials.revealAsk')"
      :action="t('trials.reveal')"
      @confirm="reveal"
      @close="asking = false"
    />
  </div>
</template>
