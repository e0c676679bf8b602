import { type Ball, type BallEvent, type PolicyScope, isOfKind } from '@sleetfall/contract'
import {
  type CoverFamily,
  type Due,
  type Learnt,
  type StyleBand,
  type StyleEnds,
  type SurfaceConstants,
  type SurfaceNow,
  type UpkeepPolicy,
  careNeeded,
  dominance,
  dueWork,
  styleBand,
  surfaceNow,
} from '@sleetfall/core'
import { asSurfaceEvents, assumedVolumeMl } from '../balls/events.ts'
import { type PlayAhead, startsOf } from '../events/nextDay.ts'

/** A ball's record and the part of its owner's that its present state rests on. */
export interface BallOwned {
  readonly id: string
  readonly customerId: string
  readonly name: string
  readonly cover: CoverFamily
  readonly factoryGrit: number | null
  readonly targetGrit: number | null
  readonly gamesBefore: number
  readonly customerName: string
  readonly gamesPerWeek: number | null
  readonly speedMph: number | null
  readonly revRpm: number | null
  readonly axisTiltDeg: number | null
}

export interface Foundations {
  readonly ball: BallOwned
  /** Events that stand, by when they happened. */
  readonly events: readonly BallEvent[]
  readonly constants: SurfaceConstants & Partial<StyleEnds>
  readonly learnt: Learnt
  readonly policy: UpkeepPolicy
  readonly scope: PolicyScope
  /** The owner's tournaments that lie ahead. */
  readonly tournaments: readonly PlayAhead[]
}

/** The row of a ball in the read model; see the migration for what each means. */
export interface Present {
  readonly search: string
  readonly styleBand: StyleBand | null
  readonly place: string
  readonly shelf: string
  readonly drillingAngleDeg: number | null
  readonly pinToPapIn: number | null
  readonly valAngleDeg: number | null
  readonly drilling: Ball['drilling']
  readonly lockedUntil: string | null
  readonly lastFinding: string | null
  readonly lastCheckedAt: string | null
  readonly lastCleanedAt: string | null
  readonly lastRecipe: Ball['lastRecipe']
  readonly lastEvent: Ball['lastEvent']
  readonly gamesSinceCleaning: number
  readonly playedVolumeMl: number
  readonly surface: SurfaceNow
  readonly surfaceAt: string | null
  readonly status: SurfaceNow['status']
  readonly grit: number | null
  readonly gamesOnSurface: number
  readonly gamesLeft: number | null
  readonly oilShare: number
  readonly care: number
  readonly fitted: boolean
  readonly school: UpkeepPolicy['school']
  readonly dueDays: number | null
  readonly dueAt: string | null
  readonly askedDays: number | null
  readonly askedAt: string | null
  readonly holdsUntil: string | null
}

/** Kinds that 'undo' on the rack takes back. */
const undoable = isOfKind('games', 'surfaced', 'scanned', 'cleaned', 'extracted')
/** Games by which the volume that a ball lately played on is told. */
const latelyGames = 12
const dayMs = 86_400_000

const byRecorded = (a: BallEvent, b: BallEvent) => a.seq - b.seq

/** What a ball is now, folded from its whole history; the surface and its oil as of the last event that changed them. */
export function foldPresent(foundations: Foundations, nowMs: number): Present {
  const { ball, events, constants, learnt, policy, scope, tournaments } = foundations
  const own = asSurfaceEvents(events)
  const surfaceAtMs = own.length === 0 ? null : Math.max(...own.map((event) => event.atMs))
  const surface = surfaceNow(ball, own, surfaceAtMs ?? 0, constants, learnt)
  const recorded = [...events].sort(byRecorded)
  const moved = events.findLast(isOfKind('moved'))?.payload
  const drilled = recorded.findLast(isOfKind('drilled'))?.payload
  const locked = recorded.findLast(isOfKind('locked'))?.payload
  const checks = recorded.filter(isOfKind('checked'))
  const checked = checks.at(-1)
  // Only another inspection clears a crack; a look at the inserts does not.
  const inspected = checks.findLast(({ payload }) => payload.what === 'inspection')?.payload
  const undo = recorded.findLast(undoable)
  const [place, shelf] = [moved?.place ?? 'customer', moved?.shelf ?? '']
  const played = playOf(events)
  const play = { gamesPerWeek: ball.gamesPerWeek, eventsMs: startsOf(tournaments) }
  const due = dueWork(
    {
      cover: ball.cover,
      surface,
      gamesSinceCleaning: played.sinceCleaning,
      schoolChosen: scope !== 'shop',
      inShop: place !== 'customer',
      volumeMl: played.volumeMl,
    },
    policy,
    play,
    nowMs,
  )
  const asked = due.filter((one) => one.asked)
  return {
    search: ` ${ball.name} ${ball.customerName} ${ball.cover} ${shelf}`,
    styleBand: bandOf(ball, constants),
    place,
    shelf,
    drillingAngleDeg: drilled?.drillingAngleDeg ?? null,
    pinToPapIn: drilled?.pinToPapIn ?? null,
    valAngleDeg: drilled?.valAngleDeg ?? null,
    drilling: holesOf(drilled),
    lockedUntil: locked?.untilAt ?? null,
    lastFinding: inspected?.finding === 'cracked' ? 'cracked' : (checked?.payload.finding ?? null),
    lastCheckedAt: checked?.happenedAt ?? null,
    lastCleanedAt: events.findLast((event) => event.kind === 'cleaned' && cleans(event))?.happenedAt ?? null,
    lastRecipe: lastRecipeOf(events),
    lastEvent: undo ? { id: undo.id, kind: undo.kind, at: undo.happenedAt } : null,
    gamesSinceCleaning: played.sinceCleaning,
    playedVolumeMl: played.volumeMl,
    surface,
    surfaceAt: surfaceAtMs === null ? null : new Date(surfaceAtMs).toISOString(),
    status: surface.status,
    grit: surface.grit,
    gamesOnSurface: surface.gamesOnSurface,
    gamesLeft: surface.gamesLeft,
    oilShare: surface.oilShare,
    care: careNeeded(ball.cover, surface).length,
    fitted: surface.curve?.fitted ?? false,
    school: policy.school,
    dueDays: leastDays(due, nowMs),
    dueAt: leastDate(due),
    askedDays: leastDays(asked, nowMs),
    askedAt: leastDate(asked),
    holdsUntil: holdsUntil(policy, play.eventsMs, nowMs),
  }
}

