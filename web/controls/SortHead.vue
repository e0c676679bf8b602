<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** Head of a column that sorts its list. */
defineProps<{ label: string; sorted: 'ascending' | 'descending' | 'none'; number?: boolean }>()
const emit = defineEmits<{ sort: [] }>()
const { t } = useI18n()
</script>

<template>
  <th scope="col" :aria-sort="sorted" :class="{ number }">
    <button type="button" :title="t('controls.sortBy', { column: label })" @click="emit('sort')">
      {{ label }}
      <span aria-hidden="true">{{ sorted === 'ascending' ? '↑' : sorted === 'descending' ? '↓' : '' }}</span>
    </button>
  </th>
</template>
