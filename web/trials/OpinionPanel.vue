<script setup lang="ts">
import {
  type Trial,
  explanations,
  missWords,
  roomWords,
  shapes,
  verdictSchema,
  verdictWords,
} from '@sleetfall/contract'
import { trialDoubts } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useForm } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PickRow from '../controls/PickRow.vue'
import { useTrials } from './store.ts'

/** What somebody makes of the trial beside its figures: the bowler's words by heading, held or given, revised and never rewritten. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const session = useSession()
const doubts = computed(() => trialDoubts(props.trial.design, props.trial.arms, props.trial.shots, props.trial.held))
const latest = computed(() => props.trial.verdicts.at(-1))
const earlier = computed(() => props.trial.verdicts.slice(0, -1).toReversed())
const open = ref(false)
const form = useForm(verdictSchema, {})
function edit() {
  const { missIn = null, missOut = null, room = null, shape = null, observation = '' } = latest.value ?? {}
  const explained = [...(latest.value?.explanations ?? [])]
  Object.assign(form.values, { missIn, missOut, room, shape, observation, explanations: explained })
  // With something that speaks against it a verdict waits, unless somebody says otherwise.
  form.values['says'] = latest.value?.says ?? (doubts.value.length > 0 ? 'held' : null)
  open.value = true
}
async function save() {
  form.values['id'] = newId()
  if (!(await form.submit((input) => trials.giveVerdict(props.trial.id, input)))) return
  notices.done(t('trials.opinion.kept'))
  open.value = false
}
const options = (names: readonly string[], words: string) =>
  names.map((value) => ({ value, title: t(`trials.${words}.${value}`) }))
const toggle = (name: string, value: string) => (form.values[name] = form.values[name] === value ? null : value)
function toggleExplanation(one: string) {
  const list = form.values['explanations'] as string[]
  form.values['explanations'] = list.includes(one) ? list.filter((other) => other !== one) : [...list, one]
}
const doubtText = (list: readonly string[]) => list.map((one) => t(`trials.doubts.${one}`)).join('; ')
/** A verdict in a few words. */
function words({
  says,
  missIn,
  missOut,
  room,
  shape,
  observation,
  explanations: explained,
}: Trial['verdicts'][number]) {
  const parts = [
    t(`trials.opinion.says.${says}`),
    ...(missIn ? [`${t('trials.opinion.missIn')} ${t(`trials.opinion.misses.${missIn}`)}`] : []),
    ...(missOut ? [`${t('trials.opinion.missOut')} ${t(`trials.opinion.misses.${missOut}`)}`] : []),
    ...(room ? [`${t('trials.opinion.room')}: ${t(`trials.opinion.rooms.${room}`)}`] : []),
    ...(shape ? [t(`trials.shapes.${shape}`)] : []),
    ...(observation ? [`“${observation}”`] : []),
    ...explained.map((one) => `(${t(`trials.opinion.explanations.${one}`)}?)`),
  ]
  return parts.join(' · ')
}
</script>

<template>
  <section class="stack" :aria-label="t('trials.opinion.title')">
    <p v-if="doubts.length > 0" class="small">◇ {{ t('trials.doubts.title') }} {{ doubtText(doubts) }}.</p>
    <h3>{{ t('trials.opinion.title') }}</h3>
    <p v-if="latest">
      <strong>{{ words(latest) }}</strong>
      <span class="small soft"> {{ t('trials.opinion.by', { day: dayText(latest.at), by: latest.by ?? '' }) }}</span>
      <span v-if="latest.says !== 'held' && latest.doubts.length > 0" class="small soft">
        {{ t('trials.opinion.against', { what: doubtText(latest.doubts) }) }}</span
      >
    </p>
    <p v-else class="soft small">{{ t('trials.opinion.nobody') }}</p>
    <details v-if="earlier.length > 0">
      <summary class="small">{{ t('trials.opinion.history') }}</summary>
      <p v-for="one in earlier" :key="one.id" class="small soft">
        {{ t('trials.opinion.by', { day: dayText(one.at), by: one.by ?? '' }) }}: {{ words(one) }}
      </p>
    </details>
    <div v-if="session.may('trials') && !open">
      <v-btn size="small" @click="edit">{{ t(latest ? 'trials.opinion.revise' : 'trials.opinion.give') }}</v-btn>
    </div>
    <form v-if="open" class="panel stack touch" novalidate @submit.prevent="save">
      <PickRow
        :label="t('trials.opinion.question')"
        :items="options(verdictWords, 'opinion.says')"
        :chosen="[String(form.values['says'])]"
        @choose="form.values['says'] = $event"
      />
      <PickRow
        v-for="miss in ['missIn', 'missOut'] as const"
        :key="miss"
        :label="t(`trials.opinion.${miss}`)"
        :items="options(missWords, 'opinion.misses')"
        :chosen="[String(form.values[miss])]"
        @choose="toggle(miss, $event)"
      />
      <PickRow
        :label="t('trials.opinion.room')"
        :items="options(roomWords, 'opinion.rooms')"
        :chosen="[String(form.values['room'])]"
        @choose="toggle('room', $event)"
      />
      <PickRow
        :label="t('trials.opinion.shape')"
        :items="options(shapes, 'shapes')"
        :chosen="[String(form.values['shape'])]"
        @choose="toggle('shape', $event)"
      />
      <v-text-field v-bind="form.field('observation')" :label="t('trials.opinion.observation')" maxlength="400" />
      <PickRow
        :label="t('trials.opinion.explanation')"
        :items="options(explanations, 'opinion.explanations')"
        :chosen="form.values['explanations'] as string[]"
        @choose="toggleExplanation"
      />
      <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
      <div class="row">
        <v-btn type="submit" class="next-action" :loading="form.busy.value">{{ t('trials.opinion.save') }}</v-btn>
        <v-btn variant="text" @click="open = false">{{ t('shell.cancel') }}</v-btn>
      </div>
    </form>
  </section>
</template>
