import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import layouts from '../core/fixtures/layout.json' with { type: 'json' }
import flareCases from '../core/fixtures/flare.json' with { type: 'json' }
import cases from '../core/fixtures/motion.json' with { type: 'json' }
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

describe('compare with what the motion core foretells', () => {
  const compare = (input: object) =>
    runCommand(commands['compare']!, JSON.stringify({ measure: 'entryBoard', ...input }))
  const shots = [...'ABBAABBA'].map((variant, i) => ({
    ...{ variant, sequence: i + 1, targetDeviationBoards: (i % 3) - 1 },
    value: 17 + 3 * ((i % 3) - 1) - (variant === 'B' ? 2 : 0) + (i % 2) / 2,
  }))

  test('answers with all pairs, the influence of each shot and what it rests on', () => {
    const result = compare({ prior: 'default', shots })
    const output = JSON.parse(result.ok ? result.output : '{}')
    expect(output).toMatchObject({ n: 8, verdict: 'different', alternating: true, confoundedWith: [] })
    expect(output.pairs[0]).toMatchObject({ from: 'A', to: 'B', pHolm: output.pairs[0].p })
    expect(Math.abs(output.effects[0].estimate + 2)).toBeLessThan(0.5)
    expect(output.influence).toHaveLength(8)
    expect(output.priors.map((prior: { name: string }) => prior.name)).toEqual(['targetDeviationBoards', 'sequence'])
  })

  test('arms name the control and their order; one that is left out is refused by name, as are a wrong prior and a long block', () => {
    const turned = compare({ arms: ['B', 'A'], shots })
    expect(JSON.parse(turned.ok ? turned.output : '{}').effects[0]).toMatchObject({ from: 'B', to: 'A' })
    expect(compare({ arms: ['B', 'C'], shots })).toMatchObject({
      problems: ['arms: Arms: every variant of the shots has to be among them'],
    })
    expect(compare({ prior: 'gut', shots })).toMatchObject({ problems: ['prior: Prior: one of none, default'] })
    const blocked = shots.map((shot) => ({ ...shot, blocks: { lane: 'x'.repeat(81) } }))
    expect(compare({ shots: blocked })).toMatchObject({
      problems: expect.arrayContaining(['shots[0].blocks.lane: Block: at most 80 characters']),
    })
    expect(compare({ shots: shots.map((shot) => ({ ...shot, blocks: { alley: '1' } })) })).toMatchObject({ ok: false })
  })
})

describe('motion', () => {
  const run = (command: string, input: unknown) => runCommand(commands[command]!, JSON.stringify(input))
  const shot = cases.cases[5]!

  test('simulate takes the cases as they are and answers with their keys and more', () => {
    const result = run('simulate', cases.cases)
    const outputs = JSON.parse(result.ok ? result.output : '[]')
    expect(outputs).toHaveLength(cases.cases.length)
    for (const [index, output] of outputs.entries()) {
      for (const key of Object.keys(cases.cases[index]!.expected)) expect(output).toHaveProperty(key)
      for (const key of ['firstReadFt', 'hookFt', 'rollFt', 'pocket']) expect(output).toHaveProperty(key)
    }
  })

  test('a lane that was played on plays otherwise', () => {
    const entry = (after: object | undefined) => {
      // A rough cover: what is gone from the track counts for more than what was carried on.
      const result = run('simulate', { ...shot, friction: { ...shot.friction, raUm: 0.9, after } })
      return JSON.parse(result.ok ? result.output : '{}').entryBoard
    }
    expect(entry({ shots: 0 })).toBeCloseTo(entry(undefined), 9)
    expect(entry({ shots: 120 })).toBeGreaterThan(entry(undefined) + 0.3)
  })

  test('room and line answer as documented; wrong input names its fields', () => {
    const sampling = { spread: { targetBoards: 0.8, speedMph: 0.35, revRpm: 15 }, samples: 50, seed: 1 }
    const room = run('room', { ...shot, ...sampling })
    expect(JSON.parse(room.ok ? room.output : '{}')).toMatchObject({
      pPocket: expect.any(Number),
      misses: [{ boards: -2 }, { boards: -1 }, { boards: 0 }, { boards: 1 }, { boards: 2 }],
    })
    const { release: _, ...rest } = shot
    const line = run('line', { ...rest, ...sampling, playable: { laydown: [20, 24], target: [10, 16] } })
    const lines = JSON.parse(line.ok ? line.output : '[]')
    expect(Math.abs(lines[0].outcome.entryBoard - 17.5)).toBeLessThanOrEqual(1.25)
    expect(run('simulate', { ...shot, bowler: { ...shot.bowler, speedMph: 80 }, friction: { kind: 'ice' } })).toEqual({
      ok: false,
      problems: expect.arrayContaining([
        'bowler.speedMph: Ball speed: 8 to 30 mph',
        'friction.kind: Kind: one of constant, step, film',
      ]),
    })
  })
})

