import type { Cause } from './causes.ts'
import { seenWith, type SignName } from './signs.ts'
import { outcomeWith, type TestKind, type TestOutcome } from './tests.ts'

/** A case of the shop's own whose cause somebody found. */
export interface SettledCase {
  readonly cause: Cause
  readonly signs: readonly SignName[]
  readonly done: readonly { readonly test: TestKind['name']; readonly outcome: TestOutcome }[]
}
/** How often something was so, of how many cases that tell. */
export interface Tally {
  readonly hits: number
  readonly of: number
}
/** What the shop's own cases say, by cause; empty for a new shop. */
export interface CasesLearnt {
  readonly cases: Readonly<Partial<Record<Cause, number>>>
  readonly signs: Readonly<Record<string, Tally>>
  readonly outcomes: Readonly<Record<string, Tally>>
}
export const nothingLearnt: CasesLearnt = { cases: {}, signs: {}, outcomes: {} }

const signKey = (sign: SignName, cause: Cause) => `${sign}|${cause}`
const outcomeKey = (test: string, outcome: string, cause: Cause) => `${test}|${outcome}|${cause}`

/** Counts settled cases once, so that a screen need not read them all. */
export function learnFromCases(cases: readonly SettledCase[], allSigns: readonly SignName[]): CasesLearnt {
  const counts: Partial<Record<Cause, number>> = {}
  const [signs, outcomes] = [{} as Record<string, Tally>, {} as Record<string, Tally>]
  const count = (into: Record<string, Tally>, key: string, hit: boolean) => {
    const { hits, of } = into[key] ?? { hits: 0, of: 0 }
    into[key] = { hits: hits + Number(hit), of: of + 1 }
  }
  for (const one of cases) {
    counts[one.cause] = (counts[one.cause] ?? 0) + 1
    for (const sign of allSigns) count(signs, signKey(sign, one.cause), one.signs.includes(sign))
    for (const { test, outcome } of one.done)
      for (const other of new Set(['better', 'same', 'worse', 'smoother', 'asMeant', 'rougher']))
        count(outcomes, outcomeKey(test, other, one.cause), other === outcome)
  }
  return { cases: counts, signs, outcomes }
}

/** The starting values weigh as much as so many cases of the shop's own. */
export const tableWorth = 12
const blend = (table: number, tally: Tally | undefined) =>
  tally === undefined ? table : (tableWorth * table + tally.hits) / (tableWorth + tally.of)

/** As the table has it, moved by the shop's own cases (a beta prior worth so many of them). */
export const signChance = (learnt: CasesLearnt, sign: SignName, cause: Cause) =>
  blend(seenWith(sign, cause), learnt.signs[signKey(sign, cause)])
export const outcomeChance = (learnt: CasesLearnt, kind: TestKind, outcome: TestOutcome, cause: Cause) =>
  blend(outcomeWith(kind, outcome, cause), learnt.outcomes[outcomeKey(kind.name, outcome, cause)])
/** Cases so far count beside the usual share as much as this many would. */
export const sharesWorth = 20
