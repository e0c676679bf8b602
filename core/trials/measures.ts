/** Usual scatter of a shot beyond its line and speed, a difference that matters, and what a note is rounded to, in each measure's unit (assumed). */
export const measures: Readonly<
  Record<string, { readonly scatter: number; readonly matters: number; readonly note: number }>
> = {
  entryBoard: { scatter: 1, matters: 1.5, note: 0.5 },
  firstReadFt: { scatter: 1.2, matters: 2, note: 1 },
  entryAngleDeg: { scatter: 0.4, matters: 0.5, note: 0.1 },
  breakpointBoard: { scatter: 0.8, matters: 1, note: 0.5 },
  boardsMoved: { scatter: 0.8, matters: 1, note: 0.5 },
}
