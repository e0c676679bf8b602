<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import BestLines from './BestLines.vue'
import EntryDeck from './EntryDeck.vue'
import LaneDrawing from './LaneDrawing.vue'
import LaneHandle from './LaneHandle.vue'
import MissEffects from './MissEffects.vue'
import MissStrip from './MissStrip.vue'
import ReleaseSliders from './ReleaseSliders.vue'
import WhatIfChooser from './WhatIfChooser.vue'
import WhatIfFigures from './WhatIfFigures.vue'
import WhatIfPaths from './WhatIfPaths.vue'
import { savePrediction } from './predictions.ts'
import { releaseOf } from './setup.ts'
import { useGlide } from './useGlide.ts'
import { useKept } from './useKept.ts'
import { useSetup } from './useSetup.ts'
import { useShare } from './useShare.ts'
import { useWhatIfAnswer } from './useWhatIfAnswer.ts'
import { useWhatIfSubject } from './useWhatIfSubject.ts'
import { useWhatIfText } from './useWhatIfText.ts'

/** A ball, a bowler, a pattern and a line: what would happen. The path follows the hand. */
const { t } = useI18n()
const [session, notices, words] = [useSession(), useNotices(), useWhatIfText()]
const held = useSetup()
const { setup, set, laydown, target } = held
const subject = useWhatIfSubject(held)
const { customer, ball, pattern, choices, chooseCustomer, loaded, error, retry } = subject
const answer = useWhatIfAnswer(held, subject)
const {
  prepared,
  shot,
  misses,
  effects,
  room,
  lines,
  searching,
  findLines,
  stopSearch,
  takeLine,
  ownSpread,
  spread,
  playable,
} = answer
/** There is a shot to be thrown; it is thrown by whatever shows it first, in a task of its own. */
const ready = computed(() => Boolean(ball.value && pattern.value))
const release = computed(() => releaseOf(setup.value, customer.value))

const { kept, columns, keep, drop } = useKept(shot, room, () =>
  words.name(setup.value, ball.value?.name ?? '', pattern.value?.name ?? ''),
)
const { glide } = useGlide(held, takeLine)

const share = useShare(held.write)
async function predict() {
  const { customerId, ballId, patternId } = setup.value
  if (!shot.value || !prepared.value || !customerId || !ballId || !patternId) return
  const { firstReadFt, entryBoard, entryAngleDeg } = shot.value.outcome
  const { friction } = prepared.value.input
  const saved = await notices.attempt(() =>
    savePrediction({
      ...{ id: newId(), customerId, ballId, patternId, setup: held.address() },
      ...{ firstReadFt, entryBoard, entryAngleDeg, pocketShare: room.value?.pPocket ?? null },
      raUm: friction.kind === 'film' ? friction.raUm : null,
    }),
  )
  if (saved) notices.done(t('lanes.whatIf.predicted'))
}
</script>

<template>
  <section class="stack touch page">
    <div class="spread">
      <h1>{{ t('lanes.whatIf.title') }}</h1>
      <div class="row">
        <v-btn size="small" variant="text" to="/lanes">{{ t('lanes.whatIf.back') }}</v-btn>
        <v-btn size="small" @click="share">{{ t('lanes.whatIf.share') }}</v-btn>
        <v-btn v-if="session.may('trials')" size="small" :disabled="!ready" @click="predict">{{
          t('lanes.whatIf.predict')
        }}</v-btn>
        <v-btn size="small" :disabled="!ready" @click="keep">{{ t('lanes.whatIf.keep') }}</v-btn>
        <v-btn v-if="!searching" size="small" class="next-action" :disabled="!ready" @click="findLines">{{
          t('lanes.whatIf.best')
        }}</v-btn>
        <v-btn v-else size="small" @click="stopSearch"
          >{{ t('lanes.whatIf.working') }} {{ t('lanes.whatIf.stop') }}</v-btn
        >
      </div>
    </div>
    <LoadState :loaded="loaded" :error="error" @retry="retry">
      <WhatIfChooser
        :setup="setup"
        :choices="choices"
        :surfaces="words.surfaces.value"
        @bowler="chooseCustomer"
        @set="set"
      />
      <p v-if="!prepared || !pattern" class="soft">{{ t('lanes.whatIf.choose') }}</p>
      <template v-else>
        <InTurn>
          <div class="stage">
            <LaneDrawing :loads="pattern.loads" :film-um="prepared.filmUm" tall>
              <InTurn>
                <WhatIfPaths
                  v-if="shot"
                  :outcome="shot.outcome"
                  :kept="kept"
                  :lines="lines ?? []"
                  :words="words.path(setup.laydown, shot.outcome)"
                />
              </InTurn>
              <LaneHandle v-model="laydown" :ft="0" :label="t('lanes.whatIf.laydown')" :min="1" :max="39" />
              <LaneHandle v-model="target" :ft="15" :label="t('lanes.whatIf.target')" :min="1" :max="39" />
              <template #line>
                <span class="line" :title="t('lanes.whatIf.drag')"
                  ><b>{{ words.line(setup) }}</b
                  >.
                  <InTurn
                    ><template v-if="shot">{{ words.crosses(shot.outcome) }}</template></InTurn
                  >
                  ▮ {{ t('lanes.whatIf.pocketMark') }}</span
                >
              </template>
            </LaneDrawing>
            <div class="deck">
              <InTurn
                ><EntryDeck
                  class="deck"
                  :outcomes="columns.map((column) => column.outcome)"
                  :left="prepared.input.bowler.hand === 'left'"
              /></InTurn>
            </div></div
        ></InTurn>
        <InTurn><BestLines :lines="lines" :at="setup" :playable="playable" @take="glide" /></InTurn>
        <div class="columns">
          <InTurn><ReleaseSliders :setup="setup" :release="release" @set="set" /></InTurn>
          <InTurn
            ><WhatIfFigures
              :columns="columns"
              :foundation="words.foundation(ball, pattern)"
              :fitted="Boolean(ball?.fitted || pattern?.fitted)"
              :assumptions="prepared.assumptions"
              :own-spread="ownSpread"
              :spread="spread"
              @drop="drop"
            >
              <MissStrip v-if="misses" :misses="misses">
                <InTurn><MissEffects v-if="effects" :effects="effects" /></InTurn>
              </MissStrip> </WhatIfFigures
          ></InTurn>
        </div>
      </template>
    </LoadState>
  </section>
</template>

<style scoped>
.page {
  gap: var(--gap-2);
}
/* One height for the lane and for its end, so that boards go on across. */
.stage {
  --lane-height: clamp(190px, 32dvh, 340px);
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
}
.deck {
  height: var(--lane-height);
}
.line {
  color: var(--ink);
  margin-inline-start: var(--gap-4);
}
.columns {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: var(--gap-4);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .stage {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--gap-2);
  }
}
</style>
