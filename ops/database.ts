import { english } from '@sleetfall/contract/english'
import { randomBytes } from 'node:crypto'
import { openDatabase } from '../server/database/db.ts'
import { migrate } from '../server/database/migrate.ts'
import { ProblemError } from '../server/http/errors.ts'
import { atOnce } from '../server/present/queue.ts'
import { settleBehind } from '../server/present/settle.ts'
import { markAll } from '../server/present/store.ts'
import { ensureShop } from '../server/shop/store.ts'
import { makeCode } from '../server/staff/codes.ts'
import { activeByLogin, activeOwners } from '../server/staff/store.ts'
import { importShopFile } from '../server/transfer/shopFile.ts'
import { migrationsFolder, readDemo } from './administer.ts'

export interface Prepared {
  /** What was put into a shop that was made just now. */
  readonly made: 'demo' | 'empty' | null
}

/**
 * Brings a database to the newest schema and, when no shop is in it yet, fills it: with the demo world, or empty, for its
 * first owner to take over with a one-time code.
 */
export async function prepareDatabase(
  url: string,
  kind: 'demo' | 'empty',
  log: (line: string) => void = console.log,
): Promise<Prepared> {
  await migrate(url, migrationsFolder, log)
  const database = openDatabase(url, { beforeCommit: atOnce })
  try {
    // What a migration left to be folded in a shop that is in use, the server works off while it runs.
    if (await database.maybeOne('select id from shop')) return { made: null }
    return await database.transaction(async (db): Promise<Prepared> => {
      const secret = randomBytes(32).toString('hex')
      if (kind === 'empty') {
        await ensureShop(db, 'Our shop', secret)
        return { made: 'empty' }
      }
      const demo = readDemo() as { shop: { name: string } }
      await ensureShop(db, demo.shop.name, secret)
      const counts = await importShopFile(db, demo)
      log(`demo: ${counts.customers} customers, ${counts.balls} balls, ${counts.events} events`)
      return { made: 'demo' }
    })
  } catch (error) {
    if (error instanceof ProblemError && error.extra.fields) {
      throw new Error(
        `The demo files do not load:\n${error.extra.fields.map((f) => `  ${f.path}: ${english(f.said)}`).join('\n')}`,
        { cause: error },
      )
    }
    throw error
  } finally {
    await database.close()
  }
}

/** A one-time code for the first owner of a shop that nobody owns, such as one whose start was broken off before it was told; null when somebody does. */
export async function codeForOwner(url: string): Promise<string | null> {
  const database = openDatabase(url, { connections: 1 })
  try {
    return (await activeOwners(database)) === 0 ? (await makeCode(database, null)).code : null
  } finally {
    await database.close()
  }
}

/** A one-time code that sets a member's password and takes the second factor off: for who lost both. Null when there is no such member. */
export async function codeForMember(url: string, login: string): Promise<string | null> {
  const database = openDatabase(url, { connections: 1 })
  try {
    const member = await activeByLogin(database, login)
    return member ? (await makeCode(database, member.id, { clearsSecond: true })).code : null
  } finally {
    await database.close()
  }
}

/** Folds every ball's present state anew from its history, such as after a restored backup; tells how far it is. */
export async function rebuildPresent(url: string, log: (line: string) => void = console.log): Promise<number> {
  const database = openDatabase(url)
  try {
    const balls = await markAll(database)
    let folded = 0
    let told = Date.now()
    while (folded < balls) {
      const some = await database.transaction((db) => settleBehind(db, 'now'))
      if (some === 0) break
      folded += some
      if (Date.now() - told > 2000) {
        log(`present state: ${folded} of ${balls} balls`)
        told = Date.now()
      }
    }
    log(`present state: ${balls} balls folded anew`)
    return balls
  } finally {
    await database.close()
  }
}
