import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/** Repeatable chance from a text: standard normal draws (Box–Muller). */
export function chance(seed: string): { gauss(): number } {
  let hash = 2_166_136_261
  for (const letter of seed) hash = Math.imul(hash ^ letter.codePointAt(0)!, 16_777_619)
  const generator = xoroshiro128plus(hash)
  const uniform = () => ((generator.next() >>> 0) + 1) / 4_294_967_296
  return { gauss: () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()) }
}
