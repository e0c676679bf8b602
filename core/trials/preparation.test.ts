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
      on(9, 'surfaced', { withdrawn: true }),
      on(10, 'games', { games: 4 }),
      on(12, 'scanned'),
      on(21, 'surfaced'),
      on(22, 'games', { games: 30 }),
    ]
    const { surfaced, since, games } = preparationOf(history, started)
    expect(surfaced).toBe(history[2])
    expect(since).toEqual([history[5], history[8]])
    expect(games).toBe(7)
  })

  test('a ball whose surface nobody made was prepared by nobody: its games are all there were', () => {
    expect(preparationOf([on(3, 'games', { games: 5 }), on(4, 'extracted')], started)).toEqual({
      ...{ surfaced: null, since: [on(4, 'extracted')], games: 5 },
    })
    expect(preparationOf([], started)).toEqual({ surfaced: null, since: [], games: 0 })
  })
})
