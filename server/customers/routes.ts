import { customerListSchema, customerSchema, mergeSchema, retireSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { ballsOf } from '../balls/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { answers, removal, write } from '../http/write.ts'
import { customerDependents, deleteCustomer, mergeCustomers, retireCustomer } from './mend.ts'
import { createCustomer, customerById, listCustomers, updateCustomer } from './store.ts'

export function customerRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get(
    '/',
    answers(customerListSchema, (question) => listCustomers(database, question)),
  )
  router.get('/:id', async (request, response) => {
    const customer = await customerById(database, idOf(request))
    if (!customer) throw notFound('customer')
    response.json(customer)
  })
  /** The balls of one customer, retired ones too. */
  router.get('/:id/rack', async (request, response) => {
    response.json(await ballsOf(database, idOf(request)))
  })

  router.post(
    '/',
    write(
      context,
      customerSchema,
      ({ db, input }) => createCustomer(db, input),
      ({ db, input }) => customerById(db, input.id),
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
        return customerById(db, idOf(request))
      },
      ({ db, request }) => customerById(db, idOf(request)),
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
        return customerById(db, idOf(request))
      },
      ({ db, request }) => customerById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/merge',
    write(
      context,
      mergeSchema,
      async ({ db, input, request }) => {
        await mergeCustomers(db, idOf(request), input.intoId)
        return customerById(db, input.intoId)
      },
      ({ db, input }) => customerById(db, input.intoId),
    ),
  )
  return router
}
