<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { type DragPoint, vDrag } from '../controls/vDrag.ts'

/** A mark on the lane drawing that is dragged across the boards, or moved by the arrow keys. */
const board = defineModel<number>({ required: true })
const props = defineProps<{ ft: number; label: string; min: number; max: number }>()
const style = computed(() => ({ left: `${(props.ft / 60) * 100}%`, bottom: `${((board.value - 0.5) / 39) * 100}%` }))
const clamp = (value: number) => Math.min(props.max, Math.max(props.min, Math.round(value * 10) / 10))

const handle = useTemplateRef<HTMLElement>('handle')
const move = ({ y }: DragPoint) => (board.value = clamp((1 - y / handle.value!.parentElement!.clientHeight) * 39 + 0.5))
function step(event: KeyboardEvent) {
  const by = { ArrowUp: 1, ArrowDown: -1, ArrowRight: 1, ArrowLeft: -1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  board.value = clamp(board.value + by * (event.shiftKey ? 0.1 : 0.5))
}
</script>

<template>
  <span
    ref="handle"
    v-drag="{ move }"
    class="handle"
    role="slider"
    tabindex="0"
    :style="style"
    :aria-label="label"
    :aria-valuenow="board"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :aria-valuetext="`${board}`"
    @keydown="step"
  />
</template>

<style scoped>
.handle {
  position: absolute;
  width: 44px;
  height: 44px;
  transform: translate(-50%, 50%);
  cursor: ns-resize;
  touch-action: none;
  display: grid;
  place-items: center;
}
.handle::before {
  content: '';
  width: 20px;
  height: 20px;
  border-radius: 50%;
  background: var(--accent);
  border: 3px solid var(--path-edge);
  outline: 2px solid var(--path);
}
.handle:focus-visible {
  outline: none;
}
.handle:focus-visible::before {
  outline: 4px solid var(--path);
  box-shadow: 0 0 0 8px var(--path-edge);
}
</style>
