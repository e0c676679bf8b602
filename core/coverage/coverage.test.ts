import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  usualPlayable,
  type CellContext,
  type CoverageBall,
  type CoverageQuestion,
  type CoverageState,
  type EngineAnswer,
  type EngineCell,
  type Evidence,
  bandEndsOf,
  conditions,
  coverFamilies,
  coverageCell,
  coverageMap,
  dominance,
  engineCell,
  engineKey,
  engineTable,
  engineTasks,
  equivalentRaUm,
  filmOf,
  fixesFor,
  groundOn,
  mapTasks,
  simulate,
  launchAngleDeg,
  noOil,
  perform,
  polishRaUm,
  practiceLoads,
  raOfGrit,
  shotOf,
  startingSurface,
  styleBand,
  styleBands,
  usualSpread,
  workVariants,
} from '@sleetfall/core'

const ball = (id: string, grit: number | null, change: Partial<CoverageBall['reading']> = {}): CoverageBall => ({
  id,
  reading: {
    cover: 'solid',
    effectiveRaUm: grit === null ? null : raOfGrit(grit),
    oilShare: 0,
    rgIn: 2.5,
    differentialIn: 0.048,
    ...change,
  },
})
const test4 = (ballId: string, hits: number, of: number, read: 'early' | 'right' | 'late', grit: number): Evidence => ({
  ...{ ballId, targetId: 't', effectiveRaUm: raOfGrit(grit), oilShare: 0, pocketHits: hits, pocketOf: of, atMs: 0 },
  ...{ shots: null, reads: { early: 0, right: 0, late: 0, [read]: of } },
})
const heavy = { targetId: 't', shots: 0, condition: 'heavy' } as const
const engineSays = (
  strikes: number,
  change: Partial<EngineAnswer> = {},
  cell: Partial<EngineCell> = {},
): EngineAnswer => ({
  cell: {
    ...{
      laydownBoard: 22,
      targetBoard: 12,
      strikes,
      pocket: Math.min(1, strikes / 0.75),
      entryAngleDeg: 5,
      firstReadFt: 30,
    },
    ...{ rollFt: 8, rolledOut: false, neverRead: false, roomOut: 1, roomIn: 1, later: null, off: null, ...cell },
  },
  ...{ slope: 2, logitSd: 0.2 },
  ...change,
})
const cell = (
  one: CoverageBall,
  evidence: readonly Evidence[] = [],
  { band = 'matched', engine = null, best = 0.5 }: Partial<CellContext> = {},
  state: CoverageState = heavy,
) => coverageCell(one, state, evidence, [0, 40, 120], { band, tolerance: 10, best, engine })

describe('style', () => {
  test('dominance of 350 rpm, 18 mph and 13° of tilt is 0.4845 (worked apart: 0.10916·36.652·0.97437 / 8.0467)', () => {
    expect(dominance({ speedMph: 18, revRpm: 350, axisTiltDeg: 13 })).toBeCloseTo(0.48445, 5)
    expect(dominance({ speedMph: 18, revRpm: 350, axisTiltDeg: null })).toBeCloseTo(0.48445, 5)
  })

  test('bands meet at their ends, which belong to the band above', () => {
    expect(styleBand(0.3)).toBe('strongly-speed-dominant')
    for (const [index, end] of bandEndsOf().entries()) {
      expect(styleBand(end - 1e-9)).toBe(styleBands[index])
      expect(styleBand(end)).toBe(styleBands[index + 1])
    }
  })

  test('the table never gets rougher toward drier lanes or toward more revs, and never polishes for the very fast', () => {
    for (const [row, band] of styleBands.entries()) {
      for (const [column, condition] of conditions.entries()) {
        const { roughRaUm, smoothRaUm } = startingSurface(band, condition)
        expect(roughRaUm).toBeGreaterThanOrEqual(smoothRaUm)
        if (column > 0) expect(roughRaUm).toBeLessThanOrEqual(startingSurface(band, conditions[column - 1]!).roughRaUm)
        if (row > 0) expect(smoothRaUm).toBeLessThanOrEqual(startingSurface(styleBands[row - 1]!, condition).smoothRaUm)
      }
    }
    expect(startingSurface('strongly-speed-dominant', 'dry').smoothRaUm).toBeGreaterThan(polishRaUm)
  })
})

