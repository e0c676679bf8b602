import { type Ball, type BallRulings, type RuleSet, type RuleSetInput, wrong } from '@sleetfall/contract'
import { type RuledBall, isOut, rulingsOn, staticsOf } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { insertRow, listsIn, updateRow } from '../database/rows.ts'
import { duplicate } from '../http/errors.ts'
import { deleteRow, dependentsOf, refuseBlocked } from '../http/mending.ts'

/** A shop writes down the rules of a handful of organisers. */
const mostRuleSets = 200

export const listRuleSets = (db: Db): Promise<RuleSet[]> =>
  db.many<RuleSet>(`select * from rule_set order by name collate "und-x-icu", id limit ${mostRuleSets}`)
export const ruleSetById = (db: Db, id: string): Promise<RuleSet | null> =>
  db.maybeOne<RuleSet>('select * from rule_set where id = $1', [id])
export const ruleSetNamed = (db: Db, name: string): Promise<RuleSet | null> =>
  db.maybeOne<RuleSet>('select * from rule_set where lower(name) = lower($1)', [name])

const columns = (input: RuleSetInput) => listsIn(input, ['allowedProducts', 'refusedProducts'])

async function refuseDuplicate(db: Db, input: RuleSetInput): Promise<void> {
  const same = await ruleSetNamed(db, input.name)
  if (same && same.id !== input.id) throw duplicate('name', wrong('name', 'called', { name: same.name }))
}
export async function createRuleSet(db: Db, input: RuleSetInput): Promise<RuleSet | null> {
  await refuseDuplicate(db, input)
  await insertRow(db, 'rule_set', columns(input))
  return ruleSetById(db, input.id)
}
export async function updateRuleSet(db: Db, input: RuleSetInput, version: number): Promise<RuleSet | null> {
  await refuseDuplicate(db, input)
  await updateRow(db, 'rule_set', { id: input.id, version }, columns(input), () => ruleSetById(db, input.id))
  return ruleSetById(db, input.id)
}
export const ruleSetDependents = (db: Db, id: string) =>
  dependentsOf(db, id, { blocks: [{ name: 'events', table: 'event', column: 'rule_set_id' }], goes: [] })
export async function deleteRuleSet(db: Db, id: string): Promise<void> {
  refuseBlocked(await ruleSetDependents(db, id), 'otherRules')
  await deleteRow(db, 'rule_set', id)
}

/** What rules ask about, as it stands on a ball's record. */
const ruledBall = (ball: Ball): RuledBall => ({
  cover: ball.cover,
  weightLb: ball.weightLb ?? null,
  hardnessD: ball.hardnessD ?? null,
  raTopUm: ball.surface.finish?.raTopUm ?? null,
  // Rules ask about the ball as it was approved, before it was drilled.
  rgIn: ball.rgIn ?? null,
  differentialIn: ball.differentialIn ?? null,
  statics: staticsOf(ball),
})

/** What a set of rules says of some balls. */
export const rulingsFor = (rules: RuleSet, balls: readonly Ball[]): BallRulings[] =>
  balls.map((ball) => {
    const rulings = rulingsOn(rules, ruledBall(ball))
    return { ballId: ball.id, out: isOut(rulings), rulings }
  })
