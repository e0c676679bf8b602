import { recordQuestionSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { customerById } from '../customers/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { takes, write } from '../http/write.ts'
import { forgetCustomer } from './forget.ts'
import { recordOf } from './record.ts'

export function rightsRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
  /** All that is held of a customer, for them to take away; `?file` as a file. */
  router.get(
    '/:id',
    takes(recordQuestionSchema, async ({ file }, request, response) => {
      const record = await recordOf(database, idOf(request))
      if (file !== undefined) response.attachment(`${String(record.customer['name'])}.json`)
      response.json(record)
    }),
  )
  router.post(
    '/:id/forget',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        await forgetCustomer(db, idOf(request))
        return customerById(db, idOf(request))
      },
      ({ db, request }) => customerById(db, idOf(request)),
    ),
  )
  return router
}
