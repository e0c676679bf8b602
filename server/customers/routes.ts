import { customerSchema, mergeSchema, retireSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { ballCounts } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { type Context, idOf } from '../http/context.ts'
import { removal, write } from '../http/write.ts'
import { customerDependents, deleteCustomer, mergeCustomers, retireCustomer } from './mend.ts'
import { createCustomer, customerById, listCustomers, updateCustomer } from './store.ts'

/** A customer with the count of their balls. */
async function withBalls(db: Db, id: string) {
  const customer = await customerById(db, id)
  const counts = await ballCounts(db)
  return customer && { ...customer, ballCount: counts.get(id) ?? 0 }
}

export function customerRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/', async (_request, response) => {
    const [customers, counts] = await Promise.all([listCustomers(database), ballCounts(database)])
    response.json(customers.map((customer) => ({ ...customer, ballCount: counts.get(customer.id) ?? 0 })))
  })

  router.post(
    '/',
    write(
      context,
      customerSchema,
      ({ db, input }) => createCustomer(db, input),
      ({ db, input }) => withBalls(db, input.id),
    ),
  )

  router.put(
    '/:id',
    write(
      context,
      customerSchema.concat(versioned),
      async ({ db, input, request }) => {
        const { version, ...rest } = input
        await updateCustomer(db, { ...rest, id: idOf(request) }, version)
        return withBalls(db, idOf(request))
      },
      ({ db, request }) => withBalls(db, idOf(request)),
    ),
  )
  router.get('/:id/dependents', async (request, response) => {
    response.json(await customerDependents(database, idOf(request)))
  })
  router.delete('/:id', removal(context, deleteCustomer))
  router.post(
    '/:id/retire',
    write(
      context,
      retireSchema,
      async ({ db, input, request }) => {
        await retireCustomer(db, idOf(request), input)
        return withBalls(db, idOf(request))
      },
      ({ db, request }) => withBalls(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/merge',
    write(
      context,
      mergeSchema,
      async ({ db, input, request }) => {
        await mergeCustomers(db, idOf(request), input.intoId)
        return withBalls(db, input.intoId)
      },
      ({ db, input }) => withBalls(db, input.intoId),
    ),
  )
  return router
}
