import { randomUUID } from 'node:crypto'
import {
  type ExitSeen,
  type Foretold,
  type Found,
  type FrozenSurface,
  type Page,
  type ShotBefore,
  type ShotCorrection,
  type StoredShot,
  type Trial,
  type TrialArm,
  type TrialEdit,
  type TrialInput,
  type TrialQuestion,
  type TrialShotInput,
  type TrialVerdict,
  type VerdictInput,
  wrong,
} from '@sleetfall/contract'
import {
  type Evidence,
  type OwnSpread,
  type PlayedRange,
  trialDoubts,
  ownSpread,
  playedRange,
  pocketBoards,
  sameThing,
  shotsAGame,
  summariseArm,
} from '@sleetfall/core'
import { ballById } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, mostFound, orderBy, part } from '../database/page.ts'
import { insertRow, listsIn, updateRow } from '../database/rows.ts'
import { invalidInput, notFound } from '../http/errors.ts'
import { deleteRow, dependentsOf, openHistory } from '../http/mending.ts'

const shotColumns = `id, trial_id, sequence, arm, thrown_at, warm_up, wiped, bowler_id, lane, feet_board, target_board, arrows_board, speed_mph, first_read_ft,
  breakpoint_board, breakpoint_ft, entry_angle_deg, read, shape, entry_board, leave, flags, execution, move_reason, note,
  set_aside_reason, created_at, updated_at, version`

const select = `select t.*, c.name as customer_name, c.hand as customer_hand, p.name as pattern_name
  from trial t
  join customer_label c on c.id = t.customer_id
  join pattern_label p on p.id = t.pattern_id`

type Row = Omit<Trial, 'arms' | 'shots' | 'shotsBefore' | 'verdicts'>

/** Trials with what hangs on them; the paths of tracked shots only where somebody looks at a single trial. */
async function withShots(db: Db, trials: readonly Row[], paths = false): Promise<Trial[]> {
  const arms = await db.many<TrialArm & { trialId: string }>(
    // A ball is looked up an arm, never all of them walked for a page of trials: 'offset 0' keeps the planner from it.
    `select a.*, b.name as ball_name, b.cover, w.name as bowler_name from trial_arm a
     join lateral (select name, cover from ball_label l where l.id = a.ball_id offset 0) b on true
     left join lateral (select name from customer_label l where l.id = a.bowler_id offset 0) w on true
     where a.trial_id = any($1) order by a.trial_id, a.arm`,
    [trials.map((trial) => trial.id)],
  )
  const shots = await db.many<StoredShot>(
    `select ${shotColumns}, ${paths ? 'path' : 'null as path'}, (select name from customer_label l where l.id = bowler_id) as bowler_name
     from shot where trial_id = any($1) order by trial_id, sequence`,
    [trials.map((trial) => trial.id)],
  )
  const before = await db.many<ShotBefore & { trialId: string }>(
    `select b.trial_id, b.shot_id, b.what, b.was, b.created_at as at, s.name as by from shot_before b
     left join staff_label s on s.id = b.staff_id where b.trial_id = any($1) order by b.created_at`,
    [trials.map((trial) => trial.id)],
  )
  const verdicts = await db.many<TrialVerdict & { trialId: string }>(
    `select v.id, v.trial_id, v.says, v.miss_in, v.miss_out, v.room, v.shape, v.observation, v.explanations, v.doubts,
       v.created_at as at, s.name as by
     from trial_verdict v left join staff_label s on s.id = v.staff_id where v.trial_id = any($1) order by v.created_at`,
    [trials.map((trial) => trial.id)],
  )
  const of = <T extends { readonly trialId: string }>(rows: readonly T[]) => {
    const byTrial = new Map<string, T[]>()
    for (const row of rows) {
      const list = byTrial.get(row.trialId)
      if (list) list.push(row)
      else byTrial.set(row.trialId, [row])
    }
    return (id: string) => byTrial.get(id) ?? []
  }
  const [armsOf, shotsOf, beforeOf, verdictsOf] = [of(arms), of(shots), of(before), of(verdicts)]
  return trials.map((trial) => ({
    ...trial,
    ...{ arms: armsOf(trial.id), shots: shotsOf(trial.id), shotsBefore: beforeOf(trial.id) },
    verdicts: verdictsOf(trial.id),
  }))
}

