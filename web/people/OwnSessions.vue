<script setup lang="ts">
import type { OwnSession } from '@sleetfall/contract'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { agoText, dayText, timeText } from '../controls/days.ts'
import { get, post } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { agentOf } from './agentText.ts'
import { vCards } from '../controls/cards.ts'

/** Where the member is signed in; each ended from here. */
const { t } = useI18n()
const notices = useNotices()
const sessions = ref<readonly OwnSession[] | null>(null)
const error = ref<string | null>(null)
async function load() {
  try {
    sessions.value = await get<OwnSession[]>('/session/sessions')
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
const nameOf = ({ agent }: OwnSession) => {
  const parts = agentOf(agent)
  return parts ? t('people.mine.agent', parts) : t('people.mine.unknownDevice')
}
async function end(path: string, said: string) {
  if (!(await notices.attempt(() => post(`/session/sessions/${path}`, {})))) return
  notices.done(said)
  await load()
}
</script>

<template>
  <h3>{{ t('people.mine.sessions') }}</h3>
  <LoadState :loaded="sessions !== null" :error="error" @retry="load">
    <table v-cards class="list">
      <thead>
        <tr>
          <th>{{ t('people.mine.device') }}</th>
          <th>{{ t('people.mine.since') }}</th>
          <th>{{ t('people.mine.seen') }}</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in sessions" :key="one.mark">
          <td>
            {{ nameOf(one) }}<span v-if="one.withPin"> · {{ t('people.mine.byPin') }}</span>
            <span class="soft small"> {{ one.address }}</span>
          </td>
          <td>{{ dayText(one.startedAt) }} {{ timeText(one.startedAt) }}</td>
          <td>
            <strong v-if="one.isThis">{{ t('people.mine.thisOne') }}</strong><template v-else>{{
              agoText(one.seenAt)
            }}</template>
          </td>
          <td>
            <v-btn
              v-if="!one.isThis"
              size="small"
              :aria-label="`${t('people.mine.end')}: ${nameOf(one)}`"
              @click="end(`${one.mark}/end`, t('people.mine.ended'))"
              >{{ t('people.mine.end') }}</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
    <div v-if="(sessions?.length ?? 0) > 1">
      <v-btn @click="end('end-others', t('people.mine.othersEnded'))">{{ t('people.mine.endOthers') }}</v-btn>
    </div>
  </LoadState>
</template>
