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
  readonly advice: string
  readonly reason: string
  /** Who holds it, where practitioners part ways; null for common ground. */
  readonly school: string | null
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

type Body = Pick<AdviceRule, 'advice' | 'reason'> & Partial<Pick<AdviceRule, 'grit' | 'school'>>
const rule =
  (about: AdviceRule['about'], direction: Direction, work: AdvisedWork) =>
  (id: string, when: When, body: Body): HeldRule => ({
    id,
    about,
    when,
    direction,
    work,
    grit: null,
    school: null,
    ...body,
  })
const rougher = rule('surface', 'rougher', 'resurface')
const smoother = rule('surface', 'smoother', 'resurface')
const shine = rule('surface', 'smoother', 'polish')
const leave = rule('surface', 'leave', 'play')
const upkeep = (work: AdvisedWork) => rule('upkeep', 'none', work)

/** Rules of thumb on surface and upkeep: starting data, to be changed by the shop. */
export const adviceRules: readonly HeldRule[] = [
  rougher('earlier', any(is('complaint', 'too-late'), is('complaint', 'straight')), {
    advice: 'Go a step coarser.',
    reason: 'A rougher cover finds traction sooner, so the ball reads earlier.',
  }),
  smoother('later', is('complaint', 'too-early'), {
    advice: 'Go a step finer.',
    reason: 'A smoother cover skids further before it reads.',
  }),
  smoother('more-finish', is('complaint', 'no-back-end'), {
    advice: 'Go finer, not coarser.',
    reason: 'Less is spent early, so more is left for the finish.',
  }),
  rougher('calm-a-shiny-ball', all(is('complaint', 'jumpy'), is('polished', true)), {
    grit: 4000,
    advice: 'Take the shine down to 4000.',
    reason: 'It calms the change of direction and does little else.',
  }),
  rougher('mid-lane-on-little-oil', all(is('complaint', 'too-late'), atMost('volumeMl', 21)), {
    grit: 3000,
    advice: '3000 is enough on this little oil.',
    reason: 'It picks up the middle of the lane and still clears the fronts.',
  }),
  rougher('medium-or-long', all(atLeast('lengthFt', 40), atLeast('grit', 3000), is('reactive', true)), {
    grit: 2000,
    advice: '2000 for a medium or long pattern.',
    reason: 'Enough bite without killing the ball.',
  }),
  rougher('oily-fronts-or-speed', all(is('speedDominant', true), is('complaint', 'too-late')), {
    grit: 1000,
    advice: '1000, since there is more speed than revs.',
    reason: 'It slows the ball sooner and gives it time to roll.',
  }),
  rougher('urethane-on-short', all(is('cover', 'urethane'), atMost('lengthFt', 37)), {
    grit: 1000,
    advice: 'Urethane at 1000 on a short pattern.',
    reason: 'It starts early, rolls early and holds the pocket.',
  }),
  rougher(
    'very-early',
    all(any(is('cover', 'urethane'), is('asymmetric', true)), any(atLeast('lengthFt', 44), atLeast('volumeMl', 28))),
    {
      grit: 500,
      advice: '500 for long or heavy oil with this kind of ball.',
      reason: 'It must start very early to make the corner.',
      school: 'usable in its place; others say that coarser than 1000 spoils a cover',
    },
  ),
  smoother('not-coarse-on-dry-fronts', all(atMost('volumeMl', 20), atMost('grit', 600)), {
    grit: 2000,
    advice: 'Not 500 or coarser on fronts of little oil.',
    reason: 'The ball cannot clear the front and is spent.',
  }),
  rougher('straight-urethane', all(is('cover', 'urethane'), is('complaint', 'straight')), {
    grit: 500,
    advice: '500, as even as it can be done.',
    reason: 'Urethane that runs straight lacks teeth; unevenness shows as a wobble.',
  }),
  leave('league-and-enough', all(is('flat', false), is('complaint', null), is('reactive', true)), {
    advice: 'Leave the surface alone while the ball hooks enough.',
    reason: 'On a house pattern a worn, known surface is worth more than a fresh one.',
    school: 'lane shine',
  }),
  rougher('strip-polish', all(is('polished', true), is('flat', true)), {
    grit: 2000,
    advice: 'Take the polish off: 500 on the spinner, then 2000 over it.',
    reason: 'On a flatter or oilier pattern shine leaves nothing to read with; by hand it does not come off evenly.',
  }),
  shine('burns-on-friction', all(is('complaint', 'stops-turning'), atMost('grit', 3000)), {
    advice: 'Move to more oil first; if that is not enough, polish.',
    reason: 'A dull ball that rolls out has spent itself on friction.',
    school: 'move first',
  }),
  shine('house-friction', all(is('flat', false), is('revDominant', true), is('complaint', 'too-strong')), {
    advice: 'Polish, and stay near the friction.',
    reason: 'Length keeps a high-rev ball usable where there is friction to find.',
  }),
  smoother('strong-ball-on-league', all(is('flat', false), is('asymmetric', true), is('complaint', 'too-strong')), {
    advice: 'Let it go to lane shine; add no surface.',
    reason: 'A very strong cover on league oil has bite to spare.',
    school: 'lane shine',
  }),
  rougher('heavy-and-long', all(atLeast('volumeMl', 29), atLeast('lengthFt', 44), is('reactive', true)), {
    grit: 1000,
    advice: 'Surface on a strong ball is justified here.',
    reason: 'About 30 mL over 45 ft asks for it.',
  }),
  rougher('sand-a-pearl', all(is('cover', 'pearl'), is('complaint', 'straight'), atLeast('lengthFt', 43)), {
    grit: 1000,
    advice: 'Sand the pearl when even the strong solid cannot hook.',
    reason: 'Its cover still has friction that the solid has spent earlier.',
    school: 'sanded pearl; others take a stronger solid',
  }),
  smoother('separate-twins', is('twin', true), {
    advice: 'Give one of the two near-identical balls less surface.',
    reason: 'Two balls that do the same are one ball.',
  }),
  rougher('speed-on-heavy', all(is('style', 'strongly-speed-dominant'), atLeast('volumeMl', 26)), {
    grit: 360,
    advice: '320 to 400 on the heavy-oil ball, the coarser the more speed.',
    reason: 'With this much speed nothing else slows the ball in time.',
    school: 'coarse is normal here; others never go under 500',
  }),
  rougher('speed-second-ball', all(is('style', 'strongly-speed-dominant'), atMost('volumeMl', 25)), {
    grit: 1000,
    advice: 'A fine fibre pad or 1000 on the second ball.',
    reason: 'Medium-dry lanes still need some bite for this style.',
  }),
  rougher('no-polish-for-speed', all(is('speedDominant', true), is('polished', true)), {
    advice: 'No polish for a speed-dominant bowler.',
    reason: 'The ball has no time left to react.',
    school: 'never; others allow it in league',
  }),
  rougher('control-on-difficult', all(is('flat', true), is('complaint', 'jumpy')), {
    grit: 2000,
    advice: 'Early, controllable motion rather than late and sharp.',
    reason: 'A difficult pattern punishes what cannot be repeated.',
  }),
  rougher('loses-everything', all(is('complaint', 'straight'), is('status', 'too-smooth')), {
    advice: 'Bring it back to its recipe before anything else.',
    reason: 'It has worn out of its window; this is the cheapest thing to undo.',
  }),
  rougher(
    'lines-under-gloss',
    all(is('polished', true), any(is('complaint', 'too-late'), is('complaint', 'straight'))),
    {
      grit: 1500,
      advice: 'If it is to stay polished: 1500 first, and leave its lines below the gloss.',
      reason: 'The base under a polish decides more than the polish.',
      school: '1500 with lines left; others 1000 or 2000 under it',
    },
  ),
  upkeep('resurface')('own-grit-at-once', all(atMost('totalGames', 2), is('reactive', true)), {
    advice: 'A new ball: put your own repeatable grit on at once.',
    reason: 'A maker’s finish cannot be brought back the same way; your own can.',
    school: 'own grit at once; others keep it as near to the box as they can',
  }),
  upkeep('clean')('wipe-before-changing', all(is('complaint', 'too-late'), is('status', 'in-window')), {
    advice: 'Wipe it first: the surface is where it should be.',
    reason: 'Oil on the cover delays a ball too, and a wipe is undone by itself.',
    school: 'wipe first; others change the surface first',
  }),
  upkeep('scan')('know-it-first', is('status', 'unknown'), {
    advice: 'Read the surface first.',
    reason: 'Advice on a surface that nobody knows is a guess.',
  }),
  upkeep('play')('let-it-settle', all(is('settled', false), known('complaint')), {
    advice: 'Bowl one or two games more before judging; ten on a new ball.',
    reason: 'A fresh surface has to redevelop its track.',
  }),
  upkeep('clean')('clean-now', atLeast('gamesSinceCleaning', 1), {
    advice: 'Clean it now, right after play.',
    reason: 'Oil left on the cover soaks in overnight.',
  }),
  upkeep('clean')('dull-cleaner', all(is('polished', false), is('reactive', true), atLeast('gamesSinceCleaning', 1)), {
    advice: 'Use a cleaner for dull covers, a gel or cream; little of it.',
    reason: 'It lifts oil out of the texture without shining it.',
    school: 'by finish; others use one for all',
  }),
  upkeep('clean')('shiny-cleaner', all(is('polished', true), atLeast('gamesSinceCleaning', 1)), {
    advice: 'Use a spray cleaner made for polished covers; little of it.',
    reason: 'A cleaner with bite would dull the shine.',
    school: 'by finish; others use one for all',
  }),
  upkeep('clean')('cleaned-is-not-resurfaced', all(is('status', 'too-smooth'), is('complaint', 'stopped-hooking')), {
    advice: 'Cleaning alone will not do: the texture is worn.',
    reason: 'A cleaner takes oil, not lane shine; the surface has left its window.',
  }),
  upkeep('refresh')('every-series', all(atLeast('gamesOnSurface', 3), is('flat', true)), {
    advice: 'A light touch-up after each series keeps it the same every time.',
    reason: 'Most of the change of a fresh surface happens within three games.',
    school: 'every three games; others after 15, after 50, or never',
  }),
  upkeep('resurface')('fifty-games', atLeast('gamesOnSurface', 50), {
    advice: 'A full resurface is due.',
    reason: 'Fifty games is the usual mark in the shop.',
    school: 'fixed games',
  }),
  upkeep('extract')('oil-out', all(is('complaint', 'stopped-hooking'), is('reactive', true)), {
    advice: 'Take the oil out, then resurface.',
    reason: 'A ball that stopped hooking holds oil; hot water does not bring the finish back.',
  }),
  upkeep('extract')('heavy-with-oil', all(atLeast('oilShare', 0.5), is('reactive', true)), {
    advice: 'The estimate says that it holds half of what it can: take the oil out.',
    reason: 'Friction falls as the cover fills.',
  }),
  upkeep('play')('no-extraction', is('reactive', false), {
    advice: 'No extraction: wipe and clean.',
    reason: 'Polyester takes up none and urethane hardly any.',
  }),
  upkeep('inspect')('surface-before-drill', is('complaint', 'too-strong'), {
    advice: 'Change the surface before drilling again, plugging or selling.',
    reason: 'It is the cheapest remedy, and the only one that can be undone.',
  }),
]
