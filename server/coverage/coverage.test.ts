import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { eventsOfBall } from '../balls/events.ts'
import { listBalls } from '../balls/store.ts'
import { listCustomers } from '../customers/store.ts'
import {
  type TrialInput,
  type TrialShotInput,
  ballListSchema,
  customerListSchema,
  shotSchema,
  trialSchema,
} from '@sleetfall/contract'
import { noEffort, planQuestion, redrilling } from '@sleetfall/core'
import { type Database, openDatabase } from '../database/db.ts'
import { testDatabase, testDatabaseUrl } from '../test/shop.ts'
import { addShot, createTrial } from '../trials/store.ts'
import { importShopFile } from '../transfer/shopFile.ts'
import { openMotionPool } from '../motion/pool.ts'
import { computeCoverage } from './job.ts'
import { openBehind } from '../present/queue.ts'
import {
  askedOf,
  coverageOf,
  forecastsHeld,
  nearestGaps,
  offeredStep,
  plansFor,
  promiseWorks,
  remediesOf,
  stopMap,
  unplacedIn,
} from './service.ts'
import { keptOf, setStopped } from './store.ts'

let database: Database
const pool = openMotionPool(2)
beforeAll(async () => {
  // Three bowlers' maps were computed before, as every test run does for the browser's journeys; the others' are computed here, or not at all.
  database = await testDatabase('template_browser')
  await database.run('delete from coverage_kept where not customer_id = any($1)', [
    [await Promise.all(['Fenn Marlowick', 'Bexa Thrumley', 'Jorun Fishgate'].map(idOf))],
  ])
})
afterAll(async () => {
  pool.close()
  await database.close()
})

const everyone = async () => (await listCustomers(database, customerListSchema.cast({ limit: 200 }))).items
const everyBall = async () => (await listBalls(database, ballListSchema.cast({ limit: 200 }))).items
const idOf = async (name: string) => (await everyone()).find((one) => one.name === name)!.id
const coverageFor = async (name: string) => {
  const view = await coverageOf(database, await idOf(name))
  const target = (pattern: string) => view.targets.find((one) => one.name === pattern)!.id
  const cell = (ball: string, pattern: string, shots = 0) =>
    view.map.cells.find(
      (one) =>
        one.ballId === view.balls.find((b) => b.name === ball)!.id &&
        one.targetId === target(pattern) &&
        one.shots === shots,
    )!
  const fixes = (pattern: string, shots = 0) =>
    view.fixes.find((one) => one.targetId === target(pattern) && one.shots === shots)?.fixes ?? []
  return { view, cell, fixes }
}

describe('the demo world tells its stories', () => {
  test('its size and people', async () => {
    const customers = await everyone()
    const balls = await everyBall()
    expect([customers.length, balls.length]).toEqual([14, 50])
    expect(customers.filter((one) => one.hand === 'left')).toHaveLength(4)
    expect([customers.filter((one) => one.twoHanded).length, customers.filter((one) => one.junior).length]).toEqual([
      2, 1,
    ])
    const history = await eventsOfBall(database, balls.find((one) => one.name === 'Wrackline')!.id)
    expect(history.filter((one) => one.kind === 'games').length).toBeGreaterThan(14)
  })

  test('a ball taken for dead is only worn: measured late, beside one that was shown to do', async () => {
    const { cell, view } = await coverageFor('Odda Brimstow')
    expect(cell('Wrackline', 'Quayside House 39')).toMatchObject({
      ...{ provenance: 'measured', verdict: 'late', standing: 'open' },
    })
    expect(cell('Skerrymoor', 'Quayside House 39')).toMatchObject({ provenance: 'measured', standing: 'covered' })
    // Without the engine nothing is promised.
    expect(view.engine).toMatchObject({ state: 'none', computedAt: null })
    expect(view.fixes.flatMap(({ fixes }) => fixes)).toEqual([])
  })

  test('twins overlap', async () => {
    const twins = (await coverageFor('Tamsa Orrowick')).view
    const named = twins.map.overlaps.map((pair) => pair.map((id) => twins.balls.find((one) => one.id === id)!.name))
    expect(named).toContainEqual(['Kelpsong', 'Kelpsong Two'])
  })

  test('roughened in the wrong direction: measured too early, and by the engine the fix goes smoother, before the event', async () => {
    await computeCoverage(database, pool, await idOf('Fenn Marlowick'))
    const { cell, fixes, view } = await coverageFor('Fenn Marlowick')
    expect(view.engine.state).toBe('ready')
    expect(cell('Gribblestone', 'Lamplight House 41', 40)).toMatchObject({
      ...{ provenance: 'measured', verdict: 'too-early', standing: 'open' },
    })
    const fix = fixes('Low Fog 43').find(({ ballName }) => ballName === 'Gribblestone')
    expect(fix).toMatchObject({ action: 'resurface', reason: 'reads-early' })
    expect(fix!.after!.strikes!.p).toBeGreaterThan(fix!.before!.strikes!.p + 0.05)
    expect(Date.parse(fix!.due!.eventOn) - Date.parse(fix!.due!.on)).toBe((fix!.due!.settlingDays + 1) * 86_400_000)
  }, 90_000)
})

