import { describe, expect, test } from '@jest/globals'
import { ballEventSchema, check } from '@sleetfall/contract'
import { recipeByKey } from '@sleetfall/core'
import { todayText } from '../controls/days.ts'
import { layoutOfForm } from './ballFields.ts'
import { firstEvent, happenedOn } from './useFinishNow.ts'

const now = { finish: 'factory', recipeKey: 'to-1000', on: null, scannedGrit: null } as const
const id = '0b6f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f'

describe('what is on a new ball’s cover', () => {
  test('work by a recipe, a reading, or nothing that is known', () => {
    expect(firstEvent({ ...now, finish: 'recipe' })).toEqual({
      kind: 'surfaced',
      recipeKey: 'to-1000',
      steps: recipeByKey('to-1000')!.steps,
    })
    expect(firstEvent({ ...now, finish: 'scan', scannedGrit: 1800 })).toEqual({ kind: 'scanned', grits: [1800] })
    for (const finish of ['factory', 'unknown', 'scan'] as const) expect(firstEvent({ ...now, finish })).toBeNull()
  })

  test('what it writes is an event that the server takes', () => {
    for (const event of [
      firstEvent({ ...now, finish: 'recipe' }),
      firstEvent({ ...now, finish: 'scan', scannedGrit: 1800 }),
    ])
      expect(check(ballEventSchema, { ...event, id, happenedAt: new Date(0).toISOString() }).ok).toBe(true)
  })

  test('work of today was done now, of an earlier day at its noon: never after something recorded since', () => {
    const at = new Date()
    expect(happenedOn(null, at)).toBe(at.toISOString())
    expect(happenedOn(todayText(), at)).toBe(at.toISOString())
    expect(new Date(happenedOn('2031-02-03', at)).getHours()).toBe(12)
    expect(happenedOn('2031-02-03', at)).toContain('2031-02-0')
  })
})

test('a layout in a form is whole or none', () => {
  const values: Record<string, unknown> = { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: null }
  const layout = layoutOfForm(values)
  expect(layout.value).toBeNull()
  layout.value = { drillingAngleDeg: 45, pinToPapIn: 4, valAngleDeg: 30 }
  expect(values).toEqual({ drillingAngleDeg: 45, pinToPapIn: 4, valAngleDeg: 30 })
  layout.value = null
  expect(values).toEqual({ drillingAngleDeg: null, pinToPapIn: null, valAngleDeg: null })
})
