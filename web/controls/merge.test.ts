import { describe, expect, test } from '@jest/globals'
import { ballSchema, benchPersonSchema, benchStationSchema } from '@sleetfall/contract'
import fc from 'fast-check'
import { array, number, object, string } from 'yup'
import { differing, settle } from './merge.ts'

const schema = object({
  name: string().trim(),
  grit: number().nullable(),
  note: string().default(''),
  rows: array(object({ n: number().required() })),
  limits: object({ low: number().nullable(), high: number().nullable() }).default(undefined),
})
const values = fc.record({
  name: fc.constantFrom('Ruddock', 'Gannetry', 'Sandpiper'),
  grit: fc.constantFrom(null, 500, 2000),
  note: fc.constantFrom('', 'ring', 'thumb'),
  rows: fc.array(fc.record({ n: fc.nat(2) }), { maxLength: 2 }),
  limits: fc.record({ low: fc.constantFrom(null, 1, 2), high: fc.constantFrom(null, 8, 9) }),
})
type Values = typeof values extends fc.Arbitrary<infer T> ? T : never
/** Field by field, those of a group each by itself. */
const flat = ({ limits, ...rest }: Values): Record<string, string> =>
  Object.fromEntries(Object.entries({ ...rest, ...limits }).map(([key, value]) => [key, JSON.stringify(value)]))

describe('two people edit one record', () => {
  test('what only the other one changed stays theirs, whatever was typed stays mine, and only what differs is asked', () => {
    fc.assert(
      fc.property(values, values, values, (start, mine, theirs) => {
        const form = structuredClone(mine) as Values & Record<string, unknown>
        const rows = differing(schema, start, form, { ...theirs, id: 'x', version: 7, besides: 1 })
        const [was, typed, saved] = [flat(start), flat(mine), flat(theirs)]
        const asked = rows.map(({ key }) => key.split('.').at(-1)!)
        expect(asked.toSorted()).toEqual(
          Object.keys(typed)
            .filter((key) => typed[key] !== saved[key])
            .toSorted(),
        )
        settle(form, rows)
        const kept = flat(form)
        for (const key of Object.keys(typed))
          expect([key, kept[key]]).toEqual([key, typed[key] === was[key] ? saved[key] : typed[key]])
      }),
    )
  })

  test('each field is as it was chosen', () => {
    const form: Record<string, unknown> = { name: 'Mine', grit: 500, limits: { low: 1, high: 9 } }
    const rows = differing(schema, { name: '', grit: null, limits: { low: 1, high: 9 } }, form, {
      ...{ name: 'Theirs', grit: 2000, limits: { low: 2, high: 9 }, version: 2 },
    })
    expect(Object.fromEntries(rows.map(({ key, stays }) => [key, stays]))).toEqual({
      ...{ name: 'mine', grit: 'mine', 'limits.low': 'theirs' },
    })
    rows.find(({ key }) => key === 'name')!.stays = 'theirs'
    rows.find(({ key }) => key === 'limits.low')!.stays = 'mine'
    settle(form, rows)
    expect(form).toEqual({ name: 'Theirs', grit: 500, limits: { low: 1, high: 9 } })
  })

  test('a record’s own marks, empty texts and what a form does not have differ in nothing', () => {
    const station = { id: 'a', name: 'Spinner', kind: 'spinner', setupMinutes: 2, closedUntil: null, closedReason: '' }
    expect(
      differing(benchStationSchema, station, station, { ...station, closedReason: null, version: 4, updatedAt: 'now' }),
    ).toEqual([])
    const ball = { ...(ballSchema.getDefault() as Record<string, unknown>), name: 'Ruddock', note: '' }
    expect(differing(ballSchema, ball, ball, { ...ball, note: null, surface: { grit: 3000 }, version: 4 })).toEqual([])
    const rows = differing(ballSchema, ball, { ...ball, note: 'ring' }, { ...ball, shelf: 'B 3' })
    expect(Object.fromEntries(rows.map(({ key, stays }) => [key, stays]))).toEqual({ note: 'mine', shelf: 'theirs' })
  })

  test('hours of a week that somebody else told are seen as a change, not as the same', () => {
    const person = { hours: [{ weekday: 1, from: 600, to: 1080 }], away: [], skills: null, version: 1 }
    const theirs = { ...person, hours: [{ weekday: 2, from: 600, to: 1080 }], id: 'p', name: 'x', version: 2 }
    expect(differing(benchPersonSchema, person, person, theirs)).toMatchObject([{ key: 'hours', stays: 'theirs' }])
  })
})
