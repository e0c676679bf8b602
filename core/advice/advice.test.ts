import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { type AdviceFacts, adviceRules, advise, complaints, coverFamilies, readsOf, styleBands } from '@sleetfall/core'

/** A ball of which nothing is to be said: cleaned, inside its window, settled, no complaint, no pattern. */
const quiet: AdviceFacts = {
  complaint: null,
  cover: 'solid',
  reactive: true,
  asymmetric: false,
  grit: 2000,
  polished: false,
  status: 'in-window',
  settled: true,
  totalGames: 30,
  gamesOnSurface: 1,
  gamesSinceCleaning: 0,
  gamesSinceExtraction: 10,
  oilShare: 0.1,
  style: 'matched',
  speedDominant: false,
  revDominant: false,
  lengthFt: null,
  volumeMl: null,
  flat: null,
  twin: false,
}
const fired = (change: Partial<AdviceFacts>) => advise({ ...quiet, ...change }).rules.map((rule) => rule.id)

/** Each rule with a ball that it speaks of, and the nearest ones that it must not speak of. */
const cases: Readonly<Record<string, readonly [speaks: Partial<AdviceFacts>, ...silent: Partial<AdviceFacts>[]]>> = {
  earlier: [{ complaint: 'too-late' }, { complaint: 'too-early' }, {}],
  later: [{ complaint: 'too-early' }, { complaint: 'too-late' }],
  'more-finish': [{ complaint: 'no-back-end' }, { complaint: 'jumpy' }],
  'calm-a-shiny-ball': [{ complaint: 'jumpy', polished: true }, { complaint: 'jumpy' }, { polished: true }],
  'mid-lane-on-little-oil': [
    { complaint: 'too-late', volumeMl: 21 },
    { complaint: 'too-late', volumeMl: 22 },
    { complaint: 'too-late' },
    { volumeMl: 18 },
  ],
  'medium-or-long': [
    { lengthFt: 40, grit: 3000 },
    { lengthFt: 39, grit: 3000 },
    { lengthFt: 40, grit: 2900 },
    { lengthFt: 44, grit: 4000, reactive: false, cover: 'urethane' },
  ],
  'oily-fronts-or-speed': [
    { complaint: 'too-late', speedDominant: true },
    { complaint: 'too-late' },
    { speedDominant: true },
    { complaint: 'too-late', speedDominant: null },
  ],
  'urethane-on-short': [
    { cover: 'urethane', reactive: false, lengthFt: 37 },
    { cover: 'urethane', reactive: false, lengthFt: 38 },
    { lengthFt: 35 },
  ],
  'very-early': [
    { asymmetric: true, lengthFt: 44 },
    { asymmetric: true, lengthFt: 43, volumeMl: 27 },
    { lengthFt: 46, volumeMl: 30 },
    { asymmetric: null, lengthFt: 46 },
  ],
  'not-coarse-on-dry-fronts': [
    { volumeMl: 20, grit: 600 },
    { volumeMl: 20, grit: 700 },
    { volumeMl: 21, grit: 500 },
  ],
  'straight-urethane': [
    { cover: 'urethane', reactive: false, complaint: 'straight' },
    { complaint: 'straight' },
    { cover: 'urethane', reactive: false, complaint: 'too-late' },
  ],
  'league-and-enough': [
    { flat: false },
    { flat: false, complaint: 'too-late' },
    { flat: true },
    { flat: false, reactive: false, cover: 'polyester' },
  ],
  'strip-polish': [{ polished: true, flat: true }, { polished: true, flat: false }, { flat: true }, { polished: true }],
  'burns-on-friction': [
    { complaint: 'stops-turning', grit: 3000 },
    { complaint: 'stops-turning', grit: 3100 },
    { complaint: 'stops-turning', grit: null },
  ],
  'house-friction': [
    { flat: false, revDominant: true, complaint: 'too-strong' },
    { flat: true, revDominant: true, complaint: 'too-strong' },
    { flat: false, complaint: 'too-strong' },
  ],
  'strong-ball-on-league': [
    { flat: false, asymmetric: true, complaint: 'too-strong' },
    { flat: false, complaint: 'too-strong' },
    { asymmetric: true, complaint: 'too-strong' },
  ],
  'heavy-and-long': [
    { volumeMl: 29, lengthFt: 44 },
    { volumeMl: 28, lengthFt: 44 },
    { volumeMl: 29, lengthFt: 43 },
    { volumeMl: 30, lengthFt: 45, reactive: false, cover: 'polyester' },
  ],
  'sand-a-pearl': [
    { cover: 'pearl', complaint: 'straight', lengthFt: 43 },
    { cover: 'solid', complaint: 'straight', lengthFt: 43 },
    { cover: 'pearl', complaint: 'straight', lengthFt: 42 },
  ],
  'separate-twins': [{ twin: true }, {}],
  'speed-on-heavy': [
    { style: 'strongly-speed-dominant', speedDominant: true, volumeMl: 26 },
    { style: 'speed-dominant', speedDominant: true, volumeMl: 26 },
    { style: 'strongly-speed-dominant', speedDominant: true, volumeMl: 25 },
  ],
  'speed-second-ball': [
    { style: 'strongly-speed-dominant', speedDominant: true, volumeMl: 25 },
    { style: 'strongly-speed-dominant', speedDominant: true, volumeMl: 26 },
    { style: 'strongly-speed-dominant', speedDominant: true },
  ],
  'no-polish-for-speed': [{ speedDominant: true, polished: true }, { speedDominant: true }, { polished: true }],
  'control-on-difficult': [{ flat: true, complaint: 'jumpy' }, { flat: false, complaint: 'jumpy' }, { flat: true }],
  'loses-everything': [
    { complaint: 'straight', status: 'too-smooth' },
    { complaint: 'straight' },
    { status: 'too-smooth' },
  ],
  'lines-under-gloss': [
    { polished: true, complaint: 'straight' },
    { polished: true, complaint: 'jumpy' },
    { complaint: 'too-late' },
  ],
  'own-grit-at-once': [{ totalGames: 2 }, { totalGames: 3 }, { totalGames: 0, reactive: false, cover: 'polyester' }],
  'wipe-before-changing': [{ complaint: 'too-late' }, { complaint: 'too-late', status: 'too-smooth' }, {}],
  'know-it-first': [{ status: 'unknown' }, { status: 'accepted' }],
  'let-it-settle': [{ settled: false, complaint: 'jumpy' }, { settled: false }, { complaint: 'jumpy' }],
  'clean-now': [{ gamesSinceCleaning: 1 }, { gamesSinceCleaning: 0 }],
  'dull-cleaner': [
    { gamesSinceCleaning: 1 },
    { gamesSinceCleaning: 1, polished: true },
    { gamesSinceCleaning: 1, polished: null },
  ],
  'shiny-cleaner': [{ gamesSinceCleaning: 1, polished: true }, { gamesSinceCleaning: 1 }, { polished: true }],
  'cleaned-is-not-resurfaced': [
    { status: 'too-smooth', complaint: 'stopped-hooking' },
    { complaint: 'stopped-hooking' },
    { status: 'too-smooth' },
  ],
  'every-series': [
    { gamesOnSurface: 3, flat: true },
    { gamesOnSurface: 2, flat: true },
    { gamesOnSurface: 3, flat: false },
  ],
  'fifty-games': [{ gamesOnSurface: 50 }, { gamesOnSurface: 49 }],
  'oil-out': [
    { complaint: 'stopped-hooking' },
    { complaint: 'stopped-hooking', reactive: false, cover: 'polyester' },
    { complaint: 'too-late' },
  ],
  'heavy-with-oil': [{ oilShare: 0.5 }, { oilShare: 0.49 }, { oilShare: 0.9, reactive: false, cover: 'urethane' }],
  'no-extraction': [{ reactive: false, cover: 'polyester' }, {}],
  'surface-before-drill': [{ complaint: 'too-strong' }, { complaint: 'too-early' }],
}

