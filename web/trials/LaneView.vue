<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import { usePatterns } from '../lanes/store.ts'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePlainKeys } from '../shell/useShortcuts.ts'
import LaneHelp from './LaneHelp.vue'
import PracticeClock from './PracticeClock.vue'
import ShotEntry from './ShotEntry.vue'
import { useShotQueue } from './shotQueue.ts'
import { useTrials } from './store.ts'
import { useTakeOut } from './useTakeOut.ts'
import { noted } from '../controls/figures.ts'

/** The entry of shots alone, on the whole of a phone. */
const { t } = useI18n()
const route = useRoute()
const trials = useTrials()
const queue = useShotQueue()
const session = useSession()
const notices = useNotices()
const takeOut = useTakeOut()
const trialId = computed(() => String(route.params['trialId']))
const load = () => trials.need(trialId.value, true)
watch(trialId, load, { immediate: true })
const stored = computed(() => trials.byId.get(trialId.value))
const trial = computed(() => stored.value && queue.applied(stored.value))
const last = computed(() => trial.value?.shots.at(-1))
const text = computed(() => {
  const shot = last.value
  if (!shot) return ''
  const parts = [
    shot.entryBoard === null ? '' : noted(shot.entryBoard),
    shot.read ? t(`trials.reads.${shot.read}`) : '',
    shot.leave === null ? '' : shot.leave.length === 0 ? 'X' : [...shot.leave].sort((a, b) => a - b).join('-'),
  ]
  return t('trials.lastShot', { what: parts.filter(Boolean).join(' · ') })
})
void queue.ready()
// What the help knows of the lane is read while there is a network.
const patterns = usePatterns()
onMounted(() => void patterns.load())
const helps = ref(false)
async function undo() {
  if (trial.value && last.value) await notices.attempt(() => takeOut(trial.value!.id, last.value!.id))
}
usePlainKeys((key) => key === 'u' && void undo())
</script>

<template>
  <LostView v-if="trials.lost.has(trialId) && !trial" :what="t('trials.lost')" to="/trials" :go="t('trials.back')" />
  <LoadState v-else :loaded="trial !== undefined && queue.loaded" :error="trials.error" @retry="load">
    <section v-if="trial" class="lane touch">
      <h1>{{ trial.question }}</h1>
      <PracticeClock :trial="trial">
        <v-btn size="small" variant="text" @click="helps = true">{{ t('trials.help.open') }}</v-btn>
        <router-link :to="`/trials/${trial.id}`" :aria-label="t('trials.leaveLane')">{{
          t('trials.leaveShort')
        }}</router-link>
      </PracticeClock>
      <LaneHelp v-if="helps" :trial="trial" @close="helps = false" />
      <ShotEntry v-if="session.may('trials')" :key="trial.id" :trial="trial" tells-last />
      <p v-else class="panel soft">{{ t('trials.needsTechnician') }}</p>
      <div v-if="last" class="last">
        <span class="small" role="status">{{ text }}</span>
        <v-btn v-if="session.may('trials')" size="small" variant="text" @click="undo">{{ t('shell.undo') }}</v-btn>
      </div>
    </section>
  </LoadState>
</template>

<style scoped>
.lane {
  max-width: 720px;
  margin-inline: auto;
  display: grid;
  gap: 4px;
}
@media (max-width: 600px) {
  /* Told, not shown: whoever stands at the lane knows it, and every shot needs its place. */
  h1 {
    position: absolute;
    inline-size: 1px;
    block-size: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
.last {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--gap-2);
  min-width: 0;
}
h1 {
  font-size: 1rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  flex: 1;
}
</style>
