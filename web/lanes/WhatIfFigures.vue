<script setup lang="ts">
import type { Assumption, OwnSpread, Room, ShotOutcome, Spread } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import HowKnown from '../controls/HowKnown.vue'
import type { Known } from '../controls/known.ts'
import { lengthText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import { roomSamples } from './useWhatIfAnswer.ts'
import { entryText, useWhatIfText } from './useWhatIfText.ts'
import { fixed } from '../controls/figures.ts'
import { unitText } from '../i18n.ts'
import { vCards } from '../controls/cards.ts'

/** What happens to the ball, beside what was kept to compare, and what each figure rests on. */
const props = defineProps<{
  /** The present one first, with the id 0. */
  columns: readonly {
    readonly id: number
    readonly name: string
    readonly outcome: ShotOutcome
    readonly room: Room | null
  }[]
  /** Whether ball and lane were fitted. */
  foundation: string
  fitted: boolean
  assumptions: readonly Assumption[]
  ownSpread: OwnSpread | null
  spread: Spread
}>()
const emit = defineEmits<{ drop: [id: number] }>()
const { t } = useI18n()
const session = useSession()
const words = useWhatIfText()
const restsOn = computed(() => words.restsOn(props.assumptions, props.ownSpread !== null))
const whole = useStorage('sleetfall.whatif.whole', false)
const six = ['firstRead', 'breakpoint', 'entry', 'angle', 'room', 'strikes'] as const
const shown = computed(() => (whole.value ? [...six, 'roll', 'left', 'flare'] : six))
const known = computed((): Known[] => [
  {
    figure: six
      .slice(0, 4)
      .map((key) => t(`lanes.whatIf.${key}`))
      .join(', '),
    kind: props.fitted ? 'fitted' : 'assumed',
    source: props.foundation,
    model: t('lanes.whatIf.known.path'),
    ...(props.assumptions.length > 0 ? { data: words.assumed(props.assumptions) } : {}),
    changes: t('lanes.whatIf.known.pathChanges'),
  },
  {
    figure: `${t('lanes.whatIf.room')}, ${t('lanes.whatIf.strikes')}`,
    kind: 'computed',
    source: `${words.spread(props.ownSpread, props.spread)} ${words.spreadRest(props.ownSpread, props.spread)}`,
    model: t('lanes.whatIf.roomCarry'),
    data: t('lanes.whatIf.roomHow', { n: roomSamples }),
    band: t('lanes.whatIf.known.roomBand'),
    changes: t('lanes.whatIf.known.roomChanges'),
  },
])
const percent = (share: number) => Math.round(100 * share)
</script>

<template>
  <section class="stack figures" aria-live="polite">
    <div class="wide" tabindex="0" role="region" :aria-label="t('fitting.figures')">
      <table v-cards class="list">
        <thead>
          <tr>
            <td v-if="columns.length > 1"></td>
            <th v-for="key in shown" :key="key" scope="col">{{ t(`lanes.whatIf.${key}`) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ id, name, outcome, room } in columns" :key="id">
            <th v-if="columns.length > 1" scope="row">
              <div class="name">
                {{ name }}
                <v-btn
                  v-if="id > 0"
                  size="x-small"
                  variant="text"
                  :aria-label="t('lanes.whatIf.drop', { name })"
                  @click="emit('drop', id)"
                  >×</v-btn
                >
              </div>
            </th>
            <td class="figure">{{ words.feet(outcome.firstReadFt) }}</td>
            <td class="figure">{{ words.breakpoint(outcome) }}</td>
            <td>
              <span class="figure">{{ entryText(outcome) }}</span> {{ words.verdict(outcome) }}
            </td>
            <td class="figure">{{ fixed(outcome.entryAngleDeg, 1) }}°</td>
            <td>
              <span v-if="room">{{ t('lanes.whatIf.roomIs', { p: percent(room.pPocket) }) }}</span>
              <span v-else class="soft">{{ t('lanes.whatIf.working') }}</span>
            </td>
            <td>
              <span v-if="room">{{ t('lanes.whatIf.strikesIs', { p: percent(room.pCarry) }) }}</span>
              <span v-else class="soft">{{ t('lanes.whatIf.working') }}</span>
            </td>
            <template v-if="whole">
              <td>
                <span class="figure">{{ words.roll(outcome) }}</span>
                <template v-if="outcome.rolledOut">▼ {{ t('lanes.whatIf.rolledOut') }}</template>
              </td>
              <td class="figure">
                {{ words.speed(outcome.entrySpeedMph) }}, {{ fixed(outcome.entryRevRpm, 0) }} {{ unitText('rpm') }}
              </td>
              <td class="figure">{{ lengthText(outcome.flareIn, session.metric) }}</td>
            </template>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="foot">
      <slot />
      <div class="row">
        <v-btn size="small" variant="text" :aria-expanded="whole" @click="whole = !whole">{{
          t(whole ? 'lanes.whatIf.fewer' : 'lanes.whatIf.more')
        }}</v-btn>
        <HowKnown :figures="known" :what="t('lanes.whatIf.title')" />
        <span v-if="restsOn" class="small soft">{{ restsOn }}</span>
      </div>
    </div>
  </section>
</template>

<style scoped>
.name {
  display: flex;
  align-items: center;
}
table.list tbody th {
  border-bottom: 1px solid var(--line);
}
.wide {
  overflow-x: auto;
}
.wide td,
.wide thead th {
  white-space: nowrap;
}
.wide tbody th {
  max-width: 210px;
  white-space: normal;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
  justify-content: space-between;
}
table.list td,
table.list th {
  padding-block: 3px;
}
.figures {
  gap: var(--gap-1);
}
</style>
