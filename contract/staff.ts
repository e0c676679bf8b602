import * as yup from 'yup'
import { identifier, oneOf, requiredText } from './fields.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const roles = ['owner', 'technician', 'counter'] as const
export type Role = (typeof roles)[number]

export const signInSchema = yup.object({
  login: requiredText('signInName', 60),
  password: yup.string().label('password').required(wrong('password', 'fillIn')).max(200),
})

export const shortestPassword = 12
const password = yup
  .string()
  .label('password')
  .min(shortestPassword, wrong('password', 'atLeastCharacters', { count: shortestPassword }))
  .max(200, wrong('password', 'atMostCharacters', { count: 200 }))

/** Somebody's own new password. */
export const passwordChangeSchema = yup.object({
  present: yup.string().label('presentPassword').required(wrong('presentPassword', 'fillIn')).max(200),
  next: password.required(wrong('password', 'atLeastCharacters', { count: shortestPassword })),
})

export const staffSchema = yup.object({
  id: identifier(),
  login: requiredText('signInName', 60).matches(/^[a-z0-9._-]+$/, { message: wrong('signInName', 'smallLetters') }),
  name: requiredText('name', 80),
  role: oneOf('role', roles),
  active: yup.boolean().default(true),
  /** Only when it is set anew. */
  password: password.optional(),
})
export type StaffInput = yup.InferType<typeof staffSchema>
export type Staff = Omit<StaffInput, 'password'> & Stored

export const unitSystems = ['imperial', 'metric'] as const
export const preferencesSchema = yup.object({
  units: oneOf('units', unitSystems).default('imperial'),
  theme: oneOf('theme', ['light', 'dark', 'system'] as const).default('light'),
})
export type Preferences = yup.InferType<typeof preferencesSchema>

export interface SessionInfo {
  readonly user: { readonly id: string; readonly login: string; readonly name: string; readonly role: Role }
  readonly preferences: Preferences
  readonly shopName: string
}
