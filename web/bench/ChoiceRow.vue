<script setup lang="ts" generic="T extends string | number">
/** One answer of a few, in buttons large enough for wet hands. */
const chosen = defineModel<T | null>({ required: true })
const props = defineProps<{
  legend: string
  options: readonly { readonly value: T; readonly title: string; readonly label?: string }[]
  small?: boolean
  /** Tapped again it is taken back. */
  clears?: boolean
  /** Without the sign of a choice, for bare numbers. */
  bare?: boolean
}>()
const take = (value: T) => (chosen.value = props.clears && chosen.value === value ? null : value)
const sign = (value: T) => (chosen.value === value ? '● ' : '○ ')
</script>

<template>
  <fieldset class="choices" :class="{ small }">
    <legend>{{ legend }}</legend>
    <v-btn
      v-for="one in options"
      :key="one.value"
      class="choice"
      :class="{ chosen: chosen === one.value }"
      :aria-pressed="chosen === one.value"
      :aria-label="one.label"
      @click="take(one.value)"
      >{{ bare ? '' : sign(one.value) }}{{ one.title }}</v-btn
    >
    <slot />
  </fieldset>
</template>

<style scoped src="./choices.css"></style>
