<script setup lang="ts">
import { useI18n } from 'vue-i18n'

const { t } = useI18n()
</script>

<template>
  <section class="stack">
    <h1>{{ t('shell.lost.title') }}</h1>
    <p>{{ t('shell.lost.text') }}</p>
    <p>
      <v-btn to="/rack">{{ t('shell.lost.go') }}</v-btn>
    </p>
  </section>
</template>
