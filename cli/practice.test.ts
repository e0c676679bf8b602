import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { beforeAll, describe, expect, test } from '@jest/globals'
import {
  type PracticeAgreement,
  loadsVolumeMl,
  patternFigures,
  practiceCells,
  practiceConditions,
  practiceLoads,
} from '@sleetfall/core'

/** By the command, in a process of its own: what a club that scripts it would get. */
function practice(input: object): PracticeAgreement {
  const output = execFileSync(process.execPath, ['--import', 'tsx', join(import.meta.dirname, 'main.ts'), 'practice'], {
    input: JSON.stringify(input),
    encoding: 'utf8',
  })
  return JSON.parse(output) as PracticeAgreement
}
let whole: PracticeAgreement
beforeAll(() => {
  whole = practice({})
}, 120_000)

describe('the engine and the starting-surface table', () => {
  test('agree to the distance that the starting values were fitted to, eleven of thirteen cells within a step and a half', () => {
    expect(whole.cells).toHaveLength(13)
    expect(whole.distance).toBeLessThan(1)
    expect(whole.cells.filter((cell) => Math.abs(cell.stepsOff) <= 1.55).length).toBeGreaterThanOrEqual(11)
  })
  test('want the same things of a style: whoever turns it more wants it smoother, and so does less oil', () => {
    const of = (condition: string) => whole.cells.filter((cell) => cell.condition === condition)
    for (const condition of practiceConditions) {
      const row = of(condition)
      expect(row[0]!.engineRaUm).toBeGreaterThanOrEqual(row.at(-1)!.engineRaUm)
    }
    const matched = whole.cells.filter((cell) => cell.style === 'matched').map((cell) => cell.engineRaUm)
    expect(matched).toEqual(matched.toSorted((a, b) => b - a))
  })
  test('a 500, 1000 and 4000 solid read where they are seen to, within a foot', () => {
    const reads = whole.facts.filter((fact) => fact.name.startsWith('first-read'))
    expect(reads).toHaveLength(3)
    for (const { engine, practice } of reads) expect(Math.abs(engine - practice)).toBeLessThan(1)
  })
  test('a 2000 solid stands one to three boards further in than a polished pearl at the same target', () => {
    const { engine } = whole.facts.at(-1)!
    expect(engine).toBeGreaterThan(1)
    expect(engine).toBeLessThan(3)
  })
})

test('the lanes of the table are as long and as full as it says', () => {
  const figures = practiceConditions.map((condition) => patternFigures(practiceLoads(condition)))
  expect(figures.map((one) => one.lengthFt)).toEqual([45, 40, 35])
  expect(figures.map((one) => one.volumeMl)).toEqual([
    expect.closeTo(30, 9),
    expect.closeTo(24, 9),
    expect.closeTo(16, 9),
  ])
  expect(figures.map((one) => one.condition)).toEqual(['heavy', 'medium', 'dry'])
  expect(loadsVolumeMl([])).toBe(0)
})

test('cells that a style seldom needs a ball for are left out, and a chosen few are answered alone', () => {
  expect(practiceCells).not.toContainEqual({ style: 'strongly-rev-dominant', condition: 'heavy' })
  const one = practice({ cells: [{ style: 'matched', condition: 'dry' }] })
  expect(one.cells).toEqual([whole.cells.find((cell) => cell.style === 'matched' && cell.condition === 'dry')])
  expect(one.distance).toBeLessThanOrEqual(whole.distance)
}, 60_000)
