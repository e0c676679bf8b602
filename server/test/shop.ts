import { randomBytes, randomUUID } from 'node:crypto'
import { createServer } from 'node:http'
import pg from 'pg'
import { type Logger, pino } from 'pino'
import supertest from 'supertest'
import { createApp } from '../app.ts'
import { type Database, openDatabase } from '../database/db.ts'
import { atOnce } from '../present/queue.ts'
import { ensureShop } from '../shop/store.ts'
import { createStaff, setPassword } from '../staff/store.ts'

const clusterUrl = (database: string) => {
  const pattern = process.env['TEST_CLUSTER_URL']
  if (!pattern) throw new Error('TEST_CLUSTER_URL is not set; run npm test.')
  return pattern.replace(/NAME$/, database)
}

/** Of the migrated one, of the demo world, and of the demo world with its maps computed. */
type Template = 'template_migrated' | 'template_demo' | 'template_browser'
async function newDatabaseUrl(from: string): Promise<string> {
  const name = `t_${randomBytes(6).toString('hex')}`
  const client = new pg.Client({ connectionString: clusterUrl('postgres') })
  await client.connect()
  await client.query(`create database ${name} ${from}`)
  await client.end()
  return clusterUrl(name)
}
/** Address of a database that is a copy of a template on the tests' real PostgreSQL. */
export const testDatabaseUrl = (template: Template) => newDatabaseUrl(`template ${template}`)
export const emptyDatabaseUrl = () => newDatabaseUrl('')

/** A database of its own for one test file. */
export const testDatabase = async (template: Template = 'template_migrated'): Promise<Database> =>
  openDatabase(await testDatabaseUrl(template), { beforeCommit: atOnce })

export const password = 'a-long-enough-password'

/** A shop with one member of each role, and the whole application over it. */
export async function testShop(
  options: { readonly devicesUrl?: string; readonly logger?: Logger; readonly template?: Template } = {},
) {
  const database = await testDatabase(options.template)
  await ensureShop(database, 'Test shop', 'test-secret')
  // The demo shop has its own members, who sign in like the others here.
  if (options.template === 'template_demo') {
    for (const { id } of await database.many<{ id: string }>('update staff set login = role returning id'))
      await setPassword(database, id, password)
  } else
    for (const role of ['owner', 'technician', 'counter'] as const)
      await createStaff(database, { id: randomUUID(), login: role, name: role, role, active: true, password })
  const { app, close } = createApp({
    database,
    logger: options.logger ?? pino({ level: 'silent' }),
    sessionSecret: 'test-secret',
    devicesUrl: options.devicesUrl,
  })
  const server = createServer(app).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const address = server.address() as { port: number }
  const origin = `http://127.0.0.1:${address.port}`

  /** A browser of a member: keeps the cookie, sends origin and write ids. */
  async function signIn(login: 'owner' | 'technician' | 'counter') {
    const agent = supertest.agent(origin)
    await agent.post('/api/session').set('Origin', origin).send({ login, password }).expect(200)
    const write = (method: 'post' | 'put', path: string, body: object, id: string = randomUUID()) =>
      agent[method](`/api${path}`).set('Origin', origin).set('X-Write-Id', id).send(body)
    return {
      get: (path: string) => agent.get(`/api${path}`),
      post: write.bind(null, 'post'),
      put: write.bind(null, 'put'),
      upload: (path: string, bytes: Buffer) =>
        agent
          .put(`/api${path}`)
          .set('Origin', origin)
          .set('Content-Type', 'application/octet-stream')
          .serialize((body) => body as unknown as string)
          .send(bytes),
      remove: (path: string) => agent.delete(`/api${path}`).set('Origin', origin).set('X-Write-Id', randomUUID()),
      agent,
    }
  }
  /** A member's cookie, for tests that ask by `fetch`. */
  async function cookieOf(login: 'owner' | 'technician' | 'counter'): Promise<string> {
    const answer = await supertest(origin)
      .post('/api/session')
      .set('Origin', origin)
      .send({ login, password })
      .expect(200)
    const cookies = answer.headers['set-cookie'] as unknown as readonly string[]
    return cookies.map((one) => one.split(';')[0]).join('; ')
  }
  async function end() {
    close()
    server.closeAllConnections()
    await new Promise((resolve) => server.close(resolve))
    await database.close()
  }
  return { database, origin, signIn, cookieOf, end }
}

export const aCustomer = (change: object = {}) => ({
  id: randomUUID(),
  name: `Customer ${randomUUID().slice(0, 8)}`,
  hand: 'right',
  ...change,
})
export const aBall = (customerId: string, change: object = {}) => ({
  id: randomUUID(),
  customerId,
  name: 'Test ball',
  cover: 'solid',
  ...change,
})
export const ago = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString()
