import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  type CoverFamily,
  type Load,
  type ShotInput,
  bestLines,
  courseFor,
  filmAfterShots,
  filmOf,
  filmVolumeMl,
  launchAngleDeg,
  mirrorFilm,
  roomForError,
  sensitivity,
  simulate,
  targetBoardOf,
  usualPlayable,
  usualSpread,
} from '@sleetfall/core'
import cases from '../fixtures/motion.json' with { type: 'json' }
import { sketch } from './surrogate.ts'

const house: Load[] = [
  { fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 50, startFt: 0, endFt: 30 },
  { fromBoard: 8, toBoard: 32, loads: 4, microlitresPerBoard: 50, startFt: 0, endFt: 38 },
  { fromBoard: 11, toBoard: 29, loads: 8, microlitresPerBoard: 50, startFt: 4, endFt: 40 },
]
const flat: Load[] = [{ fromBoard: 2, toBoard: 38, loads: 13, microlitresPerBoard: 50, startFt: 0, endFt: 40 }]
/** Patterns of a made-up shop: board from and to, loads, µL a board, feet from and to. */
const shopLoads = Object.fromEntries(
  Object.entries({
    house: [
      [2, 38, 1, 40, 0, 20],
      [7, 33, 2, 40, 4, 26],
      [9, 31, 3, 45, 8, 34],
      [11, 29, 4, 45, 12, 39],
      [2, 38, 1, 40, 30, 0],
      [8, 32, 4, 45, 36, 0],
      [10, 30, 6, 52, 32, 4],
    ],
    fog: [
      [2, 38, 2, 45, 0, 26],
      [6, 34, 3, 45, 4, 34],
      [9, 31, 3, 50, 10, 43],
      [2, 38, 2, 45, 34, 0],
      [8, 32, 5, 50, 40, 2],
    ],
  }).map(([name, rows]) => [
    name,
    rows.map(([fromBoard, toBoard, loads, microlitresPerBoard, startFt, endFt]) => ({
      ...{ fromBoard, toBoard, loads, microlitresPerBoard, startFt, endFt },
    })),
  ]),
) as unknown as Readonly<Record<'house' | 'fog', Load[]>>
/** A longer pattern of the same thickness. */
const lengthened = (loads: readonly Load[], by: number) =>
  loads.map((load) => ({
    ...load,
    endFt: load.endFt + by,
    microlitresPerBoard: (load.microlitresPerBoard * (load.endFt + by - load.startFt)) / (load.endFt - load.startFt),
  }))

interface Setting {
  readonly loads?: readonly Load[]
  readonly raUm?: number
  readonly cover?: CoverFamily
  readonly speedMph?: number
  readonly rgIn?: number
  readonly differentialIn?: number
  readonly hand?: 'right' | 'left'
  readonly laydown?: number
  readonly target?: number
}
const shot = ({
  loads = house,
  raUm = 0.52,
  cover = 'solid',
  speedMph = 17.5,
  rgIn = 2.49,
  differentialIn = 0.048,
  hand = 'right',
  laydown = 21,
  target = 12,
}: Setting = {}): ShotInput => ({
  bowler: { hand, speedMph, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 },
  ball: { weightLb: 15, diameterIn: 8.595, rgIn, differentialIn, intermediateDifferentialIn: 0 },
  layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
  release: { laydownBoard: laydown, launchAngleDeg: launchAngleDeg(laydown, target) },
  friction: { kind: 'film', loads, raUm, cover },
})
const first = (setting: Setting) => simulate(shot(setting)).firstReadFt!
const grid: readonly Setting[] = [house, flat].flatMap((loads) => [16, 18].map((speedMph) => ({ loads, speedMph })))

describe('agrees with an independent integrator', () => {
  const tolerance: Readonly<Record<string, number>> = {
    boardAtArrows: 0.05,
    breakpointBoard: 0.05,
    entryBoard: 0.05,
    entryAngleDeg: 0.05,
    entrySpeedMph: 0.02,
    entryRevRpm: 1,
    flareIn: 0.1,
    breakpointFt: 0.1,
  }
  test.each(cases.cases.map((one) => [one.name, one] as const))('%s', (_, { expected, ...input }) => {
    const outcome = simulate(input as unknown as ShotInput)
    for (const [name, within] of Object.entries(tolerance)) {
      const [is, wanted] = [outcome[name as 'entryBoard'], expected[name as 'entryBoard']]
      expect({ name, off: Math.abs(is - wanted) <= within ? 0 : is - wanted }).toEqual({ name, off: 0 })
    }
    for (const [ft, board] of expected.path as [number, number][])
      expect(Math.abs(outcome.path[ft]![1] - board)).toBeLessThan(0.05)
  })
})

