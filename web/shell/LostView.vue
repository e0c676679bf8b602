<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** Nothing at this address, or no such record: what it may be, and a way on. */
defineProps<{ what?: string; to?: string; go?: string }>()
const { t } = useI18n()
</script>

<template>
  <section class="stack lost" role="alert">
    <h1>{{ what ?? t('shell.lost.title') }}</h1>
    <p>{{ t('shell.lost.text') }}</p>
    <div>
      <v-btn class="next-action touch" :to="to ?? '/rack'">{{ go ?? t('shell.lost.go') }}</v-btn>
    </div>
  </section>
</template>
