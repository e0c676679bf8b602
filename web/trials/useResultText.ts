import type { Trial } from '@sleetfall/contract'
import {
  type CovariateName,
  type Judgement,
  type Pair,
  type TrialResult,
  designArms,
  designs,
  begunOn,
  limitOf,
  otherVerdicts,
  counts,
  hitPocket,
  seedOf,
  shotsAGame,
  trialResult,
  weightOfShots,
} from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { phaseOf } from '../lanes/useWhatIfText.ts'
import { isHidden, useArmText } from './useArmText.ts'
import { fixed } from '../controls/figures.ts'

export const resultOf = (trial: Trial): TrialResult => trialResult(trial, trial.shots)
/** What a trial's design needs to know of what was thrown. */
export const orderOf = (trial: Trial) => ({
  thrown: trial.shots.filter(counts),
  arms: designArms(trial.arms),
  seed: seedOf(trial.id),
  line:
    trial.feetBoard === null || trial.targetBoard === null
      ? null
      : { feetBoard: trial.feetBoard, targetBoard: trial.targetBoard },
})

/** One decimal, with a real minus sign. */
const signed = (value: number) => fixed(value, 1).replace('-', '−')
/** Arms that lack shots are named up to so many. */
const mostNamed = 2
/** Of many pairs so many are told. */
const mostPairs = 6