const anyRelease = fc.record({
  speedMph: fc.double({ min: 13, max: 21, noNaN: true }),
  revRpm: fc.double({ min: 150, max: 500, noNaN: true }),
  axisRotationDeg: fc.double({ min: 5, max: 85, noNaN: true }),
  axisTiltDeg: fc.double({ min: 2, max: 25, noNaN: true }),
})

describe('physics', () => {
  test('a step halved, or ten times finer, moves no entry by 0.02 board or 0.03°', () => {
    for (const [setting, stepS] of grid.flatMap((one) => [0.005, 0.001].map((step) => [one, step] as const))) {
      const [usual, fine] = [simulate(shot(setting)), simulate(shot(setting), stepS)]
      expect(Math.abs(usual.entryBoard - fine.entryBoard)).toBeLessThan(0.02)
      expect(Math.abs(usual.entryAngleDeg - fine.entryAngleDeg)).toBeLessThan(0.03)
    }
  })

  test('a sphere that reaches rolling ends with v₀ − s₀·k²/(k² + R²), wherever the friction was', () => {
    fc.assert(
      fc.property(anyRelease, fc.double({ min: 0.08, max: 0.25, noNaN: true }), (release, mu) => {
        const base = shot()
        const input: ShotInput = {
          ...base,
          bowler: { ...release, hand: 'right' },
          ball: { ...base.ball, differentialIn: 0 },
          release: { laydownBoard: 20, launchAngleDeg: 0 },
          friction: { kind: 'constant', mu },
          model: { spinPatchMm: 0, flareCoupling: 0 },
        }
        const outcome = simulate(input)
        if (outcome.rollFt === null || outcome.rollFt < 2) return
        const [radius, gyration] = [(8.595 / 2) * 0.0254, base.ball.rgIn * 0.0254]
        const spin = (release.revRpm * 2 * Math.PI) / 60
        const [rotation, tilt] = [(release.axisRotationDeg * Math.PI) / 180, (release.axisTiltDeg * Math.PI) / 180]
        const v0 = [0, release.speedMph * 0.44704]
        const omega = [-spin * Math.cos(rotation) * Math.cos(tilt), -spin * Math.sin(rotation) * Math.cos(tilt)]
        const slip = [v0[0]! - radius * omega[1]!, v0[1]! + radius * omega[0]!]
        const share = gyration ** 2 / (gyration ** 2 + radius ** 2)
        const [vx, vy] = [v0[0]! - slip[0]! * share, v0[1]! - slip[1]! * share]
        expect(outcome.entrySpeedMph).toBeCloseTo(Math.hypot(vx, vy) / 0.44704, 1)
        expect(outcome.entryAngleDeg).toBeCloseTo((Math.atan2(-vx, vy) * 180) / Math.PI, 1)
      }),
      { numRuns: 40 },
    )
  })

  test('energy never grows: the ball is slower and its spin and travel together lose', () => {
    fc.assert(
      fc.property(anyRelease, (release) => {
        const base = shot()
        const outcome = simulate({
          ...base,
          bowler: { ...release, hand: 'right' },
          ball: { ...base.ball, differentialIn: 0 },
        })
        const energy = (mph: number, rpm: number) =>
          (mph * 0.44704) ** 2 + ((rpm * 2 * Math.PI) / 60) ** 2 * (base.ball.rgIn * 0.0254) ** 2
        expect(energy(outcome.entrySpeedMph, outcome.entryRevRpm)).toBeLessThanOrEqual(
          energy(release.speedMph, release.revRpm) + 1e-6,
        )
      }),
      { numRuns: 40 },
    )
  })

  test('a left-hander on the mirrored lane is the mirror image', () => {
    const lopsided: Load[] = [
      ...house,
      { fromBoard: 3, toBoard: 9, loads: 3, microlitresPerBoard: 50, startFt: 0, endFt: 35 },
    ]
    const mirrored = lopsided.map((load) => ({ ...load, fromBoard: 40 - load.toBoard, toBoard: 40 - load.fromBoard }))
    expect(simulate(shot({ hand: 'left', loads: mirrored }))).toEqual(simulate(shot({ loads: lopsided })))
    expect([...mirrorFilm(mirrorFilm(filmOf(lopsided)))]).toEqual([...filmOf(lopsided)])
  })

  test('more friction never delays the first read', () => {
    const read = (mu: number) => simulate({ ...shot(), friction: { kind: 'constant', mu } }).firstReadFt ?? Infinity
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.2, noNaN: true }), (mu) =>
        expect(read(mu * 1.1)).toBeLessThanOrEqual(read(mu)),
      ),
      { numRuns: 30 },
    )
  })
})

