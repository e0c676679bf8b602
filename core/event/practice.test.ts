import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { BagMove } from './bag.ts'
import { type PracticeBag, practiceMinutesAShot, practicePlan } from './practice.ts'

const line = { laydownBoard: 22, targetBoard: 11 }
const other = { laydownBoard: 24, targetBoard: 13 }
const ball = (ballId: string, cover = 'solid', roles: string[] = ['fresh']) => ({ ballId, cover, roles, start: other })
const bag: PracticeBag = {
  balls: [ball('strong'), ball('clean', 'pearl', ['transition']), ball('spare', 'polyester', ['spare'])],
  ladder: [
    { ballId: 'strong', line, changes: [] },
    { ballId: 'clean', line: other, changes: [] },
  ],
  sport: false,
}
const kinds = (of: PracticeBag, minutes: number) => practicePlan(of, minutes).map(({ kind }) => kind)

describe('a practice by the clock', () => {
  test('begins and ends with what the game begins with, and looks at the ball to change to in between', () => {
    const plan = practicePlan(bag, 12)
    expect(plan.map(({ kind, ballId, shots }) => [kind, ballId, shots])).toEqual([
      ['begin', 'strong', 2],
      ['adjust', 'strong', 3],
      ['second', 'clean', 2],
      ['settle', 'strong', 3],
    ])
    expect(plan[0]!.line).toEqual(line)
    expect(plan[2]!.line).toEqual(other)
  })

  test('on a sport pattern one school looks at urethane first, where some is in the bag and it is not the first ball anyway', () => {
    const sport = { ...bag, balls: [...bag.balls, ball('ure', 'urethane', ['control'])], sport: true }
    expect(kinds(sport, 14)).toEqual(['urethane', 'begin', 'adjust', 'second', 'settle'])
    expect(kinds({ ...sport, sport: false }, 14)).not.toContain('urethane')
    expect(kinds({ ...bag, sport: true }, 14)).not.toContain('urethane')
    const first = { ...sport, ladder: [{ ballId: 'ure', line, changes: [] }] }
    expect(kinds(first, 14)).not.toContain('urethane')
    // Short of time it goes first, the second ball next.
    expect(kinds(sport, 10)).toEqual(['begin', 'adjust', 'second', 'settle'])
    expect(kinds(sport, 5)).toEqual(['begin', 'adjust', 'settle'])
  })

  test('the ball to change to is the ladder’s, else the first that it names, else another that is no spare ball', () => {
    const secondOf = (of: PracticeBag) => practicePlan(of, 20).find(({ kind }) => kind === 'second')?.ballId
    const to: BagMove = { ...other, ballId: 'clean', feetBoards: 1, eyesBoards: 1, strikes: 40 }
    expect(secondOf({ ...bag, ladder: [{ ballId: 'strong', line, changes: [to] }] })).toBe('clean')
    expect(secondOf({ ...bag, ladder: [{ ballId: 'strong', line, changes: [] }] })).toBe('clean')
    expect(secondOf({ ...bag, balls: [bag.balls[0]!, bag.balls[2]!], ladder: [bag.ladder[0]!] })).toBeUndefined()
  })

  test('a bag without a line has none; whatever the minutes, steps follow each other and keep within them', () => {
    expect(practicePlan({ balls: [{ ...ball('one'), start: null }], ladder: [], sport: false }, 10)).toEqual([])
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.boolean(), (minutes, sport) => {
        const plan = practicePlan({ ...bag, balls: [...bag.balls, ball('ure', 'urethane')], sport }, minutes)
        expect(plan[0]!.from).toBe(0)
        for (const [i, step] of plan.entries()) {
          expect(step.shots).toBeGreaterThan(0)
          expect(step.to - step.from).toBeCloseTo(step.shots * practiceMinutesAShot, 9)
          if (i > 0) expect(step.from).toBe(plan[i - 1]!.to)
        }
        expect(plan.at(-1)).toMatchObject({ kind: 'settle', ballId: 'strong', line })
        // Four shots are thrown however little time there is.
        expect(plan.at(-1)!.to).toBeLessThanOrEqual(Math.max(minutes, 4 * practiceMinutesAShot) + 1e-9)
      }),
    )
  })
})