describe('what the engine answered is kept', () => {
  const league = 'Wenna Larkspindle'
  const stateOf = async () => (await coverageFor(league)).view.engine.state

  test('and is of now until a ball, a fit or the bowler changes', async () => {
    const id = await idOf(league)
    expect(await stateOf()).toBe('none')
    await computeCoverage(database, pool, id)
    const { view, cell } = await coverageFor(league)
    expect(view.engine.state).toBe('ready')
    expect(view.best.every(({ strikes }) => strikes! > 0.1)).toBe(true)
    const one = cell('Pebblemourn', 'Quayside House 39', 40)
    expect(one.parts.map(({ source }) => source)).toEqual(['engine'])
    expect(one.engine).toMatchObject({ laydownBoard: expect.any(Number), roomIn: expect.any(Number) })
    // Asked again, nothing is computed again.
    await computeCoverage(database, pool, id)
    expect((await coverageFor(league)).view.engine.computedAt).toBe(view.engine.computedAt)

    await database.transaction((db) => db.run('update customer set speed_mph = speed_mph + 1 where id = $1', [id]))
    const stale = (await coverageFor(league)).view
    expect(stale.engine.state).toBe('stale')
    // What there was stays to be seen, and says that it is not of now.
    expect(stale.map.cells.some((of) => of.engine !== null)).toBe(true)
    await computeCoverage(database, pool, id)
    expect(await stateOf()).toBe('ready')
  })

  test('a ball that changes has the engine asked about it alone, and the map is what it would be if all were asked anew', async () => {
    const id = await idOf(league)
    await computeCoverage(database, pool, id)
    const { balls } = (await coverageFor(league)).view
    const changed = balls.find(({ name }) => name === 'Pebblemourn')!
    const before = (await keptOf(database, id))!
    // Balls to look for rest on all of them together and are looked for again; of the map and the works only what is about the one ball.
    let asked = 0
    const counting = Object.assign(Object.create(pool) as typeof pool, {
      run: (...given: Parameters<typeof pool.run>) => {
        asked += 1
        return pool.run(...given)
      },
    })
    await database.run('update ball set differential_in = differential_in + 0.004 where id = $1', [changed.id])
    await computeCoverage(database, counting, id)
    const after = (await keptOf(database, id))!
    const keys = Object.keys(before.engine!.answers)
    const ofIt = keys.filter((key) => key.startsWith(changed.id))
    expect(after.complete).toBe(true)
    for (const key of keys.filter((one) => !ofIt.includes(one) && !/ layout$|^reference \d\d/.test(one)))
      expect(after.engine!.answers[key]).toEqual(before.engine!.answers[key])
    for (const key of ofIt.filter((one) => !one.endsWith(' layout')))
      expect(after.engine!.answers[key]).not.toEqual(before.engine!.answers[key])

    const some = asked
    await database.run('update coverage_kept set fingerprint = $2, parts = null where customer_id = $1', [id, ''])
    asked = 0
    await computeCoverage(database, counting, id)
    const anew = (await keptOf(database, id))!
    // Oil soaks in from one second to the next.
    const rounded = (engine: unknown) =>
      JSON.parse(JSON.stringify(engine), (_, value) => (typeof value === 'number' ? Number(value.toFixed(6)) : value))
    expect(rounded(anew.engine)).toEqual(rounded(after.engine))
    expect(anew.parts).toEqual(after.parts)
    expect(some).toBeLessThan(asked / 2)
  })

  test('the landing page counts who waits, and tells gaps of those who do not', async () => {
    const { gaps, waiting, wanted } = await nearestGaps(database)
    expect(waiting).toBeGreaterThan(5)
    // Those who were looked at, and a few for the first time.
    expect(wanted).toContain(await idOf('Fenn Marlowick'))
    expect(wanted.length).toBeLessThan(waiting)
    expect(gaps.map(({ customerName }) => customerName)).toContain('Fenn Marlowick')
    expect(gaps.map(({ on }) => on)).toEqual(gaps.map(({ on }) => on).toSorted())
    expect(gaps.every(({ shots }) => [0, 40, 120].includes(shots))).toBe(true)
  })

  test('and which one work fills several gaps of a bowler, the best of each; what it tells is on their map', async () => {
    await computeCoverage(database, pool, await idOf('Bexa Thrumley'))
    const { works } = await nearestGaps(database)
    expect(works.map(({ customerName }) => customerName)).toContain('Bexa Thrumley')
    expect(new Set(works.map(({ customerId }) => customerId)).size).toBe(works.length)
    expect(works.map(({ fills }) => fills.length)).toEqual(
      works.map(({ fills }) => fills.length).toSorted((a, b) => b - a),
    )
    for (const { customerId, ballName, action, recipeKey, fills, on } of works) {
      expect(fills.length).toBeGreaterThan(1)
      const view = await coverageOf(database, customerId)
      for (const { patternId, shots } of fills) {
        const gap = view.fixes.find((one) => one.targetId === patternId && one.shots === shots)
        expect(gap?.fixes.some((fix) => fix.ballName === ballName && fix.action === action)).toBe(true)
      }
      const fix = view.fixes
        .flatMap(({ fixes }) => fixes)
        .find((one) => one.ballName === ballName && one.recipeKey === recipeKey)!
      expect(fix.opens).toEqual([])
      const met = fills.flatMap(({ patternId }) => view.targets.find(({ id }) => id === patternId)!.events)
      expect(met.map(({ nextOn }) => nextOn)).toContain(on)
    }
  }, 120_000)

  test('a ball that is near the best in nothing ahead is told once its works are known, and none of them helps', async () => {
    const view = await coverageOf(database, await idOf('Bexa Thrumley'))
    const ball = view.balls[0]!
    const cells = view.map.cells.map((cell) =>
      cell.ballId === ball.id ? { ...cell, givenAway: 31 - cell.shots / 40 } : cell,
    )
    const idle = { ...view, map: { ...view.map, cells, unused: [ball.id] }, fixes: [] }
    expect(unplacedIn(idle)).toEqual([{ ballId: ball.id, ballName: ball.name, givenAway: 28 }])
    // A work that brings it there gives it a place; while works are being computed nothing is said.
    const helped = view.fixes[0]!
    const fix = { ...helped.fixes[0]!, ballId: ball.id }
    expect(unplacedIn({ ...idle, fixes: [{ ...helped, fixes: [fix] }] })).toEqual([])
    expect(unplacedIn({ ...idle, engine: { ...view.engine, state: 'fixes' } })).toEqual([])
  })
})

