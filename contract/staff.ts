import * as yup from 'yup'
import { identifier, oneOf, requiredText } from './fields.ts'
import type { Stored } from './stored.ts'

export const roles = ['owner', 'technician', 'counter'] as const
export type Role = (typeof roles)[number]

export const signInSchema = yup.object({
  login: requiredText('Sign-in name', 60),
  password: yup.string().label('Password').required('Password: please fill this in').max(200),
})

export const shortestPassword = 12
const password = yup
  .string()
  .label('Password')
  .min(shortestPassword, `Password: at least ${shortestPassword} characters`)
  .max(200, 'Password: at most 200 characters')

/** Somebody's own new password. */
export const passwordChangeSchema = yup.object({
  present: yup.string().label('Present password').required('Present password: please fill this in').max(200),
  next: password.required(`Password: at least ${shortestPassword} characters`),
})

export const staffSchema = yup.object({
  id: identifier(),
  login: requiredText('Sign-in name', 60).matches(/^[a-z0-9._-]+$/, 'Sign-in name: small letters, digits, . _ - only'),
  name: requiredText('Name', 80),
  role: oneOf('Role', roles),
  active: yup.boolean().default(true),
  /** Only when it is set anew. */
  password: password.optional(),
})
export type StaffInput = yup.InferType<typeof staffSchema>
export type Staff = Omit<StaffInput, 'password'> & Stored

export const unitSystems = ['imperial', 'metric'] as const
export const preferencesSchema = yup.object({
  units: oneOf('Units', unitSystems).default('imperial'),
  theme: oneOf('Theme', ['light', 'dark', 'system'] as const).default('light'),
})
export type Preferences = yup.InferType<typeof preferencesSchema>

export interface SessionInfo {
  readonly user: { readonly id: string; readonly login: string; readonly name: string; readonly role: Role }
  readonly preferences: Preferences
  readonly shopName: string
}
