import { type JournalEntry, journalQuestionSchema } from '@sleetfall/contract'
import { Router } from 'express'
import Papa from 'papaparse'
import type { Context } from '../http/context.ts'
import { answers, takes } from '../http/write.ts'
import { journalPart, journalPeople } from './store.ts'

const columns = ['at', 'by', 'withPin', 'what', 'record', 'table', 'column', 'before', 'after']
const aPart = 500

/** A line for each column that changed; one for a write that changed none. */
function linesOf({ at, staffName, withPin, what, label, changes }: JournalEntry): unknown[][] {
  const head = [at, staffName, withPin, what, label]
  const lines = changes.flatMap(({ ofTable, columns: changed }) =>
    Object.entries(changed).map(([column, [before, after]]) => [
      ...[...head, ofTable, column],
      ...[before, after].map((value) => (typeof value === 'object' && value !== null ? JSON.stringify(value) : value)),
    ]),
  )
  return lines.length > 0 ? lines : [[...head, '', '', '', '']]
}

export function journalRoutes({ database }: Context): Router {
  const router = Router()
  router.get(
    '/',
    answers(journalQuestionSchema, (question) => journalPart(database, question)),
  )
  router.get('/people', async (_request, response) => {
    response.json(await journalPeople(database))
  })
  /** The journal as a table, written part by part: nothing of it is held. */
  router.get(
    '/file',
    takes(journalQuestionSchema, async (question, request, response) => {
      response.attachment('journal.csv').type('text/csv')
      const write = (rows: unknown[][]) =>
        // A cell that begins like a formula is given as text.
        response.write(`${Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })}\r\n`)
      write([columns])
      for (let before: string | null = question.before ?? ''; before !== null && !response.destroyed;) {
        const part = await journalPart(database, { ...question, before }, aPart)
        if (part.items.length > 0 && !write(part.items.flatMap(linesOf)) && !response.destroyed)
          await new Promise((resolve) => response.once('drain', resolve).once('close', resolve))
        before = part.next
      }
      response.end()
    }),
  )
  return router
}
