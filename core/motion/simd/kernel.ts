import { boardCount, filmRows } from '../../lane/film.ts'
import type { Course } from '../ground.ts'
import { stateSize } from '../integrate.ts'
import { code } from './code.ts'

/** Figures of a shot as the kernel leaves it: the state, where it rolls from (m), how far it strays from the middle (m), whether it rolls. */
const figures = stateSize + 3
const lanes = 4
/** Shots that fit into the kernel's memory at once. */
const atOnce = 64 * lanes

/** What the kernel's module gives; the places are addresses in its memory. */
interface Exports {
  readonly memory: { readonly buffer: ArrayBuffer }
  readonly filmAt: Place
  readonly courseAt: Place
  readonly shotsAt: Place
  take(): void
  run(groups: number): void
}
interface Place {
  readonly value: number
}
/** The part of the machine's WebAssembly that is used: the core is compiled without a browser's types. */
interface Assembly {
  readonly Module: new (code: Uint8Array) => object
  readonly Instance: new (module: object) => { readonly exports: unknown }
}

export interface Kernel {
  /**
   * Runs shots on a film from their starts (`stateSize` figures each, one after the other) to the pins; calls back for each with a view of
   * its figures that the next one overwrites.
   */
  run(course: Course, starts: Float64Array, stepS: number, each: (shot: number, figures: Float64Array) => void): void
}

/** Where the places of the kernel's memory begin, in single-precision figures. */
const placeOf = (place: Place) => place.value >> 2

function open(): Kernel | null {
  let exports: Exports
  try {
    const bytes = Uint8Array.from(atob(code), (letter) => letter.charCodeAt(0))
    const { Instance, Module } = (globalThis as unknown as { WebAssembly: Assembly }).WebAssembly
    exports = new Instance(new Module(bytes)).exports as Exports
  } catch {
    // A machine without vectors, or one that may not compile them: the plain loop answers the same, more slowly.
    return null
  }
  const memory = new Float32Array(exports.memory.buffer)
  const [film, head, shots] = [placeOf(exports.filmAt), placeOf(exports.courseAt), placeOf(exports.shotsAt)]
  const read = new Float64Array(figures)
  let laid: Float64Array | null = null
  const indexOf = (shot: number, figure: number) =>
    shots + (Math.floor(shot / lanes) * figures + figure) * lanes + (shot % lanes)
  return {
    run(course, starts, stepS, each) {
      const { radiusM, k1, k2, k3, spinPatchM, flareCoupling, flareWidthM, muOil, muOilToDry, filmUm } = course
      // A film is never changed where it lies, and a search throws many volleys on one.
      if (course.film !== laid) memory.set(course.film.subarray(0, boardCount * filmRows), film)
      laid = course.film
      memory.set([radiusM, k1, k2, k3, spinPatchM, flareCoupling, flareWidthM, muOil, muOilToDry, filmUm, stepS], head)
      exports.take()
      const count = starts.length / stateSize
      for (let first = 0; first < count; first += atOnce) {
        const here = Math.min(atOnce, count - first)
        const groups = Math.ceil(here / lanes)
        // What is left of the last group runs with the last shot once more.
        for (let shot = 0; shot < groups * lanes; shot += 1) {
          const from = (first + Math.min(shot, here - 1)) * stateSize
          for (let i = 0; i < stateSize; i += 1) memory[indexOf(shot, i)] = starts[from + i]!
        }
        exports.run(groups)
        for (let shot = 0; shot < here; shot += 1) {
          for (let i = 0; i < figures; i += 1) read[i] = memory[indexOf(shot, i)]!
          each(first + shot, read)
        }
      }
    },
  }
}

let opened: Kernel | null | undefined
/** The kernel of four shots at a time; null where the machine has no vectors. */
export const kernel = (): Kernel | null => (opened === undefined ? (opened = open()) : opened)
