import { mean } from 'd3-array'
import { type Shot, counts } from './shot.ts'

/** A speed this far off the mean of a series is another series, mph: twice what a good bowler's speed varies by (assumed). */
const otherSpeedMph = 1.5

export interface InSeries {
  /** Number of the series among those of its arm and bowler, from 1. */
  readonly series: number
  /** What made it a new one; null within a series, and for the first. */
  readonly because: 'line' | 'speed' | null
}

/**
 * Which shots of an arm and a bowler belong together, in the order of the shots: a series ends where feet or eyes move, or where the ball is thrown at another
 * speed. Shots set aside or thrown to warm up neither begin nor end one. Figures that nobody noted are taken as they were.
 */
export function seriesOf(shots: readonly Shot[]): readonly InSeries[] {
  interface Running {
    series: number
    feet: number | null
    target: number | null
    speeds: number[]
  }
  const running = new Map<string, Running>()
  return shots.map((shot): InSeries => {
    const key = `${shot.arm} ${shot.bowlerId ?? ''}`
    const now = running.get(key)
    const counted = counts(shot)
    const speed = shot.speedMph ?? null
    if (!now) {
      const first = { series: 1, feet: shot.feetBoard, target: shot.targetBoard, speeds: speed === null ? [] : [speed] }
      if (counted) running.set(key, first)
      return { series: 1, because: null }
    }
    if (!counted) return { series: now.series, because: null }
    const moved = (before: number | null, after: number | null) => before !== null && after !== null && before !== after
    const usual = mean(now.speeds)
    const line = moved(now.feet, shot.feetBoard) || moved(now.target, shot.targetBoard)
    const speeds = speed !== null && usual !== undefined && Math.abs(speed - usual) > otherSpeedMph
    if (line || speeds) Object.assign(now, { series: now.series + 1, speeds: [] })
    if (speed !== null) now.speeds.push(speed)
    Object.assign(now, { feet: shot.feetBoard ?? now.feet, target: shot.targetBoard ?? now.target })
    return { series: now.series, because: line ? 'line' : speeds ? 'speed' : null }
  })
}
