<script setup lang="ts">
import type { Line, OwnPlayable } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { usePlayableText } from '../customers/usePlayableText.ts'
import { fixed } from '../controls/figures.ts'

/** The lines that strike most, by the numbers of their ghosts on the lane; choosing one takes the marks there. */
const props = defineProps<{
  /** Null before anybody asked. */
  lines: readonly Line[] | null
  /** Line that is played now. */
  at: { readonly laydown: number; readonly target: number }
  playable: OwnPlayable
}>()
const emit = defineEmits<{ take: [Line] }>()
const { t } = useI18n()
const playableText = usePlayableText()
const percent = (share: number) => Math.round(100 * share)
const isPlayed = (line: Line) =>
  Math.abs(line.laydownBoard - props.at.laydown) < 0.06 && Math.abs(line.targetBoard - props.at.target) < 0.06
</script>

<template>
  <section v-if="lines" class="row best" :aria-label="t('lanes.whatIf.bestIs')">
    <strong :title="playableText(playable)">{{ t('lanes.whatIf.bestIs') }}</strong>
    <span v-if="lines.length === 0">{{ t('lanes.whatIf.bestNone') }}</span>
    <v-btn
      v-for="(line, i) in lines"
      :key="line.laydownBoard"
      size="small"
      :aria-pressed="isPlayed(line)"
      :class="{ played: isPlayed(line) }"
      :title="t('lanes.whatIf.lineIs', { strikes: percent(line.pCarry), p: percent(line.pPocket) })"
      @click="emit('take', line)"
      >{{
        t('lanes.whatIf.bestLine', {
          n: i + 1,
          laydown: line.laydownBoard,
          target: fixed(line.targetBoard, 1),
          strikes: percent(line.pCarry),
        })
      }}</v-btn
    >
  </section>
</template>

<style scoped>
.best {
  gap: var(--gap-2);
  align-items: center;
}
.played {
  background: var(--accent-wash);
  border-width: 2px;
}
</style>
