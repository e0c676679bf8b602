<script setup lang="ts">
import type { Ball } from '@sleetfall/contract'
import { useGrowing } from '../controls/useGrowing.ts'
import BallTile from './BallTile.vue'
import { BallPanel } from './opened.ts'

/** Balls as tiles, one of them opened in place; below all of them whatever follows. */
const props = defineProps<{ balls: readonly Ball[]; openId: string | null; withCustomer: boolean }>()
const emit = defineEmits<{ toggle: [ball: Ball] }>()
const { rows, all } = useGrowing(() => props.balls, 8)
</script>

<template>
  <div class="rack">
    <template v-for="ball in rows" :key="ball.id">
      <BallTile :ball="ball" :open="openId === ball.id" :with-customer="withCustomer" @toggle="emit('toggle', ball)" />
      <BallPanel v-if="openId === ball.id" class="panel-row" :ball="ball" @close="emit('toggle', ball)" />
    </template>
  </div>
  <slot v-if="all" />
</template>

<style scoped>
.rack {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  grid-auto-flow: dense;
  gap: 2px;
}
.panel-row {
  grid-column: 1 / -1;
}
</style>
