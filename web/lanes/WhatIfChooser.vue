<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import InTurn from '../controls/InTurn.vue'
import CustomerField from '../customers/CustomerField.vue'
import type { Setup } from './setup.ts'
import type { Subject } from './useWhatIfSubject.ts'

/** Bowler, ball, surface and pattern, side by side; each comes in a task of its own and has its place before. */
defineProps<{
  setup: Setup
  choices: Subject['choices']['value']
  surfaces: readonly { readonly value: string; readonly title: string }[]
}>()
const emit = defineEmits<{ bowler: [string | null]; set: [Partial<Setup>] }>()
const { t } = useI18n()
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
    <div>
      <InTurn>
        <v-select
          :label="t('lanes.whatIf.ball')"
          :items="choices.balls"
          :model-value="setup.ballId"
          @update:model-value="emit('set', { ballId: $event })"
        />
      </InTurn>
    </div>
    <div>
      <InTurn>
        <v-select
          :label="t('lanes.whatIf.surface')"
          :items="surfaces"
          :model-value="setup.surface"
          @update:model-value="emit('set', { surface: $event })"
        />
      </InTurn>
    </div>
    <div>
      <InTurn>
        <v-select
          :label="t('lanes.whatIf.pattern')"
          :items="choices.patterns"
          :model-value="setup.patternId"
          @update:model-value="emit('set', { patternId: $event })"
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
