import { mean } from 'd3-array'
import { type Read, type Shot, counts } from './shot.ts'

type Seen = Shot & { readonly shape?: 'smooth' | 'medium' | 'sharp' | null | undefined }

/** Where along the lane a ball turns by what was said of its read, and over how much of the lane by its shape: a drawing of words, in shares of the lane. */
const bendAt: Readonly<Record<Read, number>> = { early: 0.45, right: 0.6, late: 0.75 }
const bendOver = { smooth: 0.3, medium: 0.16, sharp: 0.05 } as const

export interface Sketch {
  /** Shots whose read was noted. */
  readonly shots: number
  readonly bend: number
  /** Half of the lane's share in which it turns. */
  readonly over: number
  /** From the foul line to the pins: along the lane from 0 to 1, and how far it has turned in, 0 to about 1. */
  readonly points: readonly (readonly [along: number, across: number])[]
}

const steps = 48

/** What was said of an arm's shots as one curve: where it turns and how, not how much; null where no read was noted. */
export function sketchOf(shots: readonly Seen[]): Sketch | null {
  const seen = shots.filter((shot) => counts(shot) && shot.read !== null)
  if (seen.length === 0) return null
  const bend = mean(seen, ({ read }) => bendAt[read!])!
  const over = mean(seen, ({ shape }) => bendOver[shape ?? 'medium'])!
  // The direction goes over from straight to turned along a logistic curve; its integral is the path.
  const turned = (along: number) => (over / 4) * Math.log1p(Math.exp((along - bend) / (over / 4)))
  const points = Array.from({ length: steps + 1 }, (_, i) => [i / steps, turned(i / steps) - turned(0)] as const)
  return { shots: seen.length, bend, over, points }
}
