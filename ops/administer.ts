import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { projectRoot } from './root.ts'

export const migrationsFolder = join(projectRoot, 'server', 'migrations')

export type Client = pg.Client

/** Does something with a connection of its own. */
export async function asAdministrator<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** Makes a database when there is none of this name; `from` names a template to copy. */
export async function createDatabase(
  adminUrl: string,
  name: string,
  options: { from?: string; anew?: boolean } = {},
): Promise<void> {
  await asAdministrator(adminUrl, async (client) => {
    if (options.anew) await client.query(`drop database if exists ${client.escapeIdentifier(name)} with (force)`)
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name])
    if (rowCount) return
    const template = options.from === undefined ? '' : ` template ${client.escapeIdentifier(options.from)}`
    await client.query(`create database ${client.escapeIdentifier(name)}${template}`)
  })
}

/** The demo world as it ships. */
export const readDemo = (): unknown => JSON.parse(readFileSync(join(projectRoot, 'demo', 'shop.json'), 'utf8'))

/** People of the demo who can sign in, for the start command's message. */
export function demoSignIns(): { login: string; password: string; role: string }[] {
  return (readDemo() as { staff: { login: string; password: string; role: string }[] }).staff
}
