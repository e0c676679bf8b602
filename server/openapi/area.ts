import { Router } from 'express'
import type { Area } from '../http/area.ts'
import { describe, routesOf } from './describe.ts'

/** The description of every route, for who writes programs that ask this server. */
export const openapi = (areas: readonly Area[]): Area => {
  const own: Area = {
    name: 'openapi',
    routes: [
      [
        '/openapi',
        (context) => {
          const router = Router()
          let made: unknown
          router.get('/', (_request, response) => {
            // Made when it is first asked for: few ever do.
            made ??= describe(routesOf([...areas, own], context))
            response.type('application/json').send(JSON.stringify(made))
          })
          return router
        },
      ],
    ],
    tables: [],
    exports: [],
    imports: [],
  }
  return own
}
