import { type BagLine, type LadderStep } from './bag.ts'

/** What a practice before an event is made of, in the order in which it is thrown. */
export const practiceKinds = ['urethane', 'begin', 'adjust', 'second', 'settle'] as const
export type PracticeKind = (typeof practiceKinds)[number]

export interface PracticeStep {
  readonly kind: PracticeKind
  readonly ballId: string
  readonly line: BagLine | null
  readonly shots: number
  /** Minutes of the clock between which it is thrown. */
  readonly from: number
  readonly to: number
}
export interface PracticeBag {
  readonly balls: readonly {
    readonly ballId: string
    readonly cover: string
    readonly start: BagLine | null
    readonly roles: readonly string[]
  }[]
  readonly ladder: readonly Pick<LadderStep, 'ballId' | 'line' | 'changes'>[]
  /** A sport pattern lies there: one school looks at urethane first. */
  readonly sport: boolean
}

/** From shot to shot on a pair with others on it, minutes (assumed; as a trial's clock counts until three shots were thrown). */
export const practiceMinutesAShot = 1.2
const look = 2
/** The last shots are thrown as the first of the game will be. */
const settle = 3
const least = { begin: 2, adjust: 1 } as const

/**
 * A practice by the clock, from the bag alone: the ball and line to begin with, one change at a time, a look at the ball to change to, and at the end
 * what the game begins with. What does not fit into the minutes is left out: urethane first, then the second ball.
 */
export function practicePlan({ balls, ladder, sport }: PracticeBag, minutes: number): PracticeStep[] {
  const of = (id: string | undefined) => balls.find(({ ballId }) => ballId === id)
  const first = of(ladder[0]?.ballId) ?? balls.find(({ start }) => start !== null)
  if (!first) return []
  const beginLine = ladder[0]?.line ?? first.start
  const all = Math.max(least.begin + least.adjust + 1, Math.floor(minutes / practiceMinutesAShot))
  const last = Math.min(settle, all - least.begin - least.adjust)
  const changeTo = [
    ...ladder.map(({ ballId }) => ballId),
    ...ladder.flatMap(({ changes }) => changes.map((to) => to.ballId)),
  ]
  const second =
    of(changeTo.find((id) => id !== first.ballId)) ??
    balls.find(({ ballId, roles }) => ballId !== first.ballId && !roles.includes('spare'))
  const urethane = sport && first.cover !== 'urethane' ? balls.find(({ cover }) => cover === 'urethane') : undefined
  let left = all - last - least.begin - least.adjust
  const take = (wanted: number) => {
    const taken = left >= wanted ? wanted : 0
    left -= taken
    return taken
  }
  const secondShots = second ? take(look) : 0
  // The second ball may be the urethane one: then one look is enough.
  const urethaneShots = urethane && urethane !== second ? take(look) : 0
  const parts: (Omit<PracticeStep, 'from' | 'to'> | null)[] = [
    urethane ? { kind: 'urethane', ballId: urethane.ballId, line: urethane.start, shots: urethaneShots } : null,
    { kind: 'begin', ballId: first.ballId, line: beginLine, shots: least.begin },
    { kind: 'adjust', ballId: first.ballId, line: beginLine, shots: least.adjust + left },
    second ? { kind: 'second', ballId: second.ballId, line: second.start, shots: secondShots } : null,
    { kind: 'settle', ballId: first.ballId, line: beginLine, shots: last },
  ]
  let thrown = 0
  return parts.flatMap((part) => {
    if (!part || part.shots === 0) return []
    const from = thrown * practiceMinutesAShot
    thrown += part.shots
    return [{ ...part, from, to: thrown * practiceMinutesAShot }]
  })
}
