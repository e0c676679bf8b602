import * as d3 from 'd3-array'
import type { Contrast } from './judge.ts'

/** An arm that is a combination of levels. */
export interface CrossedArm {
  readonly arm: number
  readonly levels: readonly string[]
}
/** What combinations tell: what one level does beside another over all of the other factor, and whether that depends on it. */
export interface CrossedEffect {
  readonly name: string
  readonly kind: 'main' | 'interaction'
  /** Place of the factor, of a main effect. */
  readonly factor: number
  readonly from: string
  readonly to: string
  /** The other factor's two levels, of an interaction. */
  readonly other?: { readonly from: string; readonly to: string }
}

const levelsOf = (arms: readonly CrossedArm[], factor: number) => [
  ...new Set(arms.flatMap(({ levels }) => levels[factor] ?? [])),
]

/**
 * Main effects of up to two factors, each level beside the first, and their interactions as differences of differences: equal weights for the combinations, so that a
 * combination with fewer shots counts as much as the others (type III; Fisher, The Design of Experiments, chapter VI). Only levels of which every combination is among the arms.
 */
export function crossedContrasts(
  arms: readonly CrossedArm[],
): readonly { readonly effect: CrossedEffect; readonly contrast: Contrast }[] {
  const factors = Math.max(0, ...arms.map(({ levels }) => levels.length))
  if (factors === 0) return []
  const at = (...levels: readonly string[]) => arms.filter((one) => levels.every((level, i) => one.levels[i] === level))
  const [first, second] = [levelsOf(arms, 0), factors > 1 ? levelsOf(arms, 1) : ['']]
  const full = factors === 1 || first.every((a) => second.every((b) => at(a, b).length > 0))
  if (!full) return []
  const weigh = (parts: readonly (readonly [readonly CrossedArm[], number])[]) => {
    const weights: Record<string, number> = {}
    for (const [of, weight] of parts)
      for (const { arm } of of) weights[arm] = (weights[arm] ?? 0) + weight / Math.max(1, of.length)
    return weights
  }
  /** Arms of one level, one group for each level of the other factor. */
  const groups = (factor: number, level: string) =>
    factors === 1
      ? [arms.filter((one) => one.levels[0] === level)]
      : (factor === 0 ? second : first).map((other) => (factor === 0 ? at(level, other) : at(other, level)))
  const mains = d3.range(factors).flatMap((factor) => {
    const [from, ...others] = factor === 0 ? first : second
    return others.map((to) => {
      const effect: CrossedEffect = { name: `${factor}:${to}`, kind: 'main', factor, from: from!, to }
      const [plus, minus] = [groups(factor, to), groups(factor, from!)]
      const parts = [
        ...plus.map((of) => [of, 1 / plus.length] as const),
        ...minus.map((of) => [of, -1 / minus.length] as const),
      ]
      return { effect, contrast: { name: effect.name, weights: weigh(parts) } }
    })
  })
  if (factors < 2) return mains
  const [a0, b0] = [first[0]!, second[0]!]
  const interactions = first.slice(1).flatMap((a) =>
    second.slice(1).map((b) => {
      const other = { from: b0, to: b }
      const effect: CrossedEffect = { name: `${a}×${b}`, kind: 'interaction', factor: 0, from: a0, to: a, other }
      const parts = [
        [at(a, b), 1],
        [at(a, b0), -1],
        [at(a0, b), -1],
        [at(a0, b0), 1],
      ] as const
      return { effect, contrast: { name: effect.name, weights: weigh(parts) } }
    }),
  )
  return [...mains, ...interactions]
}
