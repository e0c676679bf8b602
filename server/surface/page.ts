import { type Ball, type BallEvent, type SurfacePage, isOfKind } from '@sleetfall/contract'
import {
  type AdviceFacts,
  type Complaint,
  type CoverFamily,
  type KeptFit,
  type OilCorrection,
  type SurfaceConstants,
  type WearBand,
  type WearPrior,
  advise,
  assumedFit,
  asymmetricFromIn,
  fitBall,
  fitOfKept,
  fitQuestion,
  type FitFunction,
  dueWork,
  gritOfRa,
  keepFit,
  isReactive,
  raOfGrit,
  recipeByKey,
  scannerTopGrit,
  scanSummary,
  schoolCosts,
  surfaceNow,
  twins,
  polishedFromGrit,
} from '@sleetfall/core'
import { LRUCache } from 'lru-cache'
import { startsOf } from '../events/nextDay.ts'
import { playAhead, tournamentsOf } from '../events/store.ts'
import { asSurfaceEvents, eventsOfBall } from '../balls/events.ts'
import { ballById, ballsOf } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'
import { patternById } from '../lanes/store.ts'
import { learntConstants, oilCorrection } from '../present/store.ts'
import { shopConstants } from '../shop/store.ts'
import { asUpkeepBall } from '../upkeep/service.ts'
import { policiesFor } from '../upkeep/store.ts'
import { experienceOf } from './experience.ts'
import { fitsOf } from './fits.ts'
import { rulesHeld, rulesOff } from './rules.ts'

/** Games past the present that the curve shows, at least. */
const aheadGames = 12
const points = 60

/** Everything that the surface page of a ball shows. */
export async function surfacePage(db: Db, ballId: string): Promise<SurfacePage> {
  const ball = await ballById(db, ballId)
  if (!ball) throw notFound('ball')
  const base = await shopConstants(db)
  const correction = await oilCorrection(db)
  const constants = await learntConstants(db)
  const experience = await experienceOf(db, [ball.cover], constants)
  const fits = await fitsOf(db, [ballId], 'later')
  const events = (await eventsOfBall(db, ballId)).filter((event) => !event.withdrawn && event.kind !== 'withdrawn')
  const customer = await customerById(db, ball.customerId)
  const { policy, scope } = (await policiesFor(db, [ballId], [ball.customerId])).of(ballId, ball.customerId)
  const gamesPerWeek = customer?.gamesPerWeek ?? null
  const plays = await playAhead(db, [ball.customerId])
  const play = { gamesPerWeek, eventsMs: startsOf(tournamentsOf(plays, ball.customerId)) }
  const { surface } = ball
  const { curve } = surface
  const expectation = () => experience.expectationOf(ballId, ball.cover)
  const { prior, ballsBehind } = expectation()
  // Without readings of its own a ball is what is expected of it, which needs no looking for.
  const expected: FitFunction = (cover, start) => expectedFit(cover, start, constants, prior)
  const read = curve?.readings.some((reading) => reading.games > 0) ?? false
  const band = curve ? bandOf(ball, constants, read ? fits.of(ballId, expectation) : expected) : []
  return {
    ballId,
    surface,
    curve,
    band,
    policy,
    scope,
    due: dueWork(asUpkeepBall(ball, scope), policy, play, Date.now()),
    costs: costsOf(ball, events, policy, gamesPerWeek, play.eventsMs.length),
    offTrack: onThisSurface(events, surface.lastSurfacedMs, ball.gamesBefore).flatMap(({ games, event }) => {
      if (event.kind !== 'scanned') return []
      const { offTrackGrit } = scanSummary(event.payload)
      return offTrackGrit === null ? [] : [{ games, grit: offTrackGrit }]
    }),
    marks: onThisSurface(events, surface.lastSurfacedMs, ball.gamesBefore).flatMap(({ games, event }) =>
      ['surfaced', 'cleaned', 'extracted'].includes(event.kind)
        ? [{ games, kind: event.kind, at: event.happenedAt }]
        : [],
    ),
    sharedBalls: read ? fits.ballsBehind(ballId) : ballsBehind,
    fitWanted: ball.fitWanted,
    oilUl: oilBand(ball, events, base, correction),
    oilPairs: correction.pairs,
    gamesPerWeek: gamesPerWeek ?? 3,
    gamesPerWeekAssumed: gamesPerWeek === null,
    labelDisagrees: labelAgainstScan(ball, events),
  }
}

/** Curves of balls without readings, by what they are expected from: the same recipe on the same cover is asked for again and again. */
const expectedFits = new LRUCache<string, KeptFit>({ max: 500 })

/** What is expected of a surface before it was read; its start counts in steps of 1 %. */
function expectedFit(cover: CoverFamily, startRaUm: number, constants: SurfaceConstants, prior: WearPrior | undefined) {
  const start = Math.exp(Math.round(100 * Math.log(startRaUm)) / 100)
  const key = JSON.stringify([cover, start, constants, prior])
  let kept = expectedFits.get(key)
  if (!kept) expectedFits.set(key, (kept = keepFit(fitBall(cover, start, [], constants, prior))))
  return fitOfKept(kept)
}

