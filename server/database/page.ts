import { type PageQuestion, mostCounted } from '@sleetfall/contract'
import type { Db } from './db.ts'
import { likeWords } from './like.ts'

/** Conditions of a question with their values, each `$?` in the order of the values. */
export class Conditions {
  readonly values: unknown[] = []
  readonly #parts: string[] = []

  /** Adds a condition; `$?` stands for the value. Null or undefined asks for nothing. */
  when(value: unknown, condition: string): this {
    if (value === null || value === undefined) return this
    this.values.push(value)
    this.#parts.push(condition.replaceAll('$?', `$${this.values.length}`))
    return this
  }
  /** Every word of a text is found in an expression; each is a condition of its own, so that an index over its trigrams serves. */
  words(text: string, expression: string): this {
    for (const word of likeWords(text)) this.when(word, `${expression} ilike $?`)
    return this
  }
  and(condition: string): this {
    this.#parts.push(condition)
    return this
  }
  /** The next value's mark. */
  mark(value: unknown): string {
    this.values.push(value)
    return `$${this.values.length}`
  }
  get where(): string {
    return this.#parts.length === 0 ? '' : `where ${this.#parts.join(' and ')}`
  }
}

/** How many rows a query finds, counted no further than anybody needs. */
export async function countUpTo(db: Db, from: string, { where, values }: Conditions): Promise<number> {
  const { count } = await db.one<{ count: number }>(
    `select count(*)::int as count from (select 1 from ${from} ${where} limit ${mostCounted + 1}) as counted`,
    values,
  )
  return count
}

/** Of what a word finds the search field orders so many: a word that thousands have finds any of them, and is typed on. */
export const mostFound = 400

/** `limit … offset …` of a question. */
export const part = (conditions: Conditions, { limit, offset }: Pick<PageQuestion, 'limit' | 'offset'>) =>
  `limit ${conditions.mark(limit)} offset ${conditions.mark(offset)}`

/** `order by` over index columns, all in one direction, so that one index serves both. */
export const orderBy = (columns: readonly string[], down: boolean) =>
  `order by ${columns.map((column) => (down ? `${column} desc` : column)).join(', ')}`
