import { Router } from 'express'
import type { Area } from '../http/area.ts'
import type { Context } from '../http/context.ts'
import { openStream } from '../http/stream.ts'

/** Tells open pages what somebody else has changed, at whichever server: which part of the shop, and by which page. */
function newsRoutes({ database, news }: Context): Router {
  const router = Router()
  router.get('/stream', (request, response) => {
    const { send, ended } = openStream(database, request, response)
    ended(news.on('changed', (what) => send(what)))
  })
  return router
}

export const news: Area = { name: 'news', routes: [['/news', newsRoutes]], tables: [], exports: [], imports: [] }
