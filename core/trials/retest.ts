import { mean as meanOf } from 'd3-array'
import { sameSurface } from './sameSurface.ts'
import { type Shot, counts } from './shot.ts'

/** A trial as far as a re-test is compared by it. */
export interface Tested {
  readonly patternId: string
  readonly patternName: string
  readonly lane: string
  readonly gamesSinceOiling: number | null
  readonly customerId: string
  readonly customerName: string
  readonly arms: readonly {
    readonly arm: number
    readonly ballId: string
    readonly ballName: string
    readonly bowlerId?: string | null | undefined
    readonly bowlerName?: string | null | undefined
    readonly surface: { readonly effectiveRaUm: number | null; readonly grit: number | null; readonly oilShare: number }
  }[]
  readonly shots: readonly Shot[]
}

export const comparedFacts = [
  'pattern',
  'lane',
  'oilAge',
  'bowler',
  'surface',
  'oil',
  'feet',
  'target',
  'speed',
] as const
export type ComparedFact = (typeof comparedFacts)[number]
/** One thing at both times; a text or a figure in its unit: games, grit, share of oil, boards, mph. */
export interface Compared {
  readonly fact: ComparedFact
  readonly then: string | number | null
  readonly now: string | number | null
  /** Null where it was not noted both times. */
  readonly same: boolean | null
}
export interface Retest {
  readonly ballId: string
  readonly ballName: string
  readonly facts: readonly Compared[]
  /** Mean entry board of the counted shots, and how many had one. */
  readonly then: { readonly entryBoard: number | null; readonly shots: number }
  readonly now: { readonly entryBoard: number | null; readonly shots: number }
}

/** Differences that matter at the lane (assumed): games on the oil, boards of a mean line, mph. */
const near = { oilAge: 1, feet: 0.75, target: 0.75, speed: 0.4 } as const

const mean = (values: readonly (number | null | undefined)[]) => meanOf(values) ?? null

/**
 * The balls that two trials share, each with everything that may differ between the two times: what came of it may be laid to one change only where nothing
 * else differs. Of several arms with one ball the last of the earlier trial stands beside the first of the later one.
 */
export function retestsOf(then: Tested, now: Tested): readonly Retest[] {
  return [...new Set(now.arms.map(({ ballId }) => ballId))].flatMap((ballId) => {
    const before = then.arms.filter((arm) => arm.ballId === ballId).at(-1)
    const after = now.arms.find((arm) => arm.ballId === ballId)!
    if (!before) return []
    const own = (trial: Tested, arm: number) => trial.shots.filter((shot) => shot.arm === arm && counts(shot))
    const [first, last] = [own(then, before.arm), own(now, after.arm)]
    const text = (fact: ComparedFact, was: string, is: string): Compared => ({
      ...{ fact, then: was || null, now: is || null },
      same: was && is ? was === is : null,
    })
    const figure = (fact: keyof typeof near, was: number | null, is: number | null): Compared => ({
      ...{ fact, then: was, now: is },
      same: was === null || is === null ? null : Math.abs(was - is) <= near[fact],
    })
    const unknown = before.surface.effectiveRaUm === null || after.surface.effectiveRaUm === null
    const smooth = (arm: typeof before) => ({ ...arm.surface, oilShare: 0 })
    const soaked = (arm: typeof before) => ({ ...arm.surface, effectiveRaUm: null })
    const facts: Compared[] = [
      { fact: 'pattern', then: then.patternName, now: now.patternName, same: then.patternId === now.patternId },
      text('lane', then.lane, now.lane),
      figure('oilAge', then.gamesSinceOiling, now.gamesSinceOiling),
      {
        fact: 'bowler',
        then: before.bowlerName ?? then.customerName,
        now: after.bowlerName ?? now.customerName,
        same: (before.bowlerId ?? then.customerId) === (after.bowlerId ?? now.customerId),
      },
      {
        ...{ fact: 'surface', then: before.surface.grit, now: after.surface.grit },
        same: unknown ? null : sameSurface(smooth(before), smooth(after)),
      },
      {
        ...{ fact: 'oil', then: before.surface.oilShare, now: after.surface.oilShare },
        same: sameSurface(soaked(before), soaked(after)),
      },
      figure('feet', mean(first.map(({ feetBoard }) => feetBoard)), mean(last.map(({ feetBoard }) => feetBoard))),
      figure(
        'target',
        mean(first.map(({ targetBoard }) => targetBoard)),
        mean(last.map(({ targetBoard }) => targetBoard)),
      ),
      figure('speed', mean(first.map(({ speedMph }) => speedMph)), mean(last.map(({ speedMph }) => speedMph))),
    ]
    const entries = (shots: readonly Shot[]) => ({
      entryBoard: mean(shots.map(({ entryBoard }) => entryBoard)),
      shots: shots.filter(({ entryBoard }) => entryBoard !== null).length,
    })
    return [{ ballId, ballName: after.ballName, facts, then: entries(first), now: entries(last) }]
  })
}

/** Facts that differ for sure, and those of which nobody can tell. */
export const differing = ({ facts }: Retest) => ({
  differ: facts.filter(({ same }) => same === false).map(({ fact }) => fact),
  unknown: facts.filter(({ same }) => same === null).map(({ fact }) => fact),
})
