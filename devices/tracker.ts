import { type Response, Router } from 'express'
import { type ShotInput, type TrackedShot, launchAngleDeg, simulate } from '@sleetfall/core'
import { chance } from './chance.ts'

/** A ball as it is thrown before the tracker. The stand-in has no real lane, so it is told who throws what where. */
interface Throw {
  /** What makes the hidden truth of ball and lane. */
  readonly ballId: string
  readonly patternId: string
  readonly shot: ShotInput
  readonly aim: { readonly laydownBoard: number; readonly targetBoard: number }
}

/** At noise 1: the truth about what the core foretells (log), the bowler's spread, and what a reading is off. */
const strengthSd = 0.08
const laneSd = 0.06
const aimBoards = 0.7
const paceMph = 0.3
const readBoards = 0.25
const readMph = 0.1
/** One in twenty is lost or garbled, in turn. */
const faultEvery = 20

/** Lane tracker: paths and speeds of shots by server-sent events, made by the motion core with hidden true strength of ball and lane, and noise. One in twenty is lost or garbled. */
export function tracker(): { readonly router: Router; close(): void } {
  const router = Router()
  const listeners = new Set<Response>()
  let noise = 1
  let count = 0

  function thrown({ ballId, patternId, shot, aim }: Throw): TrackedShot {
    const [ball, lane] = [chance(`strength ${ballId}`), chance(`lane ${patternId}`)]
    const { gauss } = chance(`throw ${ballId} ${count}`)
    const hidden = {
      coverStrength: Math.exp(strengthSd * ball.gauss()),
      lane: Math.exp(laneSd * lane.gauss()),
    }
    const friction = shot.friction.kind === 'film' ? { ...shot.friction, ...hidden } : shot.friction
    const [laydownBoard, target] = [aim.laydownBoard + 0.3 * gauss(), aim.targetBoard + aimBoards * gauss()]
    const speedMph = shot.bowler.speedMph + paceMph * gauss()
    const { path } = simulate({
      ...{ ...shot, friction, bowler: { ...shot.bowler, speedMph } },
      release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, target) },
    })
    const round = (value: number, digits: number) => Number(value.toFixed(digits))
    return {
      id: `${ballId} ${count}`,
      at: new Date().toISOString(),
      speedMph: round(speedMph + readMph * noise * gauss(), 1),
      points: path.filter(([ft]) => ft >= 1).map(([ft, board]) => [ft, round(board + readBoards * noise * gauss(), 1)]),
    }
  }
  /** What a camera makes of a passing shadow: the path jumps to the lane beside. */
  const garbled = (shot: TrackedShot): TrackedShot => ({
    ...shot,
    points: shot.points.map(([ft, board], i) => [ft, i % 7 === 3 ? board + 25 : board]),
  })

  router.get('/', (_request, response) => void response.json({ noise }))
  router.put('/', (request, response) => {
    const wanted = request.body as { noise?: unknown; count?: unknown }
    if (typeof wanted.noise === 'number' && wanted.noise >= 0 && wanted.noise <= 5) noise = wanted.noise
    // To practise what is seldom: the next fault comes when the count is there.
    if (typeof wanted.count === 'number' && Number.isInteger(wanted.count)) count = wanted.count
    response.json({ noise, count })
  })
  router.post('/throw', (request, response) => {
    count += 1
    const shot = thrown(request.body as Throw)
    const faulty = count % faultEvery === 0
    const lost = faulty && (count / faultEvery) % 2 === 0
    if (!lost)
      for (const listener of listeners) listener.write(`data: ${JSON.stringify(faulty ? garbled(shot) : shot)}\n\n`)
    response.json({ thrown: count })
  })
  router.get('/stream', (request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' })
    response.write(': listening\n\n')
    listeners.add(response)
    request.on('close', () => listeners.delete(response))
  })
  const close = () => {
    for (const listener of listeners) listener.end()
  }
  return { router, close }
}
