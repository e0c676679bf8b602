<script setup lang="ts">
import type { Ball } from '@sleetfall/contract'
import { careNeeded } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import BallDisc from '../surface/BallDisc.vue'
import { statusSign, useSurfaceText } from '../surface/useSurfaceText.ts'

const props = defineProps<{ ball: Ball; open: boolean; withCustomer: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const { t } = useI18n()
const text = useSurfaceText()
const oilDue = computed(() => careNeeded(props.ball.cover, props.ball.surface).includes('oil-heavy'))
</script>

<template>
  <button
    type="button"
    class="tile"
    :class="{ open }"
    :aria-expanded="open"
    :aria-label="t('balls.open', { name: ball.name })"
    :aria-describedby="`tile-${ball.id}`"
    @click="emit('toggle')"
  >
    <BallDisc :surface="ball.surface" :left="ball.customerHand === 'left'" />
    <span class="name condensed">{{ ball.name }}</span>
    <span v-if="ball.retiredOn" class="small">– {{ t('controls.mend.retired') }}</span>
    <span :id="`tile-${ball.id}`" class="facts">
      <span v-if="withCustomer" class="small soft">{{ ball.customerName }}</span>
      <span class="small soft">{{ t(`balls.covers.${ball.cover}`) }}</span>
      <span
        ><span aria-hidden="true">{{ statusSign[ball.surface.status] }}</span> {{ text.status(ball.surface) }}</span
      >
      <span class="small"
        >{{ text.grit(ball.surface) }} <em>{{ t(`surface.provenance.${ball.surface.provenance}`) }}</em></span
      >
      <span class="small">{{ text.gamesLeft(ball.surface) }}</span>
      <span class="small"
        ><template v-if="oilDue">◆ </template>{{ text.oil(ball.surface) }} <em>{{ t('surface.estimate') }}</em></span
      >
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
em {
  color: var(--ink-soft);
}
</style>
