import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import flares from '../core/fixtures/flare.json' with { type: 'json' }
import layouts from '../core/fixtures/layout.json' with { type: 'json' }
import motions from '../core/fixtures/motion.json' with { type: 'json' }
import { commands } from './commands.ts'
import { formProblems, misread } from './form.ts'
import { runCommand } from './run.ts'

const shot = motions.cases[5]!
const sampling = { spread: { targetBoards: 0.8, speedMph: 0.35, revRpm: 15 }, samples: 5, seed: 1 }
/** A sound input of each command that is quick. */
const sound: Readonly<Record<string, object>> = {
  film: { loads: shot.friction.kind === 'film' ? shot.friction.loads : [] },
  simulate: shot,
  flare: flares.cases[0]!,
  room: { ...shot, ...sampling },
  layout: layouts.cases[0]!.input,
  wear: {
    cover: 'solid',
    startRaUm: 0.52,
    readings: [],
    gamesPerWeek: 6,
    window: { minRaUm: 0.4, maxRaUm: 0.6 },
    at: [0, 10],
  },
  compare: {
    measure: 'entryBoard',
    prior: 'none',
    shots: [
      { variant: 'a', value: 17 },
      { variant: 'a', value: 17.5 },
      { variant: 'b', value: 16 },
      { variant: 'b', value: 16.5 },
    ],
  },
}
const names = Object.keys(sound)
const run = (name: string, input: unknown) => runCommand(commands[name]!, JSON.stringify(input))

/** Every place in a value, as the keys that lead to it. */
function placesOf(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path]
  return [path, ...Object.entries(value).flatMap(([key, inner]) => placesOf(inner, [...path, key]))]
}
function replaced(value: unknown, [key, ...rest]: readonly string[], by: unknown): unknown {
  if (key === undefined) return by
  if (Array.isArray(value))
    return value.map((one, i) => (String(i) === key ? replaced(one, rest, by) : (one as unknown)))
  return { ...(value as object), [key]: replaced((value as Record<string, unknown>)[key], rest, by) }
}

describe('whatever a script sends', () => {
  test.each(names)('%s answers a sound input', (name) => {
    expect(run(name, sound[name])).toMatchObject({ ok: true })
  })

  test('any value anywhere is answered, or refused line by line with its field; nothing ends in a stack trace', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...names.filter((name) => name !== 'room')),
        fc.nat(),
        fc.oneof(
          fc.jsonValue({ maxDepth: 2 }),
          fc.constantFrom('toString', '__proto__', 'constructor', 1e308, -1, 0, [1], { length: 3 }, 'NaN'),
        ),
        (name, pick, value) => {
          const places = placesOf(sound[name])
          const result = run(name, replaced(sound[name], places[pick % places.length]!, value))
          if (result.ok) expect(() => JSON.parse(result.output) as unknown).not.toThrow()
          else {
            expect(result.problems.length).toBeGreaterThan(0)
            for (const problem of result.problems) expect(problem).toMatch(/^[^\n]+: [^\n]+$/)
          }
        },
      ),
      { numRuns: 400 },
    )
  })

  test('a misspelt field is refused by name, wherever it stands', () => {
    for (const name of names) {
      const places = placesOf(sound[name]).filter((path) => {
        const at = path.reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], sound[name])
        return typeof at === 'object' && at !== null && !Array.isArray(at) && path[0] !== 'expected'
      })
      for (const path of places) {
        const at = path.reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], sound[name])
        const result = run(name, replaced(sound[name], path, { ...(at as object), misspelt: 1 }))
        expect(result).toMatchObject({ ok: false })
        if (!result.ok) expect(result.problems.join()).toContain('misspelt: not a field here')
      }
    }
  })

  test.each([
    ['nested brackets', '['.repeat(20_000) + ']'.repeat(20_000), 'input: nested more than 40 deep'],
    ['a prototype', '{"__proto__":{},"shots":[]}', '__proto__: not a field'],
    ['a name that every object has', '{"toString":""}', 'toString: not a field'],
    ['no JSON', '{"shots":', /^input: not JSON/],
    [
      'a list for a number',
      JSON.stringify({ ...shot, friction: { ...shot.friction, raUm: [1] } }),
      'friction.raUm: a number belongs here, not a list',
    ],
    [
      'a text for a number',
      JSON.stringify({ ...shot, bowler: { ...shot.bowler, speedMph: '17' } }),
      'bowler.speedMph: a number belongs here, not a string',
    ],
    [
      'a kind of no friction',
      JSON.stringify({ ...shot, friction: { kind: 'toString' } }),
      'friction.kind: Kind: one of constant, step, film',
    ],
    [
      'axes of no length',
      JSON.stringify({
        ...shot,
        ball: {
          ...shot.ball,
          axes: [
            [0, 0, 0],
            [0, 0, 0],
            [0, 0, 0],
          ],
        },
      }),
      'ball.axes: Axes: three of length 1, square to each other',
    ],
    [
      'axes not square',
      JSON.stringify({
        ...shot,
        ball: {
          ...shot.ball,
          axes: [
            [1, 0, 0],
            [0.8, 0.6, 0],
            [0, 0, 1],
          ],
        },
      }),
      'ball.axes: Axes: three of length 1, square to each other',
    ],
    [
      'more intermediate than differential',
      JSON.stringify({ ...shot, ball: { ...shot.ball, differentialIn: 0.02, intermediateDifferentialIn: 0.03 } }),
      'ball: Intermediate differential: not larger than the differential; are the two swapped?',
    ],
  ] as const)('%s', (_, text, problem) => {
    const result = runCommand(commands['simulate']!, text)
    expect(result.ok).toBe(false)
    if (!result.ok)
      expect(result.problems).toEqual([
        expect.stringMatching(
          typeof problem === 'string' ? `^${problem.replace(/[[\](){}.*+?^$|]/g, '\\$&')}$` : problem,
        ),
      ])
  })

  test('a range the wrong way round names the field', () => {
    const { release: _, ...rest } = shot
    const input = { ...rest, ...sampling, playable: { laydown: [26, 18], target: [8, 12] } }
    expect(run('line', input)).toEqual({ ok: false, problems: ['playable.laydown: Laydown: the least comes first'] })
  })
})

describe('the shape of an input', () => {
  test('is never at fault in plain JSON of a usual depth', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 10 }), (value) => {
        fc.pre(!Object.getOwnPropertyNames(Object.prototype).some((key) => JSON.stringify(value).includes(key)))
        expect(formProblems(value)).toEqual([])
      }),
    )
  })
  test('read as what it is, nothing is misread; a schema’s own defaults are no matter', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue({ maxDepth: 3 })), (value) => {
        expect(misread(value, { ...value, added: 1 })).toEqual([])
      }),
    )
  })
})
