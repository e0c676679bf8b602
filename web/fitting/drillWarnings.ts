import type { DrillingProblem } from '@sleetfall/core'
import { markText } from './sheet.ts'
import { fixed } from '../controls/figures.ts'

type Translate = (key: string, values?: Record<string, unknown>) => string

/** Finger holes that point at the centre all but always meet deep inside: worth a line, and a warning only from this share of a hole on. */
const meetsMuch = 0.15
/** A ring this near to a hole runs over its edge now and then, in. */
const nearTrackIn = 0.25

interface Clearance {
  readonly name: string
  readonly inches: number
}

/** What speaks against a drilling, as warnings, and what is only worth a line. */
export function drillWarnings(
  found: readonly DrillingProblem[],
  clearances: readonly Clearance[],
  metric: boolean,
  t: Translate,
): { readonly warnings: readonly string[]; readonly asides: readonly string[] } {
  const mark = (inches: number) => markText(inches, metric)
  const aside = (one: DrillingProblem) => one.kind === 'meet' && one.share < meetsMuch
  const onTrack = clearances.filter(({ inches }) => inches < nearTrackIn)
  return {
    warnings: [
      ...found.filter((one) => !aside(one)).map((one) => problemText(one, mark, t)),
      ...onTrack.map(({ name, inches }) => t('fitting.problems.track', { hole: name, distance: mark(inches) })),
    ],
    asides: found.filter(aside).map((one) => problemText(one, mark, t)),
  }
}

const nearKeys = { 'near-pin': 'nearPin', 'cuts-pin': 'cutsPin', 'cuts-cg': 'cutsCg' } as const

function problemText(problem: DrillingProblem, mark: (inches: number) => string, t: Translate): string {
  switch (problem.kind) {
    case 'meet': {
      const percent = Math.max(1, Math.round(100 * problem.share))
      return t('fitting.problems.meet', { a: problem.holes[0], b: problem.holes[1], percent })
    }
    case 'overlap':
      return t('fitting.problems.overlap', { a: problem.holes[0], b: problem.holes[1], by: mark(problem.byIn) })
    case 'static':
      return t('fitting.problems.static', {
        side: t(`fitting.sides.${problem.side}`),
        oz: fixed(problem.ounces, 1),
        limit: problem.limitOz,
      })
    case 'differential':
      return t('fitting.problems.differential', {
        is: fixed(problem.differentialIn, 3),
        limit: fixed(problem.limitIn, 3),
      })
    case 'too-deep':
      return t('fitting.problems.deep', { hole: problem.hole, max: mark(problem.maxIn) })
    default:
      return t(`fitting.problems.${nearKeys[problem.kind]}`, {
        hole: problem.hole,
        distance: mark(problem.distanceIn),
      })
  }
}
