import { type LimitName, limits } from '@sleetfall/core'
import * as yup from 'yup'

/** Words of a range as they stand in every message: `1 to 39 board`. */
export const rangeText = (name: LimitName) => {
  const { min, max, unit } = limits[name]
  return `${min} to ${max} ${unit}`
}

/** A number that must lie in its stated range; the message names the field and the range. */
export const quantity = (name: LimitName, label: string) =>
  yup
    .number()
    .label(label)
    .typeError(`${label}: a number, ${rangeText(name)}`)
    .min(limits[name].min, `${label}: ${rangeText(name)}`)
    .max(limits[name].max, `${label}: ${rangeText(name)}`)

export const wholeQuantity = (name: LimitName, label: string) =>
  quantity(name, label).integer(`${label}: a whole number, ${rangeText(name)}`)

/** Trimmed text; what is no text stays what it is, to be refused. */
export const text = (label: string) =>
  yup
    .string()
    .label(label)
    .transform((value: unknown) => (typeof value === 'string' ? value.trim() : value))

/** Text that must not be empty after trimming. */
export const requiredText = (label: string, longest: number) =>
  text(label).required(`${label}: please fill this in`).max(longest, `${label}: at most ${longest} characters`)

export const optionalText = (label: string, longest: number) =>
  text(label).default('').max(longest, `${label}: at most ${longest} characters`)

export const identifier = (label = 'Id') =>
  yup
    .string()
    .label(label)
    .matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, `${label}: not a valid id`)
    .required(`${label}: missing`)

export const oneOf = <const T extends string>(label: string, values: readonly T[]) =>
  yup
    .string()
    .label(label)
    .oneOf(values, `${label}: one of ${values.join(', ')}`)
    .required(`${label}: please choose`)

/** One of the values, or null when it is not known. */
export const optionalOneOf = <const T extends string>(label: string, values: readonly T[]) =>
  yup
    .mixed<T>()
    .label(label)
    .nullable()
    .default(null)
    .oneOf([...values, null], `${label}: one of ${values.join(', ')}`)

/** Version that the writer of a record saw. */
export const recordVersion = () =>
  yup
    .number()
    .label('Version')
    .integer('Version: a whole number')
    .min(1, 'Version: 1 or more')
    .max(2_147_483_647, 'Version: too large')
    .required('Version: missing')
export const versioned = yup.object({ version: recordVersion() })

/** Years that a record may speak of: everything that a shop has seen or will promise. */
const years = { from: 1950, to: 2099 } as const
const yearsText = `${years.from} to ${years.to}`
const inYears = (value: string) => Number(value.slice(0, 4)) >= years.from && Number(value.slice(0, 4)) <= years.to

/** Clocks of two machines may differ by this much before a time counts as future. */
const clockSlackMs = 10 * 60_000

const isoTime = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/

/** A moment as an ISO text with its zone. */
export const moment = (label: string) =>
  yup
    .string()
    .label(label)
    .matches(isoTime, { message: `${label}: a time like 2031-04-09T18:30:00Z`, excludeEmptyString: true })
    .test('real', `${label}: no such time`, (value) => !value || !Number.isNaN(Date.parse(value)))
    .test('years', `${label}: a year from ${yearsText}`, (value) => !value || inYears(value))

/** Time at which something happened, as an ISO text; never in the future. */
export const pastTime = (label: string) =>
  moment(label)
    .required(`${label}: please give a date`)
    .test(
      'past',
      `${label}: lies in the future; give the day it happened`,
      (value) => !(Date.parse(value) > Date.now() + clockSlackMs),
    )

const day = (label: string) =>
  yup
    .string()
    .label(label)
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: `${label}: a date like 2031-04-09`, excludeEmptyString: true })
    .test('real', `${label}: no such day`, (value) => !value || isRealDay(value))

export const calendarDay = (label: string) =>
  day(label).test('years', `${label}: a year from ${yearsText}`, (value) => !value || inYears(value))

export const pastDay = (label: string) =>
  day(label)
    .test(
      'past',
      `${label}: lies in the future; give the day it happened`,
      (value) => !value || !(Date.parse(`${value}T00:00:00Z`) > Date.now() + 14 * 3_600_000),
    )
    .test('years', `${label}: a year from ${yearsText}`, (value) => !value || inYears(value))

function isRealDay(value: string): boolean {
  const date = new Date(`${value}T00:00:00Z`)
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value)
}
