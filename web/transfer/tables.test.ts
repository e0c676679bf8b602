import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import german from './german.ts'
import english from './messages.ts'

test('whatever a file of a shop may hold has a name in both languages, and nothing else has', () => {
  const list = readFileSync(new URL('../../server/transfer/tables.ts', import.meta.url), 'utf8')
  const whole = list.slice(list.indexOf('wholeShop'), list.indexOf('as const satisfies'))
  const tables = [...whole.matchAll(/table: '(\w+)'/g)].map(([, table]) => table)
  expect(tables).toContain('ball_event')
  for (const { tables: words } of [english, german]) expect(Object.keys(words)).toEqual(tables)
})
