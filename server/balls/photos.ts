import {
  type BallPhoto,
  type PhotoLook,
  looksSchema,
  mostPhotoBytes,
  mostPhotoPixels,
  mostPhotos,
  photoTypes,
  said,
  wrong,
} from '@sleetfall/contract'
import express, { type Request, Router } from 'express'
import { fileTypeFromBuffer } from 'file-type'
import { imageSize } from 'image-size'
import type { Db } from '../database/db.ts'
import { type Context, idOf, signedIn } from '../http/context.ts'
import { ProblemError, invalidInput, notFound } from '../http/errors.ts'
import { noteWrite } from '../http/journal.ts'
import { write } from '../http/write.ts'
import { lockBall } from './events.ts'
import { ballById } from './store.ts'

/** Where photos lie; another store is another object of this shape. */
interface PhotoStore {
  list(ballId: string): Promise<BallPhoto[]>
  read(ballId: string, id: string): Promise<{ contentType: string; bytes: Buffer } | null>
  add(photo: { id: string; ballId: string; contentType: string; bytes: Buffer; staffId: string }): Promise<void>
  /** Notes what is seen on it; tells whether there is such a photo. */
  look(ballId: string, id: string, looks: readonly PhotoLook[]): Promise<boolean>
  remove(ballId: string, id: string): Promise<void>
}

/** Photos in the shop's own database: one thing to back up. */
export const databasePhotos = (db: Db): PhotoStore => ({
  list: (ballId) =>
    db.many<BallPhoto>(
      `select p.id, p.caption, p.looks, p.created_at, s.name as taken_by from ball_photo p
       left join staff_label s on s.id = p.staff_id where p.ball_id = $1 order by p.created_at, p.id`,
      [ballId],
    ),
  read: (ballId, id) =>
    db.maybeOne('select content_type, bytes from ball_photo where ball_id = $1 and id = $2', [ballId, id]),
  add: async ({ id, ballId, contentType, bytes, staffId }) => {
    // A repeated upload of the same photo is one.
    await db.run(
      `insert into ball_photo (id, ball_id, content_type, bytes, staff_id) values ($1, $2, $3, $4, $5)
       on conflict (id) do nothing`,
      [id, ballId, contentType, bytes, staffId],
    )
  },
  look: async (ballId, id, looks) =>
    (await db.run('update ball_photo set looks = $3 where ball_id = $1 and id = $2', [
      ballId,
      id,
      JSON.stringify(looks),
    ])) > 0,
  remove: async (ballId, id) => {
    await db.run('delete from ball_photo where ball_id = $1 and id = $2', [ballId, id])
  },
})

/** What a file is, by its content and not by what it is called; refused unless it is a photo we show. */
async function photoType(bytes: unknown): Promise<string> {
  if (!Buffer.isBuffer(bytes) || bytes.length === 0)
    throw invalidInput([{ path: 'photo', said: wrong('photo', 'photoFile') }])
  const found = await fileTypeFromBuffer(bytes)
  if (!found || !(photoTypes as readonly string[]).includes(found.mime))
    throw invalidInput([{ path: 'photo', said: wrong('photo', 'photoContent') }])
  return found.mime
}

/** Pixels are told by the file's head; a small file can hold a picture that fills a machine's memory when it is shown. */
function refuseHuge(bytes: Uint8Array): void {
  const { width, height } = sizeOf(bytes)
  if (width * height > mostPhotoPixels)
    throw invalidInput([
      {
        path: 'photo',
        said: wrong('photo', 'tooManyPixels', { width, height, millions: mostPhotoPixels / 1e6 }),
      },
    ])
}
function sizeOf(bytes: Uint8Array): { readonly width: number; readonly height: number } {
  try {
    return imageSize(bytes)
  } catch {
    throw invalidInput([{ path: 'photo', said: wrong('photo', 'photoDamaged') }])
  }
}

export function photoRoutes(context: Context): Router {
  const { database } = context
  const router = Router({ mergeParams: true })
  const photos = databasePhotos(database)
  const existing = async (request: Request) => {
    const ball = await ballById(database, idOf(request))
    if (!ball) throw notFound('ball')
    return ball.id
  }
  router.get('/', async (request, response) => {
    response.json(await photos.list(await existing(request)))
  })
  router.get('/:photoId', async (request, response) => {
    const photo = await photos.read(idOf(request), idOf(request, 'photoId'))
    if (!photo) throw notFound('photo')
    // A photo never changes under its id, and is only ever shown as a picture.
    response.set('Cache-Control', 'private, max-age=31536000, immutable').set('X-Content-Type-Options', 'nosniff')
    response.type(photo.contentType).send(photo.bytes)
  })
  router.put('/:photoId', express.raw({ type: () => true, limit: mostPhotoBytes }), async (request, response) => {
    const ballId = await existing(request)
    const contentType = await photoType(request.body)
    const bytes = request.body as Buffer
    refuseHuge(bytes)
    const id = idOf(request, 'photoId')
    const staffId = signedIn(request).id
    const all = await database.transaction(async (db) => {
      // Of photos sent at once each is counted before the next.
      await lockBall(db, ballId)
      const within = databasePhotos(db)
      const known = await within.list(ballId)
      if (known.length >= mostPhotos && !known.some((photo) => photo.id === id))
        throw new ProblemError(409, 'refused', said('refused.mostPhotos', { count: mostPhotos }))
      await within.add({ id, ballId, contentType, bytes, staffId })
      await noteWrite(db, request, ballId)
      return within.list(ballId)
    })
    response.json(all)
  })
  router.post(
    '/:photoId/looks',
    write(
      context,
      looksSchema,
      async ({ db, input, request }) => {
        const within = databasePhotos(db)
        if (!(await within.look(idOf(request), idOf(request, 'photoId'), input.looks))) throw notFound('photo')
        return within.list(idOf(request))
      },
      ({ db, request }) => databasePhotos(db).list(idOf(request)),
    ),
  )
  router.delete('/:photoId', async (request, response) => {
    const ballId = await existing(request)
    await photos.remove(ballId, idOf(request, 'photoId'))
    await noteWrite(database, request, ballId)
    response.json(await photos.list(idOf(request)))
  })
  return router
}
