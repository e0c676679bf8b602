import type { DesignLimit, DesignName, FactorName, NextReason } from './names.ts'
import { measures } from '../measures.ts'
import { shotsToTell } from '../power.ts'
import type { Shot } from '../shot.ts'

/** What a design needs to know of an arm. */
export interface DesignArm {
  readonly ballId: string
  /** What tells the ball here from the same ball in another arm: its surface. Work on the bench leads from one to the other. */
  readonly surface: string
  /** Its level of each factor. */
  readonly levels: readonly string[]
}
/** A counted shot, in the order thrown. */
export type Thrown = Pick<Shot, 'arm' | 'read' | 'entryBoard' | 'leave' | 'feetBoard' | 'targetBoard'>

/** What to throw next. */
export interface Next {
  /** Number of the arm, from 1. */
  readonly arm: number
  readonly why: NextReason
  /** Where to aim and to stand, when the design asks for a line; boards. */
  readonly line?: { readonly feetBoard: number; readonly targetBoard: number }
}

/** Why a trial is over before its shots are. */
export type Stop = 'front-not-cleared' | 'found'

export interface OrderInput {
  readonly thrown: readonly Thrown[]
  readonly arms: readonly DesignArm[]
  /** Decides a shuffled order. */
  readonly seed: number
  /** Line that the trial begins on. */
  readonly line: { readonly feetBoard: number; readonly targetBoard: number } | null
}

/** How the shots of a trial are ordered, why, and what that order cannot tell. Reasons and limits are codes; the screens have the words. */
export interface Design {
  readonly name: DesignName
  readonly arms: { readonly fewest: number; readonly most: number }
  /** Names of what the arms differ in, as codes; empty unless the arms are combinations. */
  readonly factors: readonly FactorName[]
  /** What the arms are compared by. */
  readonly measure: 'entryBoard' | 'boardsMoved'
  /** Two arms of one ball, bowler, lane and line differ by work on the ball, and by nothing else. */
  readonly differByWork: boolean
  /** Counted shots of an arm below which it gets no verdict. */
  readonly least: number
  /** Null where any arm may come, or none is needed. */
  next(input: OrderInput): Next | null
  stop?(input: OrderInput): Stop | null
  /** Shots of each arm for a difference that matters, at the usual scatter (assumed). */
  shotsAnArm(matters: number): number
  readonly cannotTell: readonly DesignLimit[]
}

/** Shots of each arm by the usual scatter of the entry board. */
export const usualShots = (matters: number) =>
  shotsToTell([{ weight: 1, scatter: measures['entryBoard']!.scatter }], matters)
/** How often each arm was thrown, the first arm first. */
export const countsOf = (thrown: readonly Pick<Thrown, 'arm'>[], arms: number): number[] =>
  Array.from({ length: arms }, (_, i) => thrown.filter(({ arm }) => arm === i + 1).length)

/** Whether an arm can still be thrown as it was: its ball was not worked on for a later arm. */
export function comesBack(arm: number, { arms, thrown }: Pick<OrderInput, 'arms' | 'thrown'>): boolean {
  const own = arms[arm - 1]!
  const last = thrown.findLast((shot) => arms[shot.arm - 1]?.ballId === own.ballId)
  return last === undefined || arms[last.arm - 1]!.surface === own.surface || last.arm < arm
}
