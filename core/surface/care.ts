import { type CoverFamily, isReactive } from '../ball/covers.ts'
import type { SurfaceNow } from './timeline.ts'

export const careReasons = ['surface-outside', 'surface-unknown', 'oil-heavy'] as const
export type CareReason = (typeof careReasons)[number]

/** From half its capacity on, soaked oil is worth an extraction. */
export const oilHeavyFromShare = 0.5

/**
 * What a ball needs now, most urgent first; empty when it can be left alone. Its surface counts only where somebody set what it is
 * kept at. A polyester spare ball never needs oil work.
 */
export function careNeeded(
  cover: CoverFamily,
  surface: Pick<SurfaceNow, 'status' | 'oilShare' | 'asked'>,
): CareReason[] {
  const reasons: CareReason[] = []
  if (surface.status === 'too-smooth' || surface.status === 'too-rough') reasons.push('surface-outside')
  if (surface.status === 'unknown' && surface.asked) reasons.push('surface-unknown')
  if (isReactive(cover) && surface.oilShare >= oilHeavyFromShare) reasons.push('oil-heavy')
  return reasons
}
