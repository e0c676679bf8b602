<script setup lang="ts">
import { type BenchPerson, benchPersonSchema } from '@sleetfall/contract'
import { type Away, type WeekHours, assumedHours, stationKinds } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import { todayText } from '../controls/days.ts'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { clockOfDay, minutesOfClock, weekdayNames } from './hoursText.ts'
import { usePlan } from './store.ts'

/** When somebody works at the bench, which days they are off, and at what they work. */
const props = defineProps<{ person: BenchPerson }>()
const emit = defineEmits<{ close: [] }>()
const weekdays = weekdayNames()
const { t } = useI18n()
const store = usePlan()
const notices = useNotices()
const told = props.person.version > 0
const form = useForm(benchPersonSchema, {
  hours: told ? props.person.hours : assumedHours,
  away: props.person.away,
  skills: props.person.skills,
  version: told ? props.person.version : undefined,
})
form.claim('hours', 'away')
const versions = useVersions(form, props.person.version, save, () => emit('close'))
const hours = computed(() => form.values['hours'] as (WeekHours & { from: number; to: number; weekday: number })[])
const away = computed(() => form.values['away'] as Away[])
const day = ref(1)
const addHours = () => (form.values['hours'] = [...hours.value, { weekday: day.value, from: 600, to: 1080 }])
const dropHours = (at: number) => (form.values['hours'] = hours.value.filter((_, i) => i !== at))
function setClock(at: number, end: 'from' | 'to', text: string) {
  const minutes = minutesOfClock(text)
  if (minutes !== null)
    form.values['hours'] = hours.value.map((one, i) => (i === at ? { ...one, [end]: minutes } : one))
}
const addAway = () => (form.values['away'] = [...away.value, { from: todayText(), to: todayText(), reason: '' }])
const dropAway = (at: number) => (form.values['away'] = away.value.filter((_, i) => i !== at))
const setAway = (at: number, change: Partial<Away>) =>
  (form.values['away'] = away.value.map((one, i) => (i === at ? { ...one, ...change } : one)))
const worked = stationKinds.filter((kind) => kind !== 'shelf' && kind !== 'dry-rack')
const skills = computed({
  get: () => (form.values['skills'] as string[] | null) ?? worked,
  set: (some: readonly string[]) =>
    void (form.values['skills'] = worked.every((kind) => some.includes(kind)) ? null : [...some]),
})
async function save() {
  const version = told || form.conflict.value ? versions.current() : undefined
  const ok = await form.submit((input) => store.savePerson(props.person.id, { ...input, version }))
  if (!ok) return
  notices.done(t('plan.hoursSaved', { name: props.person.name }))
  emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('plan.hoursOf', { name: person.name })"
    :form="form"
    :draft="`hours ${person.id}`"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <fieldset class="stack">
      <legend>{{ t('plan.weekHours') }}</legend>
      <div v-for="(one, at) in hours" :key="at" class="row">
        <strong class="weekday">{{ weekdays[one.weekday - 1] }}</strong>
        <v-text-field
          type="time"
          density="compact"
          :label="t('plan.fromTime')"
          :model-value="clockOfDay(one.from)"
          :error-messages="form.errors[`hours[${at}]`] ?? ''"
          @update:model-value="setClock(at, 'from', $event)"
        />
        <v-text-field
          type="time"
          density="compact"
          :label="t('plan.toTime')"
          :model-value="clockOfDay(one.to)"
          @update:model-value="setClock(at, 'to', $event)"
        />
        <v-btn
          size="small"
          :aria-label="`${t('plan.remove')}: ${weekdays[one.weekday - 1]} ${clockOfDay(one.from)}`"
          @click="dropHours(at)"
          >{{ t('plan.remove') }}</v-btn
        >
      </div>
      <div class="row">
        <v-select
          v-model="day"
          density="compact"
          :label="t('plan.weekday')"
          :items="weekdays.map((title, i) => ({ value: i + 1, title }))"
        />
        <v-btn size="small" @click="addHours">{{ t('plan.addHours') }}</v-btn>
      </div>
    </fieldset>
    <fieldset class="stack">
      <legend>{{ t('plan.daysOff') }}</legend>
      <div v-for="(one, at) in away" :key="at" class="row">
        <DayField
          :model-value="one.from"
          :label="t('plan.fromDay')"
          @update:model-value="setAway(at, { from: $event as string })"
        />
        <DayField
          :model-value="one.to"
          :label="t('plan.toDay')"
          :error-messages="form.errors[`away[${at}]`] ?? ''"
          @update:model-value="setAway(at, { to: $event as string })"
        />
        <v-btn size="small" :aria-label="`${t('plan.remove')}: ${one.from}`" @click="dropAway(at)">{{
          t('plan.remove')
        }}</v-btn>
      </div>
      <v-btn size="small" @click="addAway">{{ t('plan.addAway') }}</v-btn>
    </fieldset>
    <v-select
      v-model="skills"
      multiple
      :label="t('plan.skills')"
      :items="worked.map((value) => ({ value, title: t(`stations.${value}`) }))"
    />
  </FormDialog>
</template>

<style scoped>
.weekday {
  min-width: 44px;
}
fieldset {
  border: 0;
}
</style>