describe('layout and drill', () => {
  const run = (command: string, input: unknown) => runCommand(commands[command]!, JSON.stringify(input))
  const { input, expected } = layouts.cases[0]!

  test('take the cases as they are, or three distances, and answer with both notations', () => {
    const result = run(
      'layout',
      layouts.cases.map((one) => one.input),
    )
    const outputs = JSON.parse(result.ok ? result.output : '[]')
    layouts.cases.forEach((one, index) => {
      for (const [name, value] of Object.entries({ ...one.expected.layout, ...one.expected.drilled })) {
        const is = outputs[index].layout[name] ?? outputs[index].drilled[name]
        expect(Math.abs(is - value)).toBeLessThan(0.005)
      }
    })
    const { drillingAngleDeg: _, valAngleDeg: __, ball: ___, ...rest } = input
    const { psaToPapIn, pinBufferIn } = expected.layout
    const distances = run('layout', { ...rest, psaToPapIn, pinBufferIn })
    const back = JSON.parse(distances.ok ? distances.output : '{}')
    expect(back).toMatchObject({ layout: { drillingAngleDeg: expect.closeTo(50, 0) }, drilled: null })
    expect(back.layout.otherSolution.valAngleDeg).toBeCloseTo(145, 0)
  })

  test('layout takes back its own answers, whatever the layout', () => {
    const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        fc.record({ drillingAngleDeg: between(0, 180), pinToPapIn: between(0.25, 6.75), valAngleDeg: between(0, 90) }),
        (layout) => {
          const bare = { ...layout, papOverIn: 5, papUpIn: 0.5 }
          const first = run('layout', bare)
          const { psaToPapIn, pinBufferIn } = JSON.parse(first.ok ? first.output : '{}').layout
          const second = run('layout', {
            pinToPapIn: layout.pinToPapIn,
            psaToPapIn,
            pinBufferIn,
            papOverIn: 5,
            papUpIn: 0.5,
          })
          expect(second).toMatchObject({ ok: true })
          const again = JSON.parse(second.ok ? second.output : '{}').layout
          expect(again.psaToPapIn).toBeCloseTo(psaToPapIn, 2)
          expect(again.pinBufferIn).toBeCloseTo(pinBufferIn, 2)
        },
      ),
    )
  })

  test('drill gives axes, balance and what is wrong', () => {
    const result = run('drill', input)
    expect(JSON.parse(result.ok ? result.output : '{}')).toMatchObject({
      // As whole cylinders it would be 4.05 oz: a quarter of the middle finger's hole is the ring finger's.
      drilled: { statics: { topOz: expect.closeTo(-3.73, 2) }, axes: expect.any(Array) },
      problems: [
        { kind: 'meet', holes: ['ring', 'middle'], share: expect.closeTo(0.253, 2) },
        { kind: 'overlap', holes: ['ring', 'middle'] },
      ],
    })
  })

  test('what cannot be names its field with what could be', () => {
    const { drillingAngleDeg: _, valAngleDeg: __, ...rest } = input
    expect(run('layout', { ...rest, psaToPapIn: 1, pinBufferIn: 1 })).toEqual({
      ok: false,
      problems: ['psaToPapIn: PSA to PAP: 2.250 to 11.250 in with this pin to PAP'],
    })
    expect(run('layout', { ...input, ball: { ...input.ball, rgIn: 0.05, differentialIn: 2.48 } })).toEqual({
      ok: false,
      problems: ['ball.rgIn: RG: 2.4 to 2.9 in', 'ball.differentialIn: Differential: 0 to 0.08 in'],
    })
    expect(run('drill', { ...input, ball: undefined })).toMatchObject({ ok: false })
  })
})

