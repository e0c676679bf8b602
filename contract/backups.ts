import type { Said } from './said.ts'

/** Why a backup was made: by somebody on screen, by itself at night, before the schema changed, or by the command. */
export const backupReasons = ['asked', 'daily', 'migration', 'command'] as const
export type BackupReason = (typeof backupReasons)[number]

/** A backup as a screen tells of it. */
export interface Backup {
  readonly name: string
  readonly madeAt: string
  readonly reason: BackupReason
  readonly bytes: number
  /** Encrypted with the shop's passphrase. */
  readonly sealed: boolean
  /** When it was read back and compared; null: not yet. */
  readonly checkedAt: string | null
  /** What was wrong with it then. */
  readonly problem: Said | null
}

/** The shop's backups, newest first. */
export interface Backups {
  /** False where nobody told where to keep any: somebody else looks after the database. */
  readonly kept: boolean
  readonly sealing: boolean
  readonly making: boolean
  readonly items: readonly Backup[]
}

/** A good backup older than this is too old, hours. */
export const backupTooOldHours = 48

/** Read back and found to be what was written: only such a one counts. */
export const isGoodBackup = ({ checkedAt, problem }: Pick<Backup, 'checkedAt' | 'problem'>) =>
  checkedAt !== null && problem === null
