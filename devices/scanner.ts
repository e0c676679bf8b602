import { Router } from 'express'
import {
  type CoverFamily,
  type ScanSpot,
  type SurfaceEvent,
  type WearParameters,
  applyRecipe,
  gritOfRa,
  priorSd,
  raOfGrit,
  scannerTopGrit,
  wearParameters,
  wornRaUm,
} from '@sleetfall/core'
import { chance } from './chance.ts'

/** A ball as it is laid under the scanner. The stand-in has no real ball, so it is told what happened to this one. */
interface Placed {
  readonly id: string
  readonly cover: CoverFamily
  readonly factoryGrit: number | null
  readonly gamesBefore: number
  readonly history: readonly SurfaceEvent[]
}

/** Log standard deviation of one reading about the truth, at noise 1. */
const readingSd = 0.1
/** The ball return wears the whole cover, the lane the track: games count less off it. */
const offTrackShare = 0.55

/** How this ball really wears: nobody is told; fixed for a ball. */
function hiddenWear(ball: Placed): WearParameters {
  const { gauss } = chance(`wear ${ball.id}`)
  const start = wearParameters(ball.cover)
  const vary = (value: number) => value * Math.exp(priorSd * gauss())
  return { f: Math.min(0.95, vary(start.f)), tau1: vary(start.tau1), tau2: vary(start.tau2), raInf: vary(start.raInf) }
}

/** True roughness now at a spot, µm. */
function truth(ball: Placed, spot: ScanSpot): number {
  const wear = hiddenWear(ball)
  const share = spot === 'track' ? 1 : offTrackShare
  let start = ball.factoryGrit === null ? wear.raInf : raOfGrit(ball.factoryGrit)
  let games = ball.gamesBefore
  for (const event of ball.history) {
    if (event.kind === 'games') games += event.games
    if (event.kind !== 'surfaced') continue
    const now = wornRaUm(wear, start, games * share)
    start = applyRecipe({ raTopUm: now, raBaseUm: now }, event.steps).raTopUm
    games = 0
  }
  return wornRaUm(wear, start, games * share)
}

/** Surface scanner: lay a ball under it, read spot by spot. Repeatable to about 10 %, blind above its top grit. */
export function scanner(): Router {
  const router = Router()
  let placed: Placed | null = null
  let noise = 1
  let count = 0
  router.get('/', (_request, response) => void response.json({ placed: placed?.id ?? null, noise }))
  router.put('/', (request, response) => {
    const wanted = (request.body as { noise?: unknown }).noise
    if (typeof wanted === 'number' && wanted >= 0 && wanted <= 5) noise = wanted
    response.json({ noise })
  })
  router.post('/place', (request, response) => {
    placed = request.body as Placed
    response.json({ placed: placed.id })
  })
  router.post('/read', (request, response) => {
    const { spot } = request.body as { spot: ScanSpot }
    if (!placed) return void response.status(409).json({ error: 'no ball is under the scanner' })
    count += 1
    const { gauss } = chance(`read ${placed.id} ${count}`)
    const grit = gritOfRa(truth(placed, spot) * Math.exp(readingSd * noise * gauss()))
    const saturated = grit >= scannerTopGrit
    response.json({ spot, saturated, grit: saturated ? scannerTopGrit : Math.round(grit / 10) * 10 })
  })
  return router
}