describe('strength', () => {
  test('covers read in their usual order; oil, low differential and high RG make a ball later', () => {
    const of = (change: Partial<CoverageBall['reading']>) =>
      equivalentRaUm({ cover: 'solid', oilShare: 0, rgIn: 2.5, differentialIn: 0.048, ...change, effectiveRaUm: 0.6 })
    const order = ['urethane', 'solid', 'hybrid', 'pearl', 'polyester'] as const
    const strengths = order.map((cover) => of({ cover }))
    expect([...strengths].sort((a, b) => b - a)).toEqual(strengths)
    for (const change of [{ oilShare: 0.8 }, { differentialIn: 0.02 }, { rgIn: 2.6 }])
      expect(of(change)).toBeLessThan(of({}))
  })
})

describe('cells', () => {
  test('the table alone: near the best inside it, early above it, late below it, and never more than likely', () => {
    expect(cell(ball('a', 700))).toMatchObject({ verdict: 'fits', standing: 'likely', provenance: 'assumed', offBy: 0 })
    expect(cell(ball('a', 2500))).toMatchObject({ verdict: 'late', standing: 'open' })
    expect(cell(ball('a', 2000, { cover: 'polyester' }))).toMatchObject({ verdict: 'never-reads' })
    expect(cell(ball('a', 500), [], {}, { ...heavy, condition: 'dry' })).toMatchObject({ verdict: 'rolls-out' })
    // It speaks of a fresh lane.
    expect(cell(ball('a', 700), [], {}, { ...heavy, shots: 40 })).toMatchObject({ standing: 'unknown', strikes: null })
  })

  test('nothing known of bowler or ball: unknown, not a guess', () => {
    expect(cell(ball('a', 700), [], { band: null })).toMatchObject({
      verdict: 'unknown',
      strikes: null,
      givenAway: null,
    })
    expect(cell(ball('a', null), [], { engine: engineSays(0.5) })).toMatchObject({ standing: 'unknown', strikes: null })
  })

  test('what the models say is likely and never covered, until shots or a fit stand behind it', () => {
    const engine = engineSays(0.5, { logitSd: 0.05 })
    expect(cell(ball('a', 700), [], { engine })).toMatchObject({ standing: 'likely', provenance: 'assumed' })
    const fitted = ball('a', 700, { fitted: { strength: 1, oil: 1 } })
    expect(cell(fitted, [], { engine })).toMatchObject({ standing: 'covered', provenance: 'fitted' })
    const shown = cell(ball('a', 700), [test4('a', 9, 12, 'right', 700)], { engine })
    expect(shown).toMatchObject({ standing: 'covered', provenance: 'measured', contradicts: false })
  })

  test('the yardstick is the best ball of any kind: a weak bowler is not told that nothing does', () => {
    const weak = cell(ball('a', 700), [], { engine: engineSays(0.22), best: 0.25 })
    expect(weak.standing).toBe('likely')
    expect(weak.givenAway!).toBeLessThan(10)
    const strong = cell(ball('a', 700), [], { engine: engineSays(0.22), best: 0.5 })
    expect(strong.standing).toBe('open')
    expect(strong.givenAway!).toBeGreaterThan(15)
  })

  test('where a ball does not do, the engine says which way it is off', () => {
    const of = (slope: number, change: Partial<EngineCell> = {}) =>
      cell(ball('a', 700), [], { band: null, engine: engineSays(0.1, { slope }, change) }).verdict
    expect([of(3), of(3, { neverRead: true }), of(-3), of(-3, { rolledOut: true }), of(0.1)]).toEqual([
      ...['late', 'never-reads', 'too-early', 'rolls-out', 'falls-short'],
    ])
  })

  test('shots that contradict the models win over them, and that is said', () => {
    const engine = engineSays(0.5)
    const missed = cell(ball('a', 700), [test4('a', 0, 12, 'late', 700)], { engine })
    expect(missed).toMatchObject({
      provenance: 'measured',
      verdict: 'late',
      standing: 'open',
      thrown: 12,
      contradicts: true,
    })
    expect(missed.strikes!.p).toBeLessThan(0.25)
    const agrees = cell(ball('a', 700), [test4('a', 8, 12, 'right', 700)], { engine })
    expect(agrees.contradicts).toBe(false)
  })

  test('a test on a surface that is gone counts for little: by what the engine says that the change does', () => {
    const shareOf = (slope: number, grit: number) =>
      cell(ball('a', 700), [test4('a', 2, 12, 'late', grit)], { engine: engineSays(0.5, { slope }) }).parts.find(
        ({ source }) => source === 'trials',
      )!.share
    expect(shareOf(2, 4500)).toBeLessThan(shareOf(2, 900))
    expect(shareOf(6, 2000)).toBeLessThan(shareOf(2, 2000))
    expect(cell(ball('a', 700), [test4('a', 0, 6, 'late', 4500)])).toMatchObject({ changedSince: true })
  })

  test('a test speaks of the phase that its lane was in', () => {
    const played = { ...test4('a', 1, 8, 'late', 700), shots: 100 }
    const at = (shots: number) =>
      cell(ball('a', 700), [played], { engine: engineSays(0.5) }, { ...heavy, shots }).thrown
    expect([at(0), at(40), at(120)]).toEqual([0, 0, 8])
  })

  test('shares stay ordered, parts add up to one, and more hits never lower a share', () => {
    const anyCell = fc.record({
      cover: fc.constantFrom(...coverFamilies),
      grit: fc.integer({ min: 300, max: 6000 }),
      of: fc.integer({ min: 4, max: 12 }),
      strikes: fc.double({ min: 0.01, max: 0.8, noNaN: true }),
      slope: fc.double({ min: -6, max: 6, noNaN: true }),
    })
    fc.assert(
      fc.property(anyCell, fc.constantFrom(...styleBands), ({ cover, grit, of, strikes, slope }, band) => {
        const cells = Array.from({ length: of + 1 }, (_, hits) =>
          cell(ball('a', grit, { cover }), [test4('a', hits, of, 'right', grit)], {
            ...{ band, engine: engineSays(strikes, { slope }) },
          }),
        )
        for (const [index, { strikes: share, parts }] of cells.entries()) {
          expect(share!.low).toBeLessThanOrEqual(share!.p)
          expect(share!.p).toBeLessThanOrEqual(share!.high)
          expect(parts.reduce((sum, part) => sum + part.share, 0)).toBeCloseTo(1, 9)
          const all = parts.map(({ p }) => p)
          expect(share!.p).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9)
          expect(share!.p).toBeLessThanOrEqual(Math.max(...all) + 1e-9)
          if (index > 0) expect(share!.p).toBeGreaterThanOrEqual(cells[index - 1]!.strikes!.p - 1e-6)
        }
      }),
    )
  })
})

