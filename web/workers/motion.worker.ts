import { type Playable, type RoomOptions, type ShotInput, bestLines, roomForError } from '@sleetfall/core'
import { expose } from 'comlink'

/** The heavy part of the motion core, away from the screen's thread. */
const motion = {
  room: (input: ShotInput, options: RoomOptions) => roomForError(input, options),
  lines: (shot: Omit<ShotInput, 'release'>, playable: Playable, options: RoomOptions) =>
    bestLines(shot, playable, options),
}
export type MotionWorker = typeof motion
expose(motion)
