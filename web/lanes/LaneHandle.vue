<script setup lang="ts">
import { computed } from 'vue'

/** A mark on the lane drawing that is dragged across the boards, or moved by the arrow keys. */
const board = defineModel<number>({ required: true })
const props = defineProps<{ ft: number; label: string; min: number; max: number }>()
const style = computed(() => ({ left: `${(props.ft / 60) * 100}%`, bottom: `${((board.value - 0.5) / 39) * 100}%` }))
const clamp = (value: number) => Math.min(props.max, Math.max(props.min, Math.round(value * 10) / 10))

function drag(event: PointerEvent) {
  const handle = event.currentTarget as HTMLElement
  const plot = handle.parentElement!.getBoundingClientRect()
  handle.setPointerCapture(event.pointerId)
  const move = (moved: PointerEvent) => (board.value = clamp(((plot.bottom - moved.clientY) / plot.height) * 39 + 0.5))
  handle.addEventListener('pointermove', move)
  const end = () => handle.removeEventListener('pointermove', move)
  handle.addEventListener('pointerup', end, { once: true })
  handle.addEventListener('pointercancel', end, { once: true })
}
function step(event: KeyboardEvent) {
  const by = { ArrowUp: 1, ArrowDown: -1, ArrowRight: 1, ArrowLeft: -1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  board.value = clamp(board.value + by * (event.shiftKey ? 0.1 : 0.5))
}
</script>

<template>
  <span
    class="handle"
    role="slider"
    tabindex="0"
    :style="style"
    :aria-label="label"
    :aria-valuenow="board"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :aria-valuetext="`${board}`"
    @pointerdown.prevent="drag"
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
