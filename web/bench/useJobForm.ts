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
  nearestRecipe,
  oilKinds,
  readsOf,
  recipeDoubts,
} from '@sleetfall/core'
import { useDebounceFn } from '@vueuse/core'
import { addDays, format } from 'date-fns'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useEvents } from '../events/store.ts'
import { get, post } from '../http/client.ts'
import { nowDate } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'
import { useShopRecipes } from '../supplies/store.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useTrials } from '../trials/store.ts'
import { useBench } from './store.ts'
import { useRecipeChoice } from './useRecipeChoice.ts'
import { fixed } from '../controls/figures.ts'

export interface JobQuestion {
  readonly ball: Ball
  readonly fix?: Pick<OfferedFix, 'action' | 'recipeKey' | 'due'>
  readonly reason?: string
  readonly suggestedGrit?: number | null
  readonly complaint?: Complaint | null
  readonly work?: JobKind
  /** A job that waits, to be changed. */
  readonly job?: Job
}

/** Oil and surface changed in one visit: which of the two did it cannot be told afterwards. */
export function changesTwoThings(kind: JobKind, others: readonly JobKind[]): boolean {
  const isOil = (one: JobKind) => oilKinds.includes(one)
  const isSurface = (one: JobKind) => one === 'resurface' || one === 'polish'
  return (isOil(kind) && others.some(isSurface)) || (isSurface(kind) && others.some(isOil))
}
/** Work whose effect a trial before and after it would show. */
const isTested = (kind: JobKind) => oilKinds.includes(kind) || kind === 'resurface' || kind === 'polish'

/** Work for one ball as it is being written: its recipe, its day, and what speaks against it. */
export function useJobForm(props: JobQuestion, emit: { close: () => void; saved: (job: Job) => void }) {
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
    dueOn: props.job?.dueOn ?? props.fix?.due?.on ?? format(addDays(nowDate(), 3), 'yyyy-MM-dd'),
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
      mm: fixed(done.coverRemovedMm, 3),
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

  const twoThings = computed(() =>
    changesTwoThings(
      kind.value,
      openWork.value.map((job) => job.kind),
    ),
  )
  const asksTrial = computed(() => isTested(kind.value))

  const versions = useVersions(form, props.job?.version ?? 0, save, () => emit.close())
  async function save() {
    const ok = await form.submit(async (input) => {
      if (props.job) {
        const { id: _id, ballId: _ball, beforeTrialId: _trial, ...edit } = input
        const job = await bench.edit(props.job, { ...edit, assignedTo: assignedTo.value }, versions.current())
        notices.done(t('bench.edited', { ball: job.ballName, due: dayText(job.dueOn) }))
        emit.saved(job)
      } else {
        const job = await bench.takeJob(input)
        notices.done(
          t(job.absorbed?.length ? 'bench.putDoneAbsorbed' : 'bench.putDone', {
            ball: job.ballName,
            due: dayText(job.dueOn),
          }),
          () => bench.stop(job),
        )
        emit.saved(job)
      }
    })
    if (ok) emit.close()
  }
  return {
    ...{ form, kind, choice, outcome, order, nothingToDo, doubts, open, twoThings, asksTrial },
    ...{ recent, own, workers, assignedTo, versions, save },
  }
}
