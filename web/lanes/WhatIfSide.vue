<script setup lang="ts">
import type { Line, Miss, OwnPlayable, Sensitivity, ShotOutcome } from '@sleetfall/core'
import { usePlayableText } from '../customers/usePlayableText.ts'
import { useI18n } from 'vue-i18n'
import EntryDeck from './EntryDeck.vue'
import { effectRows, signed, useWhatIfText } from './useWhatIfText.ts'

/** How the ball comes in, what a miss costs, what each change would move, and the lines that strike most. */
const props = defineProps<{
  outcomes: readonly ShotOutcome[]
  left: boolean
  misses: readonly Miss[]
  effects: Sensitivity
  lines: readonly Line[] | null
  playable: OwnPlayable
}>()
const emit = defineEmits<{ take: [Line] }>()
const { t } = useI18n()
const playableText = usePlayableText()
const words = useWhatIfText()
const percent = (share: number) => Math.round(100 * share)
</script>

<template>
  <section class="stack">
    <EntryDeck :outcomes="outcomes" :left="left" />
    <h2>{{ t('lanes.whatIf.misses') }}</h2>
    <table class="list">
      <tbody>
        <tr v-for="miss in misses" :key="miss.boards">
          <td class="number">{{ miss.boards > 0 ? '+' : miss.boards < 0 ? '−' : '' }}{{ Math.abs(miss.boards) }}</td>
          <td class="number">{{ miss.entryBoard.toFixed(1) }}</td>
          <td>{{ words.verdict(miss) }}</td>
        </tr>
      </tbody>
    </table>
    <h2>{{ t('lanes.whatIf.effects') }}</h2>
    <table class="list">
      <tbody>
        <tr v-for="effect in effectRows(effects)" :key="effect.key">
          <th scope="row">{{ t(`lanes.whatIf.effect.${effect.key}`) }}</th>
          <td class="number">{{ signed(effect.boards) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="lines">
      <h2>{{ t('lanes.whatIf.bestIs') }}</h2>
      <p v-if="lines.length === 0">{{ t('lanes.whatIf.bestNone') }}</p>
      <p class="small soft">{{ playableText(props.playable) }}</p>
      <ol class="best">
        <li v-for="line in lines" :key="line.laydownBoard">
          <span
            >{{ t('lanes.whatIf.line', { laydown: line.laydownBoard, target: line.targetBoard.toFixed(1) }) }}:
            {{ t('lanes.whatIf.lineIs', { strikes: percent(line.pCarry), p: percent(line.pPocket) }) }}</span
          >
          <v-btn size="x-small" @click="emit('take', line)">{{ t('lanes.whatIf.use') }}</v-btn>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.best {
  display: grid;
  gap: var(--gap-1);
}
.best li span {
  margin-inline-end: var(--gap-2);
}
table.list tbody th {
  border-bottom: 1px solid var(--line);
}
</style>
