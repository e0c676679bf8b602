import type { CoverFamily } from '../ball/covers.ts'
import { type Ahead, type AheadQuestion, aheadOf } from '../calibration/ahead.ts'
import { calibrate } from '../calibration/calibrate.ts'
import type { CalibrationFit, CalibrationQuestion } from '../calibration/types.ts'
import type { PlanQuestion, Plans } from '../coverage/plan.ts'
import { type EngineAnswer, type EngineQuestion, engineCell } from '../coverage/engine.ts'
import { type Line, type LineOptions, type Playable, bestLines } from '../motion/line.ts'
import { type Room, type RoomOptions, roomForError } from '../motion/room.ts'
import type { ShotInput } from '../motion/simulate.ts'
import type { SurfaceConstants } from '../surface/defaults.ts'
import { type WearPrior, type WearReading, fitBall } from '../surface/fit.ts'
import { type KeptFit, keepFit } from '../surface/keptFit.ts'

/**
 * Heavy questions to the motion core, as data that can be sent to a worker. The same entry answers in the browser's
 * workers, in the server's threads and in the bench.
 */
export type QuickTask =
  | { readonly kind: 'room'; readonly input: ShotInput; readonly options: RoomOptions }
  | {
      readonly kind: 'lines'
      readonly shot: Omit<ShotInput, 'release'>
      readonly playable: Playable
      readonly options: LineOptions
    }
  | ({ readonly kind: 'wear' } & WearQuestion)
  | { readonly kind: 'calibration'; readonly question: CalibrationQuestion }
  | { readonly kind: 'engine'; readonly question: EngineQuestion }
  | { readonly kind: 'ahead'; readonly question: AheadQuestion }
/** What the server's threads answer besides: its solver is loaded when it is first asked for. */
export type PlanTask = { readonly kind: 'plan'; readonly question: PlanQuestion }
export type Task = QuickTask | PlanTask

/** What a fit of a ball's wear is made from. */
export interface WearQuestion {
  readonly cover: CoverFamily
  readonly startRaUm: number
  readonly readings: readonly WearReading[]
  readonly constants: SurfaceConstants
  readonly prior?: WearPrior | undefined
}

export interface Answers {
  readonly room: Room
  readonly lines: readonly Line[]
  readonly wear: KeptFit
  readonly calibration: CalibrationFit | null
  readonly ahead: Ahead | null
  readonly engine: EngineAnswer
  readonly plan: Plans
}
export type AnswerOf<T extends Task> = Answers[T['kind']]

const wearOf = ({ cover, startRaUm, readings, constants, prior }: WearQuestion): KeptFit =>
  keepFit(fitBall(cover, startRaUm, readings, constants, prior))

/** Answers a task where it stands; takes tens of milliseconds to seconds. */
export function perform<T extends QuickTask>(task: T): AnswerOf<T> {
  return answer(task) as AnswerOf<T>
}

function answer(task: QuickTask): Answers[QuickTask['kind']] {
  switch (task.kind) {
    case 'room':
      return roomForError(task.input, task.options)
    case 'lines':
      return bestLines(task.shot, task.playable, task.options)
    case 'wear':
      return wearOf(task)
    case 'calibration':
      return calibrate(task.question)
    case 'engine':
      return engineCell(task.question)
    case 'ahead':
      return aheadOf(task.question)
  }
}
