<script setup lang="ts">
import type { Ball } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import BallDisc from '../surface/BallDisc.vue'
import { useWhyLine } from './useWhyLine.ts'

/** A ball on the rack: its disc, its name, and one line that says why it should be looked at and by when, or nothing. */
const props = defineProps<{ ball: Ball; open: boolean; withCustomer: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const { t } = useI18n()
const why = useWhyLine(() => props.ball)
</script>

<template>
  <button
    type="button"
    class="tile"
    data-item
    :class="{ open }"
    :aria-expanded="open"
    :aria-label="t('balls.open', { name: ball.name })"
    :aria-describedby="`tile-${ball.id}`"
    @click="emit('toggle')"
  >
    <BallDisc :surface="ball.surface" :left="ball.customerHand === 'left'" />
    <span class="name condensed">{{ ball.name }}</span>
    <span :id="`tile-${ball.id}`" class="facts">
      <span v-if="withCustomer" class="small soft">{{ ball.customerName }}</span>
      <span v-if="ball.retiredOn" class="small">– {{ t('controls.mend.retired') }}</span>
      <span v-else-if="why" :class="why.loud ? 'loud' : 'small soft'">{{ why.text }}</span>
      <span v-if="ball.place !== 'customer'" class="small"
        ><strong>{{ t(`balls.places.${ball.place}`) }}</strong> {{ ball.shelf }}</span
      >
    </span>
  </button>
</template>

<style scoped>
.tile {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 1px;
  padding: var(--gap-2) 2px;
  color: var(--ink);
  border-bottom: 4px solid transparent;
  line-height: 1.25;
}
.tile:hover {
  background: var(--panel-sunk);
}
.tile.open {
  background: var(--panel);
  border-bottom-color: var(--accent);
}
.name {
  font-size: 1.2rem;
}
.facts {
  display: grid;
  justify-items: center;
  text-align: center;
}
.loud {
  font-weight: 700;
}
</style>
