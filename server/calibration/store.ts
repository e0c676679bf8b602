import type { Calibration, CalibrationEntry, CalibrationKind, Page } from '@sleetfall/contract'
import { said } from '@sleetfall/contract'
import type { CalibrationParts, FittedRelease } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, part } from '../database/page.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { ProblemError, notFound } from '../http/errors.ts'

interface InForce {
  readonly calibrationId: string
  readonly figures: unknown
  readonly before: ReleaseBefore | null
}
/** What a bowler's record said of the figures that may be fitted. */
interface ReleaseBefore {
  readonly revRpm: number | null
  readonly revSource: string | null
  readonly revSdRpm: number | null
  readonly axisRotationDeg: number | null
  readonly axisRotationSource: string | null
  readonly axisTiltDeg: number | null
  readonly axisTiltSource: string | null
  readonly axisTiltSdDeg: number | null
}

/** The fit that counts for a ball, a pattern or a bowler. */
export const inForce = (db: Db, kind: CalibrationKind, id: string) =>
  db.maybeOne<InForce>('select calibration_id, figures, before from fit_in_force where kind = $1 and subject_id = $2', [
    kind,
    id,
  ])

const entryColumns = `k.id, k.ball_id, b.name as ball_name, b.customer_id, k.taken_at, k.undone_at, s.name as by,
  k.created_at, k.updated_at, k.version,
  exists (select from fit_in_force f where f.kind = 'ball' and f.subject_id = k.ball_id and f.calibration_id = k.id) as in_force`
const from = `from calibration k join ball_label b on b.id = k.ball_id left join staff_label s on s.id = k.staff_id`

/** Fits of a ball, the latest first. */
export async function listCalibrations(
  db: Db,
  question: { readonly ballId: string; readonly offset: number; readonly limit: number },
): Promise<Page<CalibrationEntry>> {
  const asked = new Conditions().when(question.ballId, 'k.ball_id = $?')
  const total = await countUpTo(db, 'calibration k', asked)
  const items = await db.many<CalibrationEntry>(
    `select ${entryColumns}, jsonb_array_length(k.shots) as shot_count,
       (select json_build_object('value', p -> 'value', 'low', p -> 'low', 'high', p -> 'high')
        from jsonb_array_elements(k.fit -> 'parameters') p where p ->> 'kind' = 'strength' and p ->> 'of' = k.ball_id::text) as strength
     ${from} ${asked.where} order by k.created_at desc, k.id ${part(asked, question)}`,
    asked.values,
  )
  return { items, total }
}

export async function calibrationById(db: Db, id: string): Promise<Calibration | null> {
  const row = await db.maybeOne<Omit<Calibration, 'names'>>(
    `select ${entryColumns}, k.fit, k.shots, k.ahead ${from} where k.id = $1`,
    [id],
  )
  if (!row) return null
  const ids = [
    ...new Set([
      ...row.fit.parameters.map(({ of }) => of),
      ...row.ahead.map(({ patternId }) => patternId),
      ...row.shots.map(({ trialId }) => trialId),
    ]),
  ]
  const names = await db.many<{ id: string; name: string }>(
    `select id, name from ball_label where id = any($1::uuid[]) union all select id, name from pattern_label where id = any($1::uuid[])
     union all select id, name from customer_label where id = any($1::uuid[])
     union all select trial_id, question from trial_words where trial_id = any($1::uuid[])`,
    [ids],
  )
  return { ...row, names: Object.fromEntries(names.map(({ id: one, name }) => [one, name])) }
}

export type NewCalibration = Pick<Calibration, 'id' | 'ballId' | 'fit' | 'shots' | 'ahead'>

/** Keeps a fit as it was found, taken over by nobody yet; an earlier one that nobody took over goes. */
export async function keepCalibration(
  db: Db,
  { id, ballId, fit, shots, ahead }: NewCalibration,
  parts: CalibrationParts,
  staffId: string,
): Promise<Calibration | null> {
  await db.run('delete from calibration where ball_id = $1 and taken_at is null', [ballId])
  await insertRow(db, 'calibration', {
    ...{ id, ballId, fit, staffId },
    ...{ shots: JSON.stringify(shots), ahead: JSON.stringify(ahead) },
  })
  const kinds = [
    ['ball', parts.balls],
    ['pattern', parts.patterns],
    ['bowler', parts.bowlers],
  ] as const
  for (const [kind, of] of kinds)
    for (const [subjectId, figures] of of)
      await insertRow(db, 'calibration_part', { calibrationId: id, kind, subjectId, figures })
  return calibrationById(db, id)
}

interface Part {
  readonly kind: CalibrationKind
  readonly subjectId: string
  readonly figures: unknown
}
const partsOf = (db: Db, id: string) =>
  db.many<Part>(
    'select kind, subject_id, figures from calibration_part where calibration_id = $1 order by kind, subject_id',
    [id],
  )

const sources = {
  revRpm: 'rev_source',
  axisRotationDeg: 'axis_rotation_source',
  axisTiltDeg: 'axis_tilt_source',
} as const
const columns = { revRpm: 'rev_rpm', axisRotationDeg: 'axis_rotation_deg', axisTiltDeg: 'axis_tilt_deg' } as const

