<script setup lang="ts">
import type { Job } from '@sleetfall/contract'
import { jobKinds } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { dayText, todayText } from '../controls/days.ts'
import PromiseAnswer from '../plan/PromiseAnswer.vue'
import { type JobQuestion, useJobForm } from './useJobForm.ts'

/** Work for one ball: what, by which recipe, until when, and what speaks against it. A fix of the coverage map comes filled in. */
const props = defineProps<JobQuestion>()
const emit = defineEmits<{ close: []; saved: [Job] }>()
const { t } = useI18n()
const held = useJobForm(props, { close: () => emit('close'), saved: (saved) => emit('saved', saved) })
const { form, kind, choice, outcome, order, nothingToDo, doubts, open, twoThings, asksTrial } = held
const { recent, own, workers, assignedTo, versions, save } = held
/** What the plan is asked for: the work as it is written so far. */
const asked = computed(() => [
  {
    ...{ id: 'asked', ballId: props.ball.id, kind: kind.value, steps: choice.steps.value ?? [] },
    forEvent: form.values['eventId'] != null,
  },
])
const labels = {
  ...Object.fromEntries(
    ['kind', 'recipeKey', 'reads', 'overrideReason', 'dueOn', 'eventId', 'beforeTrialId', 'reason'].map((key) => [
      key,
      t(`bench.fields.${key}`),
    ]),
  ),
  steps: t('supplies.steps'),
}
</script>

<template>
  <FormDialog
    :title="t(job ? 'bench.editJob' : 'bench.newJob', { name: ball.name })"
    :form="form"
    :labels="labels"
    :draft="`job ${job?.id ?? `new ${ball.id}`}`"
    :dirty="choice.chosen.value !== choice.opened"
    :save-text="job ? t('shell.save') : t('bench.put')"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <v-select
      v-bind="form.field('kind')"
      :label="t('bench.fields.kind')"
      :items="jobKinds.map((value) => ({ value, title: t(`works.${value}`) }))"
    />
    <v-select
      v-if="kind === 'resurface'"
      v-model="choice.chosen.value"
      :label="t('bench.fields.recipeKey')"
      :items="choice.items.value"
    />
    <QuantityField
      v-if="kind === 'resurface' && choice.chosen.value === 'shortest'"
      v-model="choice.wantedGrit.value"
      name="grit"
      :label="t('bench.wantedGrit')"
    />
    <v-autocomplete
      v-if="kind === 'resurface' && choice.chosen.value === 'match'"
      v-model="choice.matchId.value"
      :label="t('bench.matchBall')"
      :items="choice.others.value.map((one) => ({ value: one.id, title: `${one.name}, ${one.customerName}` }))"
    />
    <v-select
      v-if="kind === 'polish'"
      v-model="choice.base.value"
      :label="t('bench.polishBase')"
      :items="
        (['as-is', 'compound', '1500-polish', '2000-polish'] as const).map((value) => ({
          value,
          title: t(`bench.bases.${value}`),
        }))
      "
    />
    <v-select
      v-if="kind === 'refresh'"
      v-model="choice.handGrit.value"
      :label="t('bench.handGrit')"
      :items="choice.handGrits.map((value) => ({ value, title: `${value}` }))"
    />
    <p v-if="outcome" class="soft">{{ outcome }}</p>
    <p v-if="nothingToDo" role="status">◇ {{ t('bench.nothingToDo') }}</p>
    <p v-for="one in order" :key="`${one.position} ${one.problem}`" role="status">
      ▲ {{ t('bench.orderAt', { n: one.position + 1 }) }} {{ t(`supplies.problems.${one.problem}`) }}
    </p>
    <v-select
      v-bind="form.field('reads')"
      :label="t('bench.fields.reads')"
      :items="[
        { value: null, title: t('bench.reads.unknown') },
        { value: 'early', title: t('bench.reads.early') },
        { value: 'late', title: t('bench.reads.late') },
      ]"
    />
    <p v-for="doubt in doubts.refused" :key="doubt" class="doubt" role="status">× {{ t(`bench.doubts.${doubt}`) }}</p>
    <p v-for="doubt in open" :key="doubt" class="doubt" role="status">▲ {{ t(`bench.doubts.${doubt}`) }}</p>
    <v-textarea
      v-if="open.length > 0 && doubts.refused.length === 0"
      v-bind="form.field('overrideReason')"
      :label="t('bench.fields.overrideReason')"
      rows="2"
    />
    <p v-if="twoThings" role="status">▲ {{ t('bench.twoThings') }}</p>
    <DayField v-bind="form.field('dueOn')" :label="t('bench.fields.dueOn')" :min="todayText()" />
    <PromiseAnswer v-if="!job" :wanted="asked" :due-on="String(form.values['dueOn'] ?? '')" />
    <v-select
      v-bind="form.field('eventId')"
      :label="t('bench.fields.eventId')"
      :items="[
        { value: null, title: t('bench.noEvent') },
        ...own.map((e) => ({ value: e.id, title: `${e.name}, ${dayText(e.nextOn!)}` })),
      ]"
    />
    <v-select
      v-if="job"
      v-model="assignedTo"
      :label="t('bench.assignedTo')"
      :items="[
        { value: null, title: t('bench.anybody') },
        ...workers.map((one) => ({ value: one.id, title: one.name })),
      ]"
    />
    <v-select
      v-if="asksTrial && !job"
      v-bind="form.field('beforeTrialId')"
      :label="t('bench.fields.beforeTrialId')"
      :hint="t('bench.beforeHint')"
      persistent-hint
      :items="[
        { value: null, title: t('bench.noTrial') },
        ...recent.map((trial) => ({ value: trial.id, title: `${trial.question}, ${dayText(trial.startedAt)}` })),
      ]"
    />
    <v-textarea v-bind="form.field('reason')" :label="t('bench.fields.reason')" rows="2" />
    <p class="small soft">{{ t('bench.heldFirst') }}</p>
  </FormDialog>
</template>

<style scoped>
.doubt {
  border-inline-start: 6px double var(--bad);
  padding-inline-start: var(--gap-2);
}
</style>
