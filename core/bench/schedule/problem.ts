import { bisectLeft } from 'd3-array'
import type { ScheduleOperation, ScheduleQuestion } from './types.ts'

/** An operation with what it may stand on and who may do it, by their places in the question. */
export interface Op extends ScheduleOperation {
  readonly maxWait: number
  readonly job: number
  readonly index: number
  readonly stations: readonly number[]
  /** Empty when nobody is needed. */
  readonly people: readonly number[]
  /** Whether the wait after it has an end, so that the next is placed with it. */
  readonly bound: boolean
}

/** The question with its operations in one row, job by job, and those placed together as runs. */
export interface Problem {
  readonly question: ScheduleQuestion
  readonly ops: readonly Op[]
  /** First operation of each job, and the end of the last. */
  readonly firstOf: readonly number[]
  /** Operations that are placed in one go, since the waits between them have an end. */
  readonly runs: readonly (readonly number[])[]
  readonly runOf: readonly number[]
}

/** Lays the question out for the solver. */
export function problemOf(question: ScheduleQuestion): Problem {
  const { stations, people, jobs } = question
  const ops: Op[] = []
  const firstOf: number[] = []
  const runs: number[][] = []
  const runOf: number[] = []
  for (const [job, { operations }] of jobs.entries()) {
    firstOf.push(ops.length)
    for (const [index, one] of operations.entries()) {
      const own = stations.flatMap((station, at) =>
        station.id === one.station || station.kind === one.station ? [at] : [],
      )
      const kinds = new Set(own.map((at) => stations[at]!.kind))
      const able = people.flatMap((person, at) =>
        (one.person == null || person.id === one.person) &&
        [...kinds].every((kind) => person.skills?.includes(kind) ?? true)
          ? [at]
          : [],
      )
      const before = ops.at(-1)
      const withBefore = index > 0 && before!.bound && before!.fixed === null && one.fixed === null
      if (withBefore) runs.at(-1)!.push(ops.length)
      else runs.push([ops.length])
      runOf.push(runs.length - 1)
      ops.push({
        ...one,
        maxWait: one.maxWait ?? Infinity,
        job,
        index,
        stations: own,
        people: one.attention.length === 0 || people.length === 0 ? [] : able,
        bound: one.maxWait !== null && index + 1 < operations.length,
      })
    }
  }
  firstOf.push(ops.length)
  return { question, ops, firstOf, runs, runOf }
}

/** Whether somebody is needed for it, and people are planned at all. */
export const needsPerson = (problem: Problem, op: Op) => op.attention.length > 0 && problem.question.people.length > 0

/** Working days that end before a job does. */
export const nightsUntil = (nights: readonly number[], now: number, end: number) =>
  bisectLeft(nights, end) - bisectLeft(nights, now)

/** Minutes to make a station ready for an operation after another; one that needs no pad leaves what lies there. */
export const setupAfter = (minutes: number, lies: string | null, pad: string | null) =>
  pad === null || pad === lies ? 0 : minutes
