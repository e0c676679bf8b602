import { type TrialShotInput, check, shotSchema } from '@sleetfall/contract'

/** Where earlier versions kept shots that waited. */
const formerKey = 'sleetfall.shots.waiting'
interface Former {
  readonly trialId: string
  readonly shot: TrialShotInput
  readonly writeId: string
}

/** Shots that an earlier version left on this device, taken off it: their side is the arm of today. */
export function takeFormerQueue(): readonly Former[] {
  try {
    const kept = JSON.parse(localStorage.getItem(formerKey) ?? '[]') as readonly (Former & {
      shot: { side?: string }
    })[]
    localStorage.removeItem(formerKey)
    return kept.flatMap(({ trialId, writeId, shot: { side, ...shot } }) => {
      const now = check(shotSchema, side === undefined ? shot : { ...shot, arm: side === 'variant' ? 2 : 1 })
      return now.ok ? [{ trialId, writeId, shot: now.value }] : []
    })
  } catch {
    return []
  }
}
