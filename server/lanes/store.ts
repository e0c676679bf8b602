import { type Found, type Pattern, type PatternInput, type UseName, wrong } from '@sleetfall/contract'
import { type Load, patternFigures } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { Conditions } from '../database/page.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { duplicate } from '../http/errors.ts'
import { type Hanging, deleteRow, dependentsOf, refuseBlocked } from '../http/mending.ts'

type Row = Omit<Pattern, 'figures'>

const select = `select p.*, coalesce(l.loads, '[]') as loads, f.figures as fitted
  from pattern p left join pattern_fit f on f.pattern_id = p.id left join lateral (
  select json_agg(json_build_object('fromBoard', from_board, 'toBoard', to_board, 'loads', loads,
    'microlitresPerBoard', microlitres_per_board, 'startFt', start_ft, 'endFt', end_ft) order by position) as loads
  from pattern_load where pattern_id = p.id) l on true`

const withFigures = (row: Row): Pattern => ({ ...row, figures: patternFigures(row.loads) })

export async function listPatterns(db: Db): Promise<Pattern[]> {
  return (await db.many<Row>(`${select} order by p.name collate "und-x-icu"`)).map(withFigures)
}

export async function patternById(db: Db, id: string): Promise<Pattern | null> {
  const row = await db.maybeOne<Row>(`${select} where p.id = $1`, [id])
  return row && withFigures(row)
}

export const patternVolumeMl = async (db: Db, id: string) => (await patternById(db, id))?.figures.volumeMl

async function refuseTakenName(db: Db, input: PatternInput): Promise<void> {
  const same = await db.maybeOne('select id from pattern where lower(name) = lower($1) and id <> $2', [
    input.name,
    input.id,
  ])
  if (same) throw duplicate('name', wrong('patternName', 'called', { name: input.name }))
}

async function writeLoads(db: Db, patternId: string, loads: readonly Load[]): Promise<void> {
  await db.run('delete from pattern_load where pattern_id = $1', [patternId])
  for (const [position, load] of loads.entries()) await insertRow(db, 'pattern_load', { patternId, position, ...load })
}

export async function createPattern(db: Db, input: PatternInput): Promise<Pattern | null> {
  await refuseTakenName(db, input)
  const { loads, ...record } = input
  await insertRow(db, 'pattern', record)
  await writeLoads(db, input.id, loads)
  return patternById(db, input.id)
}

export async function updatePattern(db: Db, input: PatternInput, version: number): Promise<Pattern | null> {
  await refuseTakenName(db, input)
  const { loads, ...record } = input
  await updateRow(db, 'pattern', { id: input.id, version }, record, () => patternById(db, input.id))
  await writeLoads(db, input.id, loads)
  return patternById(db, input.id)
}

const hangs = (name: UseName, table: string): Hanging => ({ name, table, column: 'pattern_id' })
export const patternDependents = (db: Db, id: string) =>
  dependentsOf(db, id, {
    blocks: [hangs('trials', 'trial'), hangs('predictions', 'prediction'), hangs('events', 'event_pattern')],
    goes: [],
  })

/** Deletes a pattern that nothing speaks of; games logged on it keep its volume. */
export async function deletePattern(db: Db, id: string): Promise<void> {
  refuseBlocked(await patternDependents(db, id), 'retirePattern')
  await deleteRow(db, 'pattern', id)
}

export function searchPatterns(db: Db, text: string): Promise<Found[]> {
  const asked = new Conditions().and('retired_on is null').words(text, `(' ' || name)`)
  return db.many(
    `select 'pattern' as kind, id, name as title, null as customer_id
     from pattern ${asked.where} order by name collate "und-x-icu" limit 4`,
    asked.values,
  )
}