describe('what technicians know', () => {
  test('rougher reads earlier, faster later, longer or heavier oil later', () => {
    for (const setting of grid) {
      expect(first({ ...setting, raUm: 0.9 })).toBeLessThan(first({ ...setting, raUm: 0.3 }))
      expect(first({ ...setting, speedMph: setting.speedMph! + 2 })).toBeGreaterThan(first(setting))
      const heavier = setting.loads!.map((load) => ({ ...load, microlitresPerBoard: load.microlitresPerBoard * 1.4 }))
      expect(first({ ...setting, loads: heavier })).toBeGreaterThan(first(setting))
      const entry = (loads: readonly Load[]) => simulate(shot({ ...setting, loads })).entryBoard
      expect(entry(lengthened(setting.loads!, 4))).toBeLessThan(entry(setting.loads!))
    }
  })

  test('urethane earliest, pearl later than solid, polyester hooks least', () => {
    for (const setting of grid) {
      expect(first({ ...setting, cover: 'urethane' })).toBeLessThan(first({ ...setting, cover: 'solid' }))
      expect(first({ ...setting, cover: 'pearl' })).toBeGreaterThan(first({ ...setting, cover: 'solid' }))
      const entry = (cover: CoverFamily) => simulate(shot({ ...setting, cover })).entryBoard
      expect(entry('polyester')).toBeLessThan(Math.min(entry('solid'), entry('pearl')))
    }
  })

  test('low RG is earlier, low differential hooks less', () => {
    for (const setting of grid) {
      expect(first({ ...setting, rgIn: 2.46 })).toBeLessThanOrEqual(first({ ...setting, rgIn: 2.7 }) + 0.01)
      const entry = (differentialIn: number) => simulate(shot({ ...setting, differentialIn })).entryBoard
      expect(entry(0.01)).toBeLessThan(entry(0.055))
    }
  })

  test('the same miss is punished more on a flat pattern than on a house pattern, and more speed is a lighter hit', () => {
    const spreadOf = (loads: readonly Load[]) => {
      const line = bestLines(
        { ...shot({ loads }) },
        { laydown: [16, 26], target: [7, 16] },
        { spread: usualSpread, samples: 60, seed: 3, method: 'quick' },
      )[0]!
      return line.entryBoardSd
    }
    expect(spreadOf(house)).toBeLessThan(spreadOf(flat))
    expect(sensitivity(shot()).perMph).toBeLessThan(0)
    expect(sensitivity(shot()).per50Rpm).toBeGreaterThan(0)
    expect(sensitivity(shot()).perFinerPad).toBeCloseTo(
      simulate(shot({ raUm: 0.4 })).entryBoard - simulate(shot()).entryBoard,
      9,
    )
  })
})

