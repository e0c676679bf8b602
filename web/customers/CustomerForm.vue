<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Customer, type Shop, customerSchema, hands } from '@sleetfall/contract'
import { type StyleEnds, bandEndsOf, dominance, limits, styleBand } from '@sleetfall/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import SourceSelect from '../controls/SourceSelect.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { get } from '../http/client.ts'
import { ApiError } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import PlayableFields from './PlayableFields.vue'
import { useCustomers } from './store.ts'
import { fixed } from '../controls/figures.ts'

const props = defineProps<{ customer?: Customer | undefined; name?: string }>()
const emit = defineEmits<{ close: []; saved: [Customer]; open: [string] }>()
const { t } = useI18n()
const customers = useCustomers()
const notices = useNotices()
const initial = props.customer ?? {
  ...customerSchema.getDefault(),
  id: newId(),
  name: props.name ?? '',
  hand: 'right',
}
const form = useForm(customerSchema, { ...initial })
const same = ref<Customer | null>(null)

const versions = useVersions(form, props.customer?.version ?? 0, save, (current) => {
  customers.take(current as unknown as Customer)
  emit('close')
})
async function save() {
  same.value = null
  const ok = await form.submit(async (input) => {
    try {
      const saved = props.customer
        ? await customers.update(input.id, { ...input, version: versions.current() })
        : await customers.create(input)
      notices.done(t('customers.saved', { name: saved.name }))
      emit('saved', saved)
    } catch (error) {
      if (error instanceof ApiError && error.problem.code === 'duplicate')
        same.value = (error.problem.current as Customer | undefined) ?? null
      throw error
    }
  })
  if (ok) emit('close')
}

const labels = computed(() =>
  Object.fromEntries(
    Object.keys(form.values)
      .filter((key) => t(`customers.fields.${key}`) !== `customers.fields.${key}`)
      .map((key) => [key, t(`customers.fields.${key}`)]),
  ),
)
const number = (key: string) =>
  typeof form.values[key] === 'number' && Number.isFinite(form.values[key]) ? (form.values[key] as number) : null
/** Where this shop has one style end and the next begin; the starting values until it has told. */
const ends = ref<Partial<StyleEnds>>({})
onMounted(async () => (ends.value = (await get<Shop>('/shop').catch(() => null))?.constants ?? {}))
const style = computed(() => {
  const [speedMph, revRpm] = [number('speedMph'), number('revRpm')]
  if (speedMph === null || revRpm === null || speedMph < limits.speedMph.min) return null
  const value = dominance({ speedMph, revRpm, axisTiltDeg: number('axisTiltDeg') })
  return { value, band: styleBand(value, ends.value) }
})
// A figure that is typed anew is not the measured one any more.
const measured = [
  ['speedMph', 'speedSdMph'],
  ['revRpm', 'revSdRpm'],
  ['axisTiltDeg', 'axisTiltSdDeg'],
  ['papOverIn', 'papSdIn'],
  ['papUpIn', 'papSdIn'],
] as const
for (const [figure, sd] of measured)
  watch(
    () => form.values[figure],
    () => (form.values[sd] = null),
  )
const figures = [
  ['speedMph', 'speedSource'],
  ['revRpm', 'revSource'],
  ['axisRotationDeg', 'axisRotationSource'],
  ['axisTiltDeg', 'axisTiltSource'],
] as const
</script>

<template>
  <FormDialog
    :title="customer ? t('customers.edit') : t('customers.add')"
    :form="form"
    :draft="`customer ${customer?.id ?? 'new'}`"
    :labels="labels"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <div class="grid">
      <v-text-field v-bind="form.field('name')" :label="t('customers.fields.name')" v-focus class="wide" />
      <v-text-field
        v-bind="form.field('distinction')"
        :label="t('customers.fields.distinction')"
        :hint="t('customers.distinctionHint')"
        persistent-hint
        class="wide"
      />
      <p v-if="same" class="wide">
        <v-btn @click="emit('open', same.id)">{{ t('customers.openExisting', { name: same.name }) }}</v-btn>
      </p>
      <v-radio-group v-bind="form.field('hand')" inline hide-details :label="t('customers.fields.hand')" class="wide">
        <v-radio v-for="hand in hands" :key="hand" :value="hand" :label="t(`customers.${hand}`)" />
      </v-radio-group>
      <v-checkbox v-bind="form.field<boolean>('twoHanded')" :label="t('customers.fields.twoHanded')" />
      <v-checkbox v-bind="form.field<boolean>('junior')" :label="t('customers.fields.junior')" />
      <v-text-field v-bind="form.field('contact')" :label="t('customers.fields.contact')" autocomplete="off" />
      <QuantityField
        v-bind="form.field<number>('gamesPerWeek')"
        name="gamesPerWeek"
        :label="t('customers.fields.gamesPerWeek')"
      />
    </div>
    <h3>{{ t('customers.release') }}</h3>
    <p class="soft small">{{ t('customers.releaseHint') }}</p>
    <div class="figures">
      <template v-for="[figure, source] in figures" :key="figure">
        <QuantityField v-bind="form.field<number>(figure)" :name="figure" :label="t(`customers.fields.${figure}`)" />
        <SourceSelect v-bind="form.field(source)" :label="t(`customers.fields.${figure}`)" />
      </template>
      <QuantityField
        v-bind="form.field<number>('papOverIn')"
        name="papOverIn"
        :label="t('customers.fields.papOverIn')"
      />
      <QuantityField v-bind="form.field<number>('papUpIn')" name="papUpIn" :label="t('customers.fields.papUpIn')" />
      <SourceSelect v-bind="form.field('papSource')" label="PAP" />
    </div>
    <p v-if="style">
      <strong>{{ t('customers.style') }}: {{ t(`customers.bands.${style.band}`) }}</strong>
      <span class="soft">
        ({{ t('customers.styleFrom', { value: fixed(style.value, 3) }) }}).
        {{ t('customers.bandEnds', { ends: bandEndsOf(ends).join(' · ') }) }}</span
      >
    </p>
    <p v-else class="soft">{{ t('customers.styleMissing') }}</p>
    <PlayableFields
      :form="form"
      :band="style?.band ?? null"
      :customer-id="customer?.id ?? null"
      @set="Object.assign(form.values, $event)"
    />
    <QuantityField
      v-bind="form.field<number>('strikeTolerance')"
      name="strikeTolerance"
      :label="t('customers.fields.strikeTolerance')"
    />
    <v-textarea v-bind="form.field('note')" :label="t('customers.fields.note')" />
  </FormDialog>
</template>

<style scoped>
.grid {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
}
.wide {
  grid-column: 1 / -1;
}
.figures {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr 1fr 1fr;
  gap: var(--gap-3);
}
@media (max-width: 700px) {
  .figures {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
