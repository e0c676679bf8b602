import { createWriteStream } from 'node:fs'
import { mkdtemp, open, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { importWishesSchema, said } from '@sleetfall/contract'
import { type Request, Router } from 'express'
import type { Context } from '../http/context.ts'
import { ProblemError, notFound } from '../http/errors.ts'
import { noteWrite } from '../http/journal.ts'
import { takes } from '../http/write.ts'
import { openArchive } from './archive.ts'
import { catalogOf } from './catalog.ts'
import { exportShop } from './exportShop.ts'
import { importShop } from './importShop.ts'
import { isListName, writeList } from './lists.ts'
import { schemaOf } from './schema.ts'

const mostBytes = 2_000_000_000
/** A shop that is brought in stands here in the journal: there is one. */
const theShop = '00000000-0000-4000-8000-000000000000'

/** Writes what is sent into a file, no more than may be. */
async function received(request: Request, file: string): Promise<void> {
  let bytes = 0
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      bytes += chunk.length
      next(bytes > mostBytes ? new ProblemError(413, 'invalid-input', said('refused.tooLarge')) : null, chunk)
    },
  })
  await pipeline(request, counted, createWriteStream(file))
}

async function isZip(file: string): Promise<boolean> {
  const handle = await open(file)
  const { buffer } = await handle.read(Buffer.alloc(2), 0, 2, 0)
  await handle.close()
  return buffer.toString('latin1') === 'PK'
}

/** The whole shop in and out in open formats. */
export function transferRoutes({ database }: Context): Router {
  const router = Router()
  router.get('/shop', async (_request, response) => {
    response.attachment(`shop-${new Date().toISOString().slice(0, 10)}.zip`).type('application/zip')
    await exportShop(database, response)
  })
  router.get('/schema', async (_request, response) => {
    response.json(schemaOf(await catalogOf(database)))
  })
  router.get('/lists/:name', async (request, response) => {
    const { name } = request.params
    if (!isListName(name)) throw notFound('address')
    response.attachment(`${name}.csv`).type('text/csv')
    await writeList(database, name, response)
    response.end()
  })
  /** Looks through a shop that somebody brings, or takes it over. Asked twice it finds everything there already. */
  router.put(
    '/shop',
    takes(
      importWishesSchema,
      async (wishes, request, response) => {
        const folder = await mkdtemp(join(tmpdir(), 'sleetfall-import-'))
        try {
          const file = join(folder, 'shop')
          await received(request, file)
          const archive = await openArchive(file, () => readFile(file), await isZip(file))
          try {
            const answer = await importShop(database, archive, wishes)
            if (answer.taken) await noteWrite(database, request, theShop)
            response.json(answer)
          } finally {
            archive.close()
          }
        } finally {
          await rm(folder, { recursive: true, force: true })
        }
      },
      { inQuery: true },
    ),
  )
  return router
}
