import type { SheetContent } from './sheet.ts'

/** A place on paper, mm from the upper left of the drawing. */
type Point = readonly [xMm: number, yMm: number]
export interface SheetDrawing {
  readonly lines: readonly { readonly from: Point; readonly to: Point; readonly dashed: boolean }[]
  /** `filled`: a mark; else a hole, `plugged` one that was closed. */
  readonly circles: readonly {
    readonly at: Point
    readonly radiusMm: number
    readonly filled: boolean
    readonly plugged: boolean
  }[]
  readonly labels: readonly { readonly at: Point; readonly text: string }[]
}

/** Around the outermost marks, in. */
const marginIn = 0.5
const markMm = 0.8

/**
 * The marks as one looks at the grip: centreline and midline through the grip centre, PAP with its VAL, pin, PSA and holes, flat, as large as the box allows. A
 * left-hander's is the mirror image.
 */
export function sheetDrawing(
  { left, pap, figures: { pin, psa }, holes }: Pick<SheetContent, 'left' | 'pap' | 'figures' | 'holes'>,
  box: { readonly widthMm: number; readonly heightMm: number },
  names: { readonly pin: string; readonly psa: string; readonly pap: string },
): SheetDrawing {
  const side = left ? -1 : 1
  const places = [{ overIn: 0, upIn: 0 }, pap, pin, psa]
  const reach = holes.flatMap(({ overIn, upIn, diameterIn }) =>
    [-0.5, 0.5].map((half) => ({ overIn: overIn + half * diameterIn, upIn: upIn + half * diameterIn })),
  )
  const all = [...places, ...reach]
  const overs = all.map(({ overIn }) => side * overIn)
  const ups = all.map(({ upIn }) => upIn)
  const [west, east] = [Math.min(...overs) - marginIn, Math.max(...overs) + marginIn]
  const [south, north] = [Math.min(...ups) - marginIn, Math.max(...ups) + marginIn]
  const mmPerIn = Math.min(box.widthMm / (east - west), box.heightMm / (north - south))
  const at = ({ overIn, upIn }: { readonly overIn: number; readonly upIn: number }): Point => [
    (side * overIn - west) * mmPerIn,
    (north - upIn) * mmPerIn,
  ]
  const across = (upIn: number) => ({
    from: at({ overIn: side * west, upIn }),
    to: at({ overIn: side * east, upIn }),
    dashed: false,
  })
  const along = (overIn: number, dashed: boolean) => ({
    from: at({ overIn, upIn: north }),
    to: at({ overIn, upIn: south }),
    dashed,
  })
  const beside = ([x, y]: Point): Point => [x + 1.4 * markMm, y - 1.4 * markMm]
  return {
    lines: [across(0), along(0, false), along(pap.overIn, true)],
    circles: [
      ...holes.map((hole) => ({
        ...{ at: at(hole), radiusMm: (hole.diameterIn / 2) * mmPerIn },
        ...{ filled: false, plugged: Boolean(hole.plug) },
      })),
      ...[pap, pin, psa].map((mark) => ({ at: at(mark), radiusMm: markMm, filled: true, plugged: false })),
    ],
    labels: [
      { at: beside(at(pap)), text: names.pap },
      { at: beside(at(pin)), text: names.pin },
      { at: beside(at(psa)), text: names.psa },
    ],
  }
}