test('wear answers for the games asked, with the place where the window is left', () => {
  const input = {
    ...{ cover: 'solid', startRaUm: 1.1, readings: [{ games: 3, grit: 1200 }], gamesPerWeek: 3 },
    ...{ window: { minRaUm: 0.5, maxRaUm: 1.3 }, at: [0, 12] },
  }
  const result = runCommand(commands['wear']!, JSON.stringify(input))
  const output = JSON.parse(result.ok ? result.output : '{}')
  expect(output.curve.map((row: { games: number }) => row.games)).toEqual([0, 12])
  expect(output.curve[0]).toMatchObject({ raUm: 1.1, low: 1.1, high: 1.1, grit: expect.closeTo(500, 6) })
  expect(output.leavesWindowInWeeks).toBeCloseTo(output.leavesWindowAtGames / 3, 9)
  expect(runCommand(commands['wear']!, JSON.stringify({ ...input, window: { minRaUm: 2, maxRaUm: 1 } }))).toEqual({
    ok: false,
    problems: ['window.maxRaUm: Roughest wanted: not below the smoothest wanted; are the two swapped?'],
  })
})

describe('flare and practice', () => {
  const run = (command: string, input: unknown) => runCommand(commands[command]!, JSON.stringify(input))
  test('flare answers as documented, one ring a revolution, and refuses by name', () => {
    for (const { expected, name: _, ...input } of flareCases.cases) {
      const result = run('flare', input)
      const output = JSON.parse(result.ok ? result.output : '{}')
      expect(Math.abs(output.rings.length - expected.rings)).toBeLessThanOrEqual(1)
      expect(output.rings[0]).toEqual({
        axisOverIn: expect.closeTo(input.pap.overIn, 6),
        axisUpIn: expect.closeTo(input.pap.upIn, 6),
        arcIn: expect.closeTo(expected.first.arcIn, 2),
        atFt: 0,
      })
      expect(output.clearanceIn.thumb).toBeCloseTo(expected.clearanceIn.thumb, 1)
      const { axisOverIn, axisUpIn } = output.rings.at(-1)
      expect(Math.hypot(axisOverIn - expected.last.axisOverIn, axisUpIn - expected.last.axisUpIn)).toBeLessThan(0.1)
      expect(output.flareIn).toBeGreaterThan(1)
    }
    const wrong = { ...flareCases.cases[0]!, pap: { overIn: 12, upIn: 0 }, holes: [{ name: '', overIn: 0 }] }
    expect(run('flare', wrong)).toEqual({
      ok: false,
      problems: expect.arrayContaining(['pap.overIn: PAP over: 0 to 7 in', 'holes[0].name: Hole: please fill this in']),
    })
  })
  test('practice answers the cells that are asked for, and names what there is', () => {
    const result = run('practice', { cells: [{ style: 'matched', condition: 'dry' }] })
    const output = JSON.parse(result.ok ? result.output : '{}')
    expect(output.cells).toEqual([
      {
        style: 'matched',
        condition: 'dry',
        tableRaUm: 0.16,
        engineRaUm: expect.any(Number),
        stepsOff: expect.any(Number),
        strikes: expect.any(Number),
      },
    ])
    expect(output.distance).toBeLessThan(1)
    expect(output.facts).toHaveLength(4)
    expect(run('practice', { cells: [{ style: 'odd', condition: 'dry' }] })).toMatchObject({ ok: false })
  })
})

