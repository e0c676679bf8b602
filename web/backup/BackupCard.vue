<script setup lang="ts">
import { type Backup, type Backups, backupTooOldHours, isGoodBackup } from '@sleetfall/contract'
import { bytesText } from '@sleetfall/core'
import { useTimeoutPoll } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { agoText, dayText, timeText } from '../controls/days.ts'
import { get, post } from '../http/client.ts'
import { nowMs } from '../http/clock.ts'
import { errorText } from '../http/problem.ts'
import { textOf } from '../i18n.ts'
import { useNotices } from '../shell/notices.ts'
import { vCards } from '../controls/cards.ts'

/** The shop's backups: when the last good one was made, one more at once, and the files to be kept elsewhere. */
const { t } = useI18n()
const notices = useNotices()
const backups = shallowRef<Backups | null>(null)
const error = ref<string | null>(null)
/** One was asked for here, and is not among them yet. */
const asked = ref<{ before: number } | null>(null)
async function load(): Promise<void> {
  try {
    backups.value = await get<Backups>('/backups')
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
const making = computed(() => asked.value !== null || (backups.value?.making ?? false))
const { resume, pause } = useTimeoutPoll(load, 1000, { immediate: false })
watch(making, (on) => (on ? resume() : pause()))
watch(backups, (now) => {
  const newest = now?.items[0]
  if (!asked.value || !now || now.items.length <= asked.value.before || !newest?.checkedAt) return
  asked.value = null
  if (newest.problem) notices.failed(new Error(t('backups.bad', { why: textOf(newest.problem) })))
  else notices.done(t('backups.done'))
})
async function backUp(): Promise<void> {
  const before = backups.value?.items.length ?? 0
  if (await notices.attempt(() => post('/backups', {}))) asked.value = { before }
}
const lastGood = computed(() => backups.value?.items.find(isGoodBackup) ?? null)
const tooOld = computed(
  () => lastGood.value !== null && Date.parse(lastGood.value.madeAt) < nowMs() - backupTooOldHours * 3_600_000,
)
const stateOf = ({ checkedAt, problem }: Backup) =>
  problem ? t('backups.failed', { why: textOf(problem) }) : t(checkedAt ? 'backups.good' : 'backups.unchecked')
</script>

<template>
  <section class="panel stack" :aria-label="t('backups.title')">
    <div class="spread">
      <h2>{{ t('backups.title') }}</h2>
      <v-btn v-if="backups?.kept" :disabled="making" @click="backUp">{{ t('backups.now') }}</v-btn>
    </div>
    <LoadState :loaded="backups !== null" :rows="4" :error="error" @retry="load">
      <p v-if="!backups?.kept">{{ t('backups.notKept') }}</p>
      <template v-else>
        <p v-if="making" role="status">{{ t('backups.making') }}</p>
        <p v-if="!lastGood" class="bad">{{ t('backups.none') }}</p>
        <p v-else-if="tooOld" class="bad">{{ t('backups.old', { ago: agoText(lastGood.madeAt) }) }}</p>
        <p v-else>{{ t('backups.last', { ago: agoText(lastGood.madeAt), size: bytesText(lastGood.bytes) }) }}</p>
        <p class="small soft">
          {{ t('backups.rules') }} {{ t(backups.sealing ? 'backups.sealed' : 'backups.open') }} {{ t('backups.back') }}
        </p>
        <table v-if="backups.items.length > 0" v-cards class="list">
          <thead>
            <tr>
              <th scope="col">{{ t('backups.when') }}</th>
              <th scope="col">{{ t('backups.why') }}</th>
              <th scope="col">{{ t('backups.size') }}</th>
              <th scope="col">{{ t('backups.state') }}</th>
              <th scope="col">{{ t('backups.file') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in backups.items" :key="one.name">
              <td>{{ dayText(one.madeAt) }} {{ timeText(one.madeAt) }}</td>
              <td>{{ t(`backups.reasons.${one.reason}`) }}</td>
              <td class="figure">{{ bytesText(one.bytes) }}</td>
              <td>{{ stateOf(one) }}</td>
              <td>
                <a :href="`/api/backups/${one.name}/dump`" download>{{ t('backups.dump') }}</a>
                {{ ' ' }}
                <a :href="`/api/backups/${one.name}/json`" download>{{ t('backups.manifest') }}</a>
              </td>
            </tr>
          </tbody>
        </table>
      </template>
    </LoadState>
  </section>
</template>

<style scoped>
.bad {
  color: var(--bad);
  font-weight: 700;
}
</style>
