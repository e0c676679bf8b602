import { describe, expect, test } from '@jest/globals'
import { type Worked, preparationOf } from './preparation.ts'

const on = (day: number, kind: string, change: Partial<Worked> = {}): Worked => ({
  ...{ kind, happenedAt: `2031-03-${String(day).padStart(2, '0')}T12:00:00Z`, withdrawn: false, ...change },
})
const started = '2031-03-20T12:00:00Z'

describe('how a ball came to a test', () => {
  test('the last surface before it, what was done since and the games on it; what came later or was taken back is none of it', () => {
    const history = [
      on(1, 'surfaced'),
      on(2, 'games', { games: 9 }),
      on(5, 'surfaced'),
      on(6, 'moved'),
      on(7, 'games', { games: 3 }),
      on(8, 'cleaned'),
      on(8, 'cleaned'),
      on(9, 'surfaced', { withdrawn: true }),
      on(10, 'games', { games: 4 }),
      on(12, 'scanned'),
      on(21, 'surfaced'),
      on(22, 'games', { games: 30 }),
    ]
    const { surfaced, since, games } = preparationOf(history, started)
    expect(surfaced).toBe(history[2])
    expect(since).toEqual([
      { last: history[6], times: 2 },
      { last: history[9], times: 1 },
    ])
    expect(games).toBe(7)
    // What was made between the shots is told apart; what came after the last of them is not of the test.
    expect(preparationOf(history, started, '2031-03-21T18:00:00Z').during).toEqual([on(21, 'surfaced')])
    expect(preparationOf(history, started, '2031-03-21T08:00:00Z').during).toEqual([])
  })

  test('a ball whose surface nobody made was prepared by nobody: its games are all there were', () => {
    expect(preparationOf([on(3, 'games', { games: 5 }), on(4, 'extracted')], started)).toEqual({
      ...{ surfaced: null, since: [{ last: on(4, 'extracted'), times: 1 }], games: 5, during: [] },
    })
    expect(preparationOf([], started)).toEqual({ surfaced: null, since: [], games: 0, during: [] })
  })
})
