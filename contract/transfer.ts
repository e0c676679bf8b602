import * as yup from 'yup'
import { later } from './later.ts'
import type { Said } from './said.ts'

/** How a shop that is brought in is taken; sent with its address. */
export const importWishesSchema = later(() =>
  yup.object({
    /** Only look. */
    look: yup.boolean().default(true),
    /** What is there already and differs: the file's counts. */
    theirs: yup.boolean().default(false),
    /** Records of the same name are the same. */
    mapNames: yup.boolean().default(false),
  }),
)
export type ImportWishes = yup.InferType<typeof importWishesSchema>

/** What is wrong with a row of the file. */
export interface RowProblem {
  readonly table: string
  /** Counted from one. */
  readonly row: number
  readonly name: string
  readonly said: Said
}
export interface TableCount {
  readonly table: string
  readonly added: number
  /** There already, and the same. */
  readonly same: number
  /** There already, and another: left, or taken over. */
  readonly differs: number
}
/** Records of the file and of the shop that have another id and the same name. */
export interface SameName {
  readonly table: string
  readonly name: string
}
export interface ImportAnswer {
  /** Whether the shop had nothing of its own. */
  readonly empty: boolean
  readonly counts: readonly TableCount[]
  readonly sameNames: readonly SameName[]
  readonly problems: readonly RowProblem[]
  /** Whether it was taken over; a look never is. */
  readonly taken: boolean
}

/** Lists that are given as tables. */
export const listNames = [
  'customers',
  'balls',
  'history',
  'patterns',
  'events',
  'trials',
  'work',
  'stock',
  'supplies',
] as const
export type ListName = (typeof listNames)[number]
