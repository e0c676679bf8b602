<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useBalls } from '../balls/store.ts'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText } from '../controls/days.ts'
import LostView from '../shell/LostView.vue'
import { useSession } from '../shell/session.ts'
import AheadTable from './AheadTable.vue'
import FittedFigures from './FittedFigures.vue'
import FittedPaths from './FittedPaths.vue'
import { useFits } from './useFits.ts'
import { useFitText } from './useFitText.ts'
import { fixed } from '../controls/figures.ts'

/** A ball fitted to its shots: the figures, how the shots went and as fitted, what it changes ahead; taken over by a word, undone by another. */
const { t } = useI18n()
const route = useRoute()
const balls = useBalls()
const session = useSession()
const { state } = useFitText()
const ballId = computed(() => String(route.params['ballId']))
const ball = computed(() => balls.byId.get(ballId.value))
const { past, one, loaded, working, shownId, load, show, fit, change } = useFits(ballId)
watch(ballId, load, { immediate: true })
const asking = ref(false)
function take() {
  asking.value = false
  void change(one.value!, 'take')
}
const trials = computed(() =>
  [...new Set(one.value?.shots.map(({ trialId }) => trialId))]
    .map((id) => `“${one.value!.names[id] ?? '–'}”`)
    .join(', '),
)
const leftOut = computed(() => {
  const out = new Set(one.value?.fit.shots.filter((shot) => shot.leftOut).map(({ id }) => id))
  return one.value?.shots.filter(({ id }) => out.has(id)).map(({ sequence }) => sequence) ?? []
})
const off = computed(() => {
  const say = (key: string, of: { readonly before: number; readonly after: number } | null) =>
    of ? t(`calibration.${key}`, { before: fixed(of.before, 1), after: fixed(of.after, 1) }) : ''
  const { tracked, entered } = one.value!.fit.off
  return [say('off', tracked), say('offEntered', entered)].filter(Boolean).join(' ')
})
</script>

<template>
  <LostView
    v-if="balls.lost.has(ballId) && !ball"
    :what="t('surface.page.lost')"
    to="/balls"
    :go="t('calibration.toBalls')"
  />
  <LoadState v-else :loaded="loaded && ball !== undefined" :error="balls.error" @retry="load">
    <section v-if="ball" class="fit touch stack">
      <header class="stack">
        <div class="spread">
          <h1>{{ t('calibration.title', { ball: ball.name }) }}</h1>
          <v-btn size="small" variant="text" :to="`/trials?ballId=${ball.id}`">{{ t('calibration.toTrials') }}</v-btn>
        </div>
        <p class="soft">{{ t('calibration.explain') }}</p>
      </header>
      <p v-if="!one">{{ t('calibration.none') }}</p>
      <div v-if="session.may('trials')" class="row" aria-live="polite">
        <v-btn :class="{ 'next-action': !one }" :loading="working" @click="fit">{{
          t(one ? 'calibration.again' : 'calibration.make')
        }}</v-btn>
        <span v-if="working" class="soft">{{ t('calibration.working') }}</span>
      </div>
      <template v-if="one">
        <div class="panel stack">
          <p>
            <strong>{{ state(one) }}</strong> · {{ dayText(one.createdAt)
            }}<template v-if="one.by"> · {{ t('calibration.by', { by: one.by }) }}</template>
          </p>
          <p>
            {{ t('calibration.restsOn', { n: one.shots.length, tracked: one.fit.tracked, trials }, one.shots.length) }}
            {{ off }}
          </p>
          <p v-if="leftOut.length > 0">
            ◇ {{ t('calibration.leftOut', { n: leftOut.length, which: leftOut.join(', ') }, leftOut.length) }}
          </p>
          <p v-if="one.fit.misfit > 1.3">◇ {{ t('calibration.misfit', { n: fixed(one.fit.misfit, 1) }) }}</p>
          <div v-if="session.may('trials')" class="row">
            <v-btn v-if="one.takenAt === null" class="next-action" @click="asking = true">{{
              t('calibration.take')
            }}</v-btn>
            <v-btn v-else-if="one.undoneAt === null" @click="change(one, 'undo')">{{ t('calibration.undo') }}</v-btn>
          </div>
        </div>
        <FittedFigures :one="one" />
        <AheadTable :one="one" />
        <FittedPaths :key="one.id" :one="one" />
      </template>
      <section v-if="past.length > 1" class="stack" :aria-label="t('calibration.past')">
        <h2>{{ t('calibration.past') }}</h2>
        <ul>
          <li v-for="entry in past" :key="entry.id">
            <v-btn size="small" variant="text" :aria-pressed="entry.id === shownId" @click="show(entry.id)">{{
              t('calibration.pastLine', {
                day: dayText(entry.createdAt),
                value: entry.strength ? fixed(entry.strength.value, 2) : '–',
                low: entry.strength ? fixed(entry.strength.low, 2) : '–',
                high: entry.strength ? fixed(entry.strength.high, 2) : '–',
                n: entry.shotCount,
                state: state(entry),
              })
            }}</v-btn>
          </li>
        </ul>
      </section>
      <ConfirmDialog
        v-if="asking && one"
        :title="t('calibration.take')"
        :text="t('calibration.takeAsk')"
        :action="t('calibration.take')"
        calm
        @confirm="take"
        @close="asking = false"
      />
    </section>
  </LoadState>
</template>
