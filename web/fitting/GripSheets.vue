<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useSession } from '../shell/session.ts'
import HoleTable from './HoleTable.vue'
import type { useGripSheets } from './useGripSheets.ts'

/** The holes on the bench: from a grip sheet of the bowler, beside another, kept as a new one. */
defineProps<{ grip: ReturnType<typeof useGripSheets> }>()
const { t } = useI18n()
const session = useSession()
</script>

<template>
  <section class="stack" :aria-label="t('fitting.grip')">
    <div class="spread">
      <h2>{{ t('fitting.grip') }}</h2>
      <div class="row sheets">
        <v-select
          :label="t('fitting.sheet')"
          :items="[...grip.named.value, { value: null, title: t('fitting.sheetUsual') }]"
          :model-value="grip.sheetId.value"
          @update:model-value="grip.use($event)"
        />
        <v-select
          :model-value="grip.compareId.value"
          :label="t('fitting.sheetCompare')"
          :items="[{ value: null, title: t('fitting.sheetNone') }, ...grip.named.value]"
          @update:model-value="grip.compare($event)"
        />
        <v-select
          :model-value="grip.spanKind.value"
          :label="t('fitting.span')"
          :items="['full', 'cut'].map((value) => ({ value, title: t(`fitting.spans.${value}`) }))"
          @update:model-value="grip.span($event)"
        />
        <v-btn v-if="session.may('layouts')" size="small" @click="grip.keep">{{ t('fitting.keepSheet') }}</v-btn>
      </div>
    </div>
    <HoleTable
      :model-value="grip.holes.value"
      :errors="grip.errors.value"
      :before="grip.compared.value"
      @update:model-value="grip.put($event)"
    />
  </section>
</template>

<style scoped>
.sheets > * {
  min-width: 170px;
}
</style>
