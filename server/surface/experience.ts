import {
  type CoverFamily,
  type SurfaceConstants,
  type WearBand,
  type WearPrior,
  fitWear,
  sharedPrior,
  surfaceNow,
} from '@sleetfall/core'
import { LRUCache } from 'lru-cache'
import { asSurfaceEvents, standingEvents } from '../balls/events.ts'
import type { Db } from '../database/db.ts'

/** Fits are pure but take a tenth of a second; the same question is answered from memory. */
const fits = new LRUCache<string, ReturnType<typeof fitWear>>({ max: 1000 })
export const rememberedFit: typeof fitWear = (...question) => {
  const key = JSON.stringify(question)
  const known = fits.get(key)
  if (known) return known
  const fitted = fitWear(...question)
  // Each point of the curve sorts all samples; the same points are asked again and again.
  const curve = new Map<number, WearBand>()
  const at = (games: number) => {
    const known = curve.get(games) ?? fitted.at(games)
    if (curve.size < mostPoints) curve.set(games, known)
    return known
  }
  const remembered = { ...fitted, at }
  fits.set(key, remembered)
  return remembered
}
const mostPoints = 500

interface Shown {
  readonly ballId: string
  readonly cover: CoverFamily
  readonly posterior: WearPrior
}

/** What the shop's balls have shown of the wear of each cover. */
export interface Experience {
  /** Prior of a ball from the other balls of its cover. */
  priorFor(ballId: string, cover: CoverFamily): WearPrior | undefined
  /** Other balls of that cover with readings. */
  ballsBehind(ballId: string, cover: CoverFamily): number
}

/** A ball teaches the others from so many readings of one surface on. */
const fromReadings = 2
const experiences = new LRUCache<string, readonly Shown[]>({ max: 50 })

/** Experience of the shop; read anew when a reading was added or taken back. */
export async function shopExperience(db: Db, constants: SurfaceConstants): Promise<Experience> {
  const { name, seq } = await db.one<{ name: string; seq: string | null }>(
    `select current_database() as name, max(seq)::text as seq from ball_event where kind in ('scanned', 'withdrawn')`,
  )
  const key = `${name} ${seq} ${JSON.stringify(constants)}`
  let shown = experiences.get(key)
  if (!shown) experiences.set(key, (shown = await whatBallsShow(db, constants)))
  const others = (ballId: string, cover: CoverFamily) =>
    shown.filter((one) => one.cover === cover && one.ballId !== ballId).map((one) => one.posterior)
  return {
    priorFor: (ballId, cover) => {
      const posteriors = others(ballId, cover)
      return posteriors.length === 0 ? undefined : sharedPrior(cover, posteriors, constants)
    },
    ballsBehind: (ballId, cover) => others(ballId, cover).length,
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
  return balls.flatMap((ball) => {
    const own = asSurfaceEvents(events.filter((event) => event.ballId === ball.id))
    const { curve } = surfaceNow(ball, own, Date.now(), constants, { fit: rememberedFit })
    const readings = curve?.readings.filter((reading) => reading.games > 0) ?? []
    if (!curve || readings.length < fromReadings) return []
    const { posterior } = rememberedFit(ball.cover, curve.startRaUm, readings, constants)
    return [{ ballId: ball.id, cover: ball.cover, posterior }]
  })
}
