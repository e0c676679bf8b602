import type { WorkPool } from '@sleetfall/core'
import type { Database } from '../database/db.ts'
import { askEngine } from './engine.ts'
import { coverageOf, gapsOf, unplacedIn, worksOfSeveral } from './service.ts'
import { keepForecasts, keepNear } from './store.ts'

/** Brings a customer's map up to date: the engine's answers where something changed, and what the landing page tells of it. */
export async function computeCoverage(database: Database, motion: WorkPool, customerId: string): Promise<void> {
  await askEngine(database, motion, customerId)
  const view = await coverageOf(database, customerId)
  await keepForecasts(database, customerId, view.map.cells)
  const none = { gaps: [], works: [], unplaced: [] }
  const near = { gaps: gapsOf(view), works: worksOfSeveral(view), unplaced: unplacedIn(view) }
  await keepNear(database, customerId, view.balls.length === 0 ? none : near)
}
