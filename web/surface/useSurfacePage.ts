import type { AdviceGiven, BallEvent, SurfacePage } from '@sleetfall/contract'
import type { Complaint } from '@sleetfall/core'
import { useTimeoutFn } from '@vueuse/core'
import { type Ref, computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { get } from '../http/client.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { loadAdvice, loadSurface } from './pageStore.ts'
import { readingText } from './useSurfaceText.ts'

const mostWork = 12
const lookAgainMs = 900

/** A ball's surface through its life, its history, and the rules of thumb for it; kept up with what happens to the ball. */
export function useSurfacePage(ballId: Ref<string>) {
  const { t } = useI18n()
  const [balls, notices] = [useBalls(), useNotices()]
  const page = shallowRef<SurfacePage | null>(null)
  const events = shallowRef<readonly BallEvent[]>([])
  const advice = shallowRef<AdviceGiven | null>(null)
  const error = ref<string | null>(null)
  const lost = ref(false)
  const complaint = ref<Complaint | null>(null)
  const patternId = ref<string | null>(null)
  const ball = computed(() => balls.byId.get(ballId.value))

  async function load(): Promise<void> {
    try {
      const id = ballId.value
      const [now, history] = await Promise.all([
        loadSurface(id),
        get<BallEvent[]>(`/balls/${id}/events`),
        balls.need(id, true),
      ])
      page.value = now
      events.value = history
      error.value = null
      if (now.fitWanted) lookAgain()
      await ask()
    } catch (problem) {
      lost.value = problem instanceof ApiError && problem.problem.status === 404
      error.value = errorText(problem)
    }
  }
  /** A reading is fitted behind: the page looks again until its curve has come. */
  const { start: lookAgain } = useTimeoutFn(() => load(), lookAgainMs, { immediate: false })
  async function ask(): Promise<void> {
    await notices.attempt(async () => {
      advice.value = await loadAdvice(ballId.value, complaint.value, patternId.value)
    })
  }
  onMounted(load)
  watch([ballId, () => ball.value?.lastEvent?.id, () => ball.value?.surface.lastScan?.atMs], load)
  watch([complaint, patternId], ask)
  async function refresh(): Promise<void> {
    await balls.refresh(ballId.value)
    await load()
  }

  /** What the curve rests on. */
  const why = computed(() => {
    const curve = page.value?.curve
    if (!page.value || !curve) return t('surface.page.noCurve')
    const later = curve.readings.filter((one) => one.games > 0).length
    const from = t(`surface.page.from.${curve.startFrom}`)
    if (curve.fitted) return t('surface.page.fittedTo', { n: later, from }, later)
    const { sharedBalls } = page.value
    return sharedBalls > 0
      ? t('surface.page.sharedFrom', { n: sharedBalls, from }, sharedBalls)
      : t('surface.page.assumedFrom', { from })
  })
  /** A reading since the last game moved the curve and is not the figure itself: it is said beside it. */
  const justRead = computed(() => {
    const surface = page.value?.surface
    return surface?.provenance === 'fitted' && surface.gamesSinceScan === 0 && surface.lastScan
      ? t('surface.justRead', { grit: readingText(surface.lastScan.grit) })
      : ''
  })
  const told = ['surfaced', 'scanned', 'extracted', 'checked', 'locked']
  /** What was put on it, newest first; readings and oil work beside it. */
  const work = computed(() =>
    events.value
      .filter((event) => !event.withdrawn && told.includes(event.kind))
      .slice(-mostWork)
      .reverse(),
  )
  return { page, events, advice, ball, error, lost, complaint, patternId, load, ask, refresh, why, justRead, work }
}
