import { type Checked, check as checkSchema } from '@sleetfall/contract'
import type { AnySchema, InferType } from 'yup'
import { misread } from './form.ts'

/** Checks an input against its schema, and that nothing of it was let fall or read as something else. */
export function check<S extends AnySchema>(schema: S, input: unknown): Checked<InferType<S>> {
  const checked = checkSchema(schema, input)
  if (!checked.ok) return checked
  const fields = misread(input, checked.value)
  return fields.length > 0 ? { ok: false, fields: [...fields] } : checked
}
