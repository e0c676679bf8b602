import express, { type Express } from 'express'
import { bath } from './bath.ts'
import { scanner } from './scanner.ts'
import { tracker } from './tracker.ts'

/** Stand-ins for devices that a shop may own, each with a small HTTP interface; bound to loopback by their start. */
export function createDevices(tickMs = 1000): { readonly app: Express; close(): void } {
  const app = express()
  app.disable('x-powered-by')
  app.use(express.json({ limit: '1mb' }))
  const tub = bath(tickMs)
  app.use('/bath', tub.router)
  app.use('/scanner', scanner())
  const lane = tracker()
  app.use('/tracker', lane.router)
  const close = () => {
    tub.close()
    lane.close()
  }
  return { app, close }
}
