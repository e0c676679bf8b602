import type { Found } from '@sleetfall/contract'
import type { WorkPool } from '@sleetfall/core'
import type { Router } from 'express'
import type { Logger } from 'pino'
import type { Database, Db } from '../database/db.ts'
import type { Context } from './context.ts'

/** Where routes stand below `/api`, and what makes them. */
export type Mount = readonly [path: string, routes: (context: Context) => Router]

/** Work that comes round without a request. With several server processes each round is done by one of them. */
export interface Task {
  /** Its queue's name. */
  readonly name: string
  /** How often, as a line of cron, to the minute. */
  readonly every: string
  run(database: Database, logger: Logger): Promise<unknown>
}

/** Work on one record that takes seconds, done behind by whichever process is free; asked for twice it is done once. */
export interface Job {
  /** Its queue's name. */
  readonly name: string
  /** How many a process does beside each other; one when not given. */
  readonly atOnce?: number
  run(database: Database, motion: WorkPool, id: string): Promise<unknown>
}

/** What an area of the server has for the whole: `server/areas.ts` goes through these. */
export interface Area {
  /** The name of its folder. */
  readonly name: string
  /** Routes that need a session; who may use which is told in `access.ts`. */
  readonly routes?: readonly Mount[]
  /** Routes before the session is asked for. */
  readonly doors?: readonly Mount[]
  /** Its records that a text is found in. */
  readonly search?: (db: Db, text: string) => Promise<readonly Found[]>
  readonly tasks?: readonly Task[]
  readonly jobs?: readonly Job[]
  /** Begins what runs as long as the application does. */
  readonly start?: (context: Context, logger: Logger) => void
  /** Tables that are its own. */
  readonly tables: readonly string[]
  /**
   * Tables of others that its SQL names all the same: where a merge moves what hangs on a record, where dependents are counted, where a list is
   * ordered by the read model, or a join must not go through a view. All else is read by the owner's queries or views.
   */
  readonly foreignTables?: readonly string[]
  /** Files of its folder that other areas may read from. */
  readonly exports: readonly string[]
  /** Areas that it reads from. */
  readonly imports: readonly string[]
}
