<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import type { useForm } from '../controls/useForm.ts'
import CustomerField from '../customers/CustomerField.vue'

/** What a shot may say besides, when somebody saw or measured it. */
const props = defineProps<{ form: ReturnType<typeof useForm>; trial: Trial }>()
const { t } = useI18n()
const open = ref(false)
/** A field in here that is refused is not hidden: else nothing would seem to happen. */
const inside = ['speedMph', 'firstReadFt', 'breakpointBoard', 'entryAngleDeg', 'bowlerId', 'lane', 'note']
watch(
  () => inside.some((name) => props.form.errors[name]),
  (refused) => {
    if (refused) open.value = true
  },
)
/** Where the arms say who throws, nobody is asked. */
const byArm = computed(() => props.trial.arms.some(({ bowlerId }) => bowlerId !== null))
const number = (name: string) => props.form.field<number>(name)
</script>

<template>
  <details :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="small">
      {{ t('trials.moreOfShot')
      }}<strong v-if="!byArm && form.values['bowlerId']"> · {{ t('trials.somebodyThrows') }}</strong>
    </summary>
    <div class="more">
      <QuantityField v-bind="number('speedMph')" name="speedMph" :label="t('trials.speed')" />
      <QuantityField v-bind="number('firstReadFt')" name="distanceFt" :label="t('trials.firstRead')" />
      <QuantityField v-bind="number('breakpointBoard')" name="board" :label="t('trials.breakpoint')" />
      <QuantityField v-bind="number('entryAngleDeg')" name="entryAngleDeg" :label="t('trials.entryAngle')" />
      <CustomerField
        v-if="open && !byArm"
        v-bind="form.field<string>('bowlerId')"
        clearable
        :label="t('trials.thrownBy')"
        :without="[trial.customerId]"
      />
      <v-text-field v-bind="form.field('lane')" data-words :label="t('trials.lane')" />
      <v-text-field v-bind="form.field('note')" data-words :label="t('trials.note')" />
    </div>
  </details>
</template>

<style scoped>
summary {
  min-height: 24px;
}
.more {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2);
  padding-block: var(--gap-2);
}
</style>
