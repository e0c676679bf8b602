import { type ByCause, type CaseFacts, type Cause, causes, holding, usualShares } from './causes.ts'
import { type CasesLearnt, nothingLearnt, outcomeChance, sharesWorth, signChance } from './learnt.ts'
import type { SignName } from './signs.ts'
import { type TestKind, type TestName, type TestOutcome, testKind, testKinds } from './tests.ts'

export interface DoneTest {
  readonly test: TestName
  readonly outcome: TestOutcome
}
export interface CaseSeen {
  readonly facts: CaseFacts
  readonly signs: readonly SignName[]
  /** Looked for and not seen. */
  readonly absent?: readonly SignName[] | undefined
  readonly done: readonly DoneTest[]
}

/** One thing that speaks for a cause or against it. */
export interface Reason {
  readonly kind: 'sign' | 'absent' | 'test' | 'fact'
  readonly name: string
  readonly outcome?: TestOutcome
  /** Against the other causes: over 1 for it, under 1 against it. */
  readonly times: number
}
export interface RankedCause {
  readonly cause: Cause
  readonly probability: number
  /** What speaks for it and against it, the strongest first. */
  readonly because: readonly Reason[]
}
export interface NextTest {
  readonly test: TestName
  readonly minutes: number
  /** How much of the doubt its answer is expected to take away. */
  readonly informationBits: number
  readonly lasts: boolean
  /** What each outcome would leave as the most likely cause. */
  readonly wouldLead: readonly { readonly outcome: TestOutcome; readonly chance: number; readonly to: Cause }[]
}
export interface Diagnosis {
  readonly causes: readonly RankedCause[]
  /** Worth their minutes, best first. */
  readonly next: readonly NextTest[]
  /** Doubt that is left, in bits; 0 when one cause is sure. */
  readonly doubtBits: number
}

const normalised = (weights: ByCause): ByCause => {
  const sum = causes.reduce((total, cause) => total + weights[cause], 0)
  return Object.fromEntries(causes.map((cause) => [cause, weights[cause] / sum])) as ByCause
}
const times = (belief: ByCause, factor: (cause: Cause) => number): ByCause =>
  normalised(Object.fromEntries(causes.map((cause) => [cause, belief[cause] * factor(cause)])) as ByCause)
const entropyBits = (belief: ByCause) =>
  causes.reduce((sum, cause) => (belief[cause] > 0 ? sum - belief[cause] * Math.log2(belief[cause]) : sum), 0)
const likeliest = (belief: ByCause) => causes.reduce((best, cause) => (belief[cause] > belief[best] ? cause : best))

/** Shares before anything was seen: the usual ones, moved by the shop's own cases. */
function sharesOf({ cases }: CasesLearnt): ByCause {
  return normalised(
    Object.fromEntries(
      causes.map((cause) => [cause, sharesWorth * usualShares[cause] + (cases[cause] ?? 0)]),
    ) as ByCause,
  )
}

/** What was seen, each with its chance under a cause. */
function reasonsOf(seen: CaseSeen, learnt: CasesLearnt) {
  const facts = holding(seen.facts).map(({ id, times: by }) => ({
    ...{ kind: 'fact' as const, name: id },
    chance: (cause: Cause) => by[cause] ?? 1,
  }))
  const signs = [...new Set(seen.signs)].map((sign) => ({
    ...{ kind: 'sign' as const, name: sign },
    chance: (cause: Cause) => signChance(learnt, sign, cause),
  }))
  const absent = (seen.absent ?? [])
    .filter((sign) => !seen.signs.includes(sign))
    .map((sign) => ({
      ...{ kind: 'absent' as const, name: sign },
      chance: (cause: Cause) => 1 - signChance(learnt, sign, cause),
    }))
  const done = seen.done.map(({ test, outcome }) => ({
    ...{ kind: 'test' as const, name: test, outcome },
    chance: (cause: Cause) => outcomeChance(learnt, testKind(test), outcome, cause),
  }))
  return [...facts, ...signs, ...absent, ...done]
}

/** Less than this either way is no reason. */
const tellsFrom = 1.25

/** Tests that were done, or that would take back what another did, are not proposed again. */
const mayFollow = (kind: TestKind, { done, facts }: CaseSeen) =>
  !done.some(({ test }) => test === kind.name) &&
  // A surface that was read is known.
  !(kind.name === 'scan' && facts.surface !== null) &&
  !(kind.name === 'wipe' && done.some(({ test }) => test === 'clean'))

/**
 * Ranks causes for what was seen (Bayes; signs, facts and outcomes taken as independent given the cause, which overstates signs that say the same) and proposes the tests whose answers take away most doubt a
 * minute: expected reduction of Shannon's entropy (Lindley 1956). Probabilities are likelihoods to act on, never proof.
 */
export function diagnose(seen: CaseSeen, learnt: CasesLearnt = nothingLearnt): Diagnosis {
  const evidence = reasonsOf(seen, learnt)
  const shares = sharesOf(learnt)
  const belief = evidence.reduce((now, { chance }) => times(now, chance), shares)
  const ranked = causes
    .map((cause): RankedCause => {
      const others = (chance: (cause: Cause) => number) => {
        const rest = causes.filter((one) => one !== cause)
        const weight = rest.reduce((sum, one) => sum + shares[one], 0)
        return rest.reduce((sum, one) => sum + shares[one] * chance(one), 0) / weight
      }
      const because = evidence.map(({ chance, ...what }) => ({ ...what, times: chance(cause) / others(chance) }))
      const telling = because.filter((one) => one.times >= tellsFrom || one.times <= 1 / tellsFrom)
      return {
        ...{ cause, probability: belief[cause] },
        because: telling.sort((a, b) => Math.abs(Math.log(b.times)) - Math.abs(Math.log(a.times))),
      }
    })
    .sort((a, b) => b.probability - a.probability)
  const doubtBits = entropyBits(belief)
  const next = testKinds
    .filter((kind) => mayFollow(kind, seen))
    .map((kind) => worthOf(kind, belief, learnt, doubtBits))
    .sort((a, b) => b.informationBits / b.minutes - a.informationBits / a.minutes)
  return { causes: ranked, next, doubtBits }
}

function worthOf(kind: TestKind, belief: ByCause, learnt: CasesLearnt, doubtBits: number): NextTest {
  const outcomes = kind.outcomes.map((outcome) => {
    const chanceOf = (cause: Cause) => outcomeChance(learnt, kind, outcome, cause)
    const chance = causes.reduce((sum, cause) => sum + belief[cause] * chanceOf(cause), 0)
    return { outcome, chance, after: times(belief, chanceOf) }
  })
  // What the shop's own cases moved need not add up to one.
  const total = outcomes.reduce((sum, { chance }) => sum + chance, 0)
  const left = outcomes.reduce((sum, { chance, after }) => sum + (chance / total) * entropyBits(after), 0)
  return {
    ...{ test: kind.name, minutes: kind.minutes, lasts: kind.lasts },
    informationBits: Math.max(0, doubtBits - left),
    wouldLead: outcomes.map(({ outcome, chance, after }) => ({
      outcome,
      chance: chance / total,
      to: likeliest(after),
    })),
  }
}