function bandOf(ball: Ball, constants: SurfaceConstants, fit: FitFunction): WearBand[] {
  const { curve, gamesOnSurface } = ball.surface
  const { startAge } = curve!
  const { startRaUm, readings } = fitQuestion(curve!)
  const fitted = fit(ball.cover, startRaUm, readings, constants)
  const until = Math.max(20, gamesOnSurface + aheadGames, gamesOnSurface * 1.25)
  if (!fitted) return []
  const bandAt = (games: number) => ({ ...fitted.at(startAge + games), games })
  // Closer together where the curve bends.
  return Array.from({ length: points + 1 }, (_, index) => bandAt(until * (index / points) ** 2))
}

function costsOf(
  ball: Ball,
  events: readonly BallEvent[],
  policy: SurfacePage['policy'],
  perWeek: number | null,
  ahead: number,
) {
  const { surface } = ball
  if (!surface.finish || !surface.window || !surface.curve) return []
  const worked = events.filter(isOfKind('surfaced')).findLast(({ payload }) => payload.steps.length > 0)
  const recipe = worked?.payload.steps ?? recipeByKey('to-2000')!.steps
  return schoolCosts(
    {
      wear: surface.curve.wear,
      now: surface.finish,
      gamesOnSurface: surface.wearAge,
      startRaUm: surface.curve.startRaUm,
      recipe,
      window: surface.window,
      gamesPerWeek: perWeek,
      // Tournaments known ahead, at least one a quarter.
      events: Math.max(4, ahead),
    },
    policy,
  )
}

/** What happened on the present surface, each with the games that it had by then. */
function onThisSurface(events: readonly BallEvent[], surfacedMs: number | null, gamesBefore: number) {
  let games = surfacedMs === null ? gamesBefore : 0
  return events.flatMap((event) => {
    if (surfacedMs !== null && Date.parse(event.happenedAt) < surfacedMs) return []
    if (event.kind === 'games') games += event.payload.games
    return [{ games, event }]
  })
}

function oilBand(
  ball: Ball,
  events: readonly BallEvent[],
  base: SurfaceConstants,
  { low, factor, high }: OilCorrection,
): SurfacePage['oilUl'] {
  const total = (share: number) => {
    const constants = { ...base, oilPerGameUl: base.oilPerGameUl * share }
    const { oil } = surfaceNow(ball, asSurfaceEvents(events), Date.now(), constants, {
      // Oil does not depend on the fit of the wear, so none is made for it.
      fit: (cover, start) => assumedFit(cover, start, constants),
    })
    return oil.filmUl + oil.soakedUl
  }
  return { low: total(low), likely: total(factor), high: total(high) }
}

/** Label and scan differ by more than this factor: somebody should look. */
const disagreeFactor = 1.3
const freshGames = 2

function labelAgainstScan(ball: Ball, events: readonly BallEvent[]): SurfacePage['labelDisagrees'] {
  if (ball.factoryGrit == null || ball.gamesBefore > freshGames) return null
  let games = ball.gamesBefore
  for (const event of events) {
    if (event.kind === 'surfaced') return null
    if (event.kind === 'games') games += event.payload.games
    if (event.kind !== 'scanned' || games > freshGames) continue
    const { grit } = scanSummary(event.payload)
    const labelUm = raOfGrit(Math.min(ball.factoryGrit, scannerTopGrit))
    const factor = Math.exp(Math.abs(Math.log(raOfGrit(Math.min(grit, scannerTopGrit)) / labelUm)))
    return factor > disagreeFactor ? { labelGrit: ball.factoryGrit, scannedGrit: grit } : null
  }
  return null
}

/** Rules of thumb for a ball, its bowler and a pattern. */
export async function adviceFor(
  db: Db,
  ballId: string,
  question: { readonly complaint: Complaint | null; readonly patternId?: string | null | undefined },
) {
  const ball = await ballById(db, ballId)
  if (!ball) throw notFound('ball')
  const customer = await customerById(db, ball.customerId)
  const pattern = question.patternId ? await patternById(db, question.patternId) : null
  const own = (await ballsOf(db, ball.customerId)).map((one) => ({ ...one, raUm: one.surface.effectiveRaUm }))
  const { surface } = ball
  const grit = surface.finish ? gritOfRa(surface.finish.raTopUm) : null
  const band = customer?.style?.band ?? null
  const facts: AdviceFacts = {
    complaint: question.complaint,
    cover: ball.cover,
    reactive: isReactive(ball.cover),
    asymmetric: ball.intermediateDifferentialIn == null ? null : ball.intermediateDifferentialIn >= asymmetricFromIn,
    grit,
    polished: grit === null ? null : grit >= polishedFromGrit,
    status: surface.status,
    settled: surface.settled,
    totalGames: surface.totalGames,
    gamesOnSurface: surface.gamesOnSurface,
    gamesSinceCleaning: ball.gamesSinceCleaning,
    gamesSinceExtraction: surface.gamesSinceExtraction,
    oilShare: surface.oilShare,
    style: band,
    speedDominant: band === null ? null : band.endsWith('speed-dominant'),
    revDominant: band === null ? null : band.endsWith('rev-dominant'),
    lengthFt: pattern?.figures.lengthFt ?? null,
    volumeMl: pattern?.figures.volumeMl ?? null,
    // A challenge or sport pattern punishes a miss.
    flat: pattern ? pattern.figures.shape !== 'house' : null,
    twin: twins(own).some((pair) => pair.some((one) => one.id === ballId)),
  }
  return { ...advise(facts, await rulesHeld(db)), off: await rulesOff(db) }
}
