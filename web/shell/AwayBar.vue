<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useConnection } from '../http/connection.ts'
import { newerVersion } from './newerVersion.ts'

const { t } = useI18n()
const connection = useConnection()
const reload = () => location.reload()
</script>

<template>
  <div v-if="connection.away" class="away" role="alert">
    <span>{{ t('shell.away') }}</span>
    <v-btn size="small" @click="connection.giveUp()">{{ t('shell.stopWaiting') }}</v-btn>
  </div>
  <div v-else-if="newerVersion" class="away" role="alert">
    <span>{{ t('shell.newer') }}</span>
    <v-btn size="small" @click="reload">{{ t('shell.reload') }}</v-btn>
    <v-btn size="small" variant="text" @click="newerVersion = false">{{ t('shell.dismiss') }}</v-btn>
  </div>
</template>

<style scoped>
.away {
  position: fixed;
  inset: 0 0 auto 0;
  z-index: 3000;
  display: flex;
  gap: var(--gap-3);
  justify-content: center;
  align-items: center;
  padding: var(--gap-2);
  background: var(--panel);
  color: var(--ink);
  border-bottom: 4px double var(--bad);
}
</style>
