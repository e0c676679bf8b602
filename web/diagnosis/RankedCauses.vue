<script setup lang="ts">
import type { Diagnosis } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useDiagnosisText } from './useDiagnosisText.ts'

/** Causes by how likely they are, each with what speaks for it and against it and what would cure it. */
const props = defineProps<{ ranked: Diagnosis }>()
const { t } = useI18n()
const { reasons, percent } = useDiagnosisText()
const most = 4
const all = ref(false)
const shown = computed(() => (all.value ? props.ranked.causes : props.ranked.causes.slice(0, most)))
</script>

<template>
  <section class="stack" :aria-label="t('diagnosis.ranked')">
    <h2>{{ t('diagnosis.ranked') }}</h2>
    <ol class="causes">
      <li v-for="one in shown" :key="one.cause">
        <div class="head">
          <strong>{{ t(`diagnosis.causes.${one.cause}`) }}</strong>
          <span class="figure">{{ percent(one.probability) }} %</span>
        </div>
        <div class="track" aria-hidden="true">
          <div class="fill" :style="{ width: `${100 * one.probability}%` }"></div>
        </div>
        <p v-for="line in reasons(one)" :key="line" class="small soft">{{ line }}</p>
        <p class="small">{{ t(`diagnosis.cures.${one.cause}`) }}</p>
      </li>
    </ol>
    <div>
      <v-btn size="small" variant="text" @click="all = !all">{{ t(all ? 'diagnosis.fewer' : 'diagnosis.all') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.causes {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
.head {
  display: flex;
  justify-content: space-between;
  gap: var(--gap-2);
}
.track {
  height: 8px;
  background: var(--gauge-track);
}
.fill {
  height: 100%;
  background: var(--gauge-window);
}
</style>
