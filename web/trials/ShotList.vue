<script setup lang="ts">
import type { StoredShot, Trial, TrialShotInput } from '@sleetfall/contract'
import { readLeave, seriesOf } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import PinDeck from '../controls/PinDeck.vue'
import { useSession } from '../shell/session.ts'
import ShotCorrection from './ShotCorrection.vue'
import { useShotQueue } from './shotQueue.ts'
import { useArmText } from './useArmText.ts'
import { noted } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** Every shot thrown, newest first; those set aside stay, greyed, with their reason. */
const props = defineProps<{ trial: Trial }>()
const { t, tm, rt } = useI18n()
const queue = useShotQueue()
const session = useSession()
const { lettered } = useArmText()
/** Read, shape, how it was thrown and what was seen at the pins, in few words. */
function seen({ read, shape, execution, flags }: TrialShotInput): string {
  const words = [
    ...(read ? [t(`trials.reads.${read}`)] : []),
    ...(shape ? [t(`trials.shapes.${shape}`)] : []),
    ...(execution && execution !== 'good' ? [t(`trials.executions.${execution}`)] : []),
    ...flags.map((flag) => t(`trials.flag.${flag}`)),
  ]
  return words.join(', ') || '–'
}
/** What the pins that stand may mean for the hand that threw, as a likelihood, and whether it may have been luck. */
function meaning({ leave, flags }: TrialShotInput): string {
  const seenFlags = Object.fromEntries(flags.map((flag) => [flag, true]))
  const { readings, luck } = readLeave(leave, props.trial.customerHand, seenFlags)
  const words = readings
    .slice(0, 2)
    .map(({ sign, share }) => `${t(`diagnosis.signs.${sign}`)} ${Math.round(100 * share)} %`)
  const meant = words.length > 0 ? [t('trials.mayMean', { what: words.join(', ') })] : []
  return [...meant, ...(luck ? [t('trials.luck')] : [])].join('; ')
}
/** Where a shot begins a new series, because of what. */
const series = computed(() => {
  const told = seriesOf(props.trial.shots)
  return new Map(props.trial.shots.map(({ id }, i) => [id, told[i]!]))
})
function begins(id: string): string {
  const { series: n, because } = series.value.get(id)!
  return because ? t('trials.series', { n, why: t(`trials.seriesBecause.${because}`) }) : ''
}
const correcting = ref<StoredShot | null>(null)
const before = (id: string) => props.trial.shotsBefore.filter((one) => one.shotId === id && one.what === 'corrected')
/** What waits on this device, and what the server did not take. */
const waits = computed(() => new Set(queue.ofTrial(props.trial.id).map(({ shotId }) => shotId)))
const refused = computed(() => queue.ofTrial(props.trial.id).filter((one) => one.refused !== null))
const asking = ref<StoredShot | null>(null)
const other = ref('')
const reasons = (tm('trials.reasons') as string[]).map((reason) => rt(reason))

function setAside(shot: StoredShot, reason: string | null) {
  asking.value = null
  other.value = ''
  queue.setAside(props.trial.id, shot.id, reason)
}
</script>

