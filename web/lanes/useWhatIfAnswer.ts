import {
  type Line,
  type Room,
  courseFor,
  missChart,
  motionDefaults,
  outcomeOf,
  sensitivity,
  traceShot,
  playableOf,
} from '@sleetfall/core'
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { useSpread } from '../trials/useSpread.ts'
import { useLatest } from '../workers/motion.ts'
import { filmInUse, prepare } from './setup.ts'
import type { SetupHeld } from './useSetup.ts'
import type { Subject } from './useWhatIfSubject.ts'

/** Shots that a chance is told of; see `roomForError`. */
export const roomSamples = 1000

/** What would happen: the shot with every movement of the hand; room for error and the best lines off the screen's thread. */
export function useWhatIfAnswer(
  { setup, set, lineSet }: Pick<SetupHeld, 'setup' | 'set' | 'lineSet'>,
  { customer, ball, pattern }: Pick<Subject, 'customer' | 'ball' | 'pattern'>,
) {
  const worker = useLatest()
  onBeforeUnmount(() => worker.cancel())
  const film = computed(() => (pattern.value ? filmInUse(pattern.value, setup.value.shots) : null))
  const prepared = computed(() =>
    ball.value && pattern.value && film.value
      ? prepare(setup.value, customer.value, ball.value, pattern.value, film.value)
      : null,
  )
  const shot = computed(() => {
    if (!prepared.value) return null
    const { input } = prepared.value
    const course = courseFor(input)
    const outcome = outcomeOf(traceShot(course, input.bowler, input.release, input.layout, motionDefaults), course)
    return { input, course, outcome }
  })
  /** What lies around the shot: some fifteen more, when whatever tells of them asks. */
  const misses = computed(() => shot.value && missChart(shot.value.input, shot.value.course))
  const effects = computed(() => shot.value && sensitivity(shot.value.input, shot.value.course))

  const { own: ownSpread, spread } = useSpread(() => setup.value.customerId)
  const options = computed(() => ({ spread: spread.value, samples: roomSamples, seed: 20, method: 'quick' }) as const)
  const playable = computed(() => customer.value?.playable ?? playableOf(null, null))
  const room = shallowRef<Room | null>(null)
  const lines = shallowRef<readonly Line[] | null>(null)
  const searching = ref(false)
  const askRoom = useDebounceFn(async () => {
    if (!prepared.value || searching.value) return
    const answer = await worker.ask({ kind: 'room', input: prepared.value.input, options: options.value })
    if (answer) room.value = answer
  }, 120)
  watch(
    [() => prepared.value?.input, spread],
    () => {
      room.value = null
      void askRoom()
    },
    { immediate: true },
  )

  async function findLines(): Promise<void> {
    if (!prepared.value) return
    searching.value = true
    lines.value = null
    const { release: _, ...rest } = prepared.value.input
    const answer = await worker.ask({ kind: 'lines', shot: rest, playable: playable.value, options: options.value })
    searching.value = false
    if (answer) lines.value = answer
  }
  function stopSearch(): void {
    worker.cancel()
    searching.value = false
    void askRoom()
  }
  const useLine = (line: Line) => set({ laydown: line.laydownBoard, target: Number(line.targetBoard.toFixed(2)) })
  /** Takes a line that was found, and keeps to it. */
  function takeLine(line: Line): void {
    lineSet.value = true
    useLine(line)
  }
  watch(
    [() => prepared.value !== null, () => setup.value.ballId, () => setup.value.patternId],
    async ([ready, ballId, patternId]) => {
      if (!ready || lineSet.value) return
      await findLines()
      const best = lines.value?.[0]
      const same = setup.value.ballId === ballId && setup.value.patternId === patternId
      if (best && same && !lineSet.value) useLine(best)
    },
    { flush: 'post', immediate: true },
  )
  watch(
    [() => setup.value.ballId, () => setup.value.patternId, () => setup.value.surface, () => setup.value.shots],
    () => (lines.value = null),
  )
  return {
    prepared,
    shot,
    misses,
    effects,
    room,
    lines,
    searching,
    findLines,
    stopSearch,
    takeLine,
    ownSpread,
    spread,
    playable,
  }
}
export type Answer = ReturnType<typeof useWhatIfAnswer>
