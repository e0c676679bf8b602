<script setup lang="ts">
/** Buttons of which one or several are chosen, in one row with its name. */
defineProps<{
  label: string
  items: readonly { readonly value: string; readonly title: string }[]
  chosen: readonly string[]
  /** The name is not shown, only told. */
  quiet?: boolean
  /** One row, whatever the width. */
  tight?: boolean
  /** Two beside each other. */
  columns?: boolean
}>()
const emit = defineEmits<{ choose: [string] }>()
</script>

<template>
  <div class="choice" :class="{ tight, columns }" role="group" :aria-label="label">
    <span v-if="!quiet" class="condensed name" aria-hidden="true">{{ label }}</span>
    <button
      v-for="{ value, title } in items"
      :key="value"
      type="button"
      class="one"
      :class="{ chosen: chosen.includes(value) }"
      :aria-pressed="chosen.includes(value)"
      @click="emit('choose', value)"
    >
      {{ title }}
    </button>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  min-width: 0;
}
.name {
  flex-basis: 100%;
  line-height: 1;
  color: var(--ink-soft);
  font-size: 0.85rem;
}
.one {
  flex: 1 1 auto;
  min-height: var(--touch);
  min-width: var(--touch);
  padding: 0 6px;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  text-align: center;
  font: 600 1rem/1.05 var(--condensed);
}
.tight {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(var(--touch), auto);
  grid-template-rows: auto auto;
}
.tight .name {
  grid-column: 1 / -1;
}
.tight .one {
  grid-row: 2;
  min-width: 0;
  padding: 0 2px;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.one.chosen {
  background: var(--ink);
  color: var(--panel);
  border-color: var(--ink);
}
</style>
