/** Cubic through equally spaced values, read at a place counted in steps; slopes by central differences (Catmull and Rom 1974), held at the ends. */
export function cubicAt(values: ArrayLike<number>, place: number, offset = 0, count = values.length): number {
  const last = count - 1
  if (last === 0) return values[offset]!
  const held = Math.min(last, Math.max(0, place))
  const i = Math.min(last - 1, Math.floor(held))
  const f = held - i
  const a = values[offset + i]!
  const b = values[offset + i + 1]!
  const da = i === 0 ? b - a : (b - values[offset + i - 1]!) / 2
  const db = i + 1 === last ? b - a : (values[offset + i + 2]! - a) / 2
  return a + f * (da + f * (3 * (b - a) - 2 * da - db + f * (2 * (a - b) + da + db)))
}