describe('two models that do not agree', () => {
  const shown = (effectiveRaUm: number, strikes: number) => {
    const one: CoverageBall = {
      id: 'a',
      reading: { cover: 'solid', effectiveRaUm, oilShare: 0, rgIn: 2.5, differentialIn: 0.045 },
    }
    const state = { targetId: 't', shots: 0, condition: 'medium' as const }
    const context = { band: 'matched' as const, tolerance: 10, best: 0.5, engine: engineSays(strikes) }
    return coverageCell(one, state, [], [0], context)
  }

  test('are told apart, and the band holds both; where they agree it is narrower', () => {
    const far = shown(raOfGrit(320), 0.45)
    expect(far.modelsApart).toBe(true)
    const [engine, table] = ['engine', 'table'].map((source) => far.parts.find((part) => part.source === source)!)
    expect(far.strikes!.low).toBeLessThan(table!.p)
    expect(far.strikes!.high).toBeGreaterThan(engine!.p)
    const near = shown(raOfGrit(2500), 0.45)
    expect(near.modelsApart).toBe(false)
    expect(near.strikes!.high - near.strikes!.low).toBeLessThan(far.strikes!.high - far.strikes!.low)
  })

  test('however far off the table finds a surface, it says no more than that it does badly', () => {
    const [off, further] = [shown(raOfGrit(500), 0.45), shown(raOfGrit(180), 0.45)]
    const byTable = (cell: typeof off) => cell.parts.find(({ source }) => source === 'table')!.p
    expect(byTable(further)).toBeCloseTo(byTable(off), 9)
    expect(byTable(off)).toBeGreaterThan(0.05)
    expect(further.strikes!.p).toBeGreaterThan(0.1)
  })
})

