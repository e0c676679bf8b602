import type { Layout } from '@sleetfall/core'
import { computed } from 'vue'

/** Fields of a ball's record that have a name on the screen, for messages about them. */
export const ballFields = [
  'name',
  'cover',
  'hardnessD',
  'weightLb',
  'rgIn',
  'differentialIn',
  'intermediateDifferentialIn',
  'pinDistanceIn',
  'drillingAngleDeg',
  'pinToPapIn',
  'valAngleDeg',
  'factoryGrit',
  'factorySource',
  'targetGrit',
  'gamesBefore',
  'place',
  'shelf',
  'boughtOn',
  'drilledOn',
  'note',
] as const

const figures = ['drillingAngleDeg', 'pinToPapIn', 'valAngleDeg'] as const
/** The layout in a form's values, as one; null while one of its figures is missing. */
export const layoutOfForm = (values: Record<string, unknown>) =>
  computed<Layout | null>({
    get() {
      const [drillingAngleDeg, pinToPapIn, valAngleDeg] = figures.map((key) => values[key] as number | null | undefined)
      return drillingAngleDeg == null || pinToPapIn == null || valAngleDeg == null
        ? null
        : { drillingAngleDeg, pinToPapIn, valAngleDeg }
    },
    set(layout) {
      for (const key of figures) values[key] = layout?.[key] ?? null
    },
  })
