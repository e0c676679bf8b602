import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import { words } from '@sleetfall/contract'
import { catalogue } from './messages.ts'

const sources = readdirSync(import.meta.dirname, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(vue|ts)$/.test(file) && !/^(dist|node_modules)/.test(file) && !file.endsWith('.test.ts'))
  .map((file) => ({ file, text: readFileSync(join(import.meta.dirname, file), 'utf8') }))

const lookUp = (path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], catalogue)

function leaves(value: unknown, path: string): string[] {
  if (typeof value !== 'object' || value === null) return [path]
  if (Array.isArray(value)) return [path]
  return Object.entries(value).flatMap(([key, inner]) => leaves(inner, path === '' ? key : `${path}.${key}`))
}

describe('message catalogue', () => {
  test('every text that a screen asks for by name is there', () => {
    const missing = sources.flatMap(({ file, text }) =>
      [...text.matchAll(/\bt\(\s*(?:[^'`(),]*\?\s*)?'([a-z]+\.[\w.-]+)'/g)]
        .map((match) => match[1]!)
        .filter((key) => typeof lookUp(key) !== 'string')
        .map((key) => `${file}: ${key}`),
    )
    expect(missing).toEqual([])
  })

  test('every group that a screen picks from is there', () => {
    const missing = sources.flatMap(({ file, text }) =>
      [...text.matchAll(/\bt\(\s*`([a-z]+(?:\.[\w-]+)*)\.\$\{/g)]
        .map((match) => match[1]!)
        .filter((key) => typeof lookUp(key) !== 'object')
        .map((key) => `${file}: ${key}`),
    )
    expect(missing).toEqual([])
  })

  test('no text is left that nothing shows', () => {
    const everything = sources.map(({ text }) => text).join('\n')
    // Words that the server and the schemas say by their key are looked for where they are said.
    const shared = new Set(Object.keys(words))
    const own = leaves(catalogue, '').filter((key) => !shared.has(key.split('.')[0]!))
    const unused = own.filter((key) => {
      const group = key.slice(0, key.lastIndexOf('.'))
      const outer = group.slice(0, group.lastIndexOf('.'))
      return ![`'${key}'`, `\`${group}.\${`, `'${group}'`, `\`${outer}.\${`].some((use) => everything.includes(use))
    })
    expect(unused).toEqual([])
  })
})