describe('the engine’s cell', () => {
  const pattern = { loads: practiceLoads('medium') }
  const bowler = (hand: 'right' | 'left' = 'right') => ({
    ...{ hand, speedMph: 17.5, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 13 },
  })
  const of = (grit: number, hand: 'right' | 'left' = 'right') => {
    const record = {
      ...{ cover: 'solid' as const, rgIn: 2.49, differentialIn: 0.048 },
      surface: { finish: null, effectiveRaUm: raOfGrit(grit), oilShare: 0 },
    }
    const { shot } = shotOf(bowler(hand), record, 'now', groundOn(pattern, filmOf(pattern.loads)))
    return engineCell({ shot, spread: usualSpread, playable: usualPlayable, doubt: { strength: 0.12 } })
  }

  test('is the best line, with room and a doubt; a smooth ball asks for more strength, a rough one for less', () => {
    const [smooth, middle, rough] = [of(5500), of(2000), of(360)]
    for (const { cell: one, logitSd } of [smooth, middle, rough]) {
      expect(one!.strikes).toBeGreaterThan(0)
      expect(logitSd!).toBeGreaterThan(0)
      expect(one!.roomIn + one!.roomOut).toBeLessThanOrEqual(4)
    }
    expect(smooth.slope!).toBeGreaterThan(rough.slope!)
    expect(smooth.cell!.firstReadFt!).toBeGreaterThan(rough.cell!.firstReadFt!)
  })

  test('is the very line and chance that the reaction map shows: two screens never answer one question differently', () => {
    const ball_ = { id: 'a', cover: 'solid' as const, rgIn: 2.49, differentialIn: 0.048 }
    const surface = { finish: null, effectiveRaUm: raOfGrit(2000), oilShare: 0 }
    const { tasks } = mapTasks({
      ...{
        bowler: bowler(),
        balls: [{ ...ball_, surface }],
        surfaces: ['now'],
        spread: usualSpread,
        playable: usualPlayable,
      },
      ...{ patterns: [{ id: 't', loads: pattern.loads }], phases: [0, 40] },
    })
    const states = [0, 40].map((shots) => ({ targetId: 't', shots, condition: 'medium' as const, pattern }))
    const asked = {
      bowler: bowler(),
      balls: [{ ...ball_, surface, oil: noOil }],
      states,
      spread: usualSpread,
      playable: usualPlayable,
    }
    const { questions } = engineTasks(asked)
    for (const i of [0, 1]) {
      const here = engineCell(questions[i]!).cell!
      const there = perform(tasks[i]!)[0]!
      expect([here.strikes, here.pocket, here.laydownBoard, here.targetBoard]).toEqual([
        ...[there.pCarry, there.pPocket, there.laydownBoard, there.targetBoard],
      ])
    }
  })

  test('tells what its line does forty shots later: the very shot thrown on the lane of then, as the phase after it is drawn', () => {
    const ball_ = { cover: 'solid' as const, rgIn: 2.49, differentialIn: 0.048 }
    const surface = { finish: null, effectiveRaUm: raOfGrit(2000), oilShare: 0 }
    const states = [0, 40].map((shots) => ({ targetId: 't', shots, condition: 'medium' as const, pattern }))
    const asked = {
      bowler: bowler(),
      balls: [{ id: 'a', ...ball_, surface, oil: noOil }],
      states,
      spread: usualSpread,
      playable: usualPlayable,
    }
    const { places, questions } = engineTasks(asked)
    const at = (state: number) =>
      places.findIndex((place) => place.ballId === 'a' && place.variant === 'now' && place.state === state)
    // Forty shots after a fresh lane is the next phase's lane.
    const [fresh, after] = [questions[at(0)]!, questions[at(1)]!]
    expect(fresh.later).toEqual(after.shot.friction)
    const { cell: one } = engineCell(fresh)
    const release = {
      laydownBoard: one!.laydownBoard,
      launchAngleDeg: launchAngleDeg(one!.laydownBoard, one!.targetBoard),
    }
    const [now, then] = [fresh.shot, after.shot].map((shot) => simulate({ ...shot, release }).entryBoard)
    // Coarse steps are off by nearly the same on either lane.
    expect(Math.abs(one!.later!.moved - (then! - now!))).toBeLessThan(0.02)
    // Whoever moves does no worse than whoever stays.
    expect(engineCell(after).cell!.strikes).toBeGreaterThan(one!.later!.strikes - 0.02)
    // Of a work nobody asks.
    expect(questions.filter(({ later }) => later)).toHaveLength(states.length)
  })

  test('a left-hander’s cell on the mirrored pattern is the right-hander’s', () => {
    expect(of(2000, 'left').cell!.strikes).toBeCloseTo(of(2000).cell!.strikes, 6)
  })

  test('a map’s questions name every ball, state and work, and the yardstick is no less than any ball', () => {
    const one = (id: string, cover: 'solid' | 'polyester', grit: number | null) => ({
      ...{ id, cover, rgIn: 2.49, differentialIn: 0.048, oil: noOil },
      surface: { finish: null, effectiveRaUm: grit === null ? null : raOfGrit(grit), oilShare: 0 },
    })
    const states = [0, 40].map((shots) => ({ targetId: 't', shots, condition: 'medium' as const, pattern }))
    const balls = [one('a', 'solid', 2000), one('spare', 'polyester', 4000), one('unknown', 'solid', null)]
    const { places, questions } = engineTasks({
      bowler: bowler(),
      balls,
      states,
      spread: usualSpread,
      playable: usualPlayable,
    })
    expect(questions).toHaveLength(places.length)
    const variants = (id: string) => [...new Set(places.filter((p) => p.ballId === id).map(({ variant }) => variant))]
    expect(variants('a')).toEqual(['now', ...workVariants])
    expect(variants('spare')).toEqual(['now'])
    expect(variants('unknown')).toEqual([])
    const answers = places.map(({ variant }) => engineSays(variant === '3' ? 0.4 : 0.2))
    const table = engineTable(places, answers, 2)
    expect(table.best).toEqual([0.4, 0.4].map((x) => expect.closeTo(x, 9)))
    expect(table.answers[engineKey('a', 'now')]).toHaveLength(2)
  })
})

