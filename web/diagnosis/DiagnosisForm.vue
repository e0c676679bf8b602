<script setup lang="ts">
import { type StoredDiagnosis, diagnosisSchema } from '@sleetfall/contract'
import { computed, onMounted, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import CustomerField from '../customers/CustomerField.vue'
import { usePatterns } from '../lanes/store.ts'
import { useDiagnoses } from './store.ts'

/** Begins a case: whose ball, and on what it does not do what it should. */
const props = defineProps<{ start: Record<string, unknown> }>()
const emit = defineEmits<{ close: []; saved: [StoredDiagnosis] }>()
const { t } = useI18n()
const balls = useBalls()
const patterns = usePatterns()
const diagnoses = useDiagnoses()
onMounted(() => patterns.load())
const form = useForm(diagnosisSchema, props.start)
const bowlerId = () => (typeof form.values['customerId'] === 'string' ? form.values['customerId'] : null)
watch(bowlerId, (id) => void balls.loadRack(id), { immediate: true })
const own = computed(() => balls.rackOf(bowlerId()).map(({ id, name }) => ({ value: id, title: name })))
async function save() {
  let made: StoredDiagnosis | null = null
  if (await form.submit(async (input) => (made = await diagnoses.begin(input)))) emit('saved', made!)
}
</script>

<template>
  <FormDialog
    :title="t('diagnosis.beginFor')"
    :form="form"
    :draft="'diagnosis'"
    :save-text="t('diagnosis.begin')"
    @save="save"
    @close="emit('close')"
  >
    <CustomerField v-bind="form.field<string>('customerId')" :label="t('diagnosis.bowler')" />
    <v-select v-bind="form.field('ballId')" :label="t('diagnosis.ball')" :items="own" />
    <v-autocomplete
      v-bind="form.field('patternId')"
      clearable
      :label="t('diagnosis.pattern')"
      :items="patterns.items.map((p) => ({ value: p.id, title: p.name }))"
    />
    <QuantityField
      v-bind="form.field<number>('gamesSinceOiling')"
      name="gamesSinceOiling"
      :label="t('trials.gamesSinceOiling')"
    />
  </FormDialog>
</template>
