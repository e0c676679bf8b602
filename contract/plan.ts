import { type ScheduleOperation, type ScheduleQuestion, type Span, nightsOf } from '@sleetfall/core'
import * as yup from 'yup'
import { needed, ranged, requiredText, text, whole } from './fields.ts'
import { later } from './later.ts'
import { type FieldName, wrong } from './said.ts'

/** Minutes on one clock: two thousand years of them. */
const latest = 1_000_000_000
const time = (field: FieldName) => needed(field, -latest, latest, 'min')
const pad = later(() =>
  text('pad')
    .max(40, wrong('pad', 'atMostCharacters', { count: 40 }))
    .nullable()
    .default(null),
)

const span = later(() =>
  yup
    .object({ from: time('from'), to: time('to') })
    .test('order', wrong('to', 'laterThanFrom'), (value) => !(Number(value?.to) <= Number(value?.from))),
)
/** Stretches of time, sorted and apart. */
const spans = (field: FieldName, most: number) =>
  yup
    .array(span.required())
    .max(most, wrong(field, 'atMost', { count: most }))
    .default(undefined)
    .optional()
    .test(
      'apart',
      wrong(field, 'sortedAndApart'),
      (all) => !all?.some((one, at) => at > 0 && !(Number(one?.from) >= Number(all[at - 1]?.to))),
    )

/** Minutes of attention from the start, or the stretches of it. */
const attention = later(() =>
  yup.lazy((value: unknown) =>
    Array.isArray(value) ? spans('attention', 20) : ranged('attention', 0, 100_000, 'min').optional(),
  ),
)

const operationSchema = later(() =>
  yup.object({
    station: requiredText('station', 60),
    minutes: needed('minutes', 0, 100_000, 'min'),
    attention,
    minWait: ranged('minWait', 0, 1_000_000, 'min').default(0),
    maxWait: ranged('maxWait', 0, 1_000_000, 'min').nullable().default(null),
    pad,
    fixed: yup
      .object({
        start: time('start'),
        station: requiredText('station', 60),
        person: text('person').nullable().default(null),
      })
      .nullable()
      .default(null),
  }),
)

/** Input of the headless `plan` command; all times in minutes on one clock. */
export const planSchema = later(() =>
  yup.object({
    now: time('now'),
    horizon: ranged('horizon', -latest, latest, 'min'),
    hours: spans('hours', 2000),
    stations: yup
      .array(
        yup.object({
          id: requiredText('station', 60),
          kind: text('kind').max(60, wrong('kind', 'atMostCharacters', { count: 60 })),
          /** Balls that it takes at once; null: as many as come. */
          places: whole('places', 1, 20).nullable().default(1),
          hours: spans('hours', 2000),
          /** Whether an operation that needs nobody may be on it while the shop is closed. */
          overnight: yup.boolean().default(false),
          setupMinutes: ranged('setUp', 0, 600, 'min').default(0),
          pad,
        }),
      )
      .min(1, wrong('stations', 'atLeast', { count: 1 }))
      .max(100, wrong('stations', 'atMost', { count: 100 }))
      .required(wrong('stations', 'missing'))
      .test(
        'once',
        wrong('stations', 'eachOnce'),
        (stations) => !stations || new Set(stations.map((one) => one?.id)).size === stations.length,
      ),
    /** Not given: one technician, there in the hours given. */
    people: yup
      .array(
        yup.object({
          id: requiredText('person', 60),
          hours: spans('hours', 2000),
          skills: yup.array(requiredText('skills', 60)).max(40).nullable().default(null),
        }),
      )
      .max(50, wrong('people', 'atMost', { count: 50 }))
      .default(undefined)
      .optional(),
    jobs: yup
      .array(
        yup.object({
          id: requiredText('job', 80),
          due: ranged('due', -latest, latest, 'min').nullable().default(null),
          release: ranged('release', -latest, latest, 'min'),
          weight: needed('weight', 0.001, 1000).default(1),
          operations: yup
            .array(operationSchema)
            .min(1, wrong('operations', 'atLeast', { count: 1 }))
            .max(60, wrong('operations', 'atMost', { count: 60 }))
            .required(wrong('operations', 'missing')),
        }),
      )
      .max(500, wrong('jobs', 'atMost', { count: 500 }))
      .required(wrong('jobs', 'missing'))
      .test(
        'once',
        wrong('jobs', 'eachOnce'),
        (jobs) => !jobs || new Set(jobs.map((one) => one?.id)).size === jobs.length,
      ),
    seed: whole('seed', 0, 2_147_483_647).default(1),
    /** Longest that it may search. */
    milliseconds: needed('milliseconds', 1, 10_000).default(8000),
  }),
)
export type PlanInput = yup.InferType<typeof planSchema>

/** The question that an input of `plan` asks: a station with several places is so many stations of one kind. */
export function planQuestion(input: PlanInput): ScheduleQuestion {
  const hours = input.hours ?? null
  const stations = input.stations.flatMap((one) => {
    const own = {
      kind: one.kind || one.id,
      open: one.overnight ? null : (one.hours ?? hours),
      setupMinutes: one.setupMinutes,
      pad: one.pad,
    }
    if (one.places === null) return [{ ...own, id: one.id, many: true }]
    if (one.places === 1) return [{ ...own, id: one.id }]
    return Array.from({ length: one.places! }, (_, at) => ({
      ...own,
      id: `${one.id} ${at + 1}`,
      kind: one.kind || one.id,
    }))
  })
  const people = (input.people ?? [{ id: 'technician', hours: undefined, skills: null }]).map((one) => ({
    id: one.id,
    there: one.hours ?? hours,
    skills: one.skills,
  }))
  return {
    now: input.now,
    horizon: input.horizon ?? Infinity,
    nights: nightsOf(hours ?? []),
    stations,
    people,
    jobs: input.jobs.map((job) => ({
      id: job.id,
      release: job.release ?? input.now,
      due: job.due,
      weight: job.weight,
      operations: job.operations.map((one): ScheduleOperation => {
        const { attention: asked } = one as { attention?: number | Span[] }
        const pieces = typeof asked === 'number' ? [{ from: 0, to: Math.min(asked, one.minutes) }] : (asked ?? [])
        return {
          ...one,
          attention: pieces.filter(({ from, to }) => to > from),
        }
      }),
    })),
  }
}
