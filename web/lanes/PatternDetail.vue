<script setup lang="ts">
import type { ExitSeen, Pattern } from '@sleetfall/contract'
import { laneKnownBy } from '@sleetfall/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import InTurn from '../controls/InTurn.vue'
import { get } from '../http/client.ts'
import { useSession } from '../shell/session.ts'
import CrossSection from './CrossSection.vue'
import LaneDrawing from './LaneDrawing.vue'
import LoadRows from './LoadRows.vue'
import PatternDifferenceTable from './PatternDifferenceTable.vue'
import PatternFigures from './PatternFigures.vue'
import { usePatterns } from './store.ts'
import { savePattern } from './usePatternFiles.ts'

/** One pattern: its film drawn and in figures, across the lane, beside another one, and as it is run. */
const props = defineProps<{ pattern: Pattern }>()
const emit = defineEmits<{ form: ['edit' | 'copy' | 'mend'] }>()
const { t } = useI18n()
const [patterns, session] = [usePatterns(), useSession()]
/** Measured, beside the rule; without it, or without an answer, the rule stands alone. */
const seen = ref<ExitSeen | null>(null)
watch(
  () => props.pattern.id,
  async (id) => {
    seen.value = null
    const answer = await get<ExitSeen | null>(`/trials/exit/${id}`).catch(() => null)
    if (id === props.pattern.id) seen.value = answer
  },
  { immediate: true },
)
const print = () => window.print()
const sectionFt = ref(10)
/** Distances that the print sheet shows, ft. */
const paperSections = [5, 15, 25, 35]
const otherId = ref<string | null>(null)
const other = computed(() => (otherId.value === props.pattern.id ? undefined : patterns.byId.get(otherId.value ?? '')))
const comparable = computed(() => [
  { value: null, title: t('lanes.compareNone') },
  ...patterns.items.filter((one) => one.id !== props.pattern.id).map((one) => ({ value: one.id, title: one.name })),
])
</script>

<template>
  <section class="stack detail" :aria-label="pattern.name">
    <div class="spread">
      <h2>{{ pattern.name }}</h2>
      <div class="row">
        <v-btn size="small" :to="{ path: '/lanes/what-if', query: { patternId: pattern.id } }">{{
          t('lanes.whatIf.open')
        }}</v-btn>
        <template v-if="session.may('patterns')">
          <v-btn size="small" @click="emit('form', 'edit')">{{ t('lanes.edit') }}</v-btn>
          <v-btn size="small" @click="emit('form', 'copy')">{{ t('lanes.copy') }}</v-btn>
          <v-btn
            size="small"
            variant="text"
            :aria-label="t('controls.mend.openFor', { name: pattern.name })"
            @click="emit('form', 'mend')"
            >{{ t('controls.mend.open') }}</v-btn
          >
        </template>
        <v-btn
          v-for="kind in ['csv', 'json'] as const"
          :key="kind"
          size="small"
          :aria-label="t('lanes.exportAs', { name: pattern.name, kind: kind.toUpperCase() })"
          @click="savePattern(pattern, kind)"
          >{{ kind === 'csv' ? t('lanes.exportCsv') : t('lanes.exportJson') }}</v-btn
        >
        <v-btn size="small" @click="print">{{ t('lanes.print') }}</v-btn>
      </div>
    </div>
    <p v-if="pattern.note" class="soft">{{ pattern.note }}</p>
    <LaneDrawing :loads="pattern.loads" />
    <p class="small soft">
      {{ pattern.estimated ? t('lanes.estimatedFilm') : t('lanes.film') }} ·
      {{ t(`lanes.knownBy.${laneKnownBy(pattern)}`) }}
    </p>
    <InTurn><PatternFigures :loads="pattern.loads" :seen="seen" /></InTurn>
    <InTurn>
      <v-select v-model="otherId" class="compare no-print" :label="t('lanes.compare')" :items="comparable" />
    </InTurn>
    <template v-if="other">
      <h3>{{ other.name }}</h3>
      <LaneDrawing :loads="other.loads" />
      <PatternDifferenceTable :first="pattern" :second="other" />
    </template>
    <InTurn>
      <CrossSection v-model="sectionFt" class="no-print" :loads="pattern.loads" :other="other ?? null" />
    </InTurn>
    <div class="paper">
      <InTurn v-for="ft in paperSections" :key="ft">
        <CrossSection :model-value="ft" held :loads="pattern.loads" :other="other ?? null" />
      </InTurn>
    </div>
    <InTurn><LoadRows :loads="pattern.loads" /></InTurn>
  </section>
</template>

<style scoped>
.compare {
  max-width: 320px;
}
.paper {
  display: none;
}
@media print {
  .no-print,
  .detail .row {
    display: none;
  }
  .paper {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: var(--gap-2) var(--gap-4);
    break-inside: avoid;
  }
}
</style>
