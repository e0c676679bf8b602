import type { Shape } from '../../lane/figures.ts'
import { type Cause, causes } from './causes.ts'
import { type CaseSeen, type RankedCause, diagnose } from './diagnose.ts'
import { type CasesLearnt, nothingLearnt, outcomeChance } from './learnt.ts'
import { type TestName, testKinds } from './tests.ts'

/** Something that can be done between two shots or in a practice. */
export interface LaneOption {
  readonly test: TestName
  readonly minutes: number
  readonly lasts: boolean
  /** Chance that it makes it better. */
  readonly better: number
  /** The cause behind most of the cases in which it does. */
  readonly where: Cause
  /** A rule that one school goes by and others do not. */
  readonly school: 'urethaneOnSport' | 'noUrethaneOnHouse' | null
}
export interface LaneOptions {
  /** The likeliest first. */
  readonly causes: readonly RankedCause[]
  /** Cheapest and reversible first. */
  readonly options: readonly LaneOption[]
}

/** Longer than this is no work for a practice. */
const mostMinutes = 15
/** What helps so seldom is not worth a shot. */
const leastBetter = 0.15

/**
 * What to try for what is seen, at the lane: only what fits into a practice and may help, in the order cheapest first and reversible before
 * lasting, each with how often it helps and with which cause. The chances are those of the diagnosis; the order is not by them.
 */
export function laneOptions(seen: CaseSeen, shape: Shape | null, learnt: CasesLearnt = nothingLearnt): LaneOptions {
  const ranked = diagnose(seen, learnt).causes
  const belief = new Map(ranked.map(({ cause, probability }) => [cause, probability]))
  const done = new Set(seen.done.map(({ test }) => test))
  const options = testKinds
    .filter(({ name, minutes, outcomes }) => minutes <= mostMinutes && outcomes.includes('better') && !done.has(name))
    .map((kind): LaneOption => {
      const parts = causes.map((cause) => belief.get(cause)! * outcomeChance(learnt, kind, 'better', cause))
      const best = parts.indexOf(Math.max(...parts))
      return {
        ...{ test: kind.name, minutes: kind.minutes, lasts: kind.lasts },
        better: parts.reduce((sum, part) => sum + part, 0),
        where: causes[best]!,
        school: kind.name !== 'otherBall' ? null : schoolOf(seen.facts.cover, shape),
      }
    })
    .filter(({ better }) => better >= leastBetter)
    .sort((a, b) => Number(a.lasts) - Number(b.lasts) || a.minutes - b.minutes)
  return { causes: ranked, options }
}

function schoolOf(cover: CaseSeen['facts']['cover'], shape: Shape | null): LaneOption['school'] {
  if (shape === 'sport' && cover !== 'urethane') return 'urethaneOnSport'
  return shape === 'house' && cover === 'urethane' ? 'noUrethaneOnHouse' : null
}
