<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { movesOf } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { plain } from '../controls/figures.ts'

/** Every move of feet and eyes with why it was made and what came of it, and how far that is from where it began. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const moves = computed(() => movesOf(props.trial.shots, props.trial))
const way = (boards: number) => t(boards > 0 ? 'trials.moves.in' : 'trials.moves.out')
const number = (boards: number) => plain(Math.abs(boards), 1)
const moved = (feet: number, eyes: number) =>
  [
    ...(feet === 0 ? [] : [t('trials.moves.feet', { n: number(feet), way: way(feet) })]),
    ...(eyes === 0 ? [] : [t('trials.moves.eyes', { n: number(eyes), way: way(eyes) })]),
  ].join(', ')
const base = computed(() => moves.value.at(-1)?.fromBase ?? null)
const signs = { held: '●', better: '●', worse: '▼', missing: '▲', open: '○' } as const
const fromBase = (boards: number) => (boards === 0 ? '0' : `${number(boards)} ${way(boards)}`)
</script>

<template>
  <section v-if="moves.length > 0" class="stack" :aria-label="t('trials.moves.title')">
    <h2>{{ t('trials.moves.title') }}</h2>
    <ol class="ledger">
      <li v-for="move in moves" :key="move.sequence">
        <span class="small soft">{{ t('trials.moves.at', { n: move.sequence }) }}</span>
        <strong>{{ moved(move.feet, move.eyes) }}</strong>
        <span>{{ move.reason || t('trials.moves.noReason') }}</span>
        <span
          >{{ signs[move.result] }} {{ t(`trials.moves.results.${move.result}`)
          }}<template v-if="move.pocket.of > 0">, {{ t('trials.moves.pocket', move.pocket) }}</template></span
        >
      </li>
    </ol>
    <p v-if="base" class="small">
      {{
        base.feet === 0 && base.eyes === 0
          ? t('trials.moves.atBase')
          : t('trials.moves.base', { feet: fromBase(base.feet), eyes: fromBase(base.eyes) })
      }}
    </p>
  </section>
</template>

<style scoped>
.ledger {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 2px;
}
.ledger li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px var(--gap-3);
  align-items: baseline;
  padding-block: 3px;
  border-block-end: 1px solid var(--line);
}
</style>