<template>
  <table v-if="trial.shots.length > 0 || refused.length > 0" v-cards class="list">
    <thead>
      <tr>
        <th scope="col" class="number">{{ t('trials.n') }}</th>
        <th scope="col">{{ t('trials.side') }}</th>
        <th scope="col" class="number">{{ t('trials.target') }}</th>
        <th scope="col" class="number">{{ t('trials.feet') }}</th>
        <th scope="col">{{ t('trials.read') }}</th>
        <th scope="col" class="number">{{ t('trials.entry') }}</th>
        <th scope="col">{{ t('trials.leave') }}</th>
        <td></td>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in refused" :key="one.writeId" class="waiting">
        <td class="number">▲</td>
        <td colspan="6">
          {{
            one.kind === 'shot'
              ? `${lettered(trial, one.shot.arm)}: ${one.shot.entryBoard === null ? seen(one.shot) : noted(one.shot.entryBoard)}`
              : t(`trials.changes.${one.kind}`)
          }}
        </td>
        <td class="small">
          {{ t('trials.refused', { why: one.refused }) }}
          <v-btn size="small" variant="text" @click="queue.drop(one.writeId)">{{ t('trials.drop') }}</v-btn>
        </td>
      </tr>
      <tr
        v-for="shot in [...trial.shots].reverse()"
        :key="shot.id"
        :class="{ aside: shot.setAsideReason || shot.warmUp, waiting: waits.has(shot.id) }"
      >
        <td class="number">{{ shot.sequence }}</td>
        <td>
          {{ lettered(trial, shot.arm)
          }}<span v-if="shot.bowlerId" class="small soft"> · {{ shot.bowlerName ?? t('trials.somebodyElse') }}</span
          ><span v-if="shot.warmUp" class="small soft"> · {{ t('trials.warmUp') }}</span
          ><span v-if="begins(shot.id)" class="small soft"> · {{ begins(shot.id) }}</span>
        </td>
        <td class="number">
          {{ noted(shot.targetBoard)
          }}<span v-if="shot.arrowsBoard !== null" class="small soft">
            · {{ t('trials.crossed', { board: noted(shot.arrowsBoard) }) }}</span
          >
        </td>
        <td class="number">{{ noted(shot.feetBoard) }}</td>
        <td>{{ seen(shot) }}</td>
        <td class="number">{{ noted(shot.entryBoard) }}</td>
        <td>
          <PinDeck v-if="shot.leave" :model-value="shot.leave" readonly small /><template v-else>–</template>
          <span v-if="meaning(shot)" class="small soft">{{ meaning(shot) }}</span>
        </td>
        <td>
          <span v-if="waits.has(shot.id)" class="small">{{ t('trials.onDevice') }}</span>
          <template v-if="shot.setAsideReason">
            <span class="small">{{ t('trials.asideFor', { reason: shot.setAsideReason }) }}</span>
            <v-btn
              size="small"
              variant="text"
              :aria-label="`${t('trials.count')}: ${shot.sequence}`"
              @click="setAside(shot, null)"
              >{{ t('trials.count') }}</v-btn
            >
          </template>
          <span v-for="one in before(shot.id)" :key="one.at" class="small soft">{{
            t('trials.was', { entry: noted(one.was.entryBoard), read: one.was.read ?? '–', by: one.by ?? '' })
          }}</span>
          <v-btn
            v-if="session.may('trials') && !waits.has(shot.id)"
            size="small"
            variant="text"
            :aria-label="t('trials.correct', { n: shot.sequence })"
            @click="correcting = shot"
            >{{ t('trials.mend') }}</v-btn
          >
          <v-btn
            v-if="!shot.setAsideReason && session.may('trials')"
            size="small"
            variant="text"
            :aria-label="`${t('trials.setAside')}: ${shot.sequence}`"
            @click="asking = shot"
            >{{ t('trials.setAside') }}</v-btn
          >
        </td>
      </tr>
    </tbody>
  </table>
  <ShotCorrection v-if="correcting" :key="correcting.id" :trial="trial" :shot="correcting" @close="correcting = null" />
  <v-dialog
    :model-value="asking !== null"
    max-width="480"
    :aria-label="t('trials.reasonTitle', { n: asking?.sequence })"
    @update:model-value="asking = null"
  >
    <div v-if="asking" class="panel stack touch">
      <h2>{{ t('trials.reasonTitle', { n: asking.sequence }) }}</h2>
      <p class="soft">{{ t('trials.reasonHint') }}</p>
      <div class="row">
        <v-btn v-for="reason in reasons" :key="reason" @click="setAside(asking, reason)">{{ reason }}</v-btn>
      </div>
      <form class="row" @submit.prevent="other.trim() && setAside(asking, other)">
        <v-text-field v-model="other" :label="t('trials.otherReason')" maxlength="120" />
        <v-btn type="submit" :disabled="other.trim() === ''">{{ t('trials.setAside') }}</v-btn>
      </form>
      <div class="row">
        <v-btn variant="text" @click="asking = null">{{ t('shell.cancel') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.waiting td {
  color: var(--ink-soft);
  font-style: italic;
}
.aside td {
  color: var(--ink-soft);
  background: var(--panel-sunk);
}
.aside td.number {
  text-decoration: line-through;
}
</style>
