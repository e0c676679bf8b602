import * as yup from 'yup'
import { identifier, oneOf, requiredText } from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const roles = ['owner', 'technician', 'counter'] as const
export type Role = (typeof roles)[number]

export const signInSchema = later(() =>
  yup.object({
    login: requiredText('signInName', 60),
    password: yup.string().label('password').required(wrong('password', 'fillIn')).max(200),
    /** Code of the second factor, or a recovery code: once the password was right and it is asked for. */
    second: yup
      .string()
      .label('secondFactor')
      .max(40, wrong('secondFactor', 'atMostCharacters', { count: 40 }))
      .optional(),
  }),
)

export const shortestPassword = 12
export const newPassword = later(() =>
  yup
    .string()
    .label('password')
    .min(shortestPassword, wrong('password', 'atLeastCharacters', { count: shortestPassword }))
    .max(200, wrong('password', 'atMostCharacters', { count: 200 })),
)

const chosenPassword = later(() =>
  newPassword.required(wrong('password', 'atLeastCharacters', { count: shortestPassword })),
)
const present = later(() => yup.string().label('presentPassword').required(wrong('presentPassword', 'fillIn')).max(200))

/** Somebody's own new password. */
export const passwordChangeSchema = later(() => yup.object({ present, next: chosenPassword }))

/** What only its owner's present password allows. */
export const withPasswordSchema = later(() => yup.object({ present }))

/** A password set with a one-time code, spaces and hyphens in the code as somebody likes. */
export const codeSignInSchema = later(() =>
  yup.object({
    login: requiredText('signInName', 60),
    code: requiredText('oneTimeCode', 40),
    next: chosenPassword,
  }),
)

const signInName = later(() =>
  requiredText('signInName', 60).matches(/^[a-z0-9._-]+$/, {
    message: wrong('signInName', 'smallLetters'),
  }),
)
/** The first owner of a shop that has none. */
export const firstOwnerSchema = later(() =>
  yup.object({
    code: requiredText('oneTimeCode', 40),
    name: requiredText('name', 80),
    login: signInName,
    next: chosenPassword,
  }),
)

export const pinLengths = { least: 4, most: 8 } as const
const pin = later(() =>
  yup
    .string()
    .label('pin')
    .matches(/^\d{4,8}$/, { message: wrong('pin', 'pinDigits', { ...pinLengths }) }),
)
/** The PIN for shared tablets; null takes it away. */
export const pinSchema = later(() => yup.object({ present, pin: pin.nullable().defined() }))
export const pinSignInSchema = later(() => yup.object({ id: identifier(), pin: pin.required(wrong('pin', 'fillIn')) }))

/** The second factor is on once a code of it was right. */
export const secondFactorSchema = later(() => yup.object({ present, code: requiredText('secondFactor', 40) }))

export const sharedDeviceSchema = later(() => yup.object({ shared: yup.boolean().required() }))

export const staffSchema = later(() =>
  yup.object({
    id: identifier(),
    login: signInName,
    name: requiredText('name', 80),
    role: oneOf('role', roles),
    active: yup.boolean().default(true),
  }),
)
export type StaffInput = yup.InferType<typeof staffSchema>
export type Staff = StaffInput &
  Stored & {
    /** Without one a one-time code has to be used first. */
    readonly hasPassword: boolean
    readonly hasSecondFactor: boolean
  }
/** A one-time code, told once. */
export interface OneTimeCode {
  readonly code: string
  readonly expiresAt: string
}

export const unitSystems = ['imperial', 'metric'] as const
/** Languages that the screens speak; `system` goes by the device. */
export const languages = ['en', 'de'] as const
export type Language = (typeof languages)[number]
/** How inches of a layout or a hole are written: `4 1/2` or `4.5`. */
export const inchForms = ['fractions', 'decimals'] as const
export type InchForm = (typeof inchForms)[number]
export const preferencesSchema = later(() =>
  yup.object({
    units: oneOf('units', unitSystems).default('imperial'),
    inches: oneOf('inches', inchForms).default('fractions'),
    theme: oneOf('theme', ['light', 'dark', 'system'] as const).default('light'),
    language: oneOf('language', [...languages, 'system'] as const).default('system'),
  }),
)
export type Preferences = yup.InferType<typeof preferencesSchema>

export interface SessionInfo {
  readonly user: { readonly id: string; readonly login: string; readonly name: string; readonly role: Role }
  readonly preferences: Preferences
  readonly shopName: string
  /** Signed in with a PIN: an owner may what a technician may. */
  readonly withPin: boolean
  /** Whether this device is a shared tablet. */
  readonly shared: boolean
  readonly hasPin: boolean
  readonly hasSecondFactor: boolean
}
/** Right so far; the code of the second factor is asked for. */
export interface SecondFactorAsked {
  readonly secondFactor: true
}

/** What somebody meets who is not signed in. */
export interface Door {
  /** No owner yet: whoever has the code of the start command becomes it. */
  readonly needsOwner: boolean
  /** On a shared tablet: who may switch to it with a PIN. */
  readonly people: readonly { readonly id: string; readonly name: string }[] | null
}

/** A session of a member. */
export interface OwnSession {
  /** Names it, without being a key to it. */
  readonly mark: string
  readonly startedAt: string
  /** To within five minutes. */
  readonly seenAt: string
  readonly address: string
  readonly agent: string
  readonly withPin: boolean
  readonly shared: boolean
  readonly isThis: boolean
}

/** A second factor that somebody is about to turn on. */
export interface SecondFactorOffer {
  readonly secret: string
  /** For an authenticator application, as a picture. */
  readonly uri: string
}