describe('room for error', () => {
  const line = { spread: usualSpread, samples: 400, seed: 11 }
  test('the same seed gives the same figures to the last digit, another seed others', () => {
    expect(roomForError(shot(), line)).toEqual(roomForError(shot(), line))
    expect(roomForError(shot(), { ...line, seed: 12 }).entryBoardSd).not.toBe(roomForError(shot(), line).entryBoardSd)
  })

  test('without any spread every shot is the meant one', () => {
    const exact = roomForError(shot(), { ...line, samples: 5, spread: { targetBoards: 0, speedMph: 0, revRpm: 0 } })
    expect(exact.entryBoardSd).toBeCloseTo(0, 9)
    expect(exact.pPocket).toBe(Number(simulate(shot()).pocket))
  })

  test('the quick way gives the brute-force shares within a hundredth beside the noise of those, and draws nothing', () => {
    const many = { ...line, samples: 3000 }
    for (const [index, setting] of grid.entries()) {
      const at = shot({ ...setting, target: index % 2 === 0 ? 10 : 12 })
      const exact = roomForError(at, many)
      const quick = roomForError(at, { ...many, method: 'quick' })
      for (const share of ['pPocket', 'pCarry'] as const) {
        const noise = 2 * Math.sqrt((exact[share] * (1 - exact[share])) / many.samples)
        expect(Math.abs(quick[share] - exact[share])).toBeLessThanOrEqual(0.01 + noise)
      }
      expect(Math.abs(quick.entryBoardSd / exact.entryBoardSd - 1)).toBeLessThan(0.05)
      // Nothing is drawn, so seed and samples change nothing.
      expect(roomForError(at, { spread: usualSpread, samples: 1, seed: 99, method: 'quick' })).toEqual(quick)
    }
  })

  test('aim and launch angle are each other’s inverse; best lines enter at the pocket and come best first', () => {
    expect(targetBoardOf({ laydownBoard: 22, launchAngleDeg: launchAngleDeg(22, 11.5) })).toBeCloseTo(11.5, 9)
    const lines = bestLines(shot(), { laydown: [18, 25], target: [8, 16] }, { ...line, method: 'quick' })
    expect(lines.length).toBeGreaterThan(0)
    for (const one of lines) expect(one.outcome.pocket).toBe(true)
    expect(lines.map((one) => one.pCarry)).toEqual(lines.map((one) => one.pCarry).sort((a, b) => b - a))
  })

  const quick = { spread: usualSpread, samples: 1, seed: 1, method: 'quick', misses: 'none' } as const
  const searched = [...grid, { raUm: 0.9 }, { raUm: 0.2, cover: 'pearl' as const }]
  test('the best line found strikes as often as the best of a brute-force grid, whatever the strength', () => {
    const playable = { laydown: [16, 28], target: [8, 16] } as const
    const losses = searched.flatMap((setting) =>
      [0.86, 0.93, 1, 1.08, 1.16].map((coverStrength) => {
        const { friction, ...bare } = shot(setting)
        const own = { ...bare, friction: { ...friction, coverStrength } as ShotInput['friction'] }
        const [found] = bestLines(own, playable, { ...quick, keep: 1 })
        let most = 0
        for (let laydown = 16; laydown <= 28; laydown += 1)
          for (let target = 8; target <= 16; target += 0.5) {
            const at = { ...own, release: shot({ laydown, target }).release }
            if (simulate(at).pocket) most = Math.max(most, roomForError(at, quick).pCarry)
          }
        return 1 - found!.pCarry / most
      }),
    )
    // 0.06 in a hundred on average and 2.5 at worst as measured; with two rivals 0.6 and 14, without any 2.6 on average.
    expect(losses.reduce((sum, loss) => sum + loss, 0) / losses.length).toBeLessThan(0.003)
    expect(Math.max(...losses)).toBeLessThan(0.05)
  })

  /** Of 2500 questions of a made-up shop those whose best line was missed by most, or told by another line's pace. */
  const missed = (
    [
      ['house', 'hybrid', 0.2256, 1, [17.1, 325, 50, 13], [2.5, 0.048], [55, 4.5, 40], [21, 12.5]],
      ['fog', 'solid', 0.2258, 1, [17, 320, 45, 13], [2.47, 0.054], [45, 4, 35], [16, 9.75]],
      ['fog', 'pearl', 0.2191, 0.99, [16.2, 330, 55, 15], [2.51, 0.045], [60, 5, 50], [24, 14.5]],
    ] as const
  ).map(([on, cover, raUm, coverStrength, release, [rgIn, differentialIn], layout, better]) => {
    const [speedMph, revRpm, axisRotationDeg, axisTiltDeg] = release
    const [drillingAngleDeg, pinToPapIn, valAngleDeg] = layout
    const { friction, ball } = shot({ loads: shopLoads[on], raUm, cover, rgIn, differentialIn })
    const own = {
      ball,
      bowler: { hand: 'right', speedMph, revRpm, axisRotationDeg, axisTiltDeg },
      layout: { drillingAngleDeg, pinToPapIn, valAngleDeg },
      friction: { ...friction, coverStrength } as ShotInput['friction'],
    } as const
    return { own, better }
  })
  test('a top beside a line whose best aim enters beside the pocket is found', () => {
    for (const { own, better } of missed) {
      const [laydownBoard, target] = better
      const release = { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, target) }
      const [found] = bestLines(own, usualPlayable, { ...quick, keep: 1 })
      expect(found!.pCarry).toBeGreaterThan(0.98 * roomForError({ ...own, release }, quick).pCarry)
    }
  })

  test('what a line is found with is what it has when it is asked for by itself', () => {
    for (const own of [...searched.map((setting) => shot(setting)), ...missed.map((one) => one.own)])
      for (const { laydownBoard, launchAngleDeg, pCarry, pPocket } of bestLines(own, usualPlayable, quick)) {
        const alone = roomForError({ ...own, release: { laydownBoard, launchAngleDeg } }, quick)
        expect(Math.abs(alone.pCarry - pCarry)).toBeLessThan(0.005)
        expect(Math.abs(alone.pPocket - pPocket)).toBeLessThan(0.005)
      }
  })

  test('who asks for one line and who asks for four get the same best one, or one that strikes hardly more', () => {
    let same = 0
    for (const setting of searched) {
      const [one] = bestLines(shot(setting), usualPlayable, { ...quick, keep: 1 })
      const [best, ...others] = bestLines(shot(setting), usualPlayable, { ...quick, keep: 4 })
      same += Number(one!.laydownBoard === best!.laydownBoard && one!.targetBoard === best!.targetBoard)
      expect(best!.pCarry).toBeGreaterThanOrEqual(one!.pCarry)
      expect(best!.pCarry).toBeLessThan(1.05 * one!.pCarry)
      for (const other of others) expect(Math.abs(other.laydownBoard - best!.laydownBoard)).toBeGreaterThanOrEqual(2)
    }
    expect(same).toBeGreaterThanOrEqual(searched.length - 2)
  })

  test('a room that goes on from its sketch is the room thrown whole', () => {
    for (const setting of searched.slice(0, 4)) {
      const { laydownBoard, launchAngleDeg } = bestLines(shot(setting), usualPlayable, { ...quick, keep: 1 })[0]!
      const input = { ...shot(setting), release: { laydownBoard, launchAngleDeg } }
      const course = courseFor(input)
      const sketched = sketch(input, course, quick.spread)
      expect(roomForError(input, quick, course, sketched)).toEqual(roomForError(input, quick, course))
    }
  })

  test('a chart of misses read from the grid tells what reaches the pocket as the one thrown does; past the grid it is thrown', () => {
    for (const setting of searched) {
      const { laydownBoard, launchAngleDeg } = bestLines(shot(setting), usualPlayable, { ...quick, keep: 1 })[0]!
      const input = { ...shot(setting), release: { laydownBoard, launchAngleDeg } }
      const chart = (misses: 'grid' | 'shots', spread = usualSpread) =>
        roomForError(input, { ...quick, misses, spread }).misses
      const [read, thrown] = [chart('grid'), chart('shots')]
      expect(read.map(({ boards }) => boards)).toEqual([-2, -1, 0, 1, 2])
      for (const [at, one] of read.entries()) {
        expect([one.pocket, one.gutter]).toEqual([thrown[at]!.pocket, thrown[at]!.gutter])
        // The meant shot is one of the grid's.
        expect(Math.abs(one.entryBoard - thrown[at]!.entryBoard)).toBeLessThan(one.boards === 0 ? 0.1 : 1)
      }
      const narrow = { ...usualSpread, targetBoards: 0.5 }
      expect(chart('grid', narrow)).toEqual(chart('shots', narrow))
    }
  })

  test('the rough search loses little and is above the careful one by no more than a sketch is off', () => {
    for (const setting of searched) {
      const chance = (rough: boolean) =>
        bestLines(shot(setting), usualPlayable, { ...quick, keep: 1, rough })[0]!.pCarry
      expect(chance(true)).toBeLessThanOrEqual(chance(false) + 0.005)
      expect(chance(true)).toBeGreaterThan(0.85 * chance(false))
    }
  })
})

describe('transition', () => {
  test('depletion and carrydown keep the volume: what is gone is on the balls', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), (shots) => {
        const fresh = filmOf(house)
        const { filmUm, carriedAwayMl } = filmAfterShots(fresh, shots)
        expect(filmVolumeMl(filmUm) + carriedAwayMl).toBeCloseTo(filmVolumeMl(fresh), 9)
        expect(carriedAwayMl).toBeGreaterThanOrEqual(0)
        expect(Math.min(...filmUm)).toBeGreaterThanOrEqual(0)
      }),
      { numRuns: 15 },
    )
  })

  test('the track opens in front and oil appears past the pattern', () => {
    const { filmUm } = filmAfterShots(filmOf(house), 120)
    const at = (film: Float64Array, ft: number, board: number) => film[Math.floor(ft * 4) * 39 + board - 1]!
    expect(at(filmUm, 10, 13)).toBeLessThan(at(filmOf(house), 10, 13))
    expect(at(filmUm, 43, 9)).toBeGreaterThan(0)
    expect(at(filmUm, 10, 36)).toBe(at(filmOf(house), 10, 36))
  })
})
