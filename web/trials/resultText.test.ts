import { describe, expect, test } from '@jest/globals'
import type { Trial } from '@sleetfall/contract'
import type { DesignName } from '@sleetfall/core'
import { inApp } from '../test/inApp.ts'
import { resultOf, useResultText } from './useResultText.ts'

const arm = (label: string, ...levels: string[]) => ({
  ...{ label, levels, ballId: label, bowlerId: null, lane: '', feetBoard: null, targetBoard: null, plannedGrit: null },
  surface: { effectiveRaUm: 0.4, oilShare: 0.2 },
})
const aTrial = (design: DesignName, ...arms: ReturnType<typeof arm>[]) => ({
  ...{ id: 'one', design, factors: [], blind: false, revealedAt: null, feetBoard: 22, targetBoard: 10 },
  patternName: 'Quay 40',
  arms: arms.map((one, i) => ({ ...one, arm: i + 1 })),
})
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
      arm: side === 'c' ? 1 : 2,
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
  return { ...aTrial('turns', arm('as it was'), arm('2000')), shots } as unknown as Trial
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
    // An outcome is one of its lane and its state.
    expect(text[1]).toMatch(/^Found on Quay 40, the lane’s state not noted; another pattern or phase/)
    const known = (games: number) => linesOf({ ...trialOf('cvvccvvc', sure), gamesSinceOiling: games })
    expect((await known(0))[1]).toMatch(/, fresh; another/)
    expect((await known(0.4))[1]).toMatch(/, fresh to early transition; another/)
    expect((await known(4))[1]).toMatch(/, broken down; another/)
    expect(text.join(' ')).toContain('(assumed)')
  })

  test('one side after the other: shown only where no drift of a lane would explain it, and that is said', async () => {
    const far = { c: [17.5, 17, 17.5, 17], v: [12.5, 12, 12, 12.5] }
    expect((await linesOf(trialOf('ccccvvvv', far))).join(' ')).toMatch(
      /The difference is shown\. One arm came after the other\. The interval allows for a lane/,
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
      /No difference is shown.* \d+ more shots an arm, in turns, would tell a difference of 1\.5 boards/,
    )
    const none = { c: [17, 17.5, 17, 17.5], v: [17.5, 17, 17, 17.5] }
    expect((await linesOf(trialOf('cvvc'.repeat(4), none))).join(' ')).toContain(
      'A difference of 1.5 boards would have been told by these shots',
    )
  })

  test('a target that was not noted is told and does not take the others with it', async () => {
    const text = await linesOf(trialOf('cvvccvvc', sure, [10, 10.5, 10, 9.5, null, 10, 10, 10]))
    expect(text.join(' ')).toContain('Weighed with aim at the target, drift of the lane.')
    expect(text.join(' ')).toContain('Not noted, aim at the target: 1 shot, reckoned as usual for its arm')
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

  const shotsOf = (rows: readonly (readonly [number, number | null, object?])[]) =>
    rows.map(([of, entryBoard, change], i) => ({
      ...{ id: `${i}`, arm: of, sequence: i + 1, feetBoard: 22, targetBoard: 10, read: null, leave: null },
      ...{ entryBoard, setAsideReason: null, ...change },
    }))

  test('of three arms: the pairs that are shown, the largest first, weighed for all of them together', async () => {
    const rows = [1, 2, 3, 3, 2, 1, 1, 2, 3, 3, 2, 1].map(
      (of, i) => [of, [17, 15, 13][of - 1]! + (i % 2) / 2] as [number, number],
    )
    const text = await linesOf({
      ...aTrial('turns', arm('a'), arm('b'), arm('c')),
      shots: shotsOf(rows),
    } as unknown as Trial)
    expect(text[0]).toMatch(/^c enters 4\.\d boards lighter than a /)
    expect(text.join(' ')).toContain('3 of 3 pairs are shown to differ, weighed for all of them together.')
  })

  test('combinations are told by factor and by what depends on what; under letters while they are hidden', async () => {
    const arms = ['solid', 'pearl'].flatMap((cover) =>
      ['box', '2000'].map((grit) => arm(`${cover} ${grit}`, cover, grit)),
    )
    const means = [17, 18, 15, 19]
    const rows = [1, 3, 3, 1, 1, 3, 2, 4, 4, 2, 2, 4].map(
      (of, i) => [of, means[of - 1]! + (i % 3) / 2 - 0.5] as [number, number],
    )
    const trial = {
      ...aTrial('factorial', ...arms),
      ...{ factors: ['ball', 'surface'], shots: shotsOf(rows) },
    } as unknown as Trial
    const text = (await linesOf(trial)).join(' ')
    expect(text).toMatch(/2000 beside box, over all of the ball: 2\.\d boards higher/)
    expect(text).toMatch(/2000 instead of box does 3\.\d boards more for pearl than for solid/)
    const hidden = { ...trial, blind: true } as unknown as Trial
    expect((await linesOf(hidden)).join(' ')).not.toMatch(/solid|pearl/)
  })

  test('each on its own line: shots that hit without their feet are told, not counted as none', async () => {
    const text = await linesOf({
      ...aTrial('ownLine', arm('a'), arm('b')),
      shots: shotsOf([1, 2, 2, 1, 1, 2, 2, 1].map((of) => [of, 17.5, { feetBoard: null }])),
    } as unknown as Trial)
    expect(text).toEqual([
      'Too few shots that hit on their own line (at least 3 of each).',
      'Where the feet stood is not noted for 8 shots that hit: they tell nothing here.',
    ])
  })

  test('a ladder that stopped names the surface; how far inside it comes back is told in boards', async () => {
    const ladder = {
      ...aTrial('ladder', arm('4000'), arm('2000')),
      shots: shotsOf([
        [1, 17],
        [1, 17],
        [2, 19, { read: 'early' }],
        [2, 20, { read: 'early' }],
      ]),
    } as unknown as Trial
    expect((await linesOf(ladder)).join(' ')).toContain('▲ 2000 no longer clears the front: the ladder stops here.')
    const at = (feetBoard: number, entry: number) => [1, entry, { feetBoard }] as [number, number, object]
    const limit = {
      ...aTrial('limit', arm('one')),
      shots: shotsOf([at(26, 17), at(26, 17), at(30, 13), at(30, 13)]),
    } as unknown as Trial
    expect(await linesOf(limit)).toEqual([
      'It comes back with the feet on 26, and no longer on 30. That is 4 boards inside of where it began.',
    ])
  })
})

describe('what the other measures say', () => {
  const seen = (by: number, read: 'early' | 'right') => ({ firstReadFt: 31 + by, read })
  const noted = () => {
    const trial = trialOf('cvvccvvccvvc', sure)
    const shots = trial.shots.map((shot, i) => ({
      ...shot,
      ...seen(((i * 5) % 7) / 5 - (shot.arm === 2 ? 5 : 0), shot.arm === 2 ? 'early' : 'right'),
    }))
    return { ...trial, shots }
  }

  test('each pair in a line with its interval, the reads as shares of pairs', async () => {
    const { others } = await inApp(useResultText)
    const [first, second, ...rest] = others(noted())
    expect(first).toMatch(/^● 2000 reads [45]\.\d ft earlier than as it was \(95 %: \d\.\d to \d\.\d\)\.$/)
    expect(second).toMatch(
      /^● 2000 was seen to read earlier than as it was in \d\d % of pairs of shots \(95 %: \d\d to \d\d\)\.$/,
    )
    expect(rest).toEqual([])
  })

  test('nothing where nobody noted them', async () => {
    const { others } = await inApp(useResultText)
    expect(others(trialOf('cvvccvvc', sure))).toEqual([])
  })
})
