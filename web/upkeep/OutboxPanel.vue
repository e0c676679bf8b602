<script setup lang="ts">
import type { Telling } from '@sleetfall/contract'
import { computed, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText, timeText } from '../controls/days.ts'
import { useNotices } from '../shell/notices.ts'
import { get } from '../http/client.ts'
import { useSession } from '../shell/session.ts'
import TellingForm from './TellingForm.vue'
import { useUpkeep } from './store.ts'

/** Messages that were written lately; one that still waits can be taken back. */
const { t } = useI18n()
const [upkeep, notices] = [useUpkeep(), useNotices()]
const waiting = computed(() => upkeep.outbox.filter((message) => message.state === 'queued').length)
const mostShown = 12
const session = useSession()
const telling = shallowRef<Telling | null>(null)
const open = () => notices.attempt(async () => (telling.value = await get<Telling>('/upkeep/telling')))
</script>

<template>
  <section class="panel stack" :aria-label="t('upkeep.outbox.title')">
    <div class="spread">
      <h2>{{ t('upkeep.outbox.title') }}</h2>
      <div class="row">
        <span class="soft">{{ t('upkeep.outbox.waiting', { n: waiting }) }}</span>
        <v-btn v-if="session.isOwner" size="small" @click="open">{{ t('upkeep.tell.settings') }}</v-btn>
      </div>
    </div>
    <ul class="outbox">
      <li v-for="message in upkeep.outbox.slice(0, mostShown)" :key="message.id">
        <span>{{ t(`upkeep.outbox.states.${message.state}`) }}</span>
        <strong>{{ message.customerName }}</strong> {{ message.subject }}
        <span class="small soft">{{ dayText(message.createdAt) }} {{ timeText(message.createdAt) }}</span>
        <v-btn
          v-if="message.state === 'queued'"
          size="x-small"
          @click="notices.attempt(() => upkeep.withdraw(message.id))"
          >{{ t('upkeep.outbox.withdraw') }}</v-btn
        >
      </li>
    </ul>
    <TellingForm v-if="telling" :telling="telling" @close="telling = null" />
  </section>
</template>

<style scoped>
.outbox {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 4px;
}
.outbox li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: baseline;
}
</style>
