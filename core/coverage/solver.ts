import type { Highs } from './plan.ts'

let opened: Promise<Highs> | null = null
/** Opens the solver once; it is loaded when the first plan asks for it. */
export function openSolver(): Promise<Highs> {
  opened ??= import('highs').then(({ default: load }) => load() as unknown as Promise<Highs>)
  return opened
}
