/** How sure it is that what is on record of a pattern lies on the lane: measured there, as its sheet says, or by word of mouth. */
export const patternTrusts = ['measured', 'sheet', 'unsure'] as const
export type PatternTrust = (typeof patternTrusts)[number]
