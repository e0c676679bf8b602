import { beforeAll, describe, expect, test } from '@jest/globals'
import type { Command } from './commands.ts'
import { openCommand } from './commands.ts'
import { runCommand } from './run.ts'

const load = { fromBoard: 2, toBoard: 38, microlitresPerBoard: 50, startFt: 0 }
const input = {
  bowler: { hand: 'left', speedMph: 17, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 },
  balls: [
    { name: 'rough', cover: 'solid', raUm: 0.9, rgIn: 2.49, differentialIn: 0.048 },
    { name: 'twin', cover: 'solid', raUm: 0.88, rgIn: 2.49, differentialIn: 0.048 },
  ],
  states: [
    { name: 'short', loads: [{ ...load, loads: 3, endFt: 36 }], shotsPlayed: 0, weight: 1 },
    { name: 'long', loads: [{ ...load, loads: 5, endFt: 43 }], shotsPlayed: 0, weight: 3 },
  ],
  recipes: ['to-2000', '1500-polish'],
  maxPurchases: 1,
}

describe('coverage', () => {
  let command: Command
  beforeAll(async () => {
    command = (await openCommand('coverage'))!
  })
  const run = (asked: object) => runCommand(command, JSON.stringify(asked))

  test('tells cells, gaps and overlaps by the engine, and the exact best plan with what is as good', () => {
    const result = run(input)
    const told = JSON.parse(result.ok ? result.output : '{}')
    expect(told.cells).toHaveLength(4)
    expect(told.cells[0]).toMatchObject({ ball: 'rough', state: 'short', provenance: 'assumed' })
    expect(told.overlaps).toEqual([['rough', 'twin']])
    expect(told.proved).toBe(true)
    // As it is and two recipes for each of two balls, and none or one of nine bought.
    expect(told.combinations).toBe(9 * (1 + 9))
    const [best] = told.plans
    expect(best.value).toBeGreaterThanOrEqual(told.now.value)
    for (const { ball, work, buy } of best.steps)
      expect(
        buy ? ['solid', 'pearl', 'urethane'].includes(buy.cover) : input.recipes.includes(work) && ball,
      ).toBeTruthy()
    const open = (plan: { left: string[] }) => plan.left.length
    expect(open(best)).toBeLessThanOrEqual(open(told.now))
    expect(open(told.now)).toBe(told.gaps.length)
  }, 60_000)

  test('bad input is refused by its fields, nothing is computed', () => {
    const [ball] = input.balls
    expect(run({ ...input, balls: [ball, ball], recipes: ['to-9000'], maxPurchases: 5 })).toEqual({
      ok: false,
      problems: expect.arrayContaining([
        expect.stringMatching(/^balls: Ball: /),
        expect.stringMatching(/^recipes\[0\]: /),
        'maxPurchases: Balls to buy: a whole number, 0 to 2',
      ]),
    })
  })
})
