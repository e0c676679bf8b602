<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type BowlingEvent, type EventInput, eventKinds, eventSchema } from '@sleetfall/contract'
import { onMounted } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import ManyField from '../controls/ManyField.vue'
import { todayText } from '../controls/days.ts'
import { useForm, useVersions } from '../controls/useForm.ts'
import CustomersField from '../customers/CustomersField.vue'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import QuantityField from '../controls/QuantityField.vue'
import SquadRows from './SquadRows.vue'
import { useEvents, useRuleSets } from './store.ts'

const props = defineProps<{ event?: BowlingEvent }>()
const emit = defineEmits<{ close: []; saved: [BowlingEvent] }>()
const { t } = useI18n()
const events = useEvents()
const patterns = usePatterns()
const notices = useNotices()
const initial = props.event ?? {
  ...eventSchema.getDefault(),
  id: newId(),
  kind: 'tournament',
  startsOn: todayText(),
  endsOn: todayText(),
}
const ruleSets = useRuleSets()
onMounted(() => ruleSets.load())
const form = useForm(eventSchema, {
  ...initial,
  squads: [...initial.squads],
  patternIds: [...initial.patternIds],
  customerIds: [...initial.customerIds],
})

if (props.event && props.event.customerIds.length > 0) void events.entrants(props.event.id).catch(() => undefined)

const versions = useVersions(form, props.event?.version ?? 0, save, (current) => {
  events.take(current as unknown as BowlingEvent)
  emit('close')
})
async function save() {
  const ok = await form.submit(async (input) => {
    const saved = props.event
      ? await events.update(input.id, { ...input, version: versions.current() })
      : await events.create(input)
    notices.done(t('events.saved', { name: saved.name }))
    emit('saved', saved)
  })
  if (ok) emit('close')
}
const labels = Object.fromEntries(
  (
    [
      'name',
      'kind',
      'place',
      'startsOn',
      'endsOn',
      'note',
      'format',
      'games',
      'bowlersOnPair',
      'ballsCarried',
      'squads',
    ] as const
  )
    .map((key) => [key, t(`events.${key}`)])
    .concat([
      ['patternIds', t('events.patterns')],
      ['customerIds', t('events.customers')],
      ['ruleSetId', t('events.rules.one')],
      ['entryClosesOn', t('events.entryCloses')],
    ]),
)
</script>

<template>
  <FormDialog
    :title="event ? t('events.edit') : t('events.add')"
    :form="form"
    :draft="`event ${event?.id ?? 'new'}`"
    :labels="labels"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-text-field v-bind="form.field('name')" :label="t('events.name')" v-focus />
    <div class="pair">
      <v-select
        v-bind="form.field('kind')"
        :label="t('events.kind')"
        :hint="t('events.kindHint')"
        persistent-hint
        :items="eventKinds.map((value) => ({ value, title: t(`events.kinds.${value}`) }))"
      />
      <v-text-field v-bind="form.field('place')" :label="t('events.place')" />
      <DayField v-bind="form.field('startsOn')" :label="t('events.startsOn')" />
      <DayField v-bind="form.field('endsOn')" :label="t('events.endsOn')" />
      <DayField v-bind="form.field('entryClosesOn')" :label="t('events.entryCloses')" />
      <v-text-field v-bind="form.field('format')" :label="t('events.format')" />
      <QuantityField v-bind="form.field<number>('games')" name="seriesGames" :label="t('events.games')" />
      <QuantityField
        v-bind="form.field<number>('bowlersOnPair')"
        name="bowlersOnPair"
        :label="t('events.bowlersOnPair')"
      />
      <QuantityField v-bind="form.field<number>('ballsCarried')" name="ruledBalls" :label="t('events.ballsCarried')" />
    </div>
    <ManyField
      v-bind="form.field<string[]>('patternIds')"
      :label="t('events.patterns')"
      :items="patterns.items.map((p) => ({ value: p.id, title: p.name }))"
    />
    <p class="small soft">{{ t('events.unknownHint') }}</p>
    <v-select
      v-bind="form.field('ruleSetId')"
      :label="t('events.rules.one')"
      :items="[
        { value: null, title: t('events.rules.none') },
        ...ruleSets.items.map(({ id, name }) => ({ value: id, title: name })),
      ]"
    />
    <SquadRows
      :model-value="form.values['squads'] as EventInput['squads']"
      :day="String(form.values['startsOn'] ?? '')"
      :errors="form.errors"
      @update:model-value="form.values['squads'] = [...$event]"
    />
    <CustomersField v-bind="form.field<string[]>('customerIds')" :label="t('events.customers')" />
    <v-textarea v-bind="form.field('note')" :label="t('events.note')" />
  </FormDialog>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
}
</style>
