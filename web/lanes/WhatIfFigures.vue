<script setup lang="ts">
import type { Assumption, OwnSpread, Room, ShotOutcome, Spread } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { lengthText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import { roomSamples } from './useWhatIfAnswer.ts'
import { entryText, useWhatIfText } from './useWhatIfText.ts'

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
  assumptions: readonly Assumption[]
  ownSpread: OwnSpread | null
  spread: Spread
}>()
const emit = defineEmits<{ drop: [id: number] }>()
const { t } = useI18n()
const session = useSession()
const words = useWhatIfText()
const restsOn = computed(() => words.restsOn(props.assumptions, props.ownSpread !== null))
const percent = (share: number) => Math.round(100 * share)
</script>

<template>
  <section class="stack figures" aria-live="polite">
    <p class="small soft">{{ foundation }}</p>
    <p v-if="assumptions.length > 0" class="small">{{ words.assumed(assumptions) }}</p>
    <table class="list">
      <thead>
        <tr>
          <td></td>
          <th v-for="column in columns" :key="column.id" scope="col">
            {{ column.name }}
            <v-btn
              v-if="column.id > 0"
              size="x-small"
              variant="text"
              :aria-label="t('lanes.whatIf.drop', { name: column.name })"
              @click="emit('drop', column.id)"
              >×</v-btn
            >
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.firstRead') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id" class="figure">{{ words.feet(outcome.firstReadFt) }}</td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.breakpoint') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id" class="figure">
            {{ outcome.breakpointBoard.toFixed(1) }} @ {{ outcome.breakpointFt.toFixed(0) }} ft
          </td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.roll') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id">
            <span class="figure">{{
              outcome.rollFt === null ? t('lanes.whatIf.rollNever') : `${outcome.rollFt.toFixed(1)} ft`
            }}</span>
            <template v-if="outcome.rolledOut">▼ {{ t('lanes.whatIf.rolledOut') }}</template>
          </td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.entry') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id">
            <span class="figure">{{ entryText(outcome) }}</span> {{ words.verdict(outcome) }}
          </td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.angle') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id" class="figure">{{ outcome.entryAngleDeg.toFixed(1) }}°</td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.left') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id" class="figure">
            {{ words.speed(outcome.entrySpeedMph) }}, {{ outcome.entryRevRpm.toFixed(0) }} rpm
          </td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.flare') }}</th>
          <td v-for="{ id, outcome } in columns" :key="id" class="figure">
            {{ lengthText(outcome.flareIn, session.metric) }}
          </td>
        </tr>
        <tr>
          <th scope="row">{{ t('lanes.whatIf.room') }}</th>
          <td v-for="column in columns" :key="column.id">
            <template v-if="column.room"
              >{{ t('lanes.whatIf.roomIs', { p: percent(column.room.pPocket) }) }}
              <span v-if="column.id === 0 && restsOn" class="small soft">{{ restsOn }}</span><br /><span
                class="small soft"
                >{{ t('lanes.whatIf.carryIs', { p: percent(column.room.pCarry) }) }}</span
              ></template
            >
            <span v-else class="soft">{{ t('lanes.whatIf.working') }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      {{ words.spread(ownSpread, spread) }}
      {{ words.spreadRest(ownSpread, spread) }} {{ t('lanes.whatIf.roomHow', { n: roomSamples }) }}
      {{ t('lanes.whatIf.roomCarry') }}
    </p>
  </section>
</template>

<style scoped>
table.list tbody th {
  border-bottom: 1px solid var(--line);
}
table.list thead th {
  white-space: normal;
}
</style>