const answered = (command: string, input: unknown): unknown => {
  const result = runCommand(commands[command]!, JSON.stringify(input))
  return result.ok ? JSON.parse(result.output) : result.problems.join(' ')
}
describe('diagnose', () => {
  const ask = (input: unknown) =>
    answered('diagnose', input) as {
      causes: { cause: string; probability: number }[]
      next: { test: string; minutes: number; informationBits: number }[]
    }
  test('ranks causes that add up to one, proposes tests by bits a minute, and reads leaves for the hand', () => {
    const { causes, next } = ask({ signs: ['late', 'light'], done: [{ test: 'wipe', outcome: 'same' }] })
    expect(causes.reduce((sum, one) => sum + one.probability, 0)).toBeCloseTo(1, 9)
    const worth = next.map((one) => one.informationBits / one.minutes)
    expect(worth).toEqual([...worth].sort((a, b) => b - a))
    const light = {
      leaves: [
        [2, 8, 10],
        [2, 8],
        [5, 7],
      ],
    }
    const mirrored = {
      hand: 'left',
      leaves: [
        [3, 7, 9],
        [3, 9],
        [5, 10],
      ],
    }
    expect(ask(mirrored)).toEqual(ask(light))
  })
  test('refuses a sign and an outcome that there is not, by name', () => {
    const refused = answered('diagnose', { signs: ['glitter'], done: [{ test: 'scan', outcome: 'better' }] })
    expect(refused).toMatch(/signs\[0\]/)
    expect(refused).toMatch(/done\[0\]/)
  })
})

test('compare tells combinations by factor, and what an order cannot tell', () => {
  const arms = ['solid box', 'solid 2000', 'pearl box', 'pearl 2000']
  const levels = [
    ['solid', 'box'],
    ['solid', '2000'],
    ['pearl', 'box'],
    ['pearl', '2000'],
  ]
  const at = [17, 18, 15, 19]
  const shots = [0, 2, 2, 0, 0, 2, 1, 3, 3, 1, 1, 3].map((arm, i) => ({
    ...{ variant: arms[arm], value: at[arm]! + (i % 3) / 2 - 0.5, sequence: i + 1 },
  }))
  const input = { measure: 'entryBoard', prior: 'default', design: 'factorial', arms, levels, shots }
  const answer = answered('compare', input) as {
    cannotTell: string[]
    crossed: { name: string; mean: number }[]
    pairs: unknown[]
  }
  expect(answer.cannotTell).toContain('stage-drift')
  const of = (name: string) => answer.crossed.find((one) => one.name === name)!
  expect(of('pearl×2000').mean).toBeCloseTo(3, 0)
  expect(answer.pairs).toHaveLength(6)
  expect(answered('compare', { ...input, levels: levels.slice(1) })).toMatch(/levels/)
})

describe('plan', () => {
  const spinner = { id: 'spinner', places: 2 }
  const operations = [{ station: 'spinner', minutes: 30, attention: 30 }]
  const jobs = [
    { id: 'a', due: 60, operations },
    { id: 'b', due: 60, operations },
  ]
  const plan = (input: object) => {
    const result = runCommand(commands['plan']!, JSON.stringify({ now: 0, stations: [spinner], jobs, ...input }))
    return result.ok ? JSON.parse(result.output) : result
  }

  test('one technician works the jobs one after another, and is told what is late', () => {
    const {
      operations: slots,
      late,
      optimal,
    } = plan({
      hours: [
        { from: 0, to: 45 },
        { from: 50, to: 200 },
      ],
    })
    expect(slots.map(({ start, end }: { start: number; end: number }) => [start, end]).toSorted()).toEqual([
      [0, 30],
      [50, 80],
    ])
    expect([late.map(({ minutes }: { minutes: number }) => minutes), optimal]).toEqual([[20], true])
  })

  test('two people use both places at once', () => {
    const { operations: slots, late } = plan({ people: [{ id: 'ann' }, { id: 'bo' }] })
    expect(late).toEqual([])
    expect(new Set(slots.map(({ station }: { station: string }) => station))).toEqual(
      new Set(['spinner 1', 'spinner 2']),
    )
  })

  test('bad input names every field with its range', () => {
    expect(plan({ hours: [{ from: 10, to: 5 }], stations: [{ id: 'spinner', places: 0 }] })).toEqual({
      ok: false,
      problems: expect.arrayContaining([
        'hours[0]: to: must be later than the start',
        'stations[0].places: Places: a whole number, 1 to 20',
      ]),
    })
    expect(plan({ jobs: [jobs[0], jobs[0]] })).toMatchObject({ problems: ['jobs: Jobs: each one once'] })
  })
})
