import { check, type Checked, compareSchema, filmSchema } from '@sleetfall/contract'
import { compareVariants, filmByFoot, filmOf, patternFigures } from '@sleetfall/core'

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

export const commands: Readonly<Record<string, Command>> = { film, compare }
