import { type AdviceRule, type HeldRule, adviceRules } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'

const offIds = async (db: Db) =>
  new Set((await db.many<{ ruleId: string }>('select rule_id from advice_rule_off')).map((row) => row.ruleId))

/** Rules of thumb that the shop holds. */
export async function rulesHeld(db: Db): Promise<readonly HeldRule[]> {
  const off = await offIds(db)
  return adviceRules.filter((rule) => !off.has(rule.id))
}

/** Rules that the shop does not hold, for switching them on again. */
export async function rulesOff(db: Db): Promise<readonly AdviceRule[]> {
  const off = await offIds(db)
  return adviceRules.filter((rule) => off.has(rule.id))
}

export async function setRule(db: Db, id: string, held: boolean, staffId: string): Promise<void> {
  if (!adviceRules.some((rule) => rule.id === id)) throw notFound('rule')
  if (held) await db.run('delete from advice_rule_off where rule_id = $1', [id])
  else
    await db.run('insert into advice_rule_off (rule_id, staff_id) values ($1, $2) on conflict do nothing', [
      id,
      staffId,
    ])
}