describe('shop file', () => {
  const file = { format: 'sleetfall-shop/1', shop: { name: 'Other' }, customers: [{ name: 'Ib Sorrel', hand: 'left' }] }
  const attempt = (document: object) =>
    database
      .transaction((db) => importShopFile(db, document))
      .then(
        () => [],
        (error) => error.extra.fields,
      )

  test('names every wrong field by its path and leaves nothing behind', async () => {
    const before = (await everyone()).length
    const paths = async (document: object) => (await attempt(document)).map((field: { path: string }) => field.path)
    expect(await paths({ ...file, format: 'other' })).toEqual(['format'])
    expect(await paths({ ...file, customers: [{ name: 'A', hand: 'left', speedMph: 99 }] })).toEqual([
      'customers[0].speedMph',
    ])
    const ball = { customer: 'Ib Sorrel', name: 'B', cover: 'solid' }
    expect(await paths({ ...file, balls: [{ ...ball, customer: 'Nobody' }] })).toEqual(['balls[0].customer'])
    expect(
      await paths({ ...file, balls: [{ ...ball, history: [{ kind: 'games', on: 'today-3', games: -1 }] }] }),
    ).toEqual(['balls[0].history[0].games'])
    expect((await everyone()).length).toBe(before)
  })

  test('days may be relative; what lies in the future is not written as done', async () => {
    const history = [{ kind: 'games', from: 'today-14', to: 'today+14', every: 7, games: 3 }]
    expect(
      await attempt({
        ...file,
        balls: [{ customer: 'Ib Sorrel', name: 'Relative', cover: 'pearl', boughtOn: 'today-30', history }],
      }),
    ).toEqual([])
    const ball = (await everyBall()).find((one) => one.name === 'Relative')!
    expect([6, 9]).toContain(ball.surface.totalGames)
  })
})

