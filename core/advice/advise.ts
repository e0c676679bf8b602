import type { AdviceFacts } from './facts.ts'
import { type AdviceRule, type HeldRule, adviceRules } from './rules.ts'

export interface Advice {
  /** Rules whose condition holds, those that name the complaint first. */
  readonly rules: readonly AdviceRule[]
  /** Pairs that want opposite things; shown as such, never settled by us. */
  readonly contradictions: readonly (readonly [string, string])[]
}

/** Whether a rule speaks because of what the bowler says, and not of the ball alone. */
const ofComplaint = (rule: HeldRule, facts: AdviceFacts) =>
  facts.complaint !== null && !rule.when({ ...facts, complaint: null })

/** Evaluates rules of thumb on a ball's state and complaint. Rules contradict when one wants it rougher and another smoother, or left alone. */
export function advise(facts: AdviceFacts, rules: readonly HeldRule[] = adviceRules): Advice {
  const fired = rules.filter((rule) => rule.when(facts))
  const ordered = [...fired].sort((a, b) => Number(ofComplaint(b, facts)) - Number(ofComplaint(a, facts)))
  const opposed = (a: AdviceRule, b: AdviceRule) =>
    a.direction !== 'none' && b.direction !== 'none' && a.direction !== b.direction
  const contradictions = ordered.flatMap((a, i) =>
    ordered.slice(i + 1).flatMap((b) => (opposed(a, b) ? [[a.id, b.id] as const] : [])),
  )
  return { rules: ordered, contradictions }
}
