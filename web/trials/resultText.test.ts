import { describe, expect, test } from '@jest/globals'
import type { Trial } from '@sleetfall/contract'
import { inApp } from '../test/inApp.ts'
import { resultOf, useResultText } from './useResultText.ts'

/** A trial of an order of sides at entry boards; targets as given, the usual one else. */
function trialOf(
  order: string,
  boards: Readonly<Record<string, readonly number[]>>,
  targets: readonly (number | null)[] = [],
) {
  const taken: Record<string, number> = { c: 0, v: 0 }
  const shots = [...order].map((side, i) => ({
    ...{
      id: `${i}`,
      side: side === 'c' ? 'control' : 'variant',
      sequence: i + 1,
      feetBoard: 22,
      read: null,
      leave: null,
    },
    ...{
      targetBoard: i in targets ? targets[i]! : 10,
      entryBoard: boards[side]![taken[side]++ % boards[side]!.length]!,
    },
    setAsideReason: null,
  }))
  return { controlLabel: 'as it was', variantLabel: '2000', shots } as unknown as Trial
}
async function linesOf(trial: Trial): Promise<string[]> {
  const { lines } = await inApp(useResultText)
  return lines(trial, resultOf(trial))
}
const sure = { c: [17.5, 17, 17.5, 17], v: [15.5, 15, 15, 15.5] }

describe('a trial’s result in words', () => {
  test('in turns: what, how much, how sure, and what it rests on', async () => {
    const text = await linesOf(trialOf('cvvccvvc', sure))
    expect(text[0]).toMatch(
      /^2000 enters 2\.0 boards lighter than as it was \(95 %: 1\.\d to 2\.\d\)\. The difference is shown\.$/,
    )
    expect(text.join(' ')).toContain('Weighed with drift of the lane.')
    expect(text.join(' ')).toContain('(assumed)')
  })

  test('one side after the other: shown only where no drift of a lane would explain it, and that is said', async () => {
    const far = { c: [17.5, 17, 17.5, 17], v: [12.5, 12, 12, 12.5] }
    expect((await linesOf(trialOf('ccccvvvv', far))).join(' ')).toMatch(
      /The difference is shown\. One side came after the other\. The interval allows for a lane/,
    )
    // Half a board from shot to shot of either side: the lane goes on as it went.
    const near = { c: [18, 18, 17.5, 17.5, 17.5, 17, 17, 17], v: [16.5, 16.5, 16.5, 16, 16, 16, 15.5, 15.5] }
    expect((await linesOf(trialOf('ccccccccvvvvvvvv', near))).join(' ')).toMatch(
      /▲ Not to be told apart: the lane changed together with the ball .* Throw two controls again\./,
    )
  })

  test('too little to tell: how many more shots would; enough and nothing there: that they would have told', async () => {
    const wide = { c: [15, 19, 16, 18], v: [16, 20, 15, 19] }
    expect((await linesOf(trialOf('cvvccvvc', wide))).join(' ')).toMatch(
      /No difference is shown.* \d+ more shots a side, in turns, would tell a difference of 1\.5 boards/,
    )
    const none = { c: [17, 17.5, 17, 17.5], v: [17.5, 17, 17, 17.5] }
    expect((await linesOf(trialOf('cvvc'.repeat(4), none))).join(' ')).toContain(
      'A difference of 1.5 boards would have been told by these shots',
    )
  })

  test('a target that was not noted is told and does not take the others with it', async () => {
    const text = await linesOf(trialOf('cvvccvvc', sure, [10, 10.5, 10, 9.5, null, 10, 10, 10]))
    expect(text.join(' ')).toContain('Weighed with aim at the target, drift of the lane.')
    expect(text.join(' ')).toContain('Not noted, aim at the target: 1 shot, reckoned as usual for its side')
  })

  test('on request: the shots that it hangs on, one that turns the verdict first', async () => {
    const { weights } = await inApp(useResultText)
    const wild = trialOf('cvvccvvc', { c: [17.5, 17, 17.5, 17], v: [15.5, 15, 19.5, 15] })
    const told = weights(wild)
    expect(told).toHaveLength(3)
    // The third shot of the variant is the sixth of the trial.
    expect(told[0]).toMatch(/^▲ Without shot 6: 2\.\d boards lighter\. The verdict would be another\.$/)
    expect(weights(trialOf('cvv', sure))).toEqual([])
  })

  test('too few shots: how many of which side', async () => {
    expect(await linesOf(trialOf('cvv', sure))).toEqual([
      'Too few shots for a verdict: as it was needs 3 more, 2000 needs 2 more.',
    ])
  })
})