describe('plans over all balls', () => {
  const wishes = { mostBought: 0, carried: null }
  const planned = async (name: string, asked: Parameters<typeof plansFor>[3] = wishes) => {
    const id = await idOf(name)
    return plansFor(database, pool, id, asked)
  }

  test('wait for the engine, then name works with the day they are due; what is closed is closed on the map too', async () => {
    const id = await idOf('Bexa Thrumley')
    expect(await plansFor(database, pool, await idOf('Isk Tarrowby'), wishes)).toBeNull()
    await computeCoverage(database, pool, id)
    const plans = (await planned('Bexa Thrumley'))!
    const { map } = await coverageOf(database, id)
    expect(plans.proved).toBe(true)
    const [best] = plans.plans
    expect(best!.steps.length).toBeGreaterThan(0)
    expect(best!.strikes).toBeGreaterThan(plans.now.strikes)
    // The plan's present is the map's present: one truth.
    expect(plans.now.left).toEqual(map.gaps)
    for (const state of best!.closes) expect(map.gaps).toContainEqual(state)
    for (const state of best!.opens) expect(map.gaps).not.toContainEqual(state)
    for (const { ballName, due, effort } of best!.steps) {
      expect(ballName).toMatch(/Sprathollow|Pintlewick/)
      expect(due!.on >= new Date().toISOString().slice(0, 10)).toBe(true)
      expect(effort.minutes).toBeGreaterThan(0)
    }
    // A league in its eight weeks outweighs a day's tournament.
    expect(Math.max(...plans.states.map(({ weight }) => weight))).toBeGreaterThan(1)
  }, 120_000)

  test('a ball plugged and redrilled is weighed among the works where something is open; a step says to which layout, and when it must be back', async () => {
    const id = await idOf('Jorun Fishgate')
    await computeCoverage(database, pool, id)
    const { engine } = (await keptOf(database, id))!
    const layouts = Object.entries(engine!.layouts!)
    expect(layouts.length).toBeGreaterThan(0)
    const { subject, question, fixable } = await askedOf(database, id)
    for (const [ballId, { pinToPapIn }] of layouts) {
      expect(subject.balls.map((ball) => ball.id)).toContain(ballId)
      expect(pinToPapIn >= 3 && pinToPapIn <= 5.5).toBe(true)
      expect(engine!.answers[`${ballId} layout`]).toHaveLength(subject.states.length)
    }
    const [ballId, layout] = layouts[0]!
    const step = { ballId, variant: 'layout', effort: { ...noEffort, ...redrilling, lasting: true } }
    const due = {
      on: '2031-01-01',
      eventId: id,
      eventName: 'Cup',
      eventOn: '2031-01-02',
      settlingDays: 0,
      keepsSettling: true,
    }
    const offered = offeredStep(subject, question, step, 3, (settling) => (settling === 0 ? due : null))
    expect(offered).toMatchObject({ action: 'layout', recipeKey: null, spec: null, layout, due })
    // What the plans were proved among are all of these choices.
    const choices = (asked: typeof question) =>
      planQuestion(asked, fixable, { need: subject.states.map(() => 1), ...wishes }).balls.reduce(
        (product, { options }) => product * options.length,
        1,
      )
    expect((await planned('Jorun Fishgate'))!.combinations).toBe(choices(question))
    expect(choices({ ...question, engine: { ...question.engine!, layouts: undefined } })).toBeLessThan(
      choices(question),
    )
  }, 120_000)

  test('a ball of the shop’s stock is among what may be bought, and not once it is sold; each remedy says what the map would', async () => {
    const id = await idOf('Tib Harrowfen')
    await database.run(
      `insert into stock_ball (id, name, cover, rg_in, differential_in, factory_grit, in_stock) values
         (gen_random_uuid(), 'Harbour Lamp', 'solid', 2.5, 0.05, 500, 2), (gen_random_uuid(), 'Gone Gull', 'pearl', 2.5, 0.05, 3000, 0),
         (gen_random_uuid(), 'No Figures', 'solid', null, null, 500, 1)`,
    )
    await computeCoverage(database, pool, id)
    const found = async () => (await keptOf(database, id))!.engine!.found!
    const names = (await found()).flatMap(({ stock }) => stock?.name ?? [])
    expect(names).toEqual(['Harbour Lamp'])
    const asked = async () => (await planned('Tib Harrowfen', { mostBought: 1, carried: null }))!.combinations
    const before = await asked()
    await database.run(`update stock_ball set in_stock = 0 where name = 'Harbour Lamp'`)
    expect(await asked()).toBeLessThan(before)

    const bexa = await idOf('Bexa Thrumley')
    const view = await coverageOf(database, bexa)
    const pintlewick = view.balls.find(({ name }) => name === 'Pintlewick')!
    const cell = view.map.cells.find((one) => one.ballId === pintlewick.id)!
    const { ballId: ball, targetId, shots } = cell
    const remedies = (await remediesOf(database, pool, bexa, { ball, targetId, shots }))!
    expect(remedies.find(({ kind }) => kind === 'line')!.strikes).toEqual(cell.strikes)
    const laid = remedies.find(({ kind }) => kind === 'layout')!
    expect(laid.layout!.pinToPapIn).toBeGreaterThanOrEqual(3)
    // The best of many layouts is no worse than the one it has, but for what its drilled holes change.
    expect(laid.gain!).toBeGreaterThan(-3)
    await expect(remediesOf(database, pool, bexa, { ball, targetId: bexa, shots })).rejects.toThrow('no such ball')
  }, 120_000)

  test('what the map said before a trial is held against its strikes; what it learns from them is not', async () => {
    const id = await idOf('Bexa Thrumley')
    await computeCoverage(database, pool, id)
    const before = await coverageOf(database, id)
    const cell = before.map.cells.find(({ shots, strikes }) => shots === 0 && strikes !== null)!
    const { ballId, targetId: patternId } = cell
    const trial = trialSchema.cast({
      ...{ id: randomUUID(), customerId: id, patternId, question: 'As foretold?', gamesSinceOiling: 0 },
      ...{ design: 'change', arms: ['now', 'again'].map((label) => ({ label, ballId })) },
      startedAt: new Date().toISOString(),
    })
    await createTrial(database, trial as TrialInput)
    const leaves = [[], [], [10], [], [4, 7], null]
    for (const [i, leave] of leaves.entries())
      await addShot(
        database,
        trial.id,
        shotSchema.cast({
          id: randomUUID(),
          arm: 1,
          thrownAt: trial.startedAt,
          entryBoard: 17.5,
          leave,
          warmUp: i === 9,
        }) as TrialShotInput,
      )
    // The map learns from these shots, and says something else from then on.
    await computeCoverage(database, pool, id)
    const { score, latest } = await forecastsHeld(database)
    const held = latest.find(({ trialId }) => trialId === trial.id)!
    expect(held).toMatchObject({ strikes: 3, of: 5, customerName: 'Bexa Thrumley' })
    expect(held.p).toBeCloseTo(cell.strikes!.p, 2)
    expect(score!.shots).toBeGreaterThanOrEqual(5)
    // Trials from before there were forecasts are held against none.
    expect(latest.every(({ startedAt }) => Date.parse(startedAt) > Date.now() - 600_000)).toBe(true)
    // Asked again with nothing changed, nothing is kept anew.
    const count = async () =>
      (
        await database.one<{ n: number }>('select count(*)::int as n from coverage_forecast where customer_id = $1', [
          id,
        ])
      ).n
    const kept = await count()
    await computeCoverage(database, pool, id)
    expect(await count()).toBe(kept)
  }, 120_000)

  test('what a work was promised to bring is kept as it is put on the bench, and held against the first trial after it is done', async () => {
    const id = await idOf('Bexa Thrumley')
    await computeCoverage(database, pool, id)
    const step = (await planned('Bexa Thrumley'))!.plans[0]!.steps[0]!
    const { subject, question, fixable } = await askedOf(database, id)
    const jobId = randomUUID()
    await database.run(
      `insert into job (id, ball_id, kind, recipe_key, due_on, reason, steps) values ($1, $2, $3, $4, current_date + 3, 'plan', '[]')`,
      [jobId, step.ballId, step.action, step.recipeKey],
    )
    await promiseWorks(database, id, [jobId, randomUUID()])
    const kept = await database.many<{ patternId: string; shots: number; p: number }>(
      'select pattern_id, shots, p from coverage_forecast where job_id = $1 order by shots, pattern_id',
      [jobId],
    )
    expect(kept).toHaveLength(subject.states.length)
    // It is what the plan was chosen by: the cells after that work.
    const { balls } = planQuestion(question, fixable, { need: subject.states.map(() => 1), ...wishes })
    const { options } = balls.find((ball) => ball.id === step.ballId)!
    const { cells } = options.find((one) => one.variant === step.variant)!
    for (const { patternId, shots, p } of kept)
      expect(p).toBeCloseTo(cells.find((cell) => cell.targetId === patternId && cell.shots === shots)!.strikes!.p, 9)
    // Said once: what is said of it later is not what it was chosen for. The map's own word stays apart from it.
    await database.run(`update coverage_forecast set p = 0.123, low = 0.1, high = 0.2 where job_id = $1`, [jobId])
    await promiseWorks(database, id, [jobId])
    const { latest: ofMap } = await forecastsHeld(database)

    const { patternId } = kept[0]!
    const trial = async (daysAgo: number) => {
      const input = trialSchema.cast({
        ...{ id: randomUUID(), customerId: id, patternId, question: `After work, ${daysAgo}`, gamesSinceOiling: 0 },
        ...{ design: 'change', arms: ['now', 'again'].map((label) => ({ label, ballId: step.ballId })) },
        startedAt: new Date(Date.now() - 86_400_000 * daysAgo).toISOString(),
      }) as TrialInput
      await createTrial(database, input)
      const shot = { id: randomUUID(), arm: 1, thrownAt: input.startedAt, entryBoard: 17.5, leave: [] }
      await addShot(database, input.id!, shotSchema.cast(shot) as TrialShotInput)
      return input.id
    }
    const promised = async () => (await forecastsHeld(database)).promised
    await trial(6)
    expect((await promised()).latest).toEqual([])
    await database.run(`update job set state = 'done', done_at = now() - interval '5 days' where id = $1`, [jobId])
    // The demo may have a trial of that ball in these days too.
    const others = (await promised()).latest.map(({ trialId }) => trialId)
    const after = await trial(4)
    const { score, latest } = await promised()
    const own = latest.filter(({ trialId }) => !others.includes(trialId))
    expect(own.map(({ trialId, p }) => [trialId, p])).toEqual([[after, 0.123]])
    expect(score!.forecasts).toBe(others.length + 1)
    expect((await forecastsHeld(database)).latest).toEqual(ofMap)
    // Once something else was done to the ball, the promise of the work before says nothing.
    await database.run(
      `insert into job (id, ball_id, kind, due_on, reason, state, done_at)
       values ($1, $2, 'clean', current_date, '', 'done', now() - interval '3 days')`,
      [randomUUID(), step.ballId],
    )
    await trial(1)
    expect((await promised()).latest.map(({ trialId }) => trialId).filter((one) => !others.includes(one))).toEqual([
      after,
    ])
  }, 120_000)

  test('who has a ball for everything is sold nothing, even if balls may be bought', async () => {
    await computeCoverage(database, pool, await idOf('Isk Tarrowby'))
    const plans = (await planned('Isk Tarrowby', { mostBought: 2, carried: null }))!
    expect(plans.now.left).toEqual([])
    expect(plans.plans[0]!.steps).toEqual([])
    expect((await planned('Isk Tarrowby', { mostBought: 0, carried: 1 }))!.plans[0]!.carried).toHaveLength(1)
  }, 120_000)

  test('who plays nothing ahead has no plan', async () => {
    await computeCoverage(database, pool, await idOf('Rook Dunnagh'))
    expect(await planned('Rook Dunnagh')).toBeNull()
  }, 120_000)
})

