import type { BagCard } from '@sleetfall/contract'
import { type BagMove, type BagRole, type LadderStep, type StateKey } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import type { Known } from '../controls/known.ts'
import { phaseOf } from '../lanes/useWhatIfText.ts'
import { fixed, plain } from '../controls/figures.ts'

type Patterns = readonly { readonly id: string; readonly name: string }[]
const board = (value: number) => plain(Math.round(2 * value) / 2, 1)

/** A bag in words, the same on the screen, on paper and behind a customer's link. */
export function useBagText() {
  const { t } = useI18n()
  const signed = (boards: number) => (boards > 0 ? `+${plain(boards, 2)}` : boards < 0 ? `−${plain(-boards, 2)}` : '0')
  /** What the strikes of a bag rest on. */
  const known = (strikes: number): Known[] => [
    {
      figure: t('bags.strikes', { n: fixed(strikes, 0) }),
      kind: 'computed',
      source: t('bags.known.source'),
      model: t('bags.known.model'),
      band: t('bags.known.band'),
      changes: t('bags.known.changes'),
    },
  ]
  const roles = (of: readonly BagRole[]) => of.map((role) => t(`bags.roles.${role}`)).join(', ')
  const phase = (shots: number) => t(`lanes.whatIf.phases.${phaseOf(shots)}`)
  const state = (patterns: Patterns, { targetId, shots }: StateKey) =>
    `${patterns.find(({ id }) => id === targetId)?.name ?? '–'}, ${phase(shots)}`
  const line = ({ laydownBoard, targetBoard }: { readonly laydownBoard: number; readonly targetBoard: number }) =>
    t('bags.beginOn', { laydown: board(laydownBoard), target: board(targetBoard) })
  const move = ({ feetBoards, eyesBoards }: BagMove) =>
    feetBoards === 0 && eyesBoards === 0
      ? t('bags.sameLine')
      : [t('bags.feet', { n: signed(feetBoards) }), t('bags.eyes', { n: signed(eyesBoards) })].join(', ')
  const inHundred = (strikes: number) => t('bags.inHundred', { n: fixed(strikes, 0) })
  /** When a step of the ladder begins: by shots on the lane, and about which game that is where it is known how many share the pair. */
  const when = ({ shotsOfGame }: BagCard, { shots }: LadderStep) =>
    shots === 0
      ? t('bags.fresh')
      : shotsOfGame
        ? t('bags.thenGame', { n: shots, game: 1 + Math.floor(shots / shotsOfGame) })
        : t('bags.then', { n: shots })
  /** What is thrown, in a step of the ladder. */
  const throws = ({ line: on }: LadderStep, ball: string) =>
    on
      ? t('bags.throws', { ball, laydown: board(on.laydownBoard), target: board(on.targetBoard) })
      : t('bags.noLine', { ball })
  const changeText = (to: BagMove, nameOf: (id: string) => string) =>
    t('bags.change', { ball: nameOf(to.ballId), move: move(to) })
  const stayText = (to: BagMove) =>
    to.feetBoards === 0 && to.eyesBoards === 0 ? t('bags.stayPut') : t('bags.stay', { move: move(to) })
  /** What comes after a step: what is worth more first. */
  function nextOf(
    step: LadderStep,
    nameOf: (id: string) => string,
  ): { readonly text: string; readonly first: boolean }[] {
    const stay = step.stay && { text: `${stayText(step.stay)}: ${inHundred(step.stay.strikes)}` }
    const changes = step.changes.map((to) => ({ text: `${changeText(to, nameOf)}: ${inHundred(to.strikes)}` }))
    const stays = step.pick === 'stay'
    const ordered = stays ? [stay, ...changes] : [changes[0], stay, ...changes.slice(1)]
    return ordered.filter((one) => one != null).map((one, i) => ({ ...one, first: i === 0 }))
  }
  /** The steps of a pattern; one that only goes on with the same ball on the same line is part of the one before. */
  function rungs(steps: readonly LadderStep[]): { readonly from: LadderStep; readonly last: LadderStep }[] {
    const found: { from: LadderStep; last: LadderStep }[] = []
    for (const step of steps) {
      const before = found.at(-1)
      const { pick, stay } = before?.last ?? { pick: null, stay: null }
      const goesOn =
        before?.last.ballId === step.ballId && pick === 'stay' && stay?.feetBoards === 0 && stay.eyesBoards === 0
      if (before && goesOn) before.last = step
      else found.push({ from: step, last: step })
    }
    return found
  }
  /** What comes after a rung; of one that holds to the end, what there is beside it. */
  const afterOf = (from: LadderStep, last: LadderStep, nameOf: (id: string) => string) =>
    last.until !== null ? nextOf(last, nameOf) : nextOf(from, nameOf).slice(1)
  const holds = ({ until, shots }: LadderStep) =>
    until === null ? t('bags.holdsOut') : t('bags.holdsTo', { n: shots })
  const contrary = ({ sign, contrary: to }: LadderStep, nameOf: (id: string) => string) =>
    to && t(sign === 'late' ? 'bags.contraryLate' : 'bags.contraryEarly', { ball: nameOf(to.ballId), move: move(to) })
  const surface = ({ recipeKey, action }: Pick<BagCard['balls'][number], 'recipeKey' | 'action'>) =>
    recipeKey
      ? t(`surface.recipes.${recipeKey}`)
      : action && action !== 'buy'
        ? t(`coverage.actions.${action}`)
        : t('bags.asItIs')
  return {
    known,
    when,
    rungs,
    afterOf,
    holds,
    roles,
    phase,
    state,
    line,
    move,
    inHundred,
    throws,
    nextOf,
    contrary,
    surface,
  }
}
