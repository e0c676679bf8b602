<script setup lang="ts">
/** A sample of a kind of line on the lane with what it stands for; see `LanePaths`. */
defineProps<{ kind?: 'main' | 'dots'; dash?: string | undefined }>()
</script>

<template>
  <span class="key">
    <svg width="44" height="8" aria-hidden="true">
      <line x1="0" x2="44" y1="4" y2="4" class="sample" :class="kind" :stroke-dasharray="dash" />
    </svg>
    <slot />
  </span>
</template>

<style scoped>
.key {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.sample {
  stroke: var(--ink);
  stroke-width: 2;
}
.sample.dots {
  stroke-width: 4;
  stroke-linecap: round;
  stroke-dasharray: 0 9;
}
.sample.main {
  stroke: var(--accent);
  stroke-width: 3;
}
</style>
