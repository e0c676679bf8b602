import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { type Server, createServer, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliCompressSync, brotliDecompressSync, gunzipSync } from 'node:zlib'
import { pino } from 'pino'
import { createApp } from '../app.ts'
import type { Database } from '../database/db.ts'
import { testDatabase } from '../test/shop.ts'

/** The built application as browsers fetch it: packed once, kept for ever by its name, and the page itself asked for each time. */
const script = `export const words = ${JSON.stringify(Array.from({ length: 400 }, (_, n) => `word ${n}`))}\n`
let database: Database
let server: Server
let close: () => void
const folder = mkdtempSync(join(tmpdir(), 'web-'))

beforeAll(async () => {
  mkdirSync(join(folder, 'assets'))
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>the page</title>')
  writeFileSync(join(folder, 'sw.js'), '// what keeps it on the device')
  writeFileSync(join(folder, 'assets', 'main-1a2b.js'), script)
  writeFileSync(join(folder, 'assets', 'main-1a2b.js.br'), brotliCompressSync(script))
  writeFileSync(join(folder, 'assets', 'late-3c4d.css'), 'b { color: red }'.repeat(200))
  database = await testDatabase()
  const made = createApp({
    database,
    logger: pino({ level: 'silent' }),
    sessionSecret: 'test-secret',
    webFolder: folder,
  })
  close = made.close
  server = createServer(made.app).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
})
afterAll(async () => {
  server.closeAllConnections()
  await new Promise((resolve) => server.close(resolve))
  close()
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})

/** An answer as it goes over the wire, unpacked by nobody. */
async function fetchRaw(path: string, headers: Readonly<Record<string, string>> = {}) {
  const { port } = server.address() as { port: number }
  return new Promise<{ status: number; headers: Record<string, unknown>; body: Buffer }>((resolve, reject) => {
    request({ host: '127.0.0.1', port, path, headers }, (answer) => {
      const parts: Buffer[] = []
      answer.on('data', (part: Buffer) => parts.push(part))
      answer.on('end', () =>
        resolve({ status: answer.statusCode!, headers: answer.headers, body: Buffer.concat(parts) }),
      )
    })
      .on('error', reject)
      .end()
  })
}

describe('built files', () => {
  test('go out packed as they lie there to whoever unpacks that, with their own type and kept for a year', async () => {
    const { status, headers, body } = await fetchRaw('/assets/main-1a2b.js', { 'Accept-Encoding': 'gzip, deflate, br' })
    expect(status).toBe(200)
    expect(headers['content-encoding']).toBe('br')
    expect(headers['content-type']).toMatch(/javascript/)
    expect(headers['cache-control']).toMatch(/max-age=31536000.*immutable/)
    expect(headers['vary']).toMatch(/Accept-Encoding/i)
    expect(brotliDecompressSync(body).toString()).toBe(script)
    expect(body.length).toBeLessThan(script.length / 3)
  })

  test('go out packed on the way to whoever knows only that, and plain to whoever knows none', async () => {
    const zipped = await fetchRaw('/assets/main-1a2b.js', { 'Accept-Encoding': 'gzip' })
    expect(zipped.headers['content-encoding']).toBe('gzip')
    expect(gunzipSync(zipped.body).toString()).toBe(script)
    const bare = await fetchRaw('/assets/main-1a2b.js', { 'Accept-Encoding': 'identity' })
    expect(bare.headers['content-encoding']).toBeUndefined()
    expect(bare.body.toString()).toBe(script)
  })

  test('go out too where nothing was packed beside them', async () => {
    const { status, headers, body } = await fetchRaw('/assets/late-3c4d.css', { 'Accept-Encoding': 'identity' })
    expect([status, body.toString().length]).toEqual([200, 3200])
    expect(headers['content-type']).toMatch(/css/)
  })

  test.each(['/assets/gone-5e6f.js', '/assets/../../etc/passwd', '/assets/%2e%2e/%2e%2e/etc/passwd', '/assets/'])(
    '%s is not there: no page stands in for a file, and nothing outside the folder is told',
    async (path) => {
      const { status, body } = await fetchRaw(path, { 'Accept-Encoding': 'br' })
      if (status === 200) expect(body.toString()).toContain('the page')
      else expect(status).toBeGreaterThanOrEqual(400)
      expect(body.toString()).not.toMatch(/root:/)
    },
  )
})

describe('the page itself', () => {
  test.each(['/', '/rack', '/lanes/what-if?laydown=19', '/nowhere/at/all'])(
    '%s is asked for each time',
    async (path) => {
      const { status, headers, body } = await fetchRaw(path)
      expect([status, body.toString().includes('the page')]).toEqual([200, true])
      expect(headers['cache-control']).toMatch(/no-cache|max-age=0/)
    },
  )

  test('what keeps it on the device is never kept itself', async () => {
    const { status, headers } = await fetchRaw('/sw.js')
    expect(status).toBe(200)
    expect(headers['cache-control']).toMatch(/max-age=0/)
  })

  test('a question to the shop is not answered by the page', async () => {
    const { status, headers } = await fetchRaw('/api/nothing-of-the-kind')
    expect(status).toBeGreaterThanOrEqual(400)
    expect(headers['content-type']).toMatch(/json/)
  })
})
