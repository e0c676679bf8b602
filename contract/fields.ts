import { type LimitName, type UnitName, limits } from '@sleetfall/core'
import * as yup from 'yup'
import { later } from './later.ts'
import { type FieldName, said, wrong } from './said.ts'

/** A number that must lie in a stated range; the message names the field and the range. */
export function ranged(field: FieldName, min: number, max: number, unit?: UnitName) {
  const values = { min, max, ...(unit ? { unit: said(`units.${unit}`) } : {}) }
  const range = wrong(field, unit ? 'rangeIn' : 'range', values)
  const schema = yup
    .number()
    .label(field)
    .typeError(wrong(field, unit ? 'numberIn' : 'number', values))
    .min(min, range)
    .max(max, range)
  return schema
}
export const whole = (field: FieldName, min: number, max: number, unit?: UnitName) => {
  const message = wrong(field, unit ? 'wholeIn' : 'whole', {
    ...{ min, max },
    ...(unit ? { unit: said(`units.${unit}`) } : {}),
  })
  return yup.number().label(field).typeError(message).integer(message).min(min, message).max(max, message)
}
/** As `ranged`; one that is missing is told its range. */
export const needed = (field: FieldName, min: number, max: number, unit?: UnitName) =>
  ranged(field, min, max, unit).required(rangeOf(field, min, max, unit))
const rangeOf = (field: FieldName, min: number, max: number, unit?: UnitName) =>
  wrong(field, unit ? 'rangeIn' : 'range', { min, max, ...(unit ? { unit: said(`units.${unit}`) } : {}) })

/** A quantity of the one table of limits. */
export const quantity = (name: LimitName, field: FieldName) => {
  const { min, max, unit } = limits[name]
  return ranged(field, min, max, unit)
}
export const neededQuantity = (name: LimitName, field: FieldName) => {
  const { min, max, unit } = limits[name]
  return needed(field, min, max, unit)
}
export const wholeQuantity = (name: LimitName, field: FieldName) => {
  const { min, max, unit } = limits[name]
  return quantity(name, field).integer(wrong(field, 'wholeIn', { min, max, unit: said(`units.${unit}`) }))
}

export const neededWhole = (name: LimitName, field: FieldName) => {
  const { min, max, unit } = limits[name]
  return wholeQuantity(name, field).required(rangeOf(field, min, max, unit))
}

/** Trimmed text; what is no text stays what it is, to be refused. */
export const text = (field: FieldName) =>
  yup
    .string()
    .label(field)
    .transform((value: unknown) => (typeof value === 'string' ? value.trim() : value))

/** Text that must not be empty after trimming. */
export const requiredText = (field: FieldName, longest: number) =>
  text(field)
    .required(wrong(field, 'fillIn'))
    .max(longest, wrong(field, 'atMostCharacters', { count: longest }))

export const optionalText = (field: FieldName, longest: number) =>
  text(field)
    .default('')
    .max(longest, wrong(field, 'atMostCharacters', { count: longest }))

export const identifier = (field: FieldName = 'id') =>
  yup
    .string()
    .label(field)
    .matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, { message: wrong(field, 'notAnId') })
    .required(wrong(field, 'missing'))

export const oneOf = <const T extends string>(field: FieldName, values: readonly T[]) =>
  yup
    .string()
    .label(field)
    .oneOf(values, wrong(field, 'oneOf', { values: values.join(', ') }))
    .required(wrong(field, 'choose'))

/** One of the values, or null when it is not known. */
export const optionalOneOf = <const T extends string>(field: FieldName, values: readonly T[]) =>
  yup
    .mixed<T>()
    .label(field)
    .nullable()
    .default(null)
    .oneOf([...values, null], wrong(field, 'oneOf', { values: values.join(', ') }))

/** Version that the writer of a record saw. */
export const recordVersion = () =>
  yup
    .number()
    .label('version')
    .integer(wrong('version', 'wholeOnly'))
    .min(1, wrong('version', 'atLeast', { count: 1 }))
    .max(2_147_483_647, wrong('version', 'atMost', { count: 2_147_483_647 }))
    .required(wrong('version', 'missing'))
export const versioned = later(() => yup.object({ version: recordVersion() }))

/** Years that a record may speak of: everything that a shop has seen or will promise. */
const years = { from: 1950, to: 2099 } as const
const inYears = (value: string) => Number(value.slice(0, 4)) >= years.from && Number(value.slice(0, 4)) <= years.to

/** Clocks of two machines may differ by this much before a time counts as future. */
const clockSlackMs = 10 * 60_000

const isoTime = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/

/** A moment as an ISO text with its zone. */
export const moment = (field: FieldName) =>
  yup
    .string()
    .label(field)
    .matches(isoTime, { message: wrong(field, 'time'), excludeEmptyString: true })
    .test('real', wrong(field, 'noSuchTime'), (value) => !value || !Number.isNaN(Date.parse(value)))
    .test('years', wrong(field, 'year', years), (value) => !value || inYears(value))

/** Time at which something happened, as an ISO text; never in the future. */
export const pastTime = (field: FieldName) =>
  moment(field)
    .required(wrong(field, 'giveDate'))
    .test('past', wrong(field, 'future'), (value) => !(Date.parse(value) > Date.now() + clockSlackMs))

const day = (field: FieldName) =>
  yup
    .string()
    .label(field)
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: wrong(field, 'date'), excludeEmptyString: true })
    .test('real', wrong(field, 'noSuchDay'), (value) => !value || isRealDay(value))

export const calendarDay = (field: FieldName) =>
  day(field).test('years', wrong(field, 'year', years), (value) => !value || inYears(value))

/** A time of day, `19:30`. */
export const clock = (field: FieldName) =>
  text(field).matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: wrong(field, 'clock') })

export const pastDay = (field: FieldName) =>
  day(field)
    .test(
      'past',
      wrong(field, 'future'),
      (value) => !value || !(Date.parse(`${value}T00:00:00Z`) > Date.now() + 14 * 3_600_000),
    )
    .test('years', wrong(field, 'year', years), (value) => !value || inYears(value))

function isRealDay(value: string): boolean {
  const date = new Date(`${value}T00:00:00Z`)
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value)
}
