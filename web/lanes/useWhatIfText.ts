import type { Ball, Pattern } from '@sleetfall/contract'
import {
  type Assumption,
  type OwnSpread,
  type Sensitivity,
  type ShotOutcome,
  type Spread,
  pocketBoards,
  readyRecipes,
} from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { quantityText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import type { Setup } from './setup.ts'
import { fixed, plain } from '../controls/figures.ts'

/** Shots on a lane up to which it counts as fresh, and as only begun to break down. */
const phaseEnds = { fresh: 20, early: 90 } as const
export type PhaseName = 'fresh' | 'early' | 'broken'
export const phaseOf = (shots: number): PhaseName =>
  shots < phaseEnds.fresh ? 'fresh' : shots < phaseEnds.early ? 'early' : 'broken'

type Entry = Pick<ShotOutcome, 'entryBoard' | 'gutter'>
/** Where a ball comes in, for the hand: past the pocket, in it, or short of it. */
export const verdictKey = ({ entryBoard, gutter }: Entry): 'gutter' | 'light' | 'high' | 'pocket' =>
  gutter ? 'gutter' : entryBoard < pocketBoards.low ? 'light' : entryBoard > pocketBoards.high ? 'high' : 'pocket'

const onLane = (board: number) => board >= 0.5 && board <= 39.5
/** A ball in the gutter enters nowhere; a board past the lane's edge is none. */
export const entryText = ({ entryBoard, gutter }: Entry): string =>
  gutter || !onLane(entryBoard) ? '–' : fixed(entryBoard, 1)

export const signed = (value: number, digits = 1): string =>
  Number(value.toFixed(digits)) === 0 ? fixed(0, digits) : `${value < 0 ? '−' : '+'}${fixed(Math.abs(value), digits)}`

/** What each change moves the entry by; what has no effect to tell of is left out. */
export const effectRows = (effects: Sensitivity) =>
  (['perMph', 'per50Rpm', 'per5DegRotation', 'perFinerPad'] as const).flatMap((key) => {
    const boards = effects[key]
    return boards === null ? [] : [{ key, boards }]
  })

/** Which part of the release a chance rests on that nobody measured. */
export const chanceRestsOn = (assumptions: readonly Assumption[], ownSpread: boolean) => [
  ...assumptions.filter((one) => ['speed', 'revs', 'rotation', 'tilt'].includes(one)),
  ...(ownSpread ? [] : (['spread'] as const)),
]

/** Words for what a what-if shows. */
export function useWhatIfText() {
  const { t } = useI18n()
  const session = useSession()
  const listOf = (all: readonly string[]) => all.map((one) => t(`lanes.whatIf.assumptions.${one}`)).join(', ')
  return {
    /** Surfaces that may be asked of: as it is now, or after a recipe. */
    surfaces: computed(() => [
      { value: 'now', title: t('lanes.whatIf.surfaceNow') },
      ...readyRecipes.map((recipe) => ({ value: recipe.key, title: t(`surface.recipes.${recipe.key}`) })),
    ]),
    verdict: (entry: Entry) => t(`lanes.whatIf.verdicts.${verdictKey(entry)}`),
    line: ({ laydown, target }: { readonly laydown: number; readonly target: number }) =>
      t('lanes.whatIf.line', { laydown: plain(laydown, 2), target: plain(target, 2) }),
    crosses: ({ boardAtArrows }: ShotOutcome) => t('lanes.whatIf.crosses', { board: fixed(boardAtArrows, 1) }),
    feet: (value: number | null) => (value === null ? t('lanes.whatIf.neverReads') : `${fixed(value, 1)} ft`),
    breakpoint: ({ breakpointBoard, breakpointFt }: ShotOutcome) =>
      t('lanes.whatIf.breakpointIs', { board: fixed(breakpointBoard, 1), ft: fixed(breakpointFt, 0) }),
    roll: ({ rollFt }: ShotOutcome) => (rollFt === null ? t('lanes.whatIf.rollNever') : `${fixed(rollFt, 1)} ft`),
    speed: (mph: number) => quantityText('speedMph', mph, session.metric),
    /** The path in one sentence, for who does not see it. */
    path: (laydown: number, outcome: ShotOutcome) =>
      t('lanes.whatIf.path', {
        laydown,
        arrows: fixed(outcome.boardAtArrows, 1),
        board: fixed(outcome.breakpointBoard, 1),
        ft: fixed(outcome.breakpointFt, 0),
        entry: entryText(outcome),
        angle: fixed(outcome.entryAngleDeg, 1),
      }),
    assumed: (assumptions: readonly Assumption[]) =>
      assumptions.length === 0 ? '' : t('lanes.whatIf.assumed', { what: listOf(assumptions) }),
    /** The bowler's spread at the target, and of the rest of the release: measured or assumed. */
    spread: (own: OwnSpread | null, used: Spread) =>
      own
        ? t('lanes.whatIf.roomOwn', {
            target: fixed(used.targetBoards, 1),
            low: fixed(own.low, 1),
            high: fixed(own.high, 1),
            shots: own.shots,
          })
        : t('lanes.whatIf.roomAssumed', { target: used.targetBoards }),
    spreadRest: (own: OwnSpread | null, used: Spread) =>
      t(own?.speedMph ? 'lanes.whatIf.roomRestOwn' : 'lanes.whatIf.roomRest', {
        speed: quantityText('speedMph', used.speedMph, session.metric),
        rev: used.revRpm,
        shots: own?.speedMph?.shots,
      }),
    /** What the figures rest on: starting values, or shots of this ball and on this pattern. */
    foundation(
      of: { readonly fitted: Ball['fitted'] } | undefined,
      on: { readonly fitted: Pattern['fitted'] } | undefined,
    ) {
      const [ball, lane] = [of?.fitted, on?.fitted]
      const two = (value: number | undefined) => value?.toFixed(2)
      const values = {
        strength: two(ball?.strength),
        low: two(ball?.low),
        high: two(ball?.high),
        n: ball?.shots,
        m: lane?.shots,
      }
      const key = ball ? (lane ? 'fittedBoth' : 'fittedBall') : lane ? 'fittedLane' : 'computed'
      return t(`lanes.whatIf.${key}`, values)
    },
    restsOn(assumptions: readonly Assumption[], ownSpread: boolean) {
      const all = chanceRestsOn(assumptions, ownSpread)
      return all.length === 0 ? '' : t('lanes.whatIf.restsOn', { what: listOf(all) })
    },
    /** What a set-up that is kept to compare is called. */
    name: (setup: Setup, ball: string, pattern: string) =>
      [
        ball,
        setup.surface === 'now' ? t('lanes.whatIf.surfaceNow') : t(`surface.recipes.${setup.surface}`),
        pattern,
        t(`lanes.whatIf.phases.${phaseOf(setup.shots)}`),
      ].join(', '),
  }
}
