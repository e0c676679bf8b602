<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type OpenUpkeep, sessionLogSchema } from '@sleetfall/contract'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import SkeletonRows from '../controls/SkeletonRows.vue'
import { dayText, timeText, todayText } from '../controls/days.ts'
import { useForm } from '../controls/useForm.ts'
import { get, post } from '../http/client.ts'
import { nowMs } from '../http/clock.ts'
import { errorText } from '../http/problem.ts'
import { roundGrit, signOf } from '../surface/useSurfaceText.ts'
import OpenBag from '../bags/OpenBag.vue'
import SessionFields from './SessionFields.vue'
import { useDueText } from './useDueText.ts'

/** A customer's own page behind a link: their balls, what is due, and logging play in seconds. No account, nothing else. */
const props = defineProps<{ secret: string }>()
const { t } = useI18n()
const due = useDueText()
const upkeep = shallowRef<OpenUpkeep | null>(null)
const error = ref<string | null>(null)
const openId = ref<string | null>(null)
const logged = ref('')
const start = () => ({
  id: newId(),
  ballId: openId.value,
  games: 3,
  patternId: null,
  playedOn: todayText(),
  cleaned: null,
  note: '',
})
const form = useForm(sessionLogSchema, start())
const ball = computed(() => upkeep.value?.balls.find((one) => one.id === openId.value))
const path = `/open/upkeep/${encodeURIComponent(props.secret)}`

async function load() {
  try {
    upkeep.value = await get<OpenUpkeep>(path)
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
function open(id: string) {
  openId.value = openId.value === id ? null : id
  logged.value = ''
  Object.assign(form.values, start())
}
async function save() {
  await form.submit(async (input) => {
    upkeep.value = await post<OpenUpkeep>(`${path}/sessions`, input)
    logged.value = t('upkeep.session.logged', { name: ball.value?.name ?? '', n: input.games }, input.games)
    openId.value = null
  })
}
const drying = (until: string | null) => until !== null && Date.parse(until) > nowMs()
</script>

<template>
  <main class="page stack">
    <p v-if="error" role="alert" class="panel">
      {{ error }} <v-btn @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <SkeletonRows v-else-if="!upkeep" :rows="6" />
    <template v-else>
      <header>
        <p class="soft">{{ upkeep.shopName }}</p>
        <h1>{{ t('upkeep.open.title', { name: upkeep.customerName }) }}</h1>
      </header>
      <p v-if="upkeep.bags.length > 0">
        <a class="tapped" href="#bag">{{ t('upkeep.open.toBag', { event: upkeep.bags[0]!.eventName }) }}</a>
      </p>
      <p v-if="logged" role="status" class="panel">● {{ logged }}</p>
      <article v-for="one in upkeep.balls" :key="one.id" class="panel stack" :aria-label="one.name">
        <div class="spread">
          <h2>{{ signOf(one) }} {{ one.name }}</h2>
          <span class="figure">{{
            one.grit === null ? t('surface.gritNone') : t('surface.grit', { grit: roundGrit(one.grit) })
          }}</span>
        </div>
        <p v-if="drying(one.lockedUntil)">
          ▲ {{ t('balls.dryingUntil', { day: dayText(one.lockedUntil!), time: timeText(one.lockedUntil!) }) }}
        </p>
        <p class="soft">
          {{ t('upkeep.open.games', { n: one.gamesOnSurface, c: one.gamesSinceCleaning }, one.gamesOnSurface) }}
        </p>
        <ul class="due">
          <li v-for="item in one.due.slice(0, 3)" :key="`${item.work} ${item.reason}`">
            <strong>{{ due.now(item) ? '▲' : '○' }} {{ due.work(item) }}</strong> {{ due.when(item) }}
          </li>
        </ul>
        <v-btn v-if="openId !== one.id" class="touch big" @click="open(one.id)">{{ t('upkeep.session.open') }}</v-btn>
        <form v-else class="stack" novalidate @submit.prevent="save">
          <SessionFields :form="form" :patterns="upkeep.patterns" />
          <p v-if="form.failure.value" role="alert" class="bad">{{ form.failure.value }}</p>
          <v-btn type="submit" class="next-action big" :loading="form.busy.value">{{ t('upkeep.open.save') }}</v-btn>
        </form>
      </article>
      <div v-if="upkeep.bags.length > 0" id="bag" class="stack">
        <OpenBag v-for="card in upkeep.bags" :key="`${card.eventName} ${card.startsOn}`" :card="card" />
      </div>
      <p>
        <a class="tapped" :href="`/api/open/calendar/${encodeURIComponent(secret)}`">{{ t('upkeep.open.calendar') }}</a>
      </p>
      <p class="small soft">{{ t('upkeep.open.until', { day: dayText(upkeep.expiresOn) }) }}</p>
    </template>
  </main>
</template>

<style scoped>
.page {
  max-width: 640px;
  margin: 0 auto;
  padding: var(--gap-3);
  gap: var(--gap-3);
}
.due {
  list-style: none;
  padding: 0;
}
.big {
  min-height: 56px !important;
  width: 100%;
}
</style>