describe('rules of thumb', () => {
  test('each has its case here, and no ball of which nothing is to be said hears of any', () => {
    expect(Object.keys(cases).sort()).toEqual(adviceRules.map((rule) => rule.id).sort())
    expect(fired({})).toEqual([])
  })

  test.each(Object.entries(cases))(
    '%s speaks of what it is about and of nothing near it',
    (id, [speaks, ...silent]) => {
      expect(fired(speaks)).toContain(id)
      for (const near of silent) expect({ near, fired: fired(near).includes(id) }).toEqual({ near, fired: false })
    },
  )

  test('each names a grit only for work with one, and is told apart by its name', () => {
    for (const rule of adviceRules) {
      if (rule.grit !== null) expect(['resurface', 'polish', 'refresh']).toContain(rule.work)
      if (rule.about === 'upkeep') expect(rule.direction).toBe('none')
    }
    expect(new Set(adviceRules.map((rule) => rule.id)).size).toBe(adviceRules.length)
  })

  const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null })
  const anyFacts: fc.Arbitrary<AdviceFacts> = fc.record({
    complaint: maybe(fc.constantFrom(...complaints)),
    cover: fc.constantFrom(...coverFamilies),
    reactive: fc.boolean(),
    asymmetric: maybe(fc.boolean()),
    grit: maybe(fc.integer({ min: 180, max: 9000 })),
    polished: maybe(fc.boolean()),
    status: fc.constantFrom('in-window', 'leaves-soon', 'too-smooth', 'too-rough', 'accepted', 'unknown'),
    settled: fc.boolean(),
    totalGames: fc.nat(200),
    gamesOnSurface: fc.nat(100),
    gamesSinceCleaning: fc.nat(5),
    gamesSinceExtraction: fc.nat(100),
    oilShare: fc.double({ min: 0, max: 1, noNaN: true }),
    style: maybe(fc.constantFrom(...styleBands)),
    speedDominant: maybe(fc.boolean()),
    revDominant: maybe(fc.boolean()),
    lengthFt: maybe(fc.integer({ min: 30, max: 50 })),
    volumeMl: maybe(fc.integer({ min: 12, max: 35 })),
    flat: maybe(fc.boolean()),
    twin: fc.boolean(),
  })

  test('what becomes unknown never makes another rule speak, but those that ask for its being unsaid', () => {
    fc.assert(
      fc.property(
        anyFacts,
        fc.constantFrom('grit', 'lengthFt', 'volumeMl', 'style', 'flat', 'asymmetric'),
        (facts, key) => {
          const before = new Set(advise(facts).rules.map((rule) => rule.id))
          const after = advise({ ...facts, [key]: null }).rules.map((rule) => rule.id)
          expect(after.filter((id) => !before.has(id))).toEqual([])
        },
      ),
      { seed: 20_311, numRuns: 400 },
    )
  })

  test('what the complaint calls for stands before what the ball alone does; what opposes is paired, never dropped', () => {
    fc.assert(
      fc.property(anyFacts, (facts) => {
        const { rules, contradictions } = advise(facts)
        const ofBall = new Set(
          adviceRules.filter((rule) => rule.when({ ...facts, complaint: null })).map((rule) => rule.id),
        )
        const turns = rules.map((rule) => facts.complaint !== null && !ofBall.has(rule.id))
        expect(turns).toEqual([...turns].sort((a, b) => Number(b) - Number(a)))
        const directions = new Map(rules.map((rule) => [rule.id, rule.direction]))
        const said = new Set(rules.map((rule) => rule.direction).filter((direction) => direction !== 'none'))
        expect(contradictions.length > 0).toBe(said.size > 1)
        for (const [a, b] of contradictions) expect(directions.get(a)).not.toBe(directions.get(b))
      }),
      { seed: 20_311, numRuns: 400 },
    )
  })

  test('a rule that the shop does not hold is silent', () => {
    const without = adviceRules.filter((rule) => rule.id !== 'later')
    const { rules } = advise({ ...quiet, complaint: 'too-early' }, without)
    expect(rules.map((rule) => rule.id)).not.toContain('later')
  })

  test('a complaint says which way a ball reads, where it says so at all', () => {
    expect(complaints.map((complaint) => readsOf(complaint))).toEqual([
      'early',
      'late',
      null,
      null,
      null,
      'late',
      null,
      'early',
    ])
    expect(readsOf(null)).toBeNull()
  })
})
