import { type D3DragEvent, drag } from 'd3-drag'
import { select } from 'd3-selection'
import type { Directive } from 'vue'

/** Where the pointer is: in the units of the drawing it is on, or in pixels of the box it is in. */
export interface DragPoint {
  readonly x: number
  readonly y: number
}
export interface DragHooks {
  readonly start?: (at: DragPoint) => void
  readonly move: (at: DragPoint) => void
  /** Where it was let go. */
  readonly end?: (at: DragPoint) => void
}

type DragEvent = D3DragEvent<Element, unknown, DragPoint>
const hooksOf = new WeakMap<Element, DragHooks>()

/** The drawing or box that points are told in: it must not move with what is dragged. */
const ground = (element: Element) =>
  (element instanceof SVGElement ? (element.ownerSVGElement ?? element) : element.parentElement) as HTMLElement

/** Lets something be dragged by mouse, pen or finger. */
export const vDrag: Directive<Element, DragHooks> = {
  mounted(element, { value }) {
    hooksOf.set(element, value)
    const tell = (which: keyof DragHooks) => (event: DragEvent) =>
      hooksOf.get(element)?.[which]?.({ x: event.x, y: event.y })
    select(element).call(
      drag<Element, unknown>()
        .container(() => ground(element) as never)
        .on('start', tell('start'))
        .on('drag', tell('move'))
        .on('end', tell('end')),
    )
  },
  updated(element, { value }) {
    hooksOf.set(element, value)
  },
  unmounted(element) {
    select(element).on('.drag', null)
  },
}
