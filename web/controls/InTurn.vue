<script setup lang="ts">
import { onMounted, onUnmounted, ref } from 'vue'

/**
 * A part of a page that comes in a task of its own, after what stands above it: a long page is there at once and listens while the rest of it comes. In
 * the order of the page, so that nothing moves that is there already.
 */
const there = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => (timer = setTimeout(() => (there.value = true))))
onUnmounted(() => clearTimeout(timer))
</script>

<template><slot v-if="there" /></template>