/** Puts fitted figures of a release into the bowler's record, each with where it comes from. */
async function writeRelease(db: Db, bowlerId: string, figures: FittedRelease): Promise<void> {
  const round = (value: number, to: number) => Math.round(value / to) * to
  for (const name of Object.keys(columns) as (keyof typeof columns)[]) {
    const value = figures[name]
    if (value === undefined) continue
    const set = name === 'revRpm' ? ', rev_sd_rpm = $3' : name === 'axisTiltDeg' ? ', axis_tilt_sd_deg = $3' : ''
    const sd = name === 'revRpm' ? figures.revSdRpm : figures.axisTiltSdDeg
    await db.run(`update customer set ${columns[name]} = $2, ${sources[name]} = 'fitted'${set} where id = $1`, [
      bowlerId,
      round(value, name === 'revRpm' ? 1 : 0.5),
      ...(set === '' ? [] : [sd]),
    ])
  }
}

/** Gives a bowler's record back what it said; what somebody has changed since stays. */
async function restoreRelease(db: Db, bowlerId: string, before: ReleaseBefore): Promise<void> {
  const parts = [
    [
      'rev_source',
      'rev_rpm = $2, rev_source = $3, rev_sd_rpm = $4',
      [before.revRpm, before.revSource, before.revSdRpm],
    ],
    [
      'axis_rotation_source',
      'axis_rotation_deg = $2, axis_rotation_source = $3',
      [before.axisRotationDeg, before.axisRotationSource],
    ],
    [
      'axis_tilt_source',
      'axis_tilt_deg = $2, axis_tilt_source = $3, axis_tilt_sd_deg = $4',
      [before.axisTiltDeg, before.axisTiltSource, before.axisTiltSdDeg],
    ],
  ] as const
  for (const [source, set, values] of parts)
    await db.run(`update customer set ${set} where id = $1 and ${source} = 'fitted'`, [bowlerId, ...values])
}

/** Makes a part of a fit the one that counts. */
async function putInForce(db: Db, calibrationId: string, { kind, subjectId, figures }: Part): Promise<void> {
  let before: ReleaseBefore | null = null
  if (kind === 'bowler') {
    const standing = await inForce(db, kind, subjectId)
    if (standing?.before) await restoreRelease(db, subjectId, standing.before)
    const record = await db.maybeOne<ReleaseBefore>(
      `select rev_rpm, rev_source, rev_sd_rpm, axis_rotation_deg, axis_rotation_source, axis_tilt_deg, axis_tilt_source, axis_tilt_sd_deg
       from customer where id = $1 for update`,
      [subjectId],
    )
    if (!record) return
    before = record
    await writeRelease(db, subjectId, figures as FittedRelease)
  }
  await db.run(
    `insert into fit_in_force (kind, subject_id, calibration_id, figures, before) values ($1, $2, $3, $4, $5)
     on conflict (kind, subject_id) do update set calibration_id = excluded.calibration_id, figures = excluded.figures, before = excluded.before`,
    [kind, subjectId, calibrationId, JSON.stringify(figures), before && JSON.stringify(before)],
  )
}

const refuse = (what: 'calibrationTaken' | 'calibrationNotTaken') =>
  new ProblemError(409, 'wrong-state', said(`refused.${what}`))

/** Takes a fit over: every screen goes by it from now on. */
export async function takeCalibration(db: Db, id: string, version: number): Promise<Calibration | null> {
  const one = await calibrationById(db, id)
  if (!one) throw notFound('calibration')
  if (one.takenAt !== null) throw refuse('calibrationTaken')
  await updateRow(db, 'calibration', { id, version }, { takenAt: new Date().toISOString() }, () =>
    calibrationById(db, id),
  )
  for (const one of await partsOf(db, id)) await putInForce(db, id, one)
  return calibrationById(db, id)
}

/** Undoes a fit that was taken over: for what it still counts for, the one before counts again, else the starting values and the record as it was. */
export async function undoCalibration(db: Db, id: string, version: number): Promise<Calibration | null> {
  const one = await calibrationById(db, id)
  if (!one) throw notFound('calibration')
  if (one.takenAt === null || one.undoneAt !== null) throw refuse('calibrationNotTaken')
  await updateRow(db, 'calibration', { id, version }, { undoneAt: new Date().toISOString() }, () =>
    calibrationById(db, id),
  )
  for (const { kind, subjectId } of await partsOf(db, id)) {
    const standing = await inForce(db, kind, subjectId)
    if (standing?.calibrationId !== id) continue
    if (standing.before) await restoreRelease(db, subjectId, standing.before)
    await db.run('delete from fit_in_force where kind = $1 and subject_id = $2', [kind, subjectId])
    const former = await db.maybeOne<Part & { calibrationId: string }>(
      `select p.calibration_id, p.kind, p.subject_id, p.figures from calibration_part p join calibration k on k.id = p.calibration_id
       where p.kind = $1 and p.subject_id = $2 and k.taken_at is not null and k.undone_at is null order by k.taken_at desc limit 1`,
      [kind, subjectId],
    )
    if (former) await putInForce(db, former.calibrationId, former)
  }
  return calibrationById(db, id)
}
