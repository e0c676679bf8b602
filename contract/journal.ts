import * as yup from 'yup'
import { calendarDay, identifier, optionalText } from './fields.ts'
import { later } from './later.ts'

/** Every write that the journal tells of, by its route. */
export const journaled = [
  'POST /session',
  'POST /session/pin',
  'POST /session/code',
  'POST /session/owner',
  'PUT /session/password',
  'PUT /session/pin',
  'PUT /session/second-factor',
  'POST /session/second-factor/off',
  'POST /session/sessions/end-others',
  'POST /session/sessions/:mark/end',
  'PUT /session/shared',
  'POST /open/upkeep/:secret/sessions',
  'POST /staff',
  'PUT /staff/:id',
  'POST /staff/:id/code',
  'POST /staff/:id/second-factor/off',
  'POST /staff/:id/sessions/end',
  'PUT /shop',
  'POST /backups',
  'PUT /transfer/shop',
  'POST /customers',
  'PUT /customers/:id',
  'DELETE /customers/:id',
  'POST /customers/:id/retire',
  'POST /customers/:id/merge',
  'POST /records/:id/forget',
  'POST /balls',
  'PUT /balls/:id',
  'POST /balls/:id/events',
  'POST /balls/events/:id/withdraw',
  'DELETE /balls/:id',
  'POST /balls/:id/retire',
  'POST /balls/:id/merge',
  'POST /balls/:id/drilling',
  'PUT /balls/:id/photos/:photoId',
  'POST /balls/:id/photos/:photoId/looks',
  'DELETE /balls/:id/photos/:photoId',
  'POST /patterns',
  'PUT /patterns/:id',
  'DELETE /patterns/:id',
  'POST /patterns/:id/retire',
  'POST /predictions',
  'POST /layouts',
  'PUT /layouts/:id',
  'DELETE /layouts/:id',
  'POST /grip-sheets',
  'POST /stock/wanted',
  'PUT /stock/wanted/:id',
  'POST /stock/import',
  'PUT /stock/:id',
  'DELETE /stock/:id',
  'POST /bags/:eventId/:customerId',
  'PUT /bags/:eventId/:customerId/packed',
  'POST /rule-sets',
  'PUT /rule-sets/:id',
  'DELETE /rule-sets/:id',
  'POST /events',
  'PUT /events/:id',
  'DELETE /events/:id',
  'POST /diagnoses',
  'PUT /diagnoses/:id',
  'DELETE /diagnoses/:id',
  'POST /calibrations',
  'POST /calibrations/:id/take',
  'POST /calibrations/:id/undo',
  'POST /trials',
  'PUT /trials/:id',
  'DELETE /trials/:id',
  'POST /trials/:id/shots',
  'PUT /trials/:id/shots/:shotId',
  'DELETE /trials/:id/shots/:shotId',
  'POST /trials/:id/arms/:arm/surface',
  'PUT /trials/:id/foretold',
  'POST /trials/:id/reveal',
  'POST /trials/:id/verdicts',
  'PUT /trials/:id/shots/:shotId/set-aside',
  'POST /coverage/:id/promises',
  'POST /plan/link',
  'POST /plan/link/end',
  'POST /plan',
  'POST /plan/stations',
  'PUT /plan/stations/:id',
  'PUT /plan/people/:id',
  'POST /bench/jobs',
  'PUT /bench/jobs/:id',
  'POST /bench/jobs/:id/alarm-seen',
  'POST /bench/doubts',
  'POST /bench/jobs/:id/trial',
  'POST /bench/jobs/:id/start',
  'POST /bench/jobs/:id/pause',
  'POST /bench/jobs/:id/resume',
  'POST /bench/jobs/:id/water',
  'POST /bench/jobs/:id/back',
  'POST /bench/jobs/:id/cancel',
  'POST /bench/jobs/:id/steps/:position/done',
  'POST /bench/jobs/:id/steps/:position/skip',
  'PUT /surface/rules/:rule',
  'POST /pads',
  'PUT /pads/:id',
  'POST /pads/:id/open-spare',
  'DELETE /pads/:id',
  'POST /recipes',
  'PUT /recipes/:id',
  'DELETE /recipes/:id',
  'PUT /upkeep/policy',
  'POST /upkeep/sessions',
  'POST /upkeep/nights',
  'POST /upkeep/nights/:id/withdraw',
  'PUT /upkeep/telling',
  'POST /upkeep/outbox',
  'POST /upkeep/outbox/:id/withdraw',
  'POST /upkeep/links/:id',
  'POST /upkeep/links/:id/revoke',
  'PUT /devices/:kind',
] as const
export type Journaled = (typeof journaled)[number]
/** Parts of the shop that the journal is narrowed to: what comes first in a route. */
export const journalAreas = [...new Set(journaled.map((what) => what.split('/')[1]!.split(' ')[0]!))]

/** A route as the name of its words. */
export const journalKey = (what: string) => what.replace(/[^A-Za-z]+/g, '-').toLowerCase()

export const journalQuestionSchema = later(() =>
  yup.object({
    staffId: identifier('id').optional(),
    area: yup.string().label('kind').oneOf(journalAreas).optional(),
    subjectId: identifier().optional(),
    from: calendarDay('from').optional(),
    to: calendarDay('to').optional(),
    /** What stood last on the part before. */
    before: optionalText('id', 60),
  }),
)
export type JournalQuestion = yup.InferType<typeof journalQuestionSchema>

/** What a write did to a row: by column what it was and what it is. */
export interface JournalChange {
  readonly ofTable: string
  readonly columns: Readonly<Record<string, readonly [unknown, unknown]>>
}
export interface JournalEntry {
  readonly id: string
  readonly at: string
  readonly staffId: string | null
  readonly staffName: string
  readonly withPin: boolean
  readonly what: Journaled
  readonly subjectId: string | null
  readonly label: string
  readonly changes: readonly JournalChange[]
}
export interface JournalPart {
  readonly items: readonly JournalEntry[]
  /** Where the next part begins; null at the end. */
  readonly next: string | null
}