const sortedBy = {
  when: ['w.started_at', 'w.trial_id'],
  question: ['w.question collate "und-x-icu"', 'w.started_at', 'w.trial_id'],
  bowler: ['w.customer_name collate "und-x-icu"', 'w.started_at', 'w.trial_id'],
  pattern: ['w.pattern_name collate "und-x-icu"', 'w.started_at', 'w.trial_id'],
} as const

/** A part of the trials with their shots, narrowed and ordered as asked; newest first where no direction is. */
export async function listTrials(db: Db, question: TrialQuestion): Promise<Page<Trial>> {
  const { q, sort, down, customerId, ballId, patternId } = question
  const asked = new Conditions()
    .words(q, 'w.words')
    .when(customerId, 't.customer_id = $?')
    .when(ballId, 'exists (select from trial_arm a where a.trial_id = t.id and a.ball_id = $?)')
    .when(patternId, 't.pattern_id = $?')
  const from = 'trial_words w join trial t on t.id = w.trial_id'
  const total = await countUpTo(db, from, asked)
  const order = orderBy(sortedBy[sort], down ?? sort === 'when')
  const page = await db.many<{ id: string }>(
    `select t.id from ${from} ${asked.where} ${order} ${part(asked, question)}`,
    asked.values,
  )
  const ids = page.map((row) => row.id)
  const rows = await db.many<Row>(`${select} where t.id = any($1) order by array_position($1, t.id)`, [ids])
  return { items: await withShots(db, rows), total }
}

/** Some trials with the paths of their tracked shots, in the order of the ids. */
export const trialsWithPaths = async (db: Db, ids: readonly string[]): Promise<Trial[]> =>
  withShots(db, await db.many<Row>(`${select} where t.id = any($1) order by array_position($1, t.id)`, [ids]), true)

export async function trialById(db: Db, id: string): Promise<Trial | null> {
  const trials = await withShots(db, await db.many<Row>(`${select} where t.id = $1`, [id]), true)
  return trials[0] ?? null
}

async function frozenSurface(db: Db, path: string, ballId: string, owners: readonly string[]): Promise<FrozenSurface> {
  const ball = await ballById(db, ballId)
  if (!ball) throw notFound('ball')
  if (!owners.includes(ball.customerId)) {
    throw invalidInput([{ path, said: wrong('ball', 'ofAnotherCustomer') }])
  }
  const { effectiveRaUm, grit, oilShare, settled } = ball.surface
  return { effectiveRaUm, grit, oilShare, settled }
}

/** Whoever may own an arm's ball: the bowler of the trial, and who throws the arm. */
const ownersOf = (trial: { readonly customerId: string }, arm: { readonly bowlerId?: string | null | undefined }) => [
  trial.customerId,
  ...(arm.bowlerId ? [arm.bowlerId] : []),
]

/** Begins a trial; the surfaces of its balls are frozen as they are now, unless an import brings its own, one an arm. */
export async function createTrial(
  db: Db,
  input: TrialInput,
  surfaces?: readonly FrozenSurface[],
): Promise<Trial | null> {
  const { arms, ...trial } = input
  await insertRow(db, 'trial', listsIn(trial, ['factors', 'held', 'foretold']))
  for (const [index, arm] of arms.entries()) {
    const surface =
      surfaces?.[index] ?? (await frozenSurface(db, `arms[${index}].ballId`, arm.ballId, ownersOf(trial, arm)))
    const row = { ...listsIn(arm, ['levels']), trialId: input.id, arm: index + 1, surface }
    await insertRow(db, 'trial_arm', row)
  }
  return trialById(db, input.id)
}

/** Freezes the surface of an arm again, when its ball was worked on since the trial began and before its first shot. */
export async function freezeArm(db: Db, id: string, number: number, version: number): Promise<Trial | null> {
  const trial = await trialById(db, id)
  const arm = trial?.arms.find((one) => one.arm === number)
  if (!trial || !arm) throw notFound('trial')
  if (trial.shots.some((shot) => shot.arm === number && !shot.warmUp)) {
    throw invalidInput([{ path: 'arm', said: wrong('arm', 'hasShots') }])
  }
  const surface = await frozenSurface(db, 'arm', arm.ballId, ownersOf(trial, arm))
  const after = trial.arms.map((one) => (one.arm === number ? { ...one, surface } : one))
  if (sameThing(trial.design, after, number) !== null)
    throw invalidInput([{ path: 'arm', said: wrong('arm', 'surfaceOfControl') }])
  await updateRow(db, 'trial_arm', { id: arm.id, version }, { surface }, () => trialById(db, id))
  return trialById(db, id)
}

