<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Trial, holdables, trialSchema } from '@sleetfall/contract'
import { type DesignName, canHold, designNames } from '@sleetfall/core'
import { computed, onMounted } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import CustomerField from '../customers/CustomerField.vue'
import { nowIso } from '../http/clock.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import ArmFields from './ArmFields.vue'
import { useTrials } from './store.ts'

/** Begins a trial: a question, a bowler, a pattern, a design and what it compares. */
const props = defineProps<{
  customerId?: string | undefined
  patternId?: string | undefined
  ballId?: string | undefined
  question?: string | undefined
  design?: DesignName | undefined
}>()
const emit = defineEmits<{ close: []; saved: [Trial] }>()
const { t } = useI18n()
const patterns = usePatterns()
const trials = useTrials()
const notices = useNotices()
onMounted(() => patterns.load())
const form = useForm(trialSchema, {
  ...Object.fromEntries(Object.keys(trialSchema.fields).map((name) => [name, null])),
  ...{ id: newId(), startedAt: nowIso(), question: props.question ?? '' },
  ...{ customerId: props.customerId ?? null, patternId: props.patternId ?? null },
  ...{ design: props.design ?? 'turns', factors: [], blind: false, lane: '', held: ['line'], foretold: [], arms: [] },
})
form.claim('arms', 'factors')
/** What is held, of what the design leaves to be held. */
const toHold = computed(() => holdables.filter((one) => canHold(form.values['design'] as DesignName, one)))
const held = computed(() => toHold.value.filter((one) => (form.values['held'] as readonly string[]).includes(one)))
async function save() {
  const ok = await form.submit(async (input) => {
    const trial = await trials.create({ ...input, held: held.value })
    notices.done(t('trials.begun'))
    emit('saved', trial)
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('trials.add')"
    :form="form"
    :draft="'trial new'"
    :draft-without="['arms', 'factors']"
    :save-text="t('trials.begin')"
    wide
    @save="save"
    @close="emit('close')"
  >
    <v-text-field
      v-bind="form.field('question')"
      :label="t('trials.question')"
      :hint="t('trials.questionHint')"
      persistent-hint
      v-focus
    />
    <div class="pair">
      <CustomerField v-bind="form.field<string>('customerId')" :label="t('trials.bowler')" />
      <v-autocomplete
        v-bind="form.field('patternId')"
        :label="t('trials.pattern')"
        :items="patterns.items.map((p) => ({ value: p.id, title: p.name }))"
      />
    </div>
    <v-select
      v-bind="form.field('design')"
      :label="t('trials.design')"
      :items="designNames.map((value) => ({ value, title: t(`trials.designs.${value}`) }))"
      :hint="t(`trials.designSays.${form.values['design']}`)"
      persistent-hint
    />
    <ArmFields :form="form" :ball-id="ballId" />
    <details>
      <summary>{{ t('trials.more') }}</summary>
      <div class="stack more">
        <v-checkbox
          :model-value="form.values['blind']"
          :label="t('trials.blind')"
          hide-details
          @update:model-value="form.values['blind'] = $event === true"
        />
        <div class="pair">
          <QuantityField
            v-bind="form.field<number>('gamesSinceOiling')"
            name="gamesSinceOiling"
            :label="t('trials.gamesSinceOiling')"
          />
          <v-text-field v-bind="form.field('lane')" :label="t('trials.lane')" />
        </div>
        <v-select
          v-bind="form.field<string[]>('held')"
          :model-value="held"
          multiple
          :label="t('trials.held')"
          :items="toHold.map((value) => ({ value, title: t(`trials.holdables.${value}`) }))"
        />
      </div>
    </details>
  </FormDialog>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 14rem), 1fr));
  gap: var(--gap-3);
}
.more {
  padding-block: var(--gap-2);
}
</style>
