<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import KnownSheet from './KnownSheet.vue'
import type { Known } from './known.ts'

/** Asks of the figures beside it how they are known. */
defineProps<{ figures: readonly Known[]; what: string }>()
const { t } = useI18n()
const open = ref(false)
</script>

<template>
  <v-btn
    class="how-known"
    size="small"
    variant="text"
    :aria-label="t('controls.known.of', { what })"
    @click="open = true"
    >{{ t('controls.known.open') }}</v-btn
  >
  <KnownSheet v-if="open" :figures="figures" :what="what" @close="open = false" />
</template>

<style scoped>
.how-known {
  padding-inline: 0;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  justify-self: start;
}
</style>