describe('a map that is being computed', () => {
  test('is stopped by whoever needs the processors, stays stopped, and goes on when it is told to', async () => {
    const id = await idOf('Maud Ebberly')
    await stopMap(database, id)
    await computeCoverage(database, pool, id)
    const stopped = await coverageOf(database, id)
    expect(stopped.engine).toMatchObject({ state: 'none', stopped: true, done: 0 })
    await setStopped(database, id, null)
    await computeCoverage(database, pool, id)
    expect((await coverageOf(database, id)).engine).toMatchObject({ state: 'ready', stopped: false })
    // What is ready is not taken away by a stop that comes too late.
    await stopMap(database, id)
    expect((await coverageOf(database, id)).engine.state).toBe('ready')
  }, 120_000)

  test('is stopped in its midst: nothing half is kept', async () => {
    const id = await idOf('Corvin Saltmarrow')
    const running = computeCoverage(database, pool, id)
    for (let tries = 0; tries < 100; tries += 1) {
      const { done } = (await coverageOf(database, id)).engine
      if (done > 0) break
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    await stopMap(database, id)
    await running
    const { engine } = await coverageOf(database, id)
    expect(engine.stopped).toBe(true)
    expect(engine.state).not.toBe('ready')
    expect(engine.done).toBeLessThan(engine.total)
  }, 120_000)

  test('is computed by a worker of its own, a process without a door, for a server that only queues', async () => {
    const url = await testDatabaseUrl('template_demo')
    const trouble: Error[] = []
    const counter = await openBehind(url, (error) => trouble.push(error), ['coverage'])
    const own = openDatabase(url, { beforeCommit: counter.beforeCommit })
    const worker = spawn(process.execPath, ['--import', 'tsx', join(import.meta.dirname, '..', 'worker.ts')], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: url, LOG_LEVEL: 'silent' },
    })
    try {
      await new Promise((resolve) => worker.once('message', resolve))
      const id = await idOf('Tib Harrowfen')
      await counter.later('coverage', id)
      let state = ''
      for (let tries = 0; tries < 300 && state !== 'ready'; tries += 1) {
        await new Promise((resolve) => setTimeout(resolve, 100))
        state = (await coverageOf(own, id)).engine.state
      }
      expect(state).toBe('ready')
      expect(trouble).toEqual([])
    } finally {
      const ended = new Promise((resolve) => worker.once('exit', resolve))
      worker.kill('SIGTERM')
      expect(await ended).toBe(0)
      await counter.close()
      await own.close()
    }
  }, 90_000)
})
