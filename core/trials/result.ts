import type { ComparedShot } from './compare.ts'
import { type Judgement, judge } from './judge.ts'
import { type Read, type Shot, hitPocket } from './shot.ts'

/** Fewer counted shots per side than this give no verdict: the least that a reaction test needs. */
export const leastShots = 4

export interface VariantSummary {
  readonly variantId: string
  readonly counted: number
  readonly setAside: number
  readonly meanEntryBoard: number | null
  readonly reads: Readonly<Record<Read, number>>
  readonly pocket: { readonly hits: number; readonly of: number }
}

export interface TrialResult {
  readonly control: VariantSummary
  readonly variant: VariantSummary
  /** Shots still needed per side before a verdict; 0 when there are enough. */
  readonly missing: { readonly control: number; readonly variant: number }
  /** Entry board, variant against control, judged with aim, feet and the lane's drift; null when not enough entry boards were noted. */
  readonly entry: Judgement | null
  /** The same with the set-aside shots counted in, when that changes the verdict. */
  readonly withSetAside: Judgement | null
}

const mean = (values: readonly number[]) =>
  values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length

/** Counts and means of one variant's shots; those set aside are only counted. */
export function summariseVariant(variantId: string, all: readonly Shot[]): VariantSummary {
  const own = all.filter((shot) => shot.variantId === variantId)
  const counted = own.filter((shot) => shot.setAsideReason === null)
  const pocket = counted.map(hitPocket).filter((hit) => hit !== null)
  const readCount = (read: Read) => counted.filter((shot) => shot.read === read).length
  return {
    variantId,
    counted: counted.length,
    setAside: own.length - counted.length,
    meanEntryBoard: mean(counted.flatMap((shot) => shot.entryBoard ?? [])),
    reads: { early: readCount('early'), right: readCount('right'), late: readCount('late') },
    pocket: { hits: pocket.filter(Boolean).length, of: pocket.length },
  }
}

/** Shots with their entry as the judge takes them, control first; null when a side has too few. */
function entriesOf(shots: readonly Shot[], controlId: string): ComparedShot[] | null {
  const usable = shots.filter((shot) => shot.entryBoard !== null)
  const enough = (isControl: boolean) =>
    usable.filter((shot) => (shot.variantId === controlId) === isControl).length >= leastShots
  if (!enough(true) || !enough(false)) return null
  const aim = mean(usable.flatMap((shot) => shot.targetBoard ?? []))
  const stance = mean(usable.flatMap((shot) => shot.feetBoard ?? []))
  const controlFirst = [...usable].sort(
    (a, b) => Number(b.variantId === controlId) - Number(a.variantId === controlId) || a.sequence - b.sequence,
  )
  return controlFirst.map((shot) => ({
    variant: shot.variantId,
    value: shot.entryBoard!,
    targetDeviationBoards: shot.targetBoard === null || aim === null ? undefined : shot.targetBoard - aim,
    laydownDeviationBoards: shot.feetBoard === null || stance === null ? undefined : shot.feetBoard - stance,
    sequence: shot.sequence,
  }))
}
function judgeEntries(shots: readonly Shot[], controlId: string): Judgement | null {
  const entries = entriesOf(shots, controlId)
  return entries && judge(entries, { measure: 'entryBoard', influence: false })
}

export interface ShotWeight {
  /** Number of the shot in the trial. */
  readonly sequence: number
  /** Difference of the entry, boards, with the shot left out. */
  readonly without: number
  /** Without it the verdict would be another. */
  readonly flips: boolean
}

/** The counted shots on which the difference hangs most, those that turn the verdict first; empty without a verdict. A fit a shot: ask when somebody wants to know. */
export function weightOfShots(controlId: string, shots: readonly Shot[], most = 3): ShotWeight[] {
  const entries = entriesOf(
    shots.filter((shot) => shot.setAsideReason === null),
    controlId,
  )
  if (!entries) return []
  const { influence, pairs } = judge(entries, { measure: 'entryBoard' })
  return [...influence]
    .sort((a, b) => Number(b.flips) - Number(a.flips) || Math.abs(b.change) - Math.abs(a.change))
    .slice(0, most)
    .map(({ shot, change, flips }) => ({
      ...{ sequence: entries[shot]!.sequence!, flips },
      without: pairs[0]!.estimate - change,
    }))
}

/** What a control-and-one-variant trial says, with and without the shots set aside. */
export function trialResult(controlId: string, variantId: string, shots: readonly Shot[]): TrialResult {
  const counted = shots.filter((shot) => shot.setAsideReason === null)
  const control = summariseVariant(controlId, shots)
  const variant = summariseVariant(variantId, shots)
  const entry = judgeEntries(counted, controlId)
  const everything = counted.length === shots.length ? null : judgeEntries(shots, controlId)
  return {
    control,
    variant,
    missing: {
      control: Math.max(0, leastShots - control.counted),
      variant: Math.max(0, leastShots - variant.counted),
    },
    entry,
    withSetAside: everything && everything.verdict !== entry?.verdict ? everything : null,
  }
}
