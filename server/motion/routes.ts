import { mapLineOf, type MapMessage, mapQuestionSchema, said, wrong } from '@sleetfall/contract'
import { GivenUp, type MapPattern, mapTasks, readyRecipes, spreadFor, usualPhases, usualSpread } from '@sleetfall/core'
import { Router } from 'express'
import { ballsOf } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { invalidInput, notFound } from '../http/errors.ts'
import { takes } from '../http/write.ts'
import { patternById } from '../lanes/store.ts'
import { spreadOf } from '../trials/store.ts'

const mostPatterns = 4
const surfaces = ['now', ...readyRecipes.map((recipe) => recipe.key)]

/** A list in the query, `a,b,c`. */
const listed = (text: string) => text.split(',').filter((one) => one !== '')

/**
 * Reaction map of a customer's balls, streamed as it is found: what no tablet should compute. The work is spread over the
 * server's threads and ends when the reader goes away.
 */
export function motionRoutes({ database, motion }: Context): Router {
  const router = Router()
  router.get(
    '/:customerId',
    takes(mapQuestionSchema, async (question, request, response) => {
      const customer = await customerById(database, idOf(request, 'customerId'))
      if (!customer) throw notFound('customer')
      const asked = listed(question.patterns)
      if (asked.length === 0 || asked.length > mostPatterns)
        throw invalidInput([{ path: 'patterns', said: wrong('patterns', 'range', { min: 1, max: mostPatterns }) }])
      const patterns: MapPattern[] = []
      for (const id of asked) {
        const pattern = await patternById(database, id).catch(() => null)
        if (!pattern) throw notFound('pattern')
        patterns.push(pattern)
      }
      const chosen = listed(question.surfaces)
      if (chosen.some((one) => !surfaces.includes(one)))
        throw invalidInput([
          { path: 'surfaces', said: said('input.anyOf', { field: 'surface', values: surfaces.join(', ') }) },
        ])
      const balls = await ballsOf(database, customer.id)
      const { places, tasks } = mapTasks({
        bowler: customer,
        balls,
        surfaces: chosen.length > 0 ? chosen : surfaces,
        patterns,
        phases: usualPhases,
        playable: customer.playable,
        spread: spreadFor(usualSpread, await spreadOf(database, customer.id)),
      })
      const gone = new AbortController()
      response.once('close', () => gone.abort())
      response.type('application/x-ndjson')
      const send = (message: MapMessage) => {
        response.write(`${JSON.stringify(message)}\n`)
        // Set by the compression in between: what is found must not wait in it.
        ;(response as unknown as { flush?(): void }).flush?.()
      }
      send({ places })
      try {
        await motion.runAll(tasks, {
          signal: gone.signal,
          onAnswer: ({ index, answer }) => send({ index, line: mapLineOf(answer) }),
        })
      } catch (error) {
        if (!(error instanceof GivenUp)) {
          request.log.error({ err: error }, 'reaction map')
          send({ failed: said('refused.mapFailed') })
        }
      }
      response.end()
    }),
  )
  return router
}
