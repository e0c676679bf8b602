import { type Line, type LineOptions, type Playable, bestLines } from '../motion/line.ts'
import { type Room, type RoomOptions, roomForError } from '../motion/room.ts'
import type { ShotInput } from '../motion/simulate.ts'

/**
 * Heavy questions to the motion core, as data that can be sent to a worker. The same entry answers in the browser's
 * workers, in the server's threads and in the bench.
 */
export type Task =
  | { readonly kind: 'room'; readonly input: ShotInput; readonly options: RoomOptions }
  | {
      readonly kind: 'lines'
      readonly shot: Omit<ShotInput, 'release'>
      readonly playable: Playable
      readonly options: LineOptions
    }

export interface Answers {
  readonly room: Room
  readonly lines: readonly Line[]
}
export type AnswerOf<T extends Task> = Answers[T['kind']]

/** Answers a task where it stands; takes tens of milliseconds to seconds. */
export function perform<T extends Task>(task: T): AnswerOf<T> {
  const asked: Task = task
  const answer: Answers[Task['kind']] =
    asked.kind === 'room'
      ? roomForError(asked.input, asked.options)
      : bestLines(asked.shot, asked.playable, asked.options)
  return answer as AnswerOf<T>
}