/** A trial's result in words: what differs, how sure that is, and what would help when the data cannot tell. */
export function useResultText() {
  const { t } = useI18n()
  const { name } = useArmText()

  /** A difference with its interval, the other way round where it is negative. */
  function boardsOf(key: string, { estimate, low, high }: Pick<Pair, 'estimate' | 'low' | 'high'>, names: object) {
    const more = estimate >= 0
    const bounds = more ? [low, high] : [-high, -low]
    return t(`trials.${key}.${more ? 'more' : 'less'}`, {
      ...names,
      boards: fixed(Math.abs(estimate), 1),
      low: signed(bounds[0]!),
      high: signed(bounds[1]!),
    })
  }
  const difference = (trial: Trial, measure: TrialResult['measure'], pair: Omit<Pair, 'pHolm' | 'mean' | 'sd'>) =>
    boardsOf(measure === 'entryBoard' ? 'enters' : 'stands', pair, {
      to: name(trial, Number(pair.to)),
      from: name(trial, Number(pair.from)),
    })
  function verdict({ verdict: of, confoundedWith }: Judgement): string {
    if (of === 'different') return t('trials.different')
    if (of !== 'confounded') return t('trials.notShown')
    return t('trials.confounded', { what: confoundedWith.map((one) => t(`trials.confounders.${one}`)).join(', ') })
  }
  /** What would settle it, when these shots do not. */
  function settling({ verdict: of, alternating, moreShots, matters }: Judgement): string[] {
    if (of === 'different') return alternating ? [] : [t('trials.driftAllowed')]
    if (moreShots > 0) return [t('trials.wouldTell', { n: moreShots, boards: matters }, moreShots)]
    return [alternating ? t('trials.wouldHaveTold', { boards: matters }) : t('trials.throwAgain')]
  }
  /** What the figures rest on beside the entry boards. */
  function restsOn({ covariates, missing }: Judgement): string[] {
    const names = [...new Set(covariates.map(({ name: of }) => of))]
    const unnoted = (Object.entries(missing) as [CovariateName, number][]).map(([of, n]) =>
      t('trials.unnoted', { what: t(`trials.covariates.${of}`), n }, n),
    )
    if (names.length === 0) return unnoted
    return [t('trials.adjusted', { names: names.map((of) => t(`trials.covariates.${of}`)).join(', ') }), ...unnoted]
  }
  /** Of two arms their difference; of more, those that are shown among all pairs, the largest first. */
  function pairLines(trial: Trial, measure: TrialResult['measure'], judged: Judgement): string[] {
    const { pairs } = judged
    if (pairs.length === 1) return [`${difference(trial, measure, pairs[0]!)} ${verdict(judged)}`]
    const shown = pairs.filter(({ pHolm }) => pHolm < 0.05).sort((a, b) => Math.abs(b.estimate) - Math.abs(a.estimate))
    if (shown.length === 0) return [`${t('trials.ofPairs', { n: pairs.length })} ${verdict(judged)}`]
    const left = shown.length - mostPairs
    return [
      ...shown.slice(0, mostPairs).map((pair) => difference(trial, measure, pair)),
      ...(left > 0 ? [t('trials.morePairs', { n: left }, left)] : []),
      t('trials.shownOfPairs', { shown: shown.length, n: pairs.length }, shown.length),
    ]
  }
  /** What each factor does, and whether that depends on the other. */
  function crossedLines(trial: Trial, { crossed }: TrialResult): string[] {
    return crossed.map((one) => {
      const { from, to, other, mean: estimate, low, high, pHolm } = one
      const text =
        one.kind === 'main'
          ? boardsOf('mainEffect', { estimate, low, high }, { to, from, over: trial.factors[1 - one.factor] ?? '' })
          : boardsOf('interaction', { estimate, low, high }, { to, from, otherTo: other?.to, otherFrom: other?.from })
      return `${pHolm < 0.05 ? '●' : '○'} ${text} ${t(pHolm < 0.05 ? 'trials.effectShown' : 'trials.effectNotShown')}`
    })
  }
  /** What a design that looks for something has found. */
  function foundLines(trial: Trial): string[] {
    const order = orderOf(trial)
    const design = designs[trial.design]
    const stop = design.stop?.(order)
    if (trial.design !== 'limit')
      return stop
        ? [t(`trials.stops.${stop}`, { name: name(trial, order.thrown.findLast(({ arm }) => arm > 1)?.arm ?? 1) })]
        : []
    const { holds, fails } = limitOf(order.thrown)
    if (holds === null) return [t(fails === null ? 'trials.limit.none' : 'trials.limit.fails', { fails })]
    const begun = begunOn(order)
    const inside = begun && holds - begun.feetBoard
    const text = t(fails === null ? 'trials.limit.holds' : 'trials.limit.between', { holds, fails })
    return [inside === null ? text : `${text} ${t('trials.limit.inside', { n: inside }, inside)}`]
  }

  /** On which lane and in what state of it this was found: it says nothing of others. */
  function foundOn({ patternName: pattern, gamesSinceOiling, shots }: Trial): string {
    if (gamesSinceOiling == null) return t('trials.foundOnUnknown', { pattern })
    const before = gamesSinceOiling * shotsAGame
    const phase = (at: number) => t(`lanes.whatIf.phases.${phaseOf(at)}`)
    const [from, to] = [phase(before), phase(before + shots.length)]
    return t('trials.foundOn', { pattern, phase: from === to ? from : t('trials.phases', { from, to }) })
  }

  function lines(trial: Trial, result: TrialResult): string[] {
    const { missing, judged } = result
    if (trial.design === 'limit') return foundLines(trial)
    const lacking = trial.arms.flatMap(({ arm }, i) =>
      missing[i]! > 0 ? [t('trials.tooFewSide', { name: name(trial, arm), n: missing[i]! })] : [],
    )
    const many = { of: lacking.length, all: trial.arms.length, n: designs[trial.design].least }
    const parts = lacking.length > mostNamed ? t('trials.tooFewMany', many) : lacking.join(', ')
    const short = lacking.length > 0 ? [t('trials.tooFew', { parts })] : []
    const found = foundLines(trial)
    if (trial.arms.length === 1) return [t('trials.oneArm'), ...short]
    if (!judged || judged.verdict === 'too-few-shots') {
      if (short.length > 0) return [...short, ...found]
      const { least } = designs[trial.design]
      if (result.measure === 'entryBoard') return [t('trials.tooFewEntries', { n: least }), ...found]
      const feetless = trial.shots.filter((shot) => counts(shot) && shot.feetBoard === null && hitPocket(shot)).length
      const why = feetless > 0 ? [t('trials.noFeet', { n: feetless }, feetless)] : []
      return [t('trials.tooFewHits', { n: least }), ...why, ...found]
    }
    // Levels have names too: as long as the arms are hidden their letters are all that is told.
    const text = isHidden(trial) ? [] : crossedLines(trial, result)
    if (text.length === 0) text.push(...pairLines(trial, result.measure, judged))
    text.push(...found, ...short, ...settling(judged), foundOn(trial), ...restsOn(judged))
    if (result.withSetAside)
      text.push(t('trials.withAside', { text: pairLines(trial, result.measure, result.withSetAside).join(' ') }))
    return text
  }
  /** What the other measures say, each pair in a line: shown or not, with its interval. */
  function others(trial: Trial): string[] {
    const { measures, reads } = otherVerdicts(trial, trial.shots)
    const decimals = { firstReadFt: 1, breakpointBoard: 1, entryAngleDeg: 2 } as const
    const one = (value: number, n: number) => fixed(value, n).replace('-', '−')
    const pairs = measures.flatMap(({ measure, pairs: of }) =>
      of.map(({ from, to, estimate, low, high, shown }) => {
        const more = estimate >= 0
        const bounds = more ? [low, high] : [-high, -low]
        const n = decimals[measure]
        const text = t(`trials.others.${measure}.${more ? 'more' : 'less'}`, {
          ...{ to: name(trial, to), from: name(trial, from), by: one(Math.abs(estimate), n) },
          ...{ low: one(bounds[0]!, n), high: one(bounds[1]!, n) },
        })
        return `${shown ? '●' : '○'} ${text}`
      }),
    )
    const words = reads.map(({ from, to, above, low, high }) => {
      const later = above >= 0.5
      const share = (value: number) => Math.round(100 * (later ? value : 1 - value))
      const text = t(`trials.others.reads.${later ? 'later' : 'earlier'}`, {
        ...{ to: name(trial, to), from: name(trial, from), by: share(above) },
        ...{ low: share(later ? low : high), high: share(later ? high : low) },
      })
      return `${low > 0.5 || high < 0.5 ? '●' : '○'} ${text}`
    })
    return [...pairs, ...words]
  }
  /** The shots that the first difference hangs on most, each in a line. */
  function weights(trial: Trial): string[] {
    return weightOfShots(trial, trial.shots).map(({ sequence, without, flips }) => {
      const boards = t(without < 0 ? 'trials.weighsLighter' : 'trials.weighsHigher', {
        n: sequence,
        boards: fixed(Math.abs(without), 1),
      })
      return flips ? `▲ ${boards} ${t('trials.weighsVerdict')}` : boards
    })
  }
  return { lines, others, weights, settling, restsOn }
}
