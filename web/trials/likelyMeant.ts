/** Where nearly every counted shot enters; a figure whose tenfold lies here and that itself does not is suspect. */
const usual = { from: 10, to: 25 } as const

/** Entry board that was likely meant by a figure ten times too small (1.54 for 15.4); null when nothing is odd. */
export function likelyMeant(entryBoard: number | null): number | null {
  if (entryBoard === null || !Number.isFinite(entryBoard) || Number.isInteger(entryBoard)) return null
  const tenfold = Math.round(entryBoard * 100) / 10
  return entryBoard > 0 && entryBoard < usual.from / 2 && tenfold >= usual.from && tenfold <= usual.to ? tenfold : null
}
