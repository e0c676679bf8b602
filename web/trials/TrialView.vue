<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { canHold, designs } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import MendDialog from '../controls/MendDialog.vue'
import { dayText } from '../controls/days.ts'
import { useConnection } from '../http/connection.ts'
import FitButton from '../calibration/FitButton.vue'
import CaseButton from '../diagnosis/CaseButton.vue'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePlainKeys } from '../shell/useShortcuts.ts'
import ArmPanel from './ArmPanel.vue'
import BlindBar from './BlindBar.vue'
import EarlierTrial from './EarlierTrial.vue'
import ForetoldPanel from './ForetoldPanel.vue'
import MovesLedger from './MovesLedger.vue'
import OpinionPanel from './OpinionPanel.vue'
import PredictionScores from './PredictionScores.vue'
import PreparationPanel from './PreparationPanel.vue'
import ShapeSketch from './ShapeSketch.vue'
import ShotEntry from './ShotEntry.vue'
import ShotList from './ShotList.vue'
import ShotPaths from './ShotPaths.vue'
import TableButtons from './TableButtons.vue'
import TrialEditForm from './TrialEditForm.vue'
import TrialVerdict from './TrialVerdict.vue'
import { useShotQueue } from './shotQueue.ts'
import { useTakeOut } from './useTakeOut.ts'
import { useTrials } from './store.ts'
import { resultOf } from './useResultText.ts'

const { t } = useI18n()
const route = useRoute()
const trials = useTrials()
const notices = useNotices()
const trialId = computed(() => String(route.params['trialId']))
const load = () => trials.need(trialId.value, true)
watch(trialId, load, { immediate: true })
// What the device had may be old: once the server answers again it is asked anew.
const connection = useConnection()
watch(
  () => connection.keptAt === null,
  (answers) => answers && void load(),
)
const queue = useShotQueue()
void queue.ready()
const stored = computed(() => trials.byId.get(trialId.value))
/** With what waits on the device: the result speaks of every shot that was typed. */
const trial = computed(() => stored.value && queue.applied(stored.value))
const result = computed(() => trial.value && resultOf(trial.value))
const held = computed(() => trial.value?.held.filter((one) => canHold(trial.value!.design, one)) ?? [])
const session = useSession()
const router = useRouter()
const form = ref<'edit' | 'mend' | null>(null)
const takeOut = useTakeOut()
function gone({ id, question }: Trial) {
  notices.done(t('controls.mend.gone', { name: question }))
  void router.push('/trials').then(() => trials.drop(id))
}
/** Undo takes the last shot out, whether it was sent yet or waits. */
usePlainKeys((key) => {
  if (key !== 'u' || !trial.value || !session.may('trials')) return
  const last = trial.value.shots.at(-1)
  if (last) void notices.attempt(() => takeOut(trial.value!.id, last.id))
})
</script>

<template>
  <LostView v-if="trials.lost.has(trialId) && !trial" :what="t('trials.lost')" to="/trials" :go="t('trials.back')" />
  <LoadState v-else :loaded="trial !== undefined && queue.loaded" :error="trials.error" @retry="load">
    <section v-if="trial && result" class="trial touch">
      <header class="stack">
        <div class="spread">
          <h1>{{ trial.question }}</h1>
          <div class="row">
            <v-btn v-if="session.may('trials')" size="small" class="next-action" :to="`/trials/${trial.id}/lane`">{{
              t('trials.atLane')
            }}</v-btn>
            <CaseButton v-if="session.may('trials')" :trial="trial" />
            <FitButton :trial="trial" />
            <v-btn size="small" :to="`/coverage/${trial.customerId}`">{{ t('trials.toCoverage') }}</v-btn>
            <template v-if="session.may('trials')">
              <v-btn size="small" @click="form = 'edit'">{{ t('trials.edit') }}</v-btn>
              <v-btn
                size="small"
                variant="text"
                :aria-label="t('controls.mend.openFor', { name: trial.question })"
                @click="form = 'mend'"
                >{{ t('controls.mend.open') }}</v-btn
              >
            </template>
            <v-btn size="small" variant="text" to="/trials">{{ t('trials.back') }}</v-btn>
          </div>
        </div>
        <p class="soft">
          {{ trial.customerName
          }}<template v-if="trial.customerHand === 'left'"> ({{ t('customers.left') }})</template> ·
          {{ trial.patternName }} · {{ t(`trials.designs.${trial.design}`) }} · {{ dayText(trial.startedAt)
          }}<template v-if="trial.gamesSinceOiling !== null">
            · {{ t('trials.gamesSinceOiling') }}: {{ trial.gamesSinceOiling }}</template
          ><template v-if="held.length > 0">
            · {{ t('trials.held') }}: {{ held.map((one) => t(`trials.holdables.${one}`)).join(', ') }}</template
          >
        </p>
      </header>
      <ShotEntry v-if="session.may('trials')" :key="trial.id" :trial="trial" />
      <p v-else class="panel soft">{{ t('trials.needsTechnician') }}</p>
      <section class="stack" :aria-label="t('trials.result')">
        <h2>
          {{ t('trials.result') }} <span class="small soft">{{ t('trials.measured') }}</span>
        </h2>
        <TrialVerdict v-if="result" :trial="trial" :result="result" />
        <BlindBar :trial="trial" />
        <div class="arms">
          <ArmPanel
            v-for="(arm, index) in trial.arms"
            :key="arm.arm"
            :trial="trial"
            :arm="arm"
            :summary="result.arms[index]!"
          />
        </div>
        <PreparationPanel :trial="trial" />
        <ShapeSketch :trial="trial" />
        <OpinionPanel v-if="trial.shots.length > 0" :key="trial.id" :trial="trial" />
        <ForetoldPanel :key="trial.id" :trial="trial" />
        <PredictionScores :key="trial.id" :trial="trial" />
      </section>
      <section class="stack shots" :aria-label="t('trials.shots')">
        <div class="spread">
          <h2>{{ t('trials.shots') }}</h2>
          <TableButtons :trial="trial" />
        </div>
        <p v-if="trial.shots.length === 0" class="soft">
          {{ t(trial.design === 'free' ? 'trials.noShotsFree' : 'trials.noShots', { n: designs[trial.design].least }) }}
        </p>
        <ShotList :trial="trial" />
      </section>
      <ShotPaths class="shots" :trial="trial" />
      <MovesLedger class="shots" :trial="trial" />
      <EarlierTrial :key="trial.id" class="shots" :trial="trial" />
      <TrialEditForm v-if="form === 'edit'" :trial="trial" @close="form = null" />
      <MendDialog
        v-if="form === 'mend'"
        :name="trial.question"
        :path="`/trials/${trial.id}`"
        :version="trial.version"
        may-delete
        @close="form = null"
        @gone="gone(trial)"
      />
    </section>
  </LoadState>
</template>

<style scoped>
.trial {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: var(--gap-4);
}
header,
.shots {
  grid-column: 1 / -1;
}
.arms {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 13rem), 1fr));
  gap: var(--gap-2);
}
@media (max-width: 900px) {
  .trial {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
