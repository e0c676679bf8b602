const units = ['bytes', 'kB', 'MB', 'GB', 'TB'] as const

/** Bytes to three figures in the unit that people say, thousands of thousands. */
export function bytesText(bytes: number): string {
  const step = bytes < 1000 ? 0 : Math.min(units.length - 1, Math.floor(Math.log10(bytes) / 3))
  return `${step === 0 ? bytes : Number((bytes / 1000 ** step).toPrecision(3))} ${units[step]}`
}
