import type { Ball, Customer } from '@sleetfall/contract'
import {
  type Drilling,
  type Hole,
  type Layout,
  type Line,
  type LanePattern,
  type Pap,
  type ShotOutcome,
  clearanceIn,
  drilledBall,
  drillingProblems,
  filmOf,
  flareRings,
  groundOn,
  shotOf,
  simulate,
  playableOf,
  usualSpread,
} from '@sleetfall/core'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { useNotices } from '../shell/notices.ts'
import { useLatest } from '../workers/motion.ts'
import { diameterIn } from './useLayoutOnBench.ts'

export type Blank = Drilling['ball']
interface Ground extends LanePattern {
  readonly id: string
  readonly name: string
}
/** What the motion core says of a layout on a pattern: as the catalogue's core, with its holes, or of the layout beside it. */
export interface LayoutPrediction {
  readonly pattern: Ground
  readonly line: Line | null
  readonly key: 'now' | 'drilled' | 'other'
  readonly outcome: ShotOutcome
}

interface OnBench {
  readonly ball: () => Ball | undefined
  readonly customer: () => Customer | undefined
  readonly layout: () => Layout
  readonly other: () => Layout | null
  readonly pap: () => Pap
  /** Holes that can be reckoned with. */
  readonly holes: () => readonly Hole[]
  /** Patterns that it is thrown on. */
  readonly patterns: () => readonly Ground[]
}

/** The ball with the layout and the holes on the bench drilled into it: its figures, its flare, what it does on the lane. */
export function useDrilling(on: OnBench) {
  const notices = useNotices()
  const worker = useLatest()
  onBeforeUnmount(() => worker.cancel())
  const topWeightOz = ref<number | null>(null)

  const blank = computed<Blank | null>(() => {
    const { rgIn, differentialIn, intermediateDifferentialIn, weightLb } = on.ball() ?? {}
    if (rgIn == null || differentialIn == null) return null
    const weighed = topWeightOz.value === null ? {} : { topWeightOz: topWeightOz.value }
    const intermediate = intermediateDifferentialIn ?? 0
    return { weightLb: weightLb ?? 15, rgIn, differentialIn, intermediateDifferentialIn: intermediate, ...weighed }
  })
  const drilling = computed<Drilling | null>(() =>
    blank.value ? { ball: blank.value, layout: on.layout(), pap: on.pap(), holes: on.holes(), diameterIn } : null,
  )
  const drilled = computed(() => (drilling.value ? drilledBall(drilling.value) : null))
  const problems = computed(() =>
    drilling.value && drilled.value ? drillingProblems(drilling.value, drilled.value) : [],
  )

  function shotFor(pattern: Ground, of: Layout, kind: 'catalogue' | 'drilled', line: Line | null) {
    const ball = on.ball()
    if (!ball) return null
    const ground = groundOn(pattern, filmOf(pattern.loads))
    // The layout and holes on the bench, not those that it was drilled with.
    const { shot } = shotOf(on.customer(), { ...ball, drilling: null }, 'now', ground)
    const made = kind === 'drilled' && drilling.value ? drilledBall({ ...drilling.value, layout: of }) : null
    return {
      ...shot,
      layout: of,
      ball: made ? { ...shot.ball, ...made } : shot.ball,
      release: { laydownBoard: line?.laydownBoard ?? 22, launchAngleDeg: line?.launchAngleDeg ?? 2.5 },
    }
  }
  /** Of one usual shot on the first pattern. */
  const rings = computed(() => {
    const [first] = on.patterns()
    const shot = first ? shotFor(first, on.layout(), 'catalogue', null) : null
    return shot ? flareRings(shot, on.pap()) : []
  })
  const clearances = computed(() =>
    rings.value.length === 0
      ? []
      : on
          .holes()
          .filter((hole) => !hole.plug)
          .map((hole) => ({ name: hole.name, inches: clearanceIn(hole, rings.value, diameterIn) })),
  )

  /** Lines on which layouts are compared: the best of the layout as it stands when asked. */
  const lines = shallowRef<ReadonlyMap<string, Line>>(new Map())
  const searching = ref(false)
  async function findLines(): Promise<void> {
    searching.value = true
    const found = new Map<string, Line>()
    try {
      for (const pattern of on.patterns()) {
        const shot = shotFor(pattern, on.layout(), 'catalogue', null)
        if (!shot) break
        const { release: _, ...rest } = shot
        const answer = await worker.ask({
          kind: 'lines',
          shot: rest,
          playable: on.customer()?.playable ?? playableOf(null, null),
          options: { spread: usualSpread, samples: 300, seed: 20, method: 'quick', keep: 2 },
        })
        if (answer?.[0]) found.set(pattern.id, answer[0])
      }
      lines.value = found
    } catch (error) {
      notices.failed(error as Error)
    } finally {
      searching.value = false
    }
  }
  const predictions = computed(() =>
    on.patterns().flatMap((pattern): LayoutPrediction[] => {
      const line = lines.value.get(pattern.id) ?? null
      const of = (key: LayoutPrediction['key'], which: Layout | null) => {
        const shot = which && shotFor(pattern, which, key === 'drilled' ? 'drilled' : 'catalogue', line)
        return shot ? [{ pattern, line, key, outcome: simulate(shot) }] : []
      }
      return [
        ...of('now', on.layout()),
        ...of('drilled', drilled.value ? on.layout() : null),
        ...of('other', on.other()),
      ]
    }),
  )
  return { topWeightOz, blank, drilled, problems, rings, clearances, searching, findLines, predictions }
}
