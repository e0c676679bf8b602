<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import InTurn from '../controls/InTurn.vue'
import CustomerField from '../customers/CustomerField.vue'
import type { Setup } from './setup.ts'
import type { Subject } from './useWhatIfSubject.ts'

/** Bowler, ball, surface and pattern, side by side; each comes in a task of its own and has its place before. */
const props = defineProps<{
  setup: Setup
  choices: Subject['choices']['value']
  surfaces: readonly { readonly value: string; readonly title: string }[]
}>()
const emit = defineEmits<{ bowler: [string | null]; set: [Partial<Setup>] }>()
const { t } = useI18n()
const selects = computed(() => [
  { key: 'ballId', label: 'lanes.whatIf.ball', items: props.choices.balls } as const,
  { key: 'surface', label: 'lanes.whatIf.surface', items: props.surfaces } as const,
  { key: 'patternId', label: 'lanes.whatIf.pattern', items: props.choices.patterns } as const,
])
</script>

<template>
  <div class="chooser">
    <div>
      <InTurn>
        <CustomerField
          :label="t('lanes.whatIf.bowler')"
          :model-value="setup.customerId"
          @update:model-value="emit('bowler', $event)"
        />
      </InTurn>
    </div>
    <div v-for="one in selects" :key="one.key">
      <InTurn>
        <v-select
          :label="t(one.label)"
          :items="one.items"
          :model-value="setup[one.key]"
          @update:model-value="emit('set', { [one.key]: $event })"
        />
      </InTurn>
    </div>
  </div>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: var(--gap-2);
}
.chooser > div {
  min-height: 40px;
}
</style>
