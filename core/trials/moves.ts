import { type Shot, counts, hitPocket } from './shot.ts'

/** What a move of the feet or the eyes did to the share in the pocket until the next one. */
export const moveResults = ['held', 'better', 'worse', 'missing', 'open'] as const
export type MoveResult = (typeof moveResults)[number]

export interface Move {
  /** Shot before which it was made. */
  readonly sequence: number
  readonly arm: number
  /** Boards, inside (to a higher board) counts up. */
  readonly feet: number
  readonly eyes: number
  /** Boards from the line that was begun on, after the move; null where that line is not known. */
  readonly fromBase: { readonly feet: number; readonly eyes: number } | null
  readonly reason: string
  readonly result: MoveResult
  /** Shots on the new line, and how many of those that tell were in the pocket. */
  readonly shots: number
  readonly pocket: { readonly hits: number; readonly of: number }
}
type Moved = Shot & { readonly moveReason?: string | undefined }

/** Most of the shots on a line in the pocket: it holds. */
const holds = 0.6

const pocketOf = (shots: readonly Shot[]) => {
  const hits = shots.map(hitPocket).filter((hit) => hit !== null)
  return { hits: hits.filter(Boolean).length, of: hits.length }
}

function resultOf(before: ReturnType<typeof pocketOf>, after: ReturnType<typeof pocketOf>): MoveResult {
  if (after.of === 0) return 'open'
  const share = after.hits / after.of
  if (before.of === 0) return share >= holds ? 'held' : 'missing'
  const was = before.hits / before.of
  if (share >= holds) return was >= holds ? 'held' : 'better'
  return share < was ? 'worse' : 'missing'
}

/**
 * The moves of feet and eyes between the shots of a trial, each with what came of it. Warm-up shots move nothing; a shot that was set aside still moved. Where a shot does not say where it was aimed it
 * was aimed like the one before. Each bowler's moves are their own.
 */
export function movesOf(
  shots: readonly Moved[],
  base: { readonly feetBoard: number | null; readonly targetBoard: number | null } | null,
): Move[] {
  const bowlers = [...new Set(shots.map((shot) => shot.bowlerId ?? ''))]
  return bowlers
    .flatMap((bowler) =>
      movesOfOne(
        shots.filter((shot) => (shot.bowlerId ?? '') === bowler && shot.warmUp !== true),
        base,
      ),
    )
    .sort((a, b) => a.sequence - b.sequence)
}

function movesOfOne(shots: readonly Moved[], base: Parameters<typeof movesOf>[1]): Move[] {
  const lines: { feet: number | null; eyes: number | null; shots: Moved[] }[] = []
  for (const shot of [...shots].sort((a, b) => a.sequence - b.sequence)) {
    const last = lines.at(-1)
    const [feet, eyes] = [shot.feetBoard ?? last?.feet ?? null, shot.targetBoard ?? last?.eyes ?? null]
    if (last && last.feet === feet && last.eyes === eyes) last.shots.push(shot)
    else if (last && (last.feet === null || last.feet === feet) && (last.eyes === null || last.eyes === eyes)) {
      // Noted for the first time: nothing moved.
      Object.assign(last, { feet, eyes })
      last.shots.push(shot)
    } else lines.push({ feet, eyes, shots: [shot] })
  }
  const first = lines[0]
  const from = { feet: base?.feetBoard ?? first?.feet ?? null, eyes: base?.targetBoard ?? first?.eyes ?? null }
  return lines.slice(1).map((line, i) => {
    const before = lines[i]!
    const [opening] = line.shots
    const counted = line.shots.filter(counts)
    const pocket = pocketOf(counted)
    return {
      ...{ sequence: opening!.sequence, arm: opening!.arm, reason: opening!.moveReason ?? '' },
      feet: (line.feet ?? 0) - (before.feet ?? line.feet ?? 0),
      eyes: (line.eyes ?? 0) - (before.eyes ?? line.eyes ?? 0),
      fromBase:
        from.feet === null || line.feet === null
          ? null
          : { feet: line.feet - from.feet, eyes: (line.eyes ?? 0) - (from.eyes ?? line.eyes ?? 0) },
      result: resultOf(pocketOf(before.shots.filter(counts)), pocket),
      shots: counted.length,
      pocket,
    }
  })
}
