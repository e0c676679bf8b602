import { type Distances, type Hole, type Layout, type Pap, type SheetFigures } from '@sleetfall/core'
import { type SheetContent, fineText, markText } from './sheet.ts'
import { fixed } from '../controls/figures.ts'

/** Everything that a drill sheet is made of, before it is put into words. */
export interface DrillFacts {
  readonly ball: string
  readonly customer: string
  readonly left: boolean
  readonly metric: boolean
  readonly layout: Layout
  readonly pap: Pap
  readonly distances: Distances
  readonly figures: SheetFigures
  readonly holes: readonly Hole[]
  /** From each open hole's edge to the nearest ring, in. */
  readonly clearances: readonly { readonly name: string; readonly inches: number }[]
  readonly madeOn: string
}
type Translate = (key: string, values?: Record<string, unknown>) => string

/** Figures that follow from a layout, as rows of label and value for screen and paper. */
export function derivedRows(facts: Pick<DrillFacts, 'figures' | 'clearances' | 'metric'>, t: Translate) {
  const { figures, clearances, metric } = facts
  const mark = (inches: number) => markText(inches, metric)
  return [
    [t('fitting.derived.pinToGrip'), mark(figures.pinToGripCentreIn)],
    [t('fitting.derived.pinAbove'), `${mark(figures.pinAboveMidlineIn)} (${t(`fitting.places.${figures.pinPlace}`)})`],
    [t('fitting.derived.pinOver'), mark(figures.pinToCentrelineIn)],
    [t('fitting.derived.pinMark'), `${mark(figures.pin.overIn)} / ${mark(figures.pin.upIn)}`],
    [t('fitting.derived.psaMark'), `${mark(figures.psa.overIn)} / ${mark(figures.psa.upIn)}`],
    [t('fitting.derived.psaToGrip'), mark(figures.psaToGripCentreIn)],
    ...figures.holes.map((hole) => [t('fitting.derived.holeToPin', { hole: hole.hole }), mark(hole.toPinIn)] as const),
    ...clearances.map(({ name, inches }) => [t('fitting.derived.holeToTrack', { hole: name }), mark(inches)] as const),
  ] as readonly (readonly [label: string, value: string])[]
}

/** The drill sheet in words: marks in the order in which they are made, every turn for the bowler's own hand. */
export function drillSheetOf(facts: DrillFacts, t: Translate): SheetContent {
  const { left, metric, layout, pap, distances, holes } = facts
  const mark = (inches: number) => markText(inches, metric)
  const fine = (inches: number) => fineText(inches, metric)
  return {
    title: t('fitting.sheetTitle'),
    ball: facts.ball,
    customer: facts.customer,
    left,
    hand: t(left ? 'fitting.leftSheet' : 'fitting.rightSheet'),
    metric,
    layout,
    pap,
    figures: facts.figures,
    holes,
    rows: [
      [t('fitting.derived.pap'), `${mark(pap.overIn)} / ${mark(pap.upIn)}`],
      [
        t('fitting.derived.distances'),
        `${mark(distances.pinToPapIn)} × ${mark(distances.psaToPapIn)} × ${mark(distances.pinBufferIn)}`,
      ],
      ...derivedRows(facts, t),
      ...holes.map(
        (hole) =>
          [
            hole.name,
            t('fitting.holeLine', {
              over: mark(hole.overIn),
              up: mark(hole.upIn),
              size: fine(hole.diameterIn),
              depth: mark(hole.depthIn),
              forward: fine(hole.forwardPitchIn ?? 0),
              lateral: fine(hole.lateralPitchIn ?? 0),
            }),
          ] as const,
      ),
    ],
    steps: [
      t('fitting.steps.pap', {
        over: mark(pap.overIn),
        up: mark(pap.upIn),
        side: t(left ? 'fitting.leftSide' : 'fitting.rightSide'),
      }),
      t('fitting.steps.val'),
      t('fitting.steps.pin', { pin: mark(layout.pinToPapIn), val: fixed(layout.valAngleDeg, 0) }),
      t(left ? 'fitting.steps.psaLeft' : 'fitting.steps.psa', { angle: fixed(layout.drillingAngleDeg, 0) }),
      t('fitting.steps.grip', { over: mark(pap.overIn), up: mark(pap.upIn) }),
      t('fitting.steps.holes', { n: holes.filter((hole) => !hole.plug).length }),
    ],
    cautions: [t('fitting.cautions.drill'), t('fitting.cautions.plug'), t('fitting.cautions.rules')],
    madeOn: facts.madeOn,
    marks: {
      pin: t('fitting.globe.marks.pin'),
      psa: t('fitting.globe.marks.psa'),
      pap: t('fitting.globe.marks.pap'),
    },
  }
}
