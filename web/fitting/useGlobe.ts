import { type Layout, type Pap, type Place, arcBetween } from '@sleetfall/core'
import { type GeoPermissibleObjects, geoEquirectangular, geoOrthographic, geoPath } from 'd3-geo'
import { computed, ref, watch } from 'vue'
import { type Point, type View, facing, marksOf } from './globe.ts'

interface GlobeQuestion {
  readonly layout: Layout
  readonly pap: Pap
  readonly left: boolean
  readonly diameterIn: number
  readonly flat: boolean
}

const upright = (latitude: number) => Math.max(-90, Math.min(90, latitude))
const placed = (point: Point): Place => ({
  longitude: (point[0] * Math.PI) / 180,
  latitude: (point[1] * Math.PI) / 180,
})
/** Degrees that the ball turns by for each unit of its drawing, and for each key. */
const degreesPerUnit = 0.4
const degreesPerKey = 5

/** How a ball is drawn: where it is turned to, what is seen of it, and which place lies under a point of the drawing. */
export function useGlobe(question: () => GlobeQuestion) {
  const marks = computed(() => marksOf(question().layout, question().pap, question().diameterIn))
  const size = computed(() => (question().flat ? { width: 400, height: 200 } : { width: 340, height: 340 }))
  const turn = ref<Point>([22, 10])
  const view = ref<View | null>(null)
  function look(to: View): void {
    view.value = to
    turn.value = facing(to, marks.value)
  }
  // A view that was chosen stays on its mark when the layout changes.
  watch(marks, (now) => view.value && (turn.value = facing(view.value, now)))
  /** For a left-hander the drawing is mirrored, so the hand turns it the other way. */
  const side = () => (question().left ? -1 : 1)
  function turnFrom(from: Point, x: number, y: number): void {
    view.value = null
    turn.value = [from[0] - side() * x * degreesPerUnit, upright(from[1] + y * degreesPerUnit)]
  }
  function turnByKeys(x: number, y: number): void {
    view.value = null
    turn.value = [turn.value[0] + side() * x * degreesPerKey, upright(turn.value[1] + y * degreesPerKey)]
  }

  const projection = computed(() =>
    question().flat
      ? geoEquirectangular()
          .reflectX(question().left)
          .scale(size.value.width / (2 * Math.PI))
          .translate([200, 100])
      : geoOrthographic()
          .reflectX(question().left)
          .scale(160)
          .translate([170, 170])
          .rotate([-turn.value[0], -turn.value[1]])
          .clipAngle(90),
  )
  const path = computed(() => geoPath(projection.value))
  const draw = (shape: GeoPermissibleObjects) => path.value(shape) ?? ''
  const at = (point: Point) => projection.value(point) ?? [0, 0]
  /** Whether a point is on the side that is seen. */
  const seen = (point: Point) => question().flat || arcBetween(placed(point), placed(turn.value)) < Math.PI / 2
  /** Place under a point of the drawing; beside the ball that at its edge. Null where there is none at all. */
  function placeUnder(x: number, y: number): Place | null {
    const point = projection.value.invert?.([x, y])
    return point && !Number.isNaN(point[0]) ? placed(point as Point) : null
  }
  return { marks, size, turn, view, look, turnFrom, turnByKeys, draw, at, seen, placeUnder }
}
