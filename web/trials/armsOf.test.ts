import { describe, expect, test } from '@jest/globals'
import { type TrialInput, check, trialSchema } from '@sleetfall/contract'
import { type DesignName, designNames, designs } from '@sleetfall/core'
import { randomUUID } from 'node:crypto'
import { type ArmChoice, armsOf, asksFor } from './armsOf.ts'

const [first, second, reference, other] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()]
const names: Readonly<Record<string, string>> = {
  [first]: 'Petrel',
  [second]: 'Gannet',
  [reference]: 'Fulmar',
  [other]: 'Ola',
}
const words = {
  ball: (id: string) => names[id]!,
  asItIs: (id: string) => `${names[id]}, 2000 grit`,
  grit: (grit: number | null) => (grit === null ? 'as it is' : `${grit} grit`),
  bowler: (id: string | null) => (id === null ? 'Ness' : names[id]!),
  ...{ control: 'control', changed: 'changed', fresh: 'fresh', played: 'played', before: 'before', after: 'after' },
}
const choice = (change: Partial<ArmChoice> = {}): ArmChoice => ({
  ...{ balls: [first, second], reference, grits: [500, null, 2000], otherBowler: other },
  ...change,
})
const labels = (design: DesignName, change: Partial<ArmChoice> = {}) =>
  armsOf(design, choice(change), words).map(({ label }) => label)

describe('arms of a design', () => {
  test.each(designNames)('%s: what is chosen makes a trial that the server takes', (design) => {
    const balls = asksFor[design].balls === 1 ? [first] : [first, second]
    const arms = armsOf(design, choice({ balls }), words)
    const { fewest, most } = designs[design].arms
    expect(arms.length).toBeGreaterThanOrEqual(fewest)
    expect(arms.length).toBeLessThanOrEqual(most)
    const factors = (arms[0]!.levels ?? []).map((_, i) => designs[design].factors[i]!)
    const trial = {
      id: randomUUID(),
      customerId: randomUUID(),
      patternId: randomUUID(),
      question: 'Which?',
      design,
      factors,
      arms,
    }
    const checked = check(trialSchema, { ...trial, startedAt: new Date().toISOString() })
    expect(checked.ok ? (checked.value as TrialInput).arms : checked.fields).toHaveLength(arms.length)
  })

  test('a ladder goes from fine to coarse behind its reference, whatever the order of choosing', () => {
    expect(labels('ladder', { balls: [first] })).toEqual([
      'Fulmar, 2000 grit, control',
      'Petrel, as it is',
      'Petrel, 2000 grit',
      'Petrel, 500 grit',
    ])
  })
  test('covers by surfaces: every combination once, with its levels and the grit it is to be brought to', () => {
    const arms = armsOf('factorial', choice(), words)
    expect(arms.map(({ levels, plannedGrit }) => [...levels, plannedGrit])).toEqual([
      ['Petrel', 'as it is', null],
      ['Petrel', '2000 grit', 2000],
      ['Petrel', '500 grit', 500],
      ['Gannet', 'as it is', null],
      ['Gannet', '2000 grit', 2000],
      ['Gannet', '500 grit', 500],
    ])
  })
  test('one ball is its own control; the second bowler throws the same balls', () => {
    expect(labels('change', { balls: [first] })).toEqual(['Petrel, 2000 grit', 'Petrel, changed'])
    expect(armsOf('bowlers', choice(), words).map(({ label, bowlerId }) => [label, bowlerId])).toEqual([
      ['Ness, Petrel', null],
      ['Ness, Gannet', null],
      ['Ola, Petrel', other],
      ['Ola, Gannet', other],
    ])
    expect(armsOf('turns', choice({ balls: [] }), words)).toEqual([])
  })
})