/** Leaves a ball clean. A towel takes less than half of the film (handbook 02): what stays soaks in, so the ball is still to be cleaned. */
const cleans = (event: BallEvent): boolean =>
  isOfKind('extracted')(event) || (isOfKind('cleaned')(event) && event.payload.with === 'cleaner')

function playOf(events: readonly BallEvent[]) {
  const games = events.filter(isOfKind('games'))
  const sum = (of: readonly BallEvent<'games'>[], weight: (event: BallEvent<'games'>) => number) =>
    of.reduce((total, event) => total + event.payload.games * weight(event), 0)
  const lately = games.slice(-latelyGames)
  const clean = events.findLast(cleans)?.happenedAt ?? ''
  return {
    sinceCleaning: sum(
      games.filter((event) => event.happenedAt > clean),
      () => 1,
    ),
    volumeMl:
      lately.length === 0 ? assumedVolumeMl : sum(lately, (event) => event.payload.volumeMl) / sum(lately, () => 1),
  }
}

/** The last work with a step on the spinner; a touch-up by hand is no recipe to come back to. */
function lastRecipeOf(events: readonly BallEvent[]): Ball['lastRecipe'] {
  const worked = events
    .filter(isOfKind('surfaced'))
    .findLast(({ payload }) => payload.steps.some((step) => step.method === 'spinner'))?.payload
  return worked ? { recipeKey: worked.recipeKey ?? null, steps: worked.steps } : null
}

/** A drilling that holes were noted of. */
function holesOf(drilled: BallEvent<'drilled'>['payload'] | undefined): Ball['drilling'] {
  if (!drilled?.holes || drilled.holes.length === 0) return null
  return { ...drilled, holes: drilled.holes, papOverIn: drilled.papOverIn ?? 0, papUpIn: drilled.papUpIn ?? 0 }
}

function bandOf({ speedMph, revRpm, axisTiltDeg }: BallOwned, ends: Partial<StyleEnds>): StyleBand | null {
  return speedMph === null || revRpm === null ? null : styleBand(dominance({ speedMph, revRpm, axisTiltDeg }), ends)
}

/** Days of play until the first of what games decide: they count from whenever it is asked, so this stands until the ball is played. */
function leastDays(due: readonly Due[], nowMs: number): number | null {
  const days = due.filter((one) => one.games !== null).map((one) => Math.max(0, (one.atMs - nowMs) / dayMs))
  return days.length === 0 ? null : Math.round(Math.min(...days) * 1000) / 1000
}

function leastDate(due: readonly Due[]): string | null {
  const dates = due.filter((one) => one.games === null).map((one) => one.atMs)
  return dates.length === 0 ? null : new Date(Math.min(...dates)).toISOString()
}

/** The next tournament counts until it begins; ends of a season are held against the pace of play once a day. */
function holdsUntil(policy: UpkeepPolicy, eventsMs: readonly number[], nowMs: number): string | null {
  const next = policy.school === 'before-events' ? eventsMs.find((atMs) => atMs > nowMs) : undefined
  const season = policy.seasonEnds.some((day) => Date.parse(day) > nowMs) ? nowMs + dayMs : undefined
  const until = [next, season].filter((one) => one !== undefined)
  return until.length === 0 ? null : new Date(Math.min(...until)).toISOString()
}
