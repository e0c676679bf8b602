<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

/** Pin deck for the pins left standing: null = not noted, empty = strike. Keys 1–9 and 0 toggle, X strikes. */
const props = defineProps<{ modelValue: readonly number[] | null; readonly?: boolean; small?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [number[] | null] }>()
const { t } = useI18n()
/** Rows as the bowler sees them, back row first. */
const rows = [[7, 8, 9, 10], [4, 5, 6], [2, 3], [1]]
const words = computed(() =>
  props.modelValue === null
    ? t('controls.notNoted')
    : props.modelValue.length === 0
      ? t('controls.strike')
      : t('controls.leave', { pins: [...props.modelValue].sort((a, b) => a - b).join('-') }),
)

function toggle(pin: number) {
  const standing = props.modelValue ?? []
  emit('update:modelValue', standing.includes(pin) ? standing.filter((one) => one !== pin) : [...standing, pin])
}

function onKey(event: KeyboardEvent) {
  if (props.readonly || event.ctrlKey || event.metaKey || event.altKey) return
  if (/^[0-9]$/.test(event.key)) {
    event.preventDefault()
    event.stopPropagation()
    toggle(event.key === '0' ? 10 : Number(event.key))
  }
}
</script>

<template>
  <div class="deck" :class="{ small }" role="group" :aria-label="t('controls.deck')" @keydown="onKey">
    <template v-if="!readonly">
      <div v-for="row in rows" :key="row[0]" class="pins">
        <button
          v-for="pin in row"
          :key="pin"
          type="button"
          class="pin"
          :aria-pressed="modelValue?.includes(pin) ?? false"
          :aria-label="t('controls.pin', { n: pin })"
          :class="{ standing: modelValue?.includes(pin) }"
          @click="toggle(pin)"
        >
          {{ pin }}
        </button>
      </div>
    </template>
    <svg v-else viewBox="0 0 44 36" width="44" height="36" role="img" :aria-label="words">
      <template v-for="(row, index) in rows" :key="index">
        <circle
          v-for="(pin, place) in row"
          :key="pin"
          :cx="22 + (place - (row.length - 1) / 2) * 11"
          :cy="5 + index * 9"
          r="3.6"
          :class="{ standing: modelValue?.includes(pin) }"
        />
      </template>
    </svg>
    <output v-if="!readonly" class="soft">{{ words }}</output>
  </div>
</template>

<style scoped>
.deck {
  display: inline-grid;
  justify-items: center;
  gap: 2px;
  position: relative;
}
/* Beside the head pin, where the triangle leaves room: a line below it would push what follows off a phone. */
output {
  position: absolute;
  inset: auto auto 0 0;
  max-width: 72px;
  font-size: 0.85rem;
  line-height: 1.15;
  text-align: start;
}
.pins {
  display: flex;
  gap: 6px;
}
.pin {
  width: var(--touch);
  height: var(--touch);
  border-radius: 50%;
  text-align: center;
  border: 2px solid var(--line-strong);
  font: 600 1.05rem var(--condensed);
  color: var(--ink);
  background: var(--panel);
}
.pin.standing {
  background: var(--ink);
  color: var(--panel);
  border-color: var(--ink);
}
circle {
  fill: none;
  stroke: var(--line-strong);
}
circle.standing {
  fill: var(--ink);
  stroke: var(--ink);
}
</style>
