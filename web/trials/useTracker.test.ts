import { shotSchema } from '@sleetfall/contract'
import { expect, test } from '@jest/globals'
import { noted } from './useTracker.ts'

test('what a tracker sees at the edge of the lane is noted on its first board, and can be recorded', () => {
  const figures = noted({
    ...{ speedMph: 17.93, arrowsBoard: 10.8, entryBoard: 7.4, entryAngleDeg: 2.13 },
    ...{ breakpointBoard: 0.42, breakpointFt: 44.6, firstReadFt: null, path: [] },
  } as unknown as Parameters<typeof noted>[0])
  expect(figures).toMatchObject({
    speedMph: 17.9,
    arrowsBoard: 11,
    entryBoard: 7.5,
    breakpointBoard: 1,
    breakpointFt: 45,
  })
  const { path: _path, ...told } = figures
  const shot = { id: '6f0d2bd2-3a63-4d33-9a3a-4c3f8b1f2a10', arm: 1, thrownAt: '2026-01-01T10:00:00Z', ...told }
  expect(() => shotSchema.validateSync(shot)).not.toThrow()
})
