import { customerSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { ballCounts } from '../balls/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { write } from '../http/write.ts'
import { createCustomer, listCustomers, updateCustomer } from './store.ts'

export function customerRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    const [customers, counts] = await Promise.all([listCustomers(database), ballCounts(database)])
    response.json(customers.map((customer) => ({ ...customer, ballCount: counts.get(customer.id) ?? 0 })))
  })

  router.post(
    '/',
    write(context, customerSchema, ({ db, input }) => createCustomer(db, input)),
  )

  router.put(
    '/:id',
    write(context, customerSchema.concat(object({ version: number().required() })), async ({ db, input, request }) => {
      const { version, ...rest } = input
      const saved = await updateCustomer(db, { ...rest, id: idOf(request) }, version)
      const counts = await ballCounts(db)
      return saved && { ...saved, ballCount: counts.get(saved.id) ?? 0 }
    }),
  )
  return router
}