describe('map and fixes', () => {
  const fresh = (id: string, grit: number) => ({
    id,
    finish: { raTopUm: raOfGrit(grit), raBaseUm: raOfGrit(grit) },
    oil: noOil,
  })
  const ask = (change: Partial<CoverageQuestion>): CoverageQuestion => ({
    ...{ band: 'matched', tolerance: 10, balls: [], states: [heavy], evidence: [], engine: null },
    ...change,
  })
  const state = { targetId: 't', shots: 0 }

  test('gap, thin, unproven, overlap and unused', () => {
    const question = ask({
      balls: [ball('a', 700), ball('twin', 710), ball('smooth', 5000), ball('spare', 5000, { cover: 'polyester' })],
    })
    const map = coverageMap(question)
    expect(map).toMatchObject({ gaps: [], thin: [], overlaps: [['a', 'twin']], unused: ['smooth'], unproven: [state] })
    expect(coverageMap(ask({ balls: [ball('a', 700)] })).thin).toEqual([state])
    expect(coverageMap(ask({ balls: [ball('smooth', 5000)] })).gaps).toEqual([state])
  })

  test('polyester covers only for who has nothing else', () => {
    const plain = ball('plain', 700, { cover: 'polyester' })
    const answers = { [engineKey('plain', 'now')]: [engineSays(0.5)], [engineKey('a', 'now')]: [engineSays(0.1)] }
    const engine = { answers, best: [0.5] }
    const alone = coverageMap(ask({ band: null, balls: [plain], engine }))
    expect(alone).toMatchObject({ spare: [], gaps: [], thin: [state] })
    const beside = coverageMap(ask({ band: null, balls: [plain, ball('a', 4000)], engine }))
    expect(beside).toMatchObject({ spare: ['plain'], gaps: [state], unused: ['a'] })
  })

  test('a ball that does on a fresh lane and nowhere later is named', () => {
    const states = [0, 40, 120].map((shots) => ({ ...heavy, shots }))
    const answers = { [engineKey('a', 'now')]: [engineSays(0.5), engineSays(0.2), engineSays(0.1)] }
    const engine = { answers, best: [0.5, 0.5, 0.5] }
    const map = coverageMap(ask({ balls: [ball('a', 700)], states, engine }))
    expect(map.freshOnly).toEqual(['a'])
    expect(map.gaps.map(({ shots }) => shots)).toEqual([40, 120])
  })

  test('a worn ball is resurfaced rougher, and the promise of the fix is kept when it is done', () => {
    const question = ask({ balls: [ball('a', 4300)] })
    const [fix] = fixesFor(question, coverageMap(question), state, [fresh('a', 4300)])
    expect(fix).toMatchObject({ action: 'resurface', ballId: 'a', reason: 'reads-late', fills: [state], opens: [] })
    expect(fix!.after!.standing).toBe('likely')
  })

  test('a work is judged by what the engine says of the ball after it', () => {
    const answers = {
      [engineKey('a', 'now')]: [engineSays(0.1)],
      ...Object.fromEntries(
        workVariants.map((key) => [engineKey('a', key), [engineSays(key === 'to-1000' ? 0.5 : 0.1)]]),
      ),
    }
    const question = ask({ band: null, balls: [ball('a', 4300)], engine: { answers, best: [0.5] } })
    const fixes = fixesFor(question, coverageMap(question), state, [fresh('a', 4300)])
    expect(fixes.map(({ recipeKey }) => recipeKey)).toEqual(['to-1000'])
    expect(fixes[0]!.after!.strikes!.p).toBeCloseTo(0.5, 1)
  })

  test('oil is taken out before sandpaper is taken up', () => {
    const oil = { filmUl: 0, soakedUl: 850 }
    const balls = [ball('a', 1050, { oilShare: 850 / 900 })]
    const question = ask({ balls })
    const fixes = fixesFor(question, coverageMap(question), state, [{ ...fresh('a', 1050), oil }])
    expect(fixes.map((fix) => fix.action)).toEqual(['extract', 'resurface'])
  })

  test('a fix that opens another gap comes after one that does not', () => {
    const dry = { targetId: 'd', shots: 0, condition: 'medium-dry' } as const
    const question = ask({ states: [heavy, dry], balls: [ball('only', 4000), ball('idle', 5000, { cover: 'pearl' })] })
    const fixes = fixesFor(question, coverageMap(question), state, [fresh('only', 4000), fresh('idle', 5000)])
    expect(fixes[0]).toMatchObject({ ballId: 'idle', opens: [] })
    expect(fixes.find((fix) => fix.ballId === 'only')).toMatchObject({ opens: [{ targetId: 'd', shots: 0 }] })
  })

  test('a spare ball is never sanded into service, and a ball seldom needed is not sold', () => {
    const spareOnly = ask({
      balls: [ball('spare', 5000, { cover: 'polyester' })],
      states: [{ ...heavy, condition: 'dry' }],
      band: 'strongly-speed-dominant',
    })
    expect(fixesFor(spareOnly, coverageMap(spareOnly), state, [fresh('spare', 5000)])).toMatchObject([
      { action: 'other-ball', reason: 'seldom-needed' },
    ])
  })
})
