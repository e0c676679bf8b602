<script setup lang="ts">
import type { Ball } from '@sleetfall/contract'
import { limits } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import QuantityField from '../controls/QuantityField.vue'
import { todayText } from '../controls/days.ts'
import { nowDate } from '../http/clock.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useBalls } from './store.ts'
import { fixed } from '../controls/figures.ts'

/** Games in one tap. The pattern of the last entry is remembered on this device. */
const props = defineProps<{ ball: Ball }>()
const { t } = useI18n()
const balls = useBalls()
const patterns = usePatterns()
const notices = useNotices()
const patternId = useStorage<string | null>('sleetfall.games.pattern', null)
const count = ref<number | null>(null)
const day = ref<string | null>(todayText())
const busy = ref(false)
onMounted(() => patterns.load())
const items = computed(() => [
  { value: null, title: t('balls.noPattern') },
  ...patterns.items.map((p) => ({ value: p.id, title: `${p.name}, ${fixed(p.figures.volumeMl, 1)} mL` })),
])
const known = computed(() => (patterns.byId.has(patternId.value ?? '') ? patternId.value : null))

/** Today means now; an earlier day is taken at noon. */
const moment = () =>
  (day.value === todayText() || !day.value ? nowDate() : new Date(`${day.value}T12:00:00`)).toISOString()

async function log(games: number | null) {
  if (games === null || !Number.isFinite(games)) return
  busy.value = true
  const ok = await notices.attempt(async () => {
    const ball = await balls.record(props.ball.id, { kind: 'games', games, patternId: known.value }, moment())
    const eventId = ball.lastEvent?.id
    notices.done(
      t('balls.gamesLogged', { n: games, name: ball.name }, games),
      eventId ? () => balls.takeBack(eventId) : undefined,
    )
  })
  busy.value = false
  if (ok) count.value = null
}
const inRange = computed(
  () =>
    count.value !== null &&
    Number.isInteger(count.value) &&
    count.value >= limits.games.min &&
    count.value <= limits.games.max,
)
</script>

<template>
  <section class="stack" :aria-label="t('balls.games')">
    <h3>{{ t('balls.games') }}</h3>
    <div class="row">
      <v-btn class="touch" :disabled="busy" @click="log(1)">{{ t('balls.plusOne') }}</v-btn>
      <v-btn class="touch" :disabled="busy" @click="log(3)">{{ t('balls.plusThree') }}</v-btn>
      <QuantityField
        v-model="count"
        name="games"
        class="few"
        :label="t('balls.series')"
        @keydown.enter.prevent="inRange && log(count)"
      />
      <v-btn class="touch" :disabled="busy || !inRange" @click="log(count)">{{ t('balls.logSeries') }}</v-btn>
    </div>
    <div class="row pick">
      <v-select v-model="patternId" class="pattern" :label="t('balls.on')" :items="items" />
      <DayField v-model="day" class="day" :label="t('balls.when')" :max="todayText()" />
    </div>
  </section>
</template>

<style scoped>
.few {
  max-width: 118px;
}
.pattern {
  flex: 1.6 1 0;
  min-width: 0;
}
.day {
  flex: 1 1 0;
}
.pick {
  flex-wrap: nowrap;
}
</style>
