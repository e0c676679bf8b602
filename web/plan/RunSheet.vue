<script setup lang="ts">
import type { BenchPlan } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { type Block, clockOf, isBehind, untilText } from './board.ts'
import { useBlockText } from './useBlockText.ts'
import { vCards } from '../controls/cards.ts'

/** The day in order of time: what is next, where and by whom. */
const props = defineProps<{ plan: BenchPlan; blocks: readonly Block[]; may: boolean }>()
const emit = defineEmits<{ open: [Block] }>()
const { t } = useI18n()
const { stationName, personName, workText } = useBlockText(() => props.plan)
const markOf = (block: Block) =>
  block.work.running
    ? '▶ '
    : isBehind(block)
      ? '◇ '
      : block.overrun || block.fault
        ? '▲ '
        : block.work.locked
          ? '⚲ '
          : ''
</script>

<template>
  <p v-if="blocks.length === 0" class="soft">{{ t('plan.noneThisDay') }}</p>
  <table v-else v-cards class="list">
    <thead>
      <tr>
        <th scope="col">{{ t('plan.time') }}</th>
        <th scope="col">{{ t('bench.ball') }}</th>
        <th scope="col">{{ t('bench.work') }}</th>
        <th scope="col">{{ t('plan.station') }}</th>
        <th scope="col">{{ t('plan.who') }}</th>
        <td></td>
      </tr>
    </thead>
    <tbody>
      <tr v-for="block in blocks" :key="block.key">
        <td class="figure">
          {{ markOf(block) }}{{ clockOf(block.slot.start) }}–{{ untilText(block.slot.start, block.slot.end) }}
        </td>
        <td>
          <router-link :to="`/bench/${block.work.jobId}`"
            ><strong>{{ block.chain.ballName }}</strong></router-link
          >
          <span class="small soft"> {{ block.chain.customerName }}</span>
        </td>
        <td>{{ workText(block.work, block.pad) }}</td>
        <td>{{ stationName(block.slot.station) }}</td>
        <td>{{ block.attended ? personName(block.slot.person) : t('plan.byItself') }}</td>
        <td>
          <v-btn
            v-if="may && !block.work.running"
            size="small"
            :aria-label="`${t('plan.move')}: ${block.chain.ballName}, ${clockOf(block.slot.start)}`"
            @click="emit('open', block)"
            >{{ t('plan.move') }}</v-btn
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>