export async function addShot(db: Db, trialId: string, input: TrialShotInput): Promise<Trial | null> {
  // Locks the trial so that two devices never take the same number.
  if (!(await db.maybeOne('select id from trial where id = $1 for update', [trialId]))) throw notFound('trial')
  // A shot that arrived before, under another request, is the same shot.
  const known = await db.maybeOne<{ trialId: string }>('select trial_id from shot where id = $1', [input.id])
  if (known?.trialId === trialId) return trialById(db, trialId)
  await refuseArm(db, trialId, input)
  const { next } = await db.one<{ next: number }>(
    'select coalesce(max(sequence), 0) + 1 as next from shot where trial_id = $1',
    [trialId],
  )
  await insertRow(db, 'shot', { ...listsIn(input, ['flags']), trialId, sequence: next })
  return trialById(db, trialId)
}

/** Refuses a shot of an arm that the trial does not have, or that is another arm still. */
async function refuseArm(db: Db, trialId: string, { arm, warmUp }: Pick<TrialShotInput, 'arm' | 'warmUp'>) {
  const { arms, design } = (await trialById(db, trialId))!
  if (arm > arms.length) throw invalidInput([{ path: 'arm', said: wrong('arm', 'ofTheTrial', { count: arms.length }) }])
  if (!warmUp && sameThing(design, arms, arm) !== null)
    throw invalidInput([{ path: 'arm', said: wrong('arm', 'sameAsControl') }])
}

/** Keeps what is foretold of the arms; not once shots that count have been thrown. */
export async function foretell(
  db: Db,
  id: string,
  version: number,
  foretold: readonly Foretold[],
): Promise<Trial | null> {
  const trial = await trialById(db, id)
  if (!trial) throw notFound('trial')
  if (trial.shots.some((shot) => !shot.warmUp))
    throw invalidInput([{ path: 'foretold', said: wrong('foretold', 'beforeFirstShot') }])
  for (const [i, { arm }] of foretold.entries())
    if (arm > trial.arms.length)
      throw invalidInput([
        { path: `foretold[${i}].arm`, said: wrong('arm', 'ofTheTrial', { count: trial.arms.length }) },
      ])
  await updateRow(db, 'trial', { id, version }, listsIn({ foretold }, ['foretold']), () => trialById(db, id))
  return trialById(db, id)
}

/** Keeps what somebody makes of a trial, with what spoke against a verdict then; it revises the one before, which stays. */
export async function giveVerdict(db: Db, id: string, input: VerdictInput, staffId: string): Promise<Trial | null> {
  const trial = await trialById(db, id)
  if (!trial) throw notFound('trial')
  const doubts = trialDoubts(trial.design, trial.arms, trial.shots, trial.held)
  await insertRow(db, 'trial_verdict', {
    ...listsIn({ ...input, doubts }, ['explanations', 'doubts']),
    ...{ trialId: id, staffId },
  })
  return trialById(db, id)
}

/** Tells whoever throws which arm is which; there is no way back. */
export async function revealTrial(db: Db, id: string, version: number): Promise<Trial | null> {
  await updateRow(db, 'trial', { id, version }, { revealedAt: new Date().toISOString() }, () => trialById(db, id))
  return trialById(db, id)
}

const shotOf = async (db: Db, trialId: string, shotId: string) => {
  const shot = await db.maybeOne<StoredShot>(`select ${shotColumns}, path from shot where id = $1 and trial_id = $2`, [
    shotId,
    trialId,
  ])
  if (!shot) throw notFound('shot')
  return shot
}

const keepBefore = (db: Db, shot: StoredShot, what: ShotBefore['what'], staffId: string) => {
  const { id: _id, trialId: _trial, createdAt: _created, updatedAt: _updated, version: _version, ...was } = shot
  return insertRow(db, 'shot_before', { id: randomUUID(), shotId: shot.id, trialId: shot.trialId, what, was, staffId })
}

/** Puts right what was seen of a shot; what stood before is kept. */
export async function correctShot(
  db: Db,
  trialId: string,
  shotId: string,
  { version, ...seen }: ShotCorrection,
  staffId: string,
): Promise<Trial | null> {
  const trial = () => trialById(db, trialId)
  const before = await shotOf(db, trialId, shotId)
  if (seen.arm !== before.arm) await refuseArm(db, trialId, seen)
  await updateRow(db, 'shot', { id: shotId, version }, listsIn(seen, ['flags']), trial)
  await keepBefore(db, before, 'corrected', staffId)
  return trial()
}

