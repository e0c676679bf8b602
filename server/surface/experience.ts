import {
  type CoverFamily,
  type SurfaceConstants,
  type WearPrior,
  assumedFit,
  sharedPriors,
  surfaceNow,
} from '@sleetfall/core'
import { LRUCache } from 'lru-cache'
import { asSurfaceEvents, standingEvents } from '../balls/events.ts'
import type { Db } from '../database/db.ts'
import { type Expectation, fitsOf } from './fits.ts'

interface Shown {
  readonly ballId: string
  readonly cover: CoverFamily
  readonly posterior: WearPrior
}

/** What the shop's balls have shown of the wear of each cover. */
export interface Experience {
  /** What to expect of a ball from the other balls of its cover. */
  expectationOf(ballId: string, cover: CoverFamily): Expectation
}

/** A ball teaches the others from so many readings of one surface on. */
const fromReadings = 2
const experiences = new LRUCache<string, Experience>({ max: 4 })

/** Experience of the shop; read anew when a reading was added or taken back. */
export async function shopExperience(db: Db, constants: SurfaceConstants): Promise<Experience> {
  const { name, seq } = await db.one<{ name: string; seq: string | null }>(
    `select current_database() as name, max(seq)::text as seq from ball_event where kind in ('scanned', 'withdrawn')`,
  )
  const key = `${name} ${seq} ${JSON.stringify(constants)}`
  let shown = experiences.get(key)
  if (!shown) experiences.set(key, (shown = experienceFrom(await whatBallsShow(db, constants), constants)))
  return shown
}

function experienceFrom(shown: readonly Shown[], constants: SurfaceConstants): Experience {
  const byCover = new Map(
    [...new Set(shown.map((one) => one.cover))].map((cover) => {
      const balls = shown.filter((one) => one.cover === cover)
      const places = new Map(balls.map(({ ballId }, place) => [ballId, place]))
      const posteriors = balls.map((one) => one.posterior)
      return [cover, { places, of: sharedPriors(cover, posteriors, constants) }]
    }),
  )
  return {
    expectationOf(ballId, cover) {
      const among = byCover.get(cover)
      const place = among?.places.get(ballId)
      const ballsBehind = (among?.places.size ?? 0) - (place === undefined ? 0 : 1)
      return { prior: ballsBehind === 0 ? undefined : among!.of(place), ballsBehind }
    },
  }
}

async function whatBallsShow(db: Db, constants: SurfaceConstants): Promise<Shown[]> {
  const balls = await db.many<{
    id: string
    cover: CoverFamily
    factoryGrit: number | null
    targetGrit: number | null
    gamesBefore: number
  }>(
    `select id, cover, factory_grit, target_grit, games_before from ball b
     where exists (select from ball_history h where h.ball_id = b.id and h.kind = 'scanned' and not h.withdrawn)`,
  )
  const events = await standingEvents(
    db,
    balls.map((ball) => ball.id),
  )
  const fits = await fitsOf(
    db,
    balls.map((ball) => ball.id),
  )
  const shown = balls.flatMap((ball) => {
    const own = asSurfaceEvents(events.filter((event) => event.ballId === ball.id))
    const { curve } = surfaceNow(ball, own, Date.now(), constants, {
      // Only the start and the readings of the curve are asked here.
      fit: (cover, start) => assumedFit(cover, start, constants),
    })
    const readings = curve?.readings.filter((reading) => reading.games > 0) ?? []
    if (!curve || readings.length < fromReadings) return []
    const { posterior } = fits.own(ball.id)(ball.cover, curve.startRaUm, readings, constants)
    return [{ ballId: ball.id, cover: ball.cover, posterior }]
  })
  await fits.save()
  return shown
}
