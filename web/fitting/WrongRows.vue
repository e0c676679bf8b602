<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { textOfAll } from '../i18n.ts'
import type { ReadRow } from './stock.ts'

/** Rows of a list that cannot be brought in as they are, with what is wrong. */
defineProps<{ rows: readonly ReadRow[] }>()
const { t } = useI18n()
const mostShown = 200
</script>

<template>
  <h3>{{ t('fitting.stock.wrong') }}</h3>
  <div class="scroll" tabindex="0" role="region" :aria-label="t('fitting.stock.wrong')">
    <table class="list">
      <tbody>
        <tr v-for="row in rows.slice(0, mostShown)" :key="row.line">
          <td class="number">{{ t('fitting.stock.line', { n: row.line }) }}</td>
          <td>{{ row.name }}</td>
          <td>{{ textOfAll(row.problems) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="rows.length > mostShown" class="small soft">
    {{ t('fitting.stock.more', { n: rows.length - mostShown }) }}
  </p>
</template>

<style scoped>
.scroll {
  max-height: 300px;
  overflow: auto;
}
</style>
