<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

/** Entry boards to be tapped: whole boards from far light to far high, halves between them in the pocket. */
const model = defineModel<unknown>()
const { t } = useI18n()
const boards = [14, 15, 16, 16.5, 17, 17.5, 18, 18.5, 19, 20] as const
const chosen = computed(() => (typeof model.value === 'number' ? model.value : null))
const inPocket = (board: number) => board >= 16.5 && board <= 18.5
</script>

<template>
  <div class="strip" role="group" :aria-label="t('trials.entryStrip')">
    <span class="condensed name" aria-hidden="true">{{ t('trials.entry') }}</span>
    <button
      v-for="board in boards"
      :key="board"
      type="button"
      class="board"
      :class="{ pocket: inPocket(board), chosen: chosen === board }"
      :aria-pressed="chosen === board"
      :aria-label="t('trials.entryAt', { board })"
      @click="model = chosen === board ? null : board"
    >
      {{ Math.floor(board) }}<small v-if="board % 1 !== 0">½</small>
    </button>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 3px;
}
.name {
  grid-column: 1 / -1;
  line-height: 1;
  color: var(--ink-soft);
  font-size: 0.85rem;
}
.board {
  min-height: var(--touch);
  min-width: var(--touch);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  text-align: center;
  background: var(--panel);
  color: var(--ink);
  font: 600 1.1rem var(--condensed);
}
.pocket {
  border-block-end: 4px solid var(--good);
}
.chosen {
  background: var(--ink);
  color: var(--panel);
  border-color: var(--ink);
}
@media (min-width: 601px) {
  .name {
    display: none;
  }
}
</style>
