import {
  type Checked,
  check,
  compareSchema,
  filmSchema,
  linesSchema,
  roomSchema,
  type SimulateInput,
  simulateSchema,
} from '@sleetfall/contract'
import {
  bestLines,
  compareVariants,
  filmAfterShots,
  filmByFoot,
  filmOf,
  type Friction,
  patternFigures,
  roomForError,
  simulate as simulateShot,
  transitionDefaults,
  usualLines,
} from '@sleetfall/core'

/** A headless command: one JSON value in, one out, or the problems of the input. */
export type Command = (input: unknown) => Checked<unknown>

function film(input: unknown): Checked<unknown> {
  const checked = check(filmSchema, input)
  if (!checked.ok) return checked
  const { loads } = checked.value
  const { lengthFt, volumeMl, ratio, exitBoard, lengthClass, volumeClass, shape } = patternFigures(loads)
  const figures = { lengthFt, volumeMl, ratio, exitBoard, class: lengthClass, volumeClass, shape }
  return { ok: true, value: { ...figures, filmUm: filmByFoot(filmOf(loads)) } }
}

function compare(input: unknown): Checked<unknown> {
  const checked = check(compareSchema, input)
  return checked.ok ? { ok: true, value: compareVariants(checked.value.shots) } : checked
}

/** Friction as core takes it: a film in use is worked out from the shots before. */
function frictionOf(input: SimulateInput['friction']): Friction {
  if (input.kind !== 'film' || !input.after) return input as Friction
  const { shots, lines, stripShare, carryShare } = input.after
  const wear = {
    stripShare: stripShare ?? transitionDefaults.stripShare,
    carryShare: carryShare ?? transitionDefaults.carryShare,
  }
  const track = lines?.map((line) => ({
    share: line.share,
    points: line.points.map(([ft, board]): [number, number] => [ft!, board!]),
  }))
  return { ...input, filmUm: filmAfterShots(filmOf(input.loads), shots, track ?? usualLines, wear).filmUm } as Friction
}

function simulate(input: unknown): Checked<unknown> {
  const checked = check(simulateSchema, input)
  if (!checked.ok) return checked
  return { ok: true, value: simulateShot({ ...checked.value, friction: frictionOf(checked.value.friction) }) }
}

function room(input: unknown): Checked<unknown> {
  const checked = check(roomSchema, input)
  if (!checked.ok) return checked
  const { spread, samples, seed, ...shot } = checked.value
  return { ok: true, value: roomForError({ ...shot, friction: frictionOf(shot.friction) }, { spread, samples, seed }) }
}

function line(input: unknown): Checked<unknown> {
  const checked = check(linesSchema, input)
  if (!checked.ok) return checked
  const { spread, samples, seed, playable, ...shot } = checked.value
  const [laydown, target] = [playable.laydown, playable.target].map(([min, max]): [number, number] => [min!, max!]) as [
    [number, number],
    [number, number],
  ]
  const lines = bestLines(
    { ...shot, friction: frictionOf(shot.friction) },
    { laydown, target },
    { spread, samples, seed },
  )
  return { ok: true, value: lines }
}

export const commands: Readonly<Record<string, Command>> = { film, compare, simulate, room, line }
