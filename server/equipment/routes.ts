import {
  bathSettingsSchema,
  type Device,
  type DeviceKind,
  deviceKinds,
  deviceSettingsSchema,
  said,
  type ScanReading,
  scanRequestSchema,
  throwSchema,
} from '@sleetfall/contract'
import { feetToLaydown, filmOf, shotOf } from '@sleetfall/core'
import { Router } from 'express'
import { asSurfaceEvents, standingEvents } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import { type Context } from '../http/context.ts'
import { tell } from '../database/news.ts'
import { ProblemError, notFound } from '../http/errors.ts'
import { openStream } from '../http/stream.ts'
import { takes, write } from '../http/write.ts'
import { patternById } from '../lanes/store.ts'
import { trialById } from '../trials/store.ts'
import { listDevices, setDevice } from './store.ts'

export function deviceRoutes(context: Context): Router {
  const { database, devices } = context
  const router = Router()

  async function all(): Promise<Device[]> {
    const settings = await listDevices(database)
    return Promise.all(
      settings.map(async (one) => ({ ...one, answers: one.connected && (await devices.answers(one.kind)) })),
    )
  }
  async function requireConnected(kind: DeviceKind): Promise<void> {
    if ((await listDevices(database)).some((one) => one.kind === kind && one.connected)) return
    throw new ProblemError(409, 'wrong-state', said('refused.deviceNotConnected'))
  }

  router.get('/', async (_request, response) => {
    response.json(await all())
  })
  router.put(
    '/:kind',
    write(
      context,
      deviceSettingsSchema,
      async ({ db, input, request }) => {
        const kind = String(request.params['kind']) as DeviceKind
        if (!deviceKinds.includes(kind)) throw notFound('device')
        await setDevice(db, kind, input)
        if (input.connected) await devices.command('PUT', `/${kind}`, { noise: input.noise })
        await tell(db, 'devices', null)
        return { kind, ...input, answers: input.connected } satisfies Device
      },
      async ({ request }) => (await all()).find((one) => one.kind === request.params['kind']),
    ),
  )

  /** Set point and faults of the bath's stand-in. */
  router.put(
    '/bath/settings',
    takes(bathSettingsSchema, async (input, request, response) => {
      response.json(await devices.command('PUT', '/bath', input))
    }),
  )
  router.get('/bath/stream', (request, response) => {
    const { send, ended } = openStream(database, request, response)
    send(devices.lastBath())
    ended(devices.onBath(send))
  })

  /** Shots as the tracker sends them, handed on as they are: what they say is read where they are shown. */
  router.get('/tracker/stream', async (request, response) => {
    await requireConnected('tracker')
    const { sendText, ended } = openStream(database, request, response)
    ended(devices.onTracked(sendText))
  })
  /** A throw before the stand-in, which has no lane of its own: it is told who throws what where. */
  router.post(
    '/tracker/throw',
    takes(throwSchema, async ({ trialId, arm: number, feetBoard, targetBoard }, request, response) => {
      await requireConnected('tracker')
      const trial = await trialById(database, trialId)
      const arm = trial?.arms.find((one) => one.arm === number)
      if (!trial || !arm) throw notFound('trial')
      const ball = await ballById(database, arm.ballId)
      const pattern = await patternById(database, trial.patternId)
      const customer = await customerById(database, arm.bowlerId ?? trial.customerId)
      if (!ball || !pattern || !customer) throw notFound('trial')
      // The stand-in has a truth of its own: what the shop fitted is none of it.
      const thrown = { ...ball, fitted: null, surface: { ...ball.surface, ...arm.surface } }
      const made = shotOf(customer, thrown, 'now', { loads: pattern.loads, filmUm: filmOf(pattern.loads) }).shot
      // The film goes as its loads: its figures are no JSON.
      const shot = { ...made, friction: { ...made.friction, filmUm: undefined } }
      const aim = { laydownBoard: feetBoard - feetToLaydown, targetBoard }
      response.json(
        await devices.command('POST', '/tracker/throw', { ballId: ball.id, patternId: pattern.id, shot, aim }),
      )
    }),
  )

  /** Reads one spot of a ball. The stand-in is told the ball's story, since no real ball lies under it. */
  router.post(
    '/scanner/read',
    takes(scanRequestSchema, async ({ ballId, spot }, request, response) => {
      await requireConnected('scanner')
      const ball = await ballById(database, ballId)
      if (!ball) throw notFound('ball')
      const { id, cover, factoryGrit = null, gamesBefore } = ball
      const history = asSurfaceEvents(await standingEvents(database, [id]))
      await devices.command('POST', '/scanner/place', { id, cover, factoryGrit, gamesBefore, history })
      response.json(await devices.command<ScanReading>('POST', '/scanner/read', { spot }))
    }),
  )
  return router
}
