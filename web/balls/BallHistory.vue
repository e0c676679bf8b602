<script setup lang="ts">
import { type Ball, type BallEvent, type Trial, counterRecords } from '@sleetfall/contract'
import { computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { dayText, timeText } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { useSession } from '../shell/session.ts'
import { useTrials } from '../trials/store.ts'
import { useEventText } from './eventText.ts'

/** The ball's history, newest first. Corrections are entries of their own; what was taken back stays, struck out. */
const props = defineProps<{ ball: Ball }>()
const emit = defineEmits<{ takeBack: [BallEvent] }>()
const { t } = useI18n()
const words = useEventText()
const session = useSession()
const events = ref<readonly BallEvent[]>([])
const loaded = ref(false)
const error = ref<string | null>(null)

async function load() {
  try {
    events.value = (await get<BallEvent[]>(`/balls/${props.ball.id}/events`)).reverse()
    error.value = null
    loaded.value = true
  } catch (problem) {
    error.value = errorText(problem)
  }
}
watch(
  () => [
    props.ball.id,
    props.ball.version,
    props.ball.lastEvent?.id,
    props.ball.surface.totalGames,
    props.ball.lastCleanedAt,
  ],
  load,
  { immediate: true },
)
/** Trials that the ball was in stand in the same line of time. */
const trials = useTrials()
const thrownIn = shallowRef<readonly Trial[]>([])
watch(
  () => props.ball.id,
  async (ballId) => (thrownIn.value = await trials.about({ ballId }).catch(() => [])),
  { immediate: true },
)
const entries = computed(() => {
  const thrown = thrownIn.value.map((trial) => ({ id: trial.id, at: trial.startedAt, trial, event: null }))
  const recorded = events.value.map((event) => ({ id: event.id, at: event.happenedAt, trial: null, event }))
  return [...recorded, ...thrown].sort((a, b) => b.at.localeCompare(a.at))
})
/** Work on the cover is taken back by who may do it. */
const undoable = ({ kind, withdrawn }: BallEvent) =>
  !withdrawn &&
  !['withdrawn', 'moved', 'drilled'].includes(kind) &&
  (session.may('surfaces') || counterRecords.some((one) => one === kind))
</script>

<template>
  <section class="history" :aria-label="t('balls.history')">
    <h3>{{ t('balls.history') }}</h3>
    <LoadState :loaded="loaded" :error="error" :empty="entries.length === 0" @retry="load">
      <template #empty>{{ t('balls.historyNone') }}</template>
      <!-- Long lists scroll by keyboard too. -->
      <ol tabindex="0" :aria-label="t('balls.history')">
        <li v-for="{ id, at, trial, event } in entries" :key="id" :class="{ gone: event?.withdrawn }">
          <time class="figure" :datetime="at" :title="timeText(at)">{{ dayText(at) }}</time>
          <router-link v-if="trial" :to="`/trials/${trial.id}`">{{
            t('balls.events.trial', { question: trial.question })
          }}</router-link>
          <template v-else-if="event">
            <span>
              <span class="what">{{ words(event) }}</span>
              <span v-if="event.withdrawn" class="small aside">{{ t('balls.takenBack') }}</span>
              <span v-if="event.recordedBy" class="small soft aside">{{
                t('balls.by', { name: event.recordedBy })
              }}</span>
            </span>
            <v-btn
              v-if="undoable(event)"
              size="x-small"
              variant="text"
              :aria-label="`${t('balls.takeBack')}: ${words(event)}, ${dayText(event.happenedAt)}`"
              @click="emit('takeBack', event)"
              >{{ t('balls.takeBack') }}</v-btn
            >
          </template>
        </li>
      </ol>
    </LoadState>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  max-height: 300px;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: 84px 1fr auto;
  gap: var(--gap-2);
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  padding: 3px 0;
  line-height: 1.25;
}
li .aside {
  margin-inline-start: 0.5em;
}
li.gone .what {
  text-decoration: line-through;
  color: var(--ink-soft);
}
</style>
