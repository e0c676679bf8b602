import { type DrillingRecord, type RecipeStep, cleaningKinds, findings, scanSpots } from '@sleetfall/core'
import * as yup from 'yup'
import {
  identifier,
  moment,
  neededWhole,
  oneOf,
  optionalText,
  pastTime,
  quantity,
  requiredText,
  text,
} from './fields.ts'
import { later } from './later.ts'
import { recipeStepsSchema } from './recipes.ts'
import { wrong } from './said.ts'

/** Where a ball may be. */
/** Why the bench keeps a ball, as a code; a person writes a reason in words. */
export const lockReasons = ['holes-wet', 'holes-dry'] as const

export const whereabouts = ['customer', 'shelf', 'bench'] as const
export type Whereabouts = (typeof whereabouts)[number]

const eventBase = () => ({ id: identifier(), happenedAt: pastTime('when') })

/** What may be recorded of a ball, by kind. `withdrawn` events name the event they take back. */
export const ballEventSchemas = {
  games: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['games']),
      games: neededWhole('games', 'games'),
      patternId: identifier('pattern').nullable().default(null).notRequired(),
    }),
  ),
  surfaced: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['surfaced']),
      steps: recipeStepsSchema,
      recipeKey: text('recipe')
        .max(60, wrong('recipe', 'atMostCharacters', { count: 60 }))
        .nullable()
        .default(null),
      /** Grit that was meant, when the work stopped before its last step. */
      targetGrit: quantity('scannedGrit', 'targetGrit').optional(),
    }),
  ),
  scanned: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['scanned']),
      grits: yup
        .array(quantity('scannedGrit', 'scannerReading').required(wrong('scannerReading', 'fillIn')))
        .min(1, wrong('scannerReadings', 'atLeastOne'))
        .max(12, wrong('scannerReadings', 'atMost', { count: 12 }))
        .required(),
      /** Where each was taken, in the same order; left out when nobody said. */
      spots: yup
        .array(oneOf('spot', scanSpots))
        .max(12)
        .optional()
        .test(
          'each',
          wrong('scannerReadings', 'spotsForEachOrNone'),
          (value, context) => value === undefined || value.length === context.parent.grits?.length,
        ),
    }),
  ),
  cleaned: later(() =>
    yup.object({ ...eventBase(), kind: oneOf('kind', ['cleaned']), with: oneOf('cleanedWith', cleaningKinds) }),
  ),
  extracted: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['extracted']),
      minutes: quantity('soakMinutes', 'minutesInTheWater').required(),
      temperatureC: quantity('waterTemperatureC', 'waterTemperature').required(),
    }),
  ),
  moved: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['moved']),
      place: oneOf('whereabouts', whereabouts),
      shelf: optionalText('shelfPlace', 40),
    }),
  ),
  /** Not to be played before a time, such as while its holes dry. */
  locked: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['locked']),
      untilAt: moment('until').required(wrong('until', 'missing')),
      reason: requiredText('reason', 200),
    }),
  ),
  /** A look at ball and inserts, with what was found. */
  checked: later(() =>
    yup.object({
      ...eventBase(),
      kind: oneOf('kind', ['checked']),
      what: oneOf('what', ['inspection', 'inserts']),
      finding: oneOf('finding', findings),
      note: optionalText('note', 400),
    }),
  ),
} as const
export type RecordableKind = keyof typeof ballEventSchemas
export type BallEventInput = { [K in RecordableKind]: yup.InferType<(typeof ballEventSchemas)[K]> }[RecordableKind]

/** Picks the schema by the kind that the input names. */
export const ballEventSchema = later(
  () =>
    yup
      .lazy((value: unknown) => {
        const kind = (value as { kind?: string } | null)?.kind
        return typeof kind === 'string' && Object.hasOwn(ballEventSchemas, kind)
          ? ballEventSchemas[kind as RecordableKind]
          : yup.object({ kind: oneOf('kind', Object.keys(ballEventSchemas)) })
      })
      .meta({ variants: Object.values(ballEventSchemas) }) as unknown as yup.Schema<BallEventInput>,
)

type RecordedPayload<K extends RecordableKind> = Readonly<
  Omit<yup.InferType<(typeof ballEventSchemas)[K]>, 'id' | 'kind' | 'happenedAt'>
>
type Layout = Pick<DrillingRecord, 'drillingAngleDeg' | 'pinToPapIn' | 'valAngleDeg'>

/** What each kind of event keeps: what was recorded of it and what the server adds. */
export type BallEventPayloads = {
  readonly [K in Exclude<RecordableKind, 'games' | 'surfaced'>]: RecordedPayload<K>
} & {
  /** With the oil that was played on, and the night that the games were logged with. */
  readonly games: RecordedPayload<'games'> & { readonly volumeMl: number; readonly nightId?: string }
  readonly surfaced: Omit<RecordedPayload<'surfaced'>, 'steps'> & { readonly steps: readonly RecipeStep[] }
  /** A layout, with its holes and PAP where they were noted. */
  readonly drilled: Layout & Partial<DrillingRecord>
  /** Names in another field the event that it takes back. */
  readonly withdrawn: Readonly<Record<string, never>>
}
export type BallEventKind = keyof BallEventPayloads
/** Every kind, each once. */
export const ballEventKinds: readonly BallEventKind[] = [
  ...(Object.keys(ballEventSchemas) as RecordableKind[]),
  'drilled',
  'withdrawn',
]

interface EventRecord {
  readonly id: string
  /** Its place in the order in which events were recorded. */
  readonly seq: number
  readonly ballId: string
  readonly happenedAt: string
  readonly recordedAt: string
  readonly recordedBy: string | null
  /** Set when a later event took this one back. */
  readonly withdrawn: boolean
}
/** What is told of a ball by an event: its kind, and what that kind keeps. */
export type BallEventContent<K extends BallEventKind = BallEventKind> = {
  readonly [One in K]: { readonly kind: One; readonly payload: BallEventPayloads[One] }
}[K]
/** An event as it was recorded; reading its kind tells what it keeps. */
export type BallEvent<K extends BallEventKind = BallEventKind> = {
  readonly [One in K]: EventRecord & BallEventContent<One>
}[K]

/** Whether an event is of one of some kinds. */
export const isOfKind =
  <K extends BallEventKind>(...kinds: readonly K[]) =>
  (event: BallEvent): event is Extract<BallEvent, { readonly kind: K }> =>
    (kinds as readonly BallEventKind[]).includes(event.kind)
