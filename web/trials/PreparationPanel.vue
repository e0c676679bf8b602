<script setup lang="ts">
import type { BallEvent, Trial } from '@sleetfall/contract'
import { preparationOf, wipedAtChanges } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useEventText } from '../balls/eventText.ts'
import { dayText } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { isHidden } from './useArmText.ts'

/** How each ball came to this trial, from its log: what made its surface, what was done since, and how much it was played. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const words = useEventText()
const histories = ref<
  readonly { readonly id: string; readonly name: string; readonly history: readonly BallEvent[] }[]
>([])
const failed = ref(false)

function textOf(history: readonly BallEvent[]): string {
  const worked = history.map((event) => ({
    ...{ event, kind: event.kind, happenedAt: event.happenedAt, withdrawn: event.withdrawn },
    games: event.kind === 'games' ? event.payload.games : undefined,
  }))
  const { shots, startedAt } = props.trial
  const { surfaced, since, games, during } = preparationOf(worked, startedAt, shots.at(-1)?.thrownAt)
  const one = ({ event }: (typeof worked)[number]) =>
    t('trials.preparation.one', { day: dayText(event.happenedAt), what: words(event) })
  return [
    surfaced ? one(surfaced) : t('trials.preparation.none'),
    ...since.map(({ last, times }) =>
      times > 1 ? t('trials.preparation.last', { what: one(last), n: times }) : one(last),
    ),
    t('trials.preparation.games', { n: games }, games),
    ...during.map((event) => t('trials.preparation.during', { what: one(event) })),
  ].join('; ')
}
async function load() {
  failed.value = false
  const distinct = new Map(props.trial.arms.map(({ ballId, ballName }) => [ballId, ballName]))
  try {
    histories.value = await Promise.all(
      [...distinct].map(async ([id, name]) => ({ id, name, history: await get<BallEvent[]>(`/balls/${id}/events`) })),
    )
  } catch {
    failed.value = true
  }
}
// A surface that was taken over is in the log by then.
const frozen = () => props.trial.arms.map(({ id, version }) => `${id} ${version}`).join()
watch(frozen, load, { immediate: true })
/** What is easily forgotten at a change; null where the ball never changed. */
const wiped = computed(() => {
  const { changes, wiped: n } = wipedAtChanges(props.trial.arms, props.trial.shots)
  return changes > 0 ? t('trials.preparation.wiped', { n, of: changes }) : null
})
const balls = computed(() => histories.value.map(({ id, name, history }) => ({ id, name, text: textOf(history) })))
</script>

<template>
  <section
    v-if="!isHidden(trial) && (balls.length > 0 || failed)"
    class="panel"
    :aria-label="t('trials.preparation.title')"
  >
    <h3>{{ t('trials.preparation.title') }}</h3>
    <p v-if="failed">
      {{ t('trials.preparation.failed') }}
      <v-btn size="small" variant="text" @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <p v-for="ball in balls" :key="ball.id" class="small">
      <strong>{{ ball.name }}:</strong> {{ ball.text }}
    </p>
    <p v-if="wiped" class="small">{{ wiped }}</p>
  </section>
</template>
