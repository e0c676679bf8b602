import type { BenchPlan } from '@sleetfall/contract'
import type { Schedule, ScheduleProgress, ScheduleQuestion, Slot } from '@sleetfall/core'
import { useIntervalFn, useStorage } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNewsOf } from '../http/news.ts'
import { useNotices } from '../shell/notices.ts'
import { planAnew } from '../workers/plan.ts'
import {
  atRisk,
  type Block,
  blocksOf,
  daysOf,
  isBehind,
  isBetter,
  isWrong,
  movedAlone,
  type Proposal,
  proposalOf,
  slotsToTake,
  withLock,
  withoutSlot,
} from './board.ts'
import { usePlan } from './store.ts'
import type { Zoom } from './useBoardLayout.ts'

/** So many days stand over the board. */
const daysShown = 8
/** How often the plan is asked for while nobody changes it. */
const everyMs = 30_000

/** The board of the bench's plan: what it shows, and what somebody does to it. */
export function usePlanBoard() {
  const { t } = useI18n()
  const store = usePlan()
  const notices = useNotices()
  const by = useStorage<'stations' | 'people'>('sleetfall.plan.rows', 'stations')
  const zoom = useStorage<Zoom>('sleetfall.plan.zoom', 1)
  const chosenDay = ref<string | null>(null)
  const proposal = shallowRef<Proposal | null>(null)
  const progress = shallowRef<ScheduleProgress | null>(null)
  let search = new AbortController()

  onMounted(() => void store.load())
  onUnmounted(() => search.abort())
  const look = () => {
    if (!proposal.value && !progress.value) void store.load()
  }
  useIntervalFn(look, everyMs)
  useNewsOf(['plan', 'bench', 'coverage'], look)

  const plan = computed(() => store.plan)
  const blocks = computed(() => (plan.value ? blocksOf(plan.value) : []))
  const days = computed(() => (plan.value ? daysOf(plan.value, daysShown) : []))
  const day = computed(() => {
    const wanted = days.value.find((one) => one.day === chosenDay.value)
    // Where nobody is here today any more, the next day with work is of more use.
    return (
      wanted ??
      days.value.find((one) => one.balls > 0 && one.to > (plan.value?.question.now ?? 0)) ??
      days.value[0] ??
      null
    )
  })
  const today = computed(() => {
    const own = day.value
    return own ? blocks.value.filter(({ slot }) => slot.start < own.to && slot.end > own.from) : []
  })
  const risks = computed(() => (plan.value ? atRisk(plan.value) : []))
  const loose = computed(() => (plan.value ? withoutSlot(plan.value) : []))
  const faulty = computed(() => blocks.value.filter(isWrong))
  const behind = computed(() => blocks.value.filter(isBehind).length)

  async function solve(question: ScheduleQuestion): Promise<Schedule | null> {
    search.abort()
    search = new AbortController()
    progress.value = { share: 0, late: 0, lateBound: 0, nights: 0, nightsBound: 0 }
    // What the worker tells may come after its answer, and must not begin the search anew on the screen.
    let going = true
    try {
      return await planAnew(question, search.signal, (at) => {
        if (going) progress.value = at
      })
    } catch (error) {
      notices.failed(error)
      return null
    } finally {
      going = false
      progress.value = null
    }
  }
  async function anew(): Promise<void> {
    const now = await store.fresh().catch((error: unknown) => (notices.failed(error), null))
    const schedule = now && (await solve(now.question))
    if (!schedule) return
    if (isBetter(now, schedule)) proposal.value = proposalOf(now, schedule)
    else notices.done(t('plan.nothingBetter'))
  }
  const callOff = () => search.abort()

  /** Puts work somewhere else; what stands there moves, which is shown before it counts. */
  async function move({ work }: Block, to: Pick<Slot, 'start' | 'station' | 'person'>): Promise<void> {
    const now = plan.value
    if (!now) return
    const locked = new Set([
      ...now.works.filter((one) => one.locked).map((one) => `${one.chain} ${one.index}`),
      `${work.chain} ${work.index}`,
    ])
    const alone = movedAlone(now, work.chain, work.index, to)
    const schedule = alone ?? (await solve(withLock(now.question, work.chain, work.index, to)))
    if (!schedule) return
    const found = { ...proposalOf(now, schedule), locked }
    if (alone && found.broken.length === 0) await take(found)
    else proposal.value = found
  }
  /** Lets work go again that somebody had put somewhere. */
  async function letGo({ work }: Block): Promise<void> {
    const now = plan.value
    if (!now) return
    const locked = new Set(
      now.works.filter((one) => one.locked && one !== work).map((one) => `${one.chain} ${one.index}`),
    )
    await take({ ...proposalOf(now, { slots: now.slots, optimal: false }), locked })
  }

  async function take(wanted: Proposal): Promise<void> {
    const before: BenchPlan = plan.value!
    const was = slotsToTake(
      before,
      before.slots,
      new Set(before.works.filter((one) => one.locked).map((one) => `${one.chain} ${one.index}`)),
    )
    const ok = await notices.attempt(() => store.take(before.version, slotsToTake(before, wanted.slots, wanted.locked)))
    proposal.value = null
    if (!ok) return store.load()
    notices.done(t('plan.taken', { n: wanted.moved.length }), () => store.take(store.plan!.version, was))
  }
  const leave = () => (proposal.value = null)

  return {
    ...{ store, plan, by, zoom, chosenDay, day, days, today, blocks, risks, loose, faulty, behind },
    ...{ proposal, progress, anew, callOff, move, letGo, take, leave },
  }
}
