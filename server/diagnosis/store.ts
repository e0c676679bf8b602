import {
  type DiagnosisEdit,
  type DiagnosisInput,
  type DiagnosisQuestion,
  type Page,
  type StoredDiagnosis,
  wrong,
} from '@sleetfall/contract'
import {
  type CaseFacts,
  type CasesLearnt,
  type SettledCase,
  diagnose,
  gritOfRa,
  learnFromCases,
  nothingLearnt,
  polishedFromGrit,
  signNames,
} from '@sleetfall/core'
import { ballById } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, part } from '../database/page.ts'
import { insertRow, updateRow } from '../database/rows.ts'
import { invalidInput, notFound } from '../http/errors.ts'
import { deleteRow } from '../http/mending.ts'
import { patternById } from '../lanes/store.ts'

type Row = Omit<StoredDiagnosis, 'ranked' | 'ownCases'>
const select = `select d.*, c.name as customer_name, c.hand as customer_hand, b.name as ball_name, p.name as pattern_name
  from diagnosis d join customer_label c on c.id = d.customer_id join ball_label b on b.id = d.ball_id
  left join pattern_label p on p.id = d.pattern_id`

/** What is known of the ball and the lane; only a surface that was measured or fitted speaks. */
async function factsOf(db: Db, { ballId, patternId, gamesSinceOiling }: Row): Promise<CaseFacts> {
  const ball = await ballById(db, ballId)
  const pattern = patternId ? await patternById(db, patternId) : null
  if (!ball) throw notFound('ball')
  const customer = await customerById(db, ball.customerId)
  const { status, provenance, oilShare, finish } = ball.surface
  const known = provenance === 'measured' || provenance === 'fitted'
  const surface =
    known && (status === 'too-smooth' || status === 'too-rough')
      ? status
      : known && (status === 'in-window' || status === 'leaves-soon')
        ? 'in-window'
        : null
  return {
    ...{ gamesSinceOiling, oilShare, surface, gamesSinceCleaning: ball.gamesSinceCleaning },
    polished: finish ? gritOfRa(finish.raTopUm) >= polishedFromGrit : null,
    style: customer?.style?.band ?? null,
    cover: ball.cover === 'polyester' ? 'plastic' : ball.cover === 'urethane' ? 'urethane' : 'reactive',
    volumeMl: pattern?.figures.volumeMl ?? null,
  }
}

/** What the shop's own cases taught, and how many they are. */
async function learnt(db: Db): Promise<CasesLearnt> {
  return (await db.maybeOne<{ learnt: CasesLearnt }>('select learnt from diagnosis_learnt'))?.learnt ?? nothingLearnt
}
async function ranked(db: Db, rows: readonly Row[]): Promise<StoredDiagnosis[]> {
  const own = await learnt(db)
  const ownCases = Object.values(own.cases).reduce((sum, one) => sum + one, 0)
  return Promise.all(
    rows.map(async (row) => {
      const { signs, absent, done } = row
      const seen = { facts: await factsOf(db, row), signs, absent, done }
      return { ...row, ownCases, ranked: diagnose(seen, own) }
    }),
  )
}

/** A part of the diagnoses, newest first: those that are open, or all of them. */
export async function listDiagnoses(db: Db, question: DiagnosisQuestion): Promise<Page<StoredDiagnosis>> {
  const asked = new Conditions().when(question.customerId, 'd.customer_id = $?')
  if (question.open) asked.and('d.cause is null')
  const total = await countUpTo(db, 'diagnosis d', asked)
  const page = await db.many<{ id: string }>(
    `select d.id from diagnosis d ${asked.where} order by d.created_at desc, d.id ${part(asked, question)}`,
    asked.values,
  )
  const rows = await db.many<Row>(`${select} where d.id = any($1) order by array_position($1, d.id)`, [
    page.map(({ id }) => id),
  ])
  return { items: await ranked(db, rows), total }
}
export async function diagnosisById(db: Db, id: string): Promise<StoredDiagnosis | null> {
  const row = await db.maybeOne<Row>(`${select} where d.id = $1`, [id])
  return row ? (await ranked(db, [row]))[0]! : null
}

/** Lists go into jsonb columns as text; an empty one would be an empty array of SQL else. */
const asRow = <T extends Pick<DiagnosisInput, 'signs' | 'absent' | 'done'>>(input: T) => ({
  ...input,
  ...{ signs: JSON.stringify(input.signs), absent: JSON.stringify(input.absent), done: JSON.stringify(input.done) },
})

export async function createDiagnosis(db: Db, input: DiagnosisInput, staffId: string): Promise<StoredDiagnosis | null> {
  const ball = await ballById(db, input.ballId)
  if (!ball) throw notFound('ball')
  if (ball.customerId !== input.customerId)
    throw invalidInput([{ path: 'ballId', said: wrong('ball', 'ofAnotherCustomer') }])
  await insertRow(db, 'diagnosis', { ...asRow(input), staffId })
  return diagnosisById(db, input.id)
}

/** Settled cases that count: the latest, so that what a shop does now outweighs what it did years ago. */
const mostCases = 500

/** Counts the shop's latest settled cases anew. */
async function learnAnew(db: Db): Promise<void> {
  const cases = await db.many<SettledCase>(
    'select cause, signs, done from diagnosis where cause is not null order by settled_at desc, id limit $1',
    [mostCases],
  )
  await db.run(
    `insert into diagnosis_learnt (learnt) values ($1) on conflict (the_one) do update set learnt = excluded.learnt`,
    [JSON.stringify(learnFromCases(cases, signNames))],
  )
}

export async function editDiagnosis(
  db: Db,
  id: string,
  { version, ...edit }: DiagnosisEdit,
): Promise<StoredDiagnosis | null> {
  const before = await diagnosisById(db, id)
  if (!before) throw notFound('diagnosis')
  const settledAt =
    edit.cause === null ? null : edit.cause === before.cause ? before.settledAt : new Date().toISOString()
  await updateRow(db, 'diagnosis', { id, version }, { ...asRow(edit), settledAt }, () => diagnosisById(db, id))
  if (edit.cause !== null || before.cause !== null) await learnAnew(db)
  return diagnosisById(db, id)
}

/** Takes a diagnosis away; what it taught goes with it. */
export async function deleteDiagnosis(db: Db, id: string): Promise<void> {
  await deleteRow(db, 'diagnosis', id)
  await learnAnew(db)
}
