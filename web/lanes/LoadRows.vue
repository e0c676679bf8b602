<script setup lang="ts">
import type { Load } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { plain } from '../controls/figures.ts'

/** The load table of a pattern as it is run by the machine. */
defineProps<{ loads: readonly Load[] }>()
const { t } = useI18n()
const columns = ['fromBoard', 'toBoard', 'loads', 'microlitresPerBoard', 'startFt', 'endFt'] as const
</script>

<template>
  <h3>{{ t('lanes.loads') }}</h3>
  <table class="list">
    <thead>
      <tr>
        <th v-for="column in columns" :key="column" scope="col" class="number">
          {{ t(`lanes.columns.${column}`) }}
        </th>
        <th scope="col">{{ t('lanes.columns.direction') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(load, index) in loads" :key="index">
        <td class="number">{{ load.fromBoard }}</td>
        <td class="number">{{ load.toBoard }}</td>
        <td class="number">{{ load.loads }}</td>
        <td class="number">{{ plain(load.microlitresPerBoard, 2) }}</td>
        <td class="number">{{ load.startFt }} ft</td>
        <td class="number">{{ load.endFt }} ft</td>
        <td>{{ load.endFt >= load.startFt ? t('lanes.forward') : t('lanes.reverse') }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
@media (max-width: 700px) {
  .list th {
    white-space: normal;
  }
  .list :is(th, td) {
    padding-inline: 3px;
  }
}
</style>
