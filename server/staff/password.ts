import { wrong } from '@sleetfall/contract'
import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { invalidInput } from '../http/errors.ts'

const guesser = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })
/** Guessing that takes less than about a hundred million tries counts as common (the package's scale, 0 to 4). */
const leastScore = 2

/** Refuses a password that a list of common ones, keyboard runs, repeats or the person's own names would soon find. */
export function refuseCommon(path: string, password: string, own: readonly string[]): void {
  const distinct = new Set(password).size
  const { score } = guesser.check(password.slice(0, 100), [...own])
  if (distinct < 5 || score < leastScore) throw invalidInput([{ path, said: wrong('password', 'easyToGuess') }])
}

const rows = ['01234567890', '09876543210']

/** Refuses a PIN of one figure or two, a row of figures, or the same again: what is tried first. */
export function refuseEasyPin(path: string, pin: string): void {
  const half = pin.slice(0, Math.ceil(pin.length / 2))
  const easy =
    new Set(pin).size < 3 ||
    rows.some((row) => row.includes(pin)) ||
    (pin.length % 2 === 0 && half + half === pin) ||
    /^(19|20)\d\d$/.test(pin)
  if (easy) throw invalidInput([{ path, said: wrong('pin', 'easyPin') }])
}
