<script setup lang="ts">
import { v4 as newId } from 'uuid'
import {
  type Ball,
  type BowlingEvent,
  type Job,
  type JobDoubts,
  type OfferedFix,
  type Staff,
  type Trial,
  jobSchema,
} from '@sleetfall/contract'
import {
  type Complaint,
  type JobKind,
  applyRecipe,
  describeSteps,
  gritOfRa,
  jobKinds,
  nearestRecipe,
  oilKinds,
  readsOf,
  recipeDoubts,
} from '@sleetfall/core'
import { useDebounceFn } from '@vueuse/core'
import { addDays, format } from 'date-fns'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useEvents } from '../events/store.ts'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { dayText, todayText } from '../controls/days.ts'
import { useForm, useVersions } from '../controls/useForm.ts'
import { get, post } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useShopRecipes } from '../supplies/store.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useTrials } from '../trials/store.ts'
import { useBench } from './store.ts'
import { useRecipeChoice } from './useRecipeChoice.ts'

/** Work for one ball: what, by which recipe, until when, and what speaks against it. A fix of the coverage map comes filled in. */
const props = defineProps<{
  ball: Ball
  fix?: OfferedFix
  reason?: string
  suggestedGrit?: number | null
  complaint?: Complaint | null
  work?: JobKind
  /** A job that waits, to be changed. */
  job?: Job
}>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const bench = useBench()
const events = useEvents()
const trials = useTrials()
const recipes = useShopRecipes()
const notices = useNotices()
const recent = shallowRef<readonly Trial[]>([])
const own = shallowRef<readonly BowlingEvent[]>([])
const openWork = shallowRef<readonly Job[]>([])
onMounted(async () => {
  void recipes.load()
  const { id, customerId } = props.ball
  ;[recent.value, own.value, openWork.value] = await Promise.all([
    trials.about({ ballId: id }),
    events.ahead(customerId),
    bench.onBall(id, false),
  ])
})

const given = props.fix && props.fix.action !== 'other-ball' ? props.fix.action : null
const form = useForm(jobSchema, {
  id: newId(),
  ballId: props.ball.id,
  kind: props.job?.kind ?? given ?? props.work ?? 'resurface',
  recipeKey: null,
  steps: null,
  dueOn: props.job?.dueOn ?? props.fix?.due?.on ?? format(addDays(new Date(), 3), 'yyyy-MM-dd'),
  eventId: props.job?.eventId ?? props.fix?.due?.eventId ?? null,
  reason: props.job?.reason ?? props.reason ?? '',
  overrideReason: props.job?.overrideReason ?? '',
  beforeTrialId: null,
  reads: props.complaint ? readsOf(props.complaint) : null,
})
form.claim('overrideReason', 'steps')
const kind = computed(() => form.values['kind'] as JobKind)
const choice = useRecipeChoice(
  props.ball,
  () => kind.value,
  props.fix?.recipeKey ?? (props.suggestedGrit ? nearestRecipe(props.suggestedGrit).key : null),
  props.job?.steps ?? null,
)
const assignedTo = ref<string | null>(props.job?.assignedTo ?? null)
const workers = shallowRef<readonly Pick<Staff, 'id' | 'name'>[]>([])
onMounted(async () => {
  if (props.job) workers.value = await get<Staff[]>('/bench/workers').catch(() => [])
})
watch(kind, (now) => {
  if (choice.chosen.value === 'planned' && now !== props.job?.kind) choice.chosen.value = choice.first
})
watch(
  choice.steps,
  (steps) => form.derive({ steps: steps && steps.map((step) => ({ ...step })), recipeKey: choice.readyKey.value }),
  { immediate: true },
)
const outcome = computed(() => {
  const steps = choice.steps.value
  if (!steps || steps.length === 0) return null
  const done = applyRecipe(choice.start, steps)
  return t('bench.recipeIs', {
    steps: describeSteps(steps),
    grit: roundGrit(gritOfRa(done.raTopUm)),
    mm: done.coverRemovedMm.toFixed(3),
  })
})
const order = computed(() => recipeDoubts(choice.steps.value ?? []))
const nothingToDo = computed(() => choice.steps.value?.length === 0 && kind.value === 'resurface')

/** What speaks against it, asked of the server while it is being written. */
const doubts = shallowRef<JobDoubts>({ doubts: [], refused: [] })
const ask = useDebounceFn(async () => {
  const { ballId, steps, reads } = form.values
  doubts.value = await post<JobDoubts>('/bench/doubts', { ballId, kind: kind.value, steps, reads }).catch(
    () => doubts.value,
  )
}, 150)
watch(() => [form.values['kind'], form.values['steps'], form.values['reads']], ask, { immediate: true, deep: true })
const open = computed(() => doubts.value.doubts.filter((doubt) => !doubts.value.refused.includes(doubt)))

/** Oil and surface changed in one visit: which of the two did it cannot be told afterwards. */
const twoThings = computed(() => {
  const kinds = openWork.value.map((job) => job.kind)
  const isOil = (one: JobKind) => oilKinds.includes(one)
  const isSurface = (one: JobKind) => one === 'resurface' || one === 'polish'
  return (isOil(kind.value) && kinds.some(isSurface)) || (isSurface(kind.value) && kinds.some(isOil))
})
const asksTrial = computed(() => isTested(kind.value))
const isTested = (one: JobKind) => oilKinds.includes(one) || one === 'resurface' || one === 'polish'

const versions = useVersions(form, props.job?.version ?? 0, save, () => emit('close'))
async function save() {
  const ok = await form.submit(async (input) => {
    if (props.job) {
      const { id: _id, ballId: _ball, beforeTrialId: _trial, ...edit } = input
      const job = await bench.edit(props.job, { ...edit, assignedTo: assignedTo.value }, versions.current())
      notices.done(t('bench.edited', { ball: job.ballName, due: dayText(job.dueOn) }))
    } else {
      const job = await bench.takeJob(input)
      notices.done(
        t(job.absorbed?.length ? 'bench.putDoneAbsorbed' : 'bench.putDone', {
          ball: job.ballName,
          due: dayText(job.dueOn),
        }),
        () => bench.stop(job),
      )
    }
    emit('saved')
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t(job ? 'bench.editJob' : 'bench.newJob', { name: ball.name })"
    :form="form"
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
      :items="jobKinds.map((value) => ({ value, title: t(`bench.kinds.${value}`) }))"
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
