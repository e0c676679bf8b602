import { describe, expect, test } from '@jest/globals'
import { commands } from './commands.ts'
import { runCommand } from './run.ts'

const load = { fromBoard: 2, toBoard: 38, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 40 }
const film = (input: unknown) => runCommand(commands['film']!, JSON.stringify(input))

describe('film', () => {
  test('gives figures and 60 rows of 39 boards', () => {
    const result = film({ loads: [load] })
    const output = JSON.parse(result.ok ? result.output : '{}')
    expect(output).toMatchObject({ lengthFt: 40, exitBoard: 9, class: 'medium', ratio: 1 })
    expect(output.volumeMl).toBeCloseTo(7.4, 9)
    expect([output.filmUm.length, output.filmUm[0].length]).toEqual([60, 39])
  })

  test('an array of inputs gives an array of outputs', () => {
    const result = film([{ loads: [load] }, { loads: [{ ...load, endFt: 44 }] }])
    expect(JSON.parse(result.ok ? result.output : '[]').map((one: { lengthFt: number }) => one.lengthFt)).toEqual([
      40, 44,
    ])
  })

  test('bad input names every field with its range, and nothing is output', () => {
    const result = film([
      { loads: [load] },
      {
        loads: [
          { ...load, toBoard: 40 },
          { ...load, loads: 0, endFt: 0 },
        ],
      },
    ])
    expect(result).toEqual({
      ok: false,
      problems: expect.arrayContaining([
        '[1].loads[0].toBoard: To board: 1 to 39 board',
        '[1].loads[1].loads: Loads: 1 to 40 loads',
        '[1].loads[1].endFt: End: must differ from the start',
      ]),
    })
    expect(runCommand(commands['film']!, '{')).toMatchObject({ ok: false })
  })
})

test('compare is the core’s comparison', () => {
  const shots = [17, 17.5, 18, 17.5]
    .map((value) => ({ variant: 'a', value }))
    .concat([15, 15.5, 15, 14.5].map((value) => ({ variant: 'b', value })))
  const result = runCommand(commands['compare']!, JSON.stringify({ measure: 'entryBoard', prior: 'none', shots }))
  const output = JSON.parse(result.ok ? result.output : '{}')
  expect(output).toMatchObject({ n: 8, verdict: 'different' })
  expect(output.effects[0]).toMatchObject({ from: 'a', to: 'b', estimate: expect.closeTo(-2.5, 9) })
})
