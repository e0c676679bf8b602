import { randomUUID } from 'node:crypto'
import {
  type Ball,
  type BallEventInput,
  ballEventSchema,
  ballSchema,
  check,
  type FieldName,
  type FieldProblem,
  type HistoryEntry,
  type ShopFile,
  shopFileSchema,
  said,
  shotSchema,
  trialSchema,
  wrong,
} from '@sleetfall/contract'
import { recipeByKey, surfaceNow } from '@sleetfall/core'
import { addDays, today as todayHere } from '../events/nextDay.ts'
import { ruleSetNamed } from '../events/ruleSets.ts'
import { createEvent } from '../events/store.ts'
import { appendEvent, asSurfaceEvents, standingEvents } from '../balls/events.ts'
import { ballById, createBall } from '../balls/store.ts'
import { createJob } from '../bench/store.ts'
import { createCustomer } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { invalidInput } from '../http/errors.ts'
import { createPattern } from '../lanes/store.ts'
import { shopConstants } from '../shop/store.ts'
import { placeNew } from '../bench/plan.ts'
import { addStation, savePerson } from '../bench/planStore.ts'
import { createStaff } from '../staff/store.ts'
import { createPad, createRecipe } from '../supplies/store.ts'
import { addShot, createTrial, setShotAside, trialById } from '../trials/store.ts'
import { momentOf, resolveDay } from './days.ts'

interface Imported {
  readonly customers: number
  readonly balls: number
  readonly events: number
}

interface Named {
  readonly id: string
  readonly volumeMl?: number
}

/** Looks a named record up; an unknown name is a problem of the field that names it. */
class Names {
  private readonly known = new Map<string, Named>()
  constructor(private readonly what: FieldName) {}
  add(name: string, record: Named) {
    this.known.set(name, record)
  }
  find(name: string, path: string): Named {
    const record = this.known.get(name)
    if (!record) throw invalidInput([{ path, said: wrong(this.what, 'notInFile', { name }) }])
    return record
  }
}

const under = (path: string, fields: readonly FieldProblem[]) =>
  invalidInput(fields.map((field) => ({ path: `${path}.${field.path}`, said: field.said })))

/**
 * Loads a shop file into a database through the stores, all or nothing when `db` is a transaction. Throws an
 * invalid-input problem with the path of every wrong field.
 */
export async function importShopFile(db: Db, document: unknown, now = new Date()): Promise<Imported> {
  const checked = check(shopFileSchema, document)
  if (!checked.ok) throw invalidInput(checked.fields)
  const file = checked.value
  const today = todayHere(now)
  const patterns = new Names('pattern')
  const customers = new Names('customer')
  const balls = new Names('ball')
  const events = new Names('event')

  for (const { hours, skills, ...member } of file.staff) {
    const id = randomUUID()
    await createStaff(db, { ...member, id, password: member.password ?? randomUUID() })
    if (hours) await savePerson(db, id, { hours, skills, away: [] })
  }
  for (const station of file.stations)
    await addStation(db, { ...station, id: randomUUID(), closedUntil: null, closedReason: '' })
  for (const pattern of file.patterns) {
    const made = await createPattern(db, { ...pattern, id: randomUUID() })
    if (made) patterns.add(made.name, { id: made.id, volumeMl: made.figures.volumeMl })
  }
  for (const pad of file.pads) await createPad(db, { ...pad, id: randomUUID() })
  for (const recipe of file.recipes) await createRecipe(db, { ...recipe, id: randomUUID() })
  for (const customer of file.customers) {
    const made = await createCustomer(db, { ...customer, id: randomUUID() })
    if (made) customers.add(made.name, made)
  }
  for (const [index, ball] of file.balls.entries()) {
    const path = `balls[${index}]`
    const id = await importBall(db, ball, path, customers.find(ball.customer, `${path}.customer`).id, patterns, {
      today,
      now,
    })
    balls.add(`${ball.customer} · ${ball.name}`, { id })
  }
  for (const [index, event] of file.events.entries()) {
    const { patterns: patternNames, customers: names, rules, entryClosesOn, squads, ...record } = event
    const ruleSet = rules === '' ? null : await ruleSetNamed(db, rules)
    if (rules !== '' && !ruleSet)
      throw invalidInput([{ path: `events[${index}].rules`, said: said('missing.ruleSet') }])
    const made = await createEvent(db, {
      ...record,
      id: randomUUID(),
      startsOn: resolveDay(event.startsOn, today),
      endsOn: resolveDay(event.endsOn, today),
      entryClosesOn: entryClosesOn === null ? null : resolveDay(entryClosesOn, today),
      squads: squads.map((squad) => ({ ...squad, on: resolveDay(squad.on, today) })),
      ruleSetId: ruleSet?.id ?? null,
      patternIds: patternNames.map((name) => patterns.find(name, `events[${index}].patterns`).id),
      customerIds: names.map((name) => customers.find(name, `events[${index}].customers`).id),
    })
    if (made) events.add(made.name, made)
  }
  for (const [index, trial] of file.trials.entries())
    await importTrial(db, trial, `trials[${index}]`, { patterns, customers, balls, today })
  for (const [index, job] of file.jobs.entries()) {
    const path = `jobs[${index}]`
    await createJob(db, {
      id: randomUUID(),
      ballId: balls.find(`${job.customer} · ${job.ball}`, `${path}.ball`).id,
      kind: job.kind,
      recipeKey: job.recipe,
      steps: job.recipe === null ? null : [...(recipeByKey(job.recipe)?.steps ?? [])],
      dueOn: resolveDay(job.due, today),
      eventId: job.event === null ? null : events.find(job.event, `${path}.event`).id,
      reason: job.reason,
      overrideReason: '',
      beforeTrialId: null,
      reads: null,
    })
  }
  await placeNew(db)
  return { customers: file.customers.length, balls: file.balls.length, events: file.events.length }
}

