import { randomUUID } from 'node:crypto'
import { describe, expect, test } from '@jest/globals'
import { type Trial, shotSchema } from '@sleetfall/contract'
import fc from 'fast-check'
import { type Mapping, fieldOf, headingsOf, readShots, shotFields, shotsAsCsv } from './shotCsv.ts'

const arms = [
  { arm: 1, label: 'as it is', ballName: 'Skerrymoor' },
  { arm: 2, label: 'at 500', ballName: 'Wrackline' },
]
const trialOf = (shots: object[]) => ({ arms, shots }) as unknown as Trial
const mappingOf = (text: string): Mapping => Object.fromEntries(headingsOf(text).map((name) => [name, fieldOf(name)]))
const read = (text: string) =>
  readShots(text, mappingOf(text), trialOf([]), new Date('2026-01-01T10:00:00Z'), randomUUID)

describe('shots from a table', () => {
  test('columns are known by what people call them; decimal commas, letters and names of arms, strikes and pins are read', () => {
    const text =
      'Ball;Target;Feet;Entry;Pins;Speed;Weather\nB;11,5;25;17,5;X;17,2;fine\nSkerrymoor;12;24;15;2-8-10;;wet\n'
    const rows = read(text)
    expect(rows.map(({ wrong }) => wrong)).toEqual([[], []])
    expect(rows[0]!.shot).toMatchObject({ arm: 2, targetBoard: 11.5, entryBoard: 17.5, leave: [], speedMph: 17.2 })
    expect(rows[1]!.shot).toMatchObject({ arm: 1, leave: [2, 8, 10], speedMph: null })
    expect(fieldOf('Weather')).toBeNull()
    // What a tracker saw at the arrows is not what was aimed at.
    expect([fieldOf('Arrows'), fieldOf('Aim')]).toEqual(['arrowsBoard', 'targetBoard'])
    // Without times they were thrown one after the other.
    expect(rows[1]!.shot!.thrownAt > rows[0]!.shot!.thrownAt).toBe(true)
  })

  test('a garbled row is told by its line and field, and takes no other with it', () => {
    const rows = read('arm,targetBoard,read,entryBoard\n1,12,late,15\n1,57,late,abc\n9x,12,sideways,16\n')
    expect(rows.map(({ shot }) => shot !== null)).toEqual([true, false, false])
    expect(rows[1]).toMatchObject({ line: 3 })
    expect(rows[1]!.wrong.join(' ')).toMatch(/Target board: 1 to 39.*Entry board/)
    expect(rows[2]!.wrong.join(' ')).toMatch(/Arm/)
  })

  test('what is written out is read back as it was', () => {
    const one = fc.record({
      arm: fc.constantFrom(1, 2),
      targetBoard: fc.option(fc.integer({ min: 2, max: 78 }).map((n) => n / 2)),
      entryBoard: fc.option(fc.integer({ min: 0, max: 80 }).map((n) => n / 2)),
      speedMph: fc.option(fc.integer({ min: 80, max: 300 }).map((n) => n / 10)),
      leave: fc.option(fc.subarray([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])),
      read: fc.option(fc.constantFrom('early', 'right', 'late')),
      flags: fc.subarray(['flatCorner', 'ringing', 'light']),
      execution: fc.option(fc.constantFrom('good', 'wide')),
      warmUp: fc.boolean(),
      wiped: fc.boolean(),
      note: fc.constantFrom('', 'a "quoted", comma; note', 'slipped'),
    })
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 12 }), (given) => {
        const shots = given.map((shot) => ({
          ...(shotSchema.getDefault() as object),
          ...{ ...shot, id: randomUUID(), thrownAt: '2026-01-01T10:00:00.000Z' },
        }))
        const back = read(shotsAsCsv(trialOf(shots))).map(({ shot }) => shot as Record<string, unknown>)
        for (const [i, shot] of shots.entries())
          for (const field of shotFields) expect(back[i]![field]).toEqual((shot as Record<string, unknown>)[field])
      }),
      { seed: 20_311, numRuns: 40 },
    )
  })
})
