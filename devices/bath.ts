import { type Response, Router } from 'express'
import { chance } from './chance.ts'

const faults = ['none', 'overheat', 'disconnect'] as const
type Fault = (typeof faults)[number]

const roomC = 21
/** °C a second that the heater gives and that the tub loses, made quick so that nobody waits for a stand-in. */
const heating = 1.6
const losing = 0.004
/** Slow drift of the thermostat about its set point, °C. */
const driftC = 0.8

/** Heated bath: a temperature stream with a thermostat that drifts; it can overheat and fall silent. */
export function bath(tickMs: number): { readonly router: Router; close(): void } {
  const router = Router()
  const listeners = new Set<Response>()
  const { gauss } = chance('bath')
  let temperatureC = 50
  let setPointC = 52
  let drift = 0
  let fault: Fault = 'none'
  let noise = 1
  let timerEndsMs: number | null = null

  const heats = () => fault === 'overheat' || temperatureC < setPointC + drift
  const state = () => ({
    at: new Date().toISOString(),
    temperatureC: Math.round((temperatureC + 0.05 * noise * gauss()) * 10) / 10,
    setPointC,
    heating: heats(),
    secondsLeft: timerEndsMs === null ? null : Math.max(0, Math.round((timerEndsMs - Date.now()) / 1000)),
  })
  const timer = setInterval(() => {
    drift = 0.98 * drift + 0.02 * driftC * noise * gauss() * 5
    if (heats())
      temperatureC +=
        fault === 'overheat' ? heating : Math.min(heating, Math.max(0.1, setPointC + drift - temperatureC))
    temperatureC -= losing * (temperatureC - roomC)
    temperatureC = Math.min(temperatureC, 78)
    for (const listener of listeners) listener.write(`data: ${JSON.stringify(state())}\n\n`)
  }, tickMs)

  router.use((request, response, next) => {
    // Out of reach, but for the hand that mends it.
    if (fault === 'disconnect' && request.method === 'GET') return void response.status(503).end()
    next()
  })
  router.get('/', (_request, response) => void response.json(state()))
  router.put('/', (request, response) => {
    const wanted = request.body as { setPointC?: unknown; fault?: unknown; noise?: unknown; timerMinutes?: unknown }
    if (typeof wanted.setPointC === 'number' && wanted.setPointC >= 30 && wanted.setPointC <= 60)
      setPointC = wanted.setPointC
    if (typeof wanted.noise === 'number' && wanted.noise >= 0 && wanted.noise <= 5) noise = wanted.noise
    if (typeof wanted.timerMinutes === 'number' && wanted.timerMinutes >= 0 && wanted.timerMinutes <= 240)
      timerEndsMs = wanted.timerMinutes === 0 ? null : Date.now() + wanted.timerMinutes * 60_000
    if (faults.includes(wanted.fault as Fault)) {
      const before = fault
      fault = wanted.fault as Fault
      // A tub that was mended is refilled to its set point.
      if (before === 'overheat' && fault === 'none') temperatureC = setPointC
      if (fault === 'disconnect') for (const listener of listeners) listener.end()
    }
    response.json({ ...state(), fault })
  })
  router.get('/stream', (request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' })
    response.write(`data: ${JSON.stringify(state())}\n\n`)
    listeners.add(response)
    request.on('close', () => listeners.delete(response))
  })
  const close = () => {
    clearInterval(timer)
    for (const listener of listeners) listener.end()
  }
  return { router, close }
}