async function importBall(
  db: Db,
  ball: ShopFile['balls'][number],
  path: string,
  customerId: string,
  patterns: Names,
  { today, now }: { readonly today: string; readonly now: Date },
): Promise<string> {
  const { customer: _customer, history, boughtOn, drilledOn, ...record } = ball
  const id = randomUUID()
  const dated = {
    ...{ ...record, id, customerId },
    boughtOn: boughtOn === null ? null : resolveDay(boughtOn, today),
    drilledOn: drilledOn === null ? null : resolveDay(drilledOn, today),
  }
  const checked = check(ballSchema, dated)
  if (!checked.ok) throw under(path, checked.fields)
  await createBall(db, checked.value, null, momentOf(addDays(today, -200), '10:00'))
  for (const [index, entry] of history.entries()) {
    const volumeMl =
      entry.pattern === undefined
        ? undefined
        : patterns.find(entry.pattern, `${path}.history[${index}].pattern`).volumeMl
    for (const happenedAt of momentsOf(entry, today)) {
      if (Date.parse(happenedAt) > now.getTime()) continue
      const event = check(ballEventSchema, eventOf(entry, happenedAt))
      if (!event.ok) throw under(`${path}.history[${index}]`, event.fields)
      await appendEvent(db, id, event.value as BallEventInput, { staffId: null, volumeMl })
    }
  }
  return id
}

function momentsOf(entry: HistoryEntry, today: string): string[] {
  if (entry.on !== undefined) return [momentOf(resolveDay(entry.on, today), entry.at)]
  const last = resolveDay(entry.to ?? 'today', today)
  const moments: string[] = []
  for (let day = resolveDay(entry.from ?? 'today', today); day <= last; day = addDays(day, entry.every)) {
    moments.push(momentOf(day, entry.at))
  }
  return moments
}

function eventOf(entry: HistoryEntry, happenedAt: string): Record<string, unknown> {
  const { kind, games, grits, spots, minutes, temperatureC, place, shelf } = entry
  const recipe = entry.recipe === undefined ? {} : { steps: recipeByKey(entry.recipe)?.steps, recipeKey: entry.recipe }
  return {
    id: randomUUID(),
    kind,
    happenedAt,
    games,
    grits,
    spots,
    minutes,
    temperatureC,
    place,
    shelf,
    with: entry.with,
    ...recipe,
  }
}

async function importTrial(
  db: Db,
  trial: ShopFile['trials'][number],
  path: string,
  names: { readonly patterns: Names; readonly customers: Names; readonly balls: Names; readonly today: string },
): Promise<void> {
  const startedAt = momentOf(resolveDay(trial.on, names.today), trial.at)
  const { control, variant } = trial
  const arms = trial.arms.length > 0 ? trial.arms : [control, variant].filter((arm) => arm !== undefined)
  const customerId = names.customers.find(trial.customer, `${path}.customer`).id
  const made = arms.map(({ ball, label, bowler, lane, plannedGrit, levels }, index) => {
    const at = trial.arms.length > 0 ? `${path}.arms[${index}]` : `${path}.${index === 0 ? 'control' : 'variant'}`
    // Two of one name would not be told apart in the result.
    const taken = arms.findIndex((other) => other.label === label) < index
    return {
      ...{ label: taken ? `${label} (${ball})` : label, lane, plannedGrit, levels },
      ballId: names.balls.find(`${trial.customer} · ${ball}`, `${at}.ball`).id,
      bowlerId: bowler === null ? null : names.customers.find(bowler, `${at}.bowler`).id,
    }
  })
  const id = randomUUID()
  const { question, gamesSinceOiling, design, factors, blind, held, foretold } = trial
  const input = check(trialSchema, {
    ...{ id, startedAt, customerId, question, gamesSinceOiling, design, factors, blind, held, foretold, arms: made },
    patternId: names.patterns.find(trial.pattern, `${path}.pattern`).id,
    ...{ feetBoard: trial.feet, targetBoard: trial.target },
  })
  if (!input.ok) throw under(path, input.fields)
  await createTrial(db, input.value, await Promise.all(made.map(({ ballId }) => surfaceAt(db, ballId, startedAt))))
  for (const [index, row] of trial.shots.entries()) {
    const { side, arm, feet, target, entry, setAside, ...seen } = row
    const shot = check(shotSchema, {
      ...{ ...seen, id: randomUUID(), arm: arm ?? (side === 'variant' ? 2 : 1) },
      thrownAt: new Date(Date.parse(startedAt) + index * 60_000).toISOString(),
      ...{ feetBoard: feet, targetBoard: target, entryBoard: entry },
    })
    if (!shot.ok) throw under(`${path}.shots[${index}]`, shot.fields)
    await addShot(db, id, shot.value)
    if (setAside === '') continue
    const stored = (await trialById(db, id))?.shots.find((candidate) => candidate.id === shot.value.id)
    if (stored) await setShotAside(db, id, stored.id, stored.version, setAside)
  }
}

/** Surface of a ball at an earlier moment, from the events up to then. */
async function surfaceAt(db: Db, ballId: string, moment: string) {
  const ball = (await ballById(db, ballId)) as Ball
  const events = (await standingEvents(db, [ballId])).filter((event) => event.happenedAt <= moment)
  const { effectiveRaUm, grit, oilShare, settled } = surfaceNow(
    ball,
    asSurfaceEvents(events),
    Date.parse(moment),
    await shopConstants(db),
  )
  return { effectiveRaUm, grit, oilShare, settled }
}