/** Takes a shot out that was never thrown; it stays in the trial's record of what was. */
export async function removeShot(db: Db, trialId: string, shotId: string, staffId: string): Promise<Trial | null> {
  await keepBefore(db, await shotOf(db, trialId, shotId), 'removed', staffId)
  await db.run('delete from shot where id = $1', [shotId])
  return trialById(db, trialId)
}

export async function editTrial(db: Db, id: string, { version, labels, ...edit }: TrialEdit): Promise<Trial | null> {
  await updateRow(db, 'trial', { id, version }, edit, () => trialById(db, id))
  for (const [index, label] of labels.entries())
    await db.run('update trial_arm set label = $3 where trial_id = $1 and arm = $2 and label <> $3', [
      ...[id, index + 1, label],
    ])
  return trialById(db, id)
}

export const trialDependents = (db: Db, id: string) =>
  dependentsOf(db, id, {
    blocks: [],
    goes: [
      { name: 'shots', table: 'shot', column: 'trial_id' },
      { name: 'jobs', table: 'job', column: 'before_trial_id' },
      { name: 'jobs', table: 'job', column: 'after_trial_id' },
    ],
  })

/** Deletes a trial with its shots; jobs that named it as their test name none. */
export async function deleteTrial(db: Db, id: string): Promise<void> {
  await openHistory(db)
  await db.run('update job set before_trial_id = null where before_trial_id = $1', [id])
  await db.run('update job set after_trial_id = null where after_trial_id = $1', [id])
  await db.run('delete from shot where trial_id = $1', [id])
  await deleteRow(db, 'trial', id)
}

/** Sets a shot aside with its reason, or counts it again when the reason is null. */
export async function setShotAside(
  db: Db,
  trialId: string,
  shotId: string,
  version: number,
  reason: string | null,
): Promise<Trial | null> {
  const trial = () => trialById(db, trialId)
  await updateRow(db, 'shot', { id: shotId, version }, { setAsideReason: reason === '' ? null : reason }, trial)
  return trial()
}

/** Shots by which a bowler's spread is told: how one throws now, not years ago. */
const mostSpreadShots = 400
const mostSpreadTrials = 40

/** How far a customer's counted shots spread at the target; null while too few were noted. */
export async function spreadOf(db: Db, customerId: string): Promise<OwnSpread | null> {
  const groups = await db.many<{ boards: number[]; speeds: number[] | null }>(
    `select array_agg(s.crossed) as boards, array_agg(s.speed_mph) filter (where s.speed_mph is not null) as speeds from (
       select s.trial_id, s.arm, round(s.feet_board) as feet, coalesce(s.arrows_board, s.target_board) as crossed, s.speed_mph
       from (select id from trial where customer_id = $1 order by started_at desc, id limit $2) t
       join shot s on s.trial_id = t.id join trial_arm a on a.trial_id = s.trial_id and a.arm = s.arm
       where s.set_aside_reason is null and not s.warm_up and coalesce(s.arrows_board, s.target_board) is not null
         and coalesce(s.bowler_id, a.bowler_id, $1) = $1 order by s.thrown_at desc limit $3) s
     group by s.trial_id, s.arm, s.feet`,
    [customerId, mostSpreadTrials, mostSpreadShots],
  )
  return ownSpread(
    groups.map((group) => group.boards),
    groups.map((group) => group.speeds ?? []),
  )
}

/** Trials on a pattern that are looked at for where shots on it turned: the latest. */
const mostExitTrials = 20

/** Breakpoint boards of counted shots on a pattern that hit the pocket, as noted or tracked; the latest trials alone. */
export async function exitSeen(db: Db, patternId: string): Promise<ExitSeen | null> {
  const { board, sd, shots, trials } = await db.one<{
    board: number | null
    sd: number | null
    shots: number
    trials: number
  }>(
    `select avg(s.breakpoint_board)::float8 as board, stddev_samp(s.breakpoint_board)::float8 as sd, count(*)::int as shots,
       count(distinct s.trial_id)::int as trials
     from (select id from trial where pattern_id = $1 order by started_at desc, id limit $2) t
     join shot s on s.trial_id = t.id
     where s.breakpoint_board is not null and s.entry_board between $3 and $4 and s.set_aside_reason is null and not s.warm_up`,
    [patternId, mostExitTrials, pocketBoards.low, pocketBoards.high],
  )
  return board === null ? null : { board, sd, shots, trials }
}

