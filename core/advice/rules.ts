import type { AdviceFacts } from './facts.ts'

/** What a rule wants done to the surface; 'none' for rules about oil, cleaning and the order of things. */
export type Direction = 'rougher' | 'smoother' | 'leave' | 'none'
export type AdvisedWork = 'resurface' | 'polish' | 'refresh' | 'clean' | 'extract' | 'inspect' | 'scan' | 'play'

export interface AdviceRule {
  readonly id: string
  readonly about: 'surface' | 'upkeep'
  readonly direction: Direction
  readonly work: AdvisedWork
  /** Grit that the rule names. */
  readonly grit: number | null
  /** Practitioners part ways on it; the catalogue says who holds it. */
  readonly contested: boolean
}

/** A rule with whether it speaks of some facts; a fact that is not known lets no rule speak that asks for it. */
export interface HeldRule extends AdviceRule {
  readonly when: (facts: AdviceFacts) => boolean
}
type When = HeldRule['when']
type Amount = { [K in keyof AdviceFacts]: AdviceFacts[K] extends number | null ? K : never }[keyof AdviceFacts]

const is =
  <K extends keyof AdviceFacts>(name: K, value: AdviceFacts[K]): When =>
  (facts) =>
    facts[name] === value
const known =
  (name: keyof AdviceFacts): When =>
  (facts) =>
    facts[name] !== null
const atLeast =
  (name: Amount, value: number): When =>
  (facts) => {
    const amount = facts[name]
    return amount !== null && amount >= value
  }
const atMost =
  (name: Amount, value: number): When =>
  (facts) => {
    const amount = facts[name]
    return amount !== null && amount <= value
  }
const all =
  (...parts: readonly When[]): When =>
  (facts) =>
    parts.every((part) => part(facts))
const any =
  (...parts: readonly When[]): When =>
  (facts) =>
    parts.some((part) => part(facts))

type Body = Partial<Pick<AdviceRule, 'grit' | 'contested'>>
const rule =
  (about: AdviceRule['about'], direction: Direction, work: AdvisedWork) =>
  (id: string, when: When, body: Body = {}): HeldRule => ({
    id,
    about,
    when,
    direction,
    work,
    grit: null,
    contested: false,
    ...body,
  })
const rougher = rule('surface', 'rougher', 'resurface')
const smoother = rule('surface', 'smoother', 'resurface')
const shine = rule('surface', 'smoother', 'polish')
const leave = rule('surface', 'leave', 'play')
const upkeep = (work: AdvisedWork) => rule('upkeep', 'none', work)

/** Rules of thumb on surface and upkeep: starting data, to be changed by the shop. */
export const adviceRules: readonly HeldRule[] = [
  rougher('earlier', any(is('complaint', 'too-late'), is('complaint', 'straight'))),
  smoother('later', is('complaint', 'too-early')),
  smoother('more-finish', is('complaint', 'no-back-end')),
  rougher('calm-a-shiny-ball', all(is('complaint', 'jumpy'), is('polished', true)), { grit: 4000 }),
  rougher('mid-lane-on-little-oil', all(is('complaint', 'too-late'), atMost('volumeMl', 21)), { grit: 3000 }),
  rougher('medium-or-long', all(atLeast('lengthFt', 40), atLeast('grit', 3000), is('reactive', true)), { grit: 2000 }),
  rougher('oily-fronts-or-speed', all(is('speedDominant', true), is('complaint', 'too-late')), { grit: 1000 }),
  rougher('urethane-on-short', all(is('cover', 'urethane'), atMost('lengthFt', 37)), { grit: 1000 }),
  rougher(
    'very-early',
    all(any(is('cover', 'urethane'), is('asymmetric', true)), any(atLeast('lengthFt', 44), atLeast('volumeMl', 28))),
    { grit: 500, contested: true },
  ),
  smoother('not-coarse-on-dry-fronts', all(atMost('volumeMl', 20), atMost('grit', 600)), { grit: 2000 }),
  rougher('straight-urethane', all(is('cover', 'urethane'), is('complaint', 'straight')), { grit: 500 }),
  leave('league-and-enough', all(is('flat', false), is('complaint', null), is('reactive', true)), { contested: true }),
  rougher('strip-polish', all(is('polished', true), is('flat', true)), { grit: 2000 }),
  shine('burns-on-friction', all(is('complaint', 'stops-turning'), atMost('grit', 3000)), { contested: true }),
  shine('house-friction', all(is('flat', false), is('revDominant', true), is('complaint', 'too-strong'))),
  smoother('strong-ball-on-league', all(is('flat', false), is('asymmetric', true), is('complaint', 'too-strong')), {
    contested: true,
  }),
  rougher('heavy-and-long', all(atLeast('volumeMl', 29), atLeast('lengthFt', 44), is('reactive', true)), {
    grit: 1000,
  }),
  rougher('sand-a-pearl', all(is('cover', 'pearl'), is('complaint', 'straight'), atLeast('lengthFt', 43)), {
    grit: 1000,
    contested: true,
  }),
  smoother('separate-twins', is('twin', true)),
  rougher('speed-on-heavy', all(is('style', 'strongly-speed-dominant'), atLeast('volumeMl', 26)), {
    grit: 360,
    contested: true,
  }),
  rougher('speed-second-ball', all(is('style', 'strongly-speed-dominant'), atMost('volumeMl', 25)), { grit: 1000 }),
  rougher('no-polish-for-speed', all(is('speedDominant', true), is('polished', true)), { contested: true }),
  rougher('control-on-difficult', all(is('flat', true), is('complaint', 'jumpy')), { grit: 2000 }),
  rougher('loses-everything', all(is('complaint', 'straight'), is('status', 'too-smooth'))),
  rougher(
    'lines-under-gloss',
    all(is('polished', true), any(is('complaint', 'too-late'), is('complaint', 'straight'))),
    { grit: 1500, contested: true },
  ),
  upkeep('resurface')('own-grit-at-once', all(atMost('totalGames', 2), is('reactive', true)), { contested: true }),
  upkeep('clean')('wipe-before-changing', all(is('complaint', 'too-late'), is('status', 'in-window')), {
    contested: true,
  }),
  upkeep('scan')('know-it-first', is('status', 'unknown')),
  upkeep('play')('let-it-settle', all(is('settled', false), known('complaint'))),
  upkeep('clean')('clean-now', atLeast('gamesSinceCleaning', 1)),
  upkeep('clean')('dull-cleaner', all(is('polished', false), is('reactive', true), atLeast('gamesSinceCleaning', 1)), {
    contested: true,
  }),
  upkeep('clean')('shiny-cleaner', all(is('polished', true), atLeast('gamesSinceCleaning', 1)), { contested: true }),
  upkeep('clean')('cleaned-is-not-resurfaced', all(is('status', 'too-smooth'), is('complaint', 'stopped-hooking'))),
  upkeep('refresh')('every-series', all(atLeast('gamesOnSurface', 3), is('flat', true)), { contested: true }),
  upkeep('resurface')('fifty-games', atLeast('gamesOnSurface', 50), { contested: true }),
  upkeep('extract')('oil-out', all(is('complaint', 'stopped-hooking'), is('reactive', true))),
  upkeep('extract')('heavy-with-oil', all(atLeast('oilShare', 0.5), is('reactive', true))),
  upkeep('play')('no-extraction', is('reactive', false)),
  upkeep('inspect')('surface-before-drill', is('complaint', 'too-strong')),
]
