import { finishRaUm } from './defaults.ts'

const logGrit = finishRaUm.map(([grit]) => Math.log(grit))
const logRa = finishRaUm.map(([, ra]) => Math.log(ra))

/** Log–log interpolation through the finish map, carried on with the slope of its end segments. */
function interpolate(x: number, xs: readonly number[], ys: readonly number[]): number {
  const ascending = xs[0]! < xs[xs.length - 1]!
  let i = 0
  while (i < xs.length - 2 && (ascending ? x > xs[i + 1]! : x < xs[i + 1]!)) i += 1
  return ys[i]! + ((x - xs[i]!) / (xs[i + 1]! - xs[i]!)) * (ys[i + 1]! - ys[i]!)
}

/** Roughness in µm of a grit number. */
export const raOfGrit = (grit: number) => Math.exp(interpolate(Math.log(grit), logGrit, logRa))

/** Equivalent grit of a roughness in µm; inverse of `raOfGrit`. */
export const gritOfRa = (raUm: number) => Math.exp(interpolate(Math.log(raUm), logRa, logGrit))