/** Where a customer's counted shots were played from; null while too few were noted. */
export async function playedOf(db: Db, customerId: string): Promise<PlayedRange | null> {
  const shots = await db.many<{ feetBoard: number; targetBoard: number }>(
    `select s.feet_board, s.target_board
     from (select id from trial where customer_id = $1 order by started_at desc, id limit $2) t
     join shot s on s.trial_id = t.id join trial_arm a on a.trial_id = s.trial_id and a.arm = s.arm
     where s.set_aside_reason is null and not s.warm_up and s.feet_board is not null and s.target_board is not null
       and coalesce(s.bowler_id, a.bowler_id, $1) = $1 order by s.thrown_at desc limit $3`,
    [customerId, mostSpreadTrials, mostSpreadShots],
  )
  return playedRange(shots)
}

/** First shots of one ball in one trial whose leave was noted. */
export interface StrikesThrown {
  readonly trialId: string
  readonly ballId: string
  readonly patternId: string
  readonly question: string
  readonly customerName: string
  readonly ballName: string
  readonly startedAt: string
  /** Shots on the lane when it began; null where nobody noted it. */
  readonly onLane: number | null
  readonly strikes: number
  readonly of: number
}

/** What the shop's latest trials showed, ball by ball: strikes of the trial's own bowler. */
export async function strikesThrown(db: Db, most: number): Promise<StrikesThrown[]> {
  const rows = await db.many<Omit<StrikesThrown, 'onLane'> & { gamesSinceOiling: number | null }>(
    `select t.id as trial_id, a.ball_id, t.pattern_id, t.question, c.name as customer_name, b.name as ball_name, t.started_at,
       t.games_since_oiling, s.strikes, s.of
     from (select * from trial order by started_at desc, id limit $1) t
     join trial_arm a on a.trial_id = t.id
     cross join lateral (
       select count(*) filter (where leave = '{}')::int as strikes, count(*)::int as of from shot
       where trial_id = t.id and arm = a.arm and leave is not null and set_aside_reason is null and not warm_up
         and coalesce(bowler_id, a.bowler_id, t.customer_id) = t.customer_id) s
     join lateral (select name from customer_label l where l.id = t.customer_id offset 0) c on true
     join lateral (select name from ball_label l where l.id = a.ball_id offset 0) b on true
     where s.of > 0 order by t.started_at desc, t.id, a.arm`,
    [most],
  )
  return rows.map(({ gamesSinceOiling, ...row }) => ({
    ...row,
    onLane: gamesSinceOiling === null ? null : Math.round(gamesSinceOiling * shotsAGame),
  }))
}

/** Trials that speak for a ball on a pattern: later ones count more, and so many say enough. */
const mostEvidence = 60

/** What a customer's latest trials showed of each ball on each pattern, for the coverage map. */
export async function evidenceFor(db: Db, customerId: string): Promise<Evidence[]> {
  const trials = await withShots(
    db,
    await db.many<Row>(`${select} where t.customer_id = $1 order by t.started_at desc, t.id limit $2`, [
      customerId,
      mostEvidence,
    ]),
  )
  return trials.flatMap((trial) =>
    trial.arms
      .filter(({ bowlerId }) => (bowlerId ?? customerId) === customerId)
      .map(({ arm, ballId, surface }): Evidence => {
        const own = trial.shots.filter((shot) => (shot.bowlerId ?? customerId) === customerId)
        const summary = summariseArm(arm, own)
        return {
          ballId,
          targetId: trial.patternId,
          effectiveRaUm: surface.effectiveRaUm,
          oilShare: surface.oilShare,
          shots: trial.gamesSinceOiling === null ? null : Math.round(trial.gamesSinceOiling * shotsAGame),
          pocketHits: summary.pocket.hits,
          pocketOf: summary.pocket.of,
          reads: summary.reads,
          atMs: Date.parse(trial.startedAt),
        }
      }),
  )
}

export function searchTrials(db: Db, text: string): Promise<Found[]> {
  const asked = new Conditions().words(text, 'w.words')
  return db.many(
    `select 'trial' as kind, t.id, w.question as title, w.customer_name, t.customer_id
     from (select * from (select * from trial_words w ${asked.where} limit ${mostFound}) as found
       order by started_at desc limit 4) w
     join trial t on t.id = w.trial_id
     order by w.started_at desc`,
    asked.values,
  )
}
