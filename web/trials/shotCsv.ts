import { type Trial, type TrialShotInput, check, shotSchema } from '@sleetfall/contract'
import Papa from 'papaparse'
import { readCsv } from '../controls/csv.ts'
import { textsByPath } from '../i18n.ts'

/** Fields that a table of shots may have, in the order in which they are written; the names are the columns' headings. */
export const shotFields = [
  'thrownAt',
  'arm',
  'warmUp',
  'wiped',
  'lane',
  'feetBoard',
  'targetBoard',
  'arrowsBoard',
  'speedMph',
  'firstReadFt',
  'breakpointBoard',
  'breakpointFt',
  'entryBoard',
  'entryAngleDeg',
  'read',
  'shape',
  'leave',
  'flags',
  'execution',
  'moveReason',
  'note',
] as const
export type ShotField = (typeof shotFields)[number]

/** What a column is taken for at first, by its heading; other tables say it otherwise. */
const alsoCalled: Readonly<Partial<Record<ShotField, readonly string[]>>> = {
  thrownAt: ['time', 'date', 'when'],
  arm: ['ball', 'variant'],
  feetBoard: ['feet', 'slide', 'stance', 'laydown'],
  targetBoard: ['target', 'aim', 'aimed'],
  arrowsBoard: ['arrows', 'arrow', 'at the arrows'],
  speedMph: ['speed', 'velocity'],
  firstReadFt: ['read ft', 'first read'],
  breakpointBoard: ['breakpoint'],
  entryBoard: ['entry'],
  entryAngleDeg: ['angle', 'entry angle'],
  leave: ['pins', 'standing'],
  note: ['comment', 'notes'],
}
const plain = (text: string) => text.toLowerCase().replace(/[^a-z]/g, '')
export function fieldOf(heading: string): ShotField | null {
  const name = plain(heading)
  return (
    shotFields.find((field) => plain(field) === name || alsoCalled[field]?.some((other) => plain(other) === name)) ??
    null
  )
}
export type Mapping = Readonly<Record<string, ShotField | null>>

/** A row of the table: the shot that it makes, or what is wrong with it. */
export interface ReadRow {
  readonly line: number
  readonly shot: TrialShotInput | null
  readonly wrong: readonly string[]
}

const numbers: readonly ShotField[] = [
  'feetBoard',
  'targetBoard',
  'arrowsBoard',
  'speedMph',
  'firstReadFt',
  'breakpointBoard',
  'breakpointFt',
  'entryBoard',
  'entryAngleDeg',
]
/** A cell as its field wants it; what is no number stays what it is, to be refused by name. */
function valueOf(field: ShotField, cell: string, trial: Pick<Trial, 'arms'>): unknown {
  const text = cell.trim()
  if (field === 'leave')
    return text === ''
      ? null
      : /^x|strike$/i.test(text)
        ? []
        : text
            .split(/[^\d]+/)
            .filter(Boolean)
            .map(Number)
  if (field === 'flags') return text === '' ? [] : text.split(/[\s,]+/)
  if (field === 'warmUp' || field === 'wiped') return /^(1|yes|true|x)$/i.test(text)
  if (field === 'arm') {
    const letter = /^[a-l]$/i.exec(text)
    if (letter) return letter[0].toLowerCase().charCodeAt(0) - 96
    const named = trial.arms.find(({ label, ballName }) =>
      [label, ballName].some((name) => plain(name) === plain(text)),
    )
    return named ? named.arm : Number(text)
  }
  if (numbers.includes(field)) return text === '' ? null : Number(text.replace(',', '.'))
  return text === '' && field !== 'note' && field !== 'moveReason' && field !== 'lane' ? null : text
}

export const headingsOf = (text: string): string[] => readCsv(text).meta.fields ?? []

/** Rows of a table as shots of a trial; those without a time were thrown one after the other, `from` on. */
export function readShots(
  text: string,
  mapping: Mapping,
  trial: Pick<Trial, 'arms'>,
  from: Date,
  newId: () => string,
): ReadRow[] {
  return readCsv(text).data.map((row, index) => {
    const cells = Object.entries(mapping).flatMap(([heading, field]) =>
      field === null ? [] : [[field, valueOf(field, row[heading] ?? '', trial)] as const],
    )
    const given = Object.fromEntries(cells.filter(([, value]) => value !== undefined))
    const thrownAt = given['thrownAt'] ?? new Date(from.getTime() + index * 1000).toISOString()
    const checked = check(shotSchema, { arm: 1, ...given, thrownAt, id: newId() })
    return checked.ok
      ? { line: index + 2, shot: checked.value, wrong: [] }
      : { line: index + 2, shot: null, wrong: Object.values(textsByPath(checked.fields)) }
  })
}

/** A trial's shots as a table, those set aside with their reason. */
export function shotsAsCsv(trial: Trial): string {
  const rows = trial.shots.map((shot) => ({
    ...Object.fromEntries(shotFields.map((field) => [field, shot[field]])),
    leave: shot.leave === null ? '' : shot.leave.length === 0 ? 'X' : shot.leave.join('-'),
    flags: shot.flags.join(' '),
    setAsideReason: shot.setAsideReason ?? '',
  }))
  return Papa.unparse(rows)
}
