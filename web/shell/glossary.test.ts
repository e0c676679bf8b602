import { describe, expect, test } from '@jest/globals'
import { routes } from '../routes.ts'
import { keysOf, terms, termsOf } from './glossary.ts'
import words from './glossaryWords.ts'
import shell from './messages.ts'

const names = routes.map(({ name }) => String(name))

describe('help on a page', () => {
  test('every page that a member opens has words of its own or its area’s', () => {
    const pages = routes.filter(({ name, meta }) => name && name !== 'lost' && !meta?.['open'])
    const without = pages.filter(({ name, meta }) => !termsOf[String(name)] && !termsOf[String(meta?.['area'] ?? '')])
    expect(without.map(({ name }) => name)).toEqual([])
    expect(Object.keys(termsOf).filter((name) => !names.includes(name))).toEqual([])
  })

  test('every term is told somewhere, once a page, and is told in words', () => {
    const used = Object.values(termsOf).flat()
    expect(terms.filter((term) => !used.includes(term))).toEqual([])
    expect(Object.keys(words).sort()).toEqual([...terms].sort())
    for (const [page, told] of Object.entries(termsOf)) expect([page, new Set(told).size]).toEqual([page, told.length])
    for (const { name, is } of Object.values(words)) {
      expect(name.length).toBeLessThan(40)
      expect(is).toMatch(/^[A-Z].*\.$/)
    }
  })

  test('keys of a page belong to a page, and each says what it does', () => {
    for (const [page, keys] of Object.entries(keysOf)) {
      expect([page, page === 'everywhere' || names.includes(page)]).toEqual([page, true])
      for (const [, what] of keys) expect(shell.shortcuts).toHaveProperty(what)
    }
  })
})
