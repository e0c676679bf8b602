import { adviceQuestionSchema, wrong } from '@sleetfall/contract'
import { Router } from 'express'
import { boolean, object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { takes, write } from '../http/write.ts'
import { adviceFor, surfacePage } from './page.ts'
import { rulesOff, setRule } from './rules.ts'

/** A ball's surface: its curve, what it is due for, what the schools would cost, and rules of thumb. */
export function surfaceRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
  router.get('/:id', async (request, response) => {
    response.json(await surfacePage(database, idOf(request)))
  })
  router.get(
    '/:id/advice',
    takes(adviceQuestionSchema, async ({ complaint, patternId }, request, response) => {
      response.json(await adviceFor(database, idOf(request), { complaint, patternId }))
    }),
  )
  /** Whether this shop holds a rule of thumb; the owner's to say. */
  router.put(
    '/rules/:rule',
    write(
      context,
      object({ held: boolean().required(wrong('held', 'yesNo')) }),
      async ({ db, input, request, user }) => {
        await setRule(db, String(request.params['rule']), input.held, user.id)
        return { off: await rulesOff(db) }
      },
      async ({ db }) => ({ off: await rulesOff(db) }),
    ),
  )
  return router
}
