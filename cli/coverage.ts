import { coverageSchema } from '@sleetfall/contract'
import {
  type BallSpec,
  type EngineAsked,
  type Highs,
  type Plan,
  type StateKey,
  coverageMap,
  dominance,
  engineCell,
  engineTable,
  engineTasks,
  noOil,
  patternFigures,
  planQuestion,
  playableOf,
  plansFor,
  readyRecipes,
  specsOf,
  styleBand,
  withYardsticks,
  usualSpread,
} from '@sleetfall/core'
import { check } from './check.ts'
import type { Command } from './commands.ts'

const isRecipe = (variant: string) => readyRecipes.some(({ key }) => key === variant)

/** What a bowler's balls cover of the states ahead, and the exact best plan to cover more; the engine is asked about every ball, work and state. */
export const coverageCommand =
  (highs: Highs): Command =>
  (input) => {
    const checked = check(coverageSchema, input)
    if (!checked.ok) return checked
    const { bowler, balls, states: given, recipes, maxPurchases, carried, tolerance } = checked.value
    const states = given.map(({ name, loads, shotsPlayed }, i) => ({
      ...{ targetId: String(i), name, shots: shotsPlayed, condition: patternFigures(loads).condition },
      pattern: { loads },
    }))
    const own = balls.map(({ name, cover, raUm, oilShare, coverStrength, layout, ...figures }) => ({
      ...{ ...figures, ...layout, id: name, cover, oil: noOil },
      fitted: coverStrength == null ? null : { strength: coverStrength, oil: 1 },
      surface: { finish: { raTopUm: raUm, raBaseUm: raUm }, effectiveRaUm: raUm, oilShare },
    }))
    const band = styleBand(dominance(bowler))
    const asked: EngineAsked = { bowler, balls: own, states, spread: usualSpread, playable: playableOf(null, band) }
    const { places, questions } = engineTasks(asked)
    const wanted = places.flatMap(({ variant }, i) =>
      recipes && isRecipe(variant) && !recipes.includes(variant) ? [] : [i],
    )
    const engine = engineTable(
      wanted.map((i) => places[i]!),
      wanted.map((i) => engineCell(questions[i]!)),
      states.length,
    )
    const fixable = own.map(({ id, surface, oil }) => ({ id, finish: surface.finish, oil }))
    const question = withYardsticks(
      {
        ...{ band, tolerance, states, evidence: [], engine },
        balls: own.map(({ id, cover, surface, fitted, rgIn, differentialIn }) => ({
          id,
          reading: {
            ...{ cover, fitted, rgIn: rgIn ?? null, differentialIn: differentialIn ?? null },
            ...{ effectiveRaUm: surface.effectiveRaUm, oilShare: surface.oilShare },
          },
        })),
      },
      fixable,
    )
    const map = coverageMap(question)
    const need = given.map(({ weight }) => weight)
    const plans = plansFor(highs, planQuestion(question, fixable, { need, mostBought: maxPurchases, carried, recipes }))
    const nameOf = ({ targetId }: StateKey) => states[Number(targetId)]!.name
    const specOf = (id: string): Omit<BallSpec, 'id'> | undefined => {
      const found = specsOf(engine).find((spec) => spec.id === id)
      if (!found) return undefined
      const { id: _, ...spec } = found
      return spec
    }
    const told = (plan: Plan) => ({
      ...{ strikes: plan.strikes, value: plan.value, effort: plan.effort, carried: plan.carried },
      steps: plan.steps.map(({ ballId, variant, effort }) => ({
        ...{ ball: specOf(ballId) ? null : ballId, work: variant, effort, buy: specOf(ballId) ?? null },
      })),
      ...{ closes: plan.closes.map(nameOf), opens: plan.opens.map(nameOf), left: plan.left.map(nameOf) },
      bought: plan.bought.map(({ use, withinDoubt }) => ({ use, withinDoubt })),
    })
    const value = {
      cells: map.cells.map(({ ballId, targetId, shots, strikes, standing, verdict, givenAway, provenance, parts }) => ({
        ...{
          ball: ballId,
          state: nameOf({ targetId, shots }),
          strikes,
          standing,
          verdict,
          givenAway,
          provenance,
          parts,
        },
      })),
      gaps: map.gaps.map(nameOf),
      overlaps: map.overlaps,
      plans: plans.plans.map(told),
      ...{ now: told(plans.now), robust: told(plans.robust), proved: plans.proved, combinations: plans.combinations },
    }
    return { ok: true, value }
  }
