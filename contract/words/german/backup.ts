import type { SameWords } from '../sameWords.ts'
import type * as english from '../backup.ts'

export const backup: SameWords<typeof english.backup> = {
  notRun: '{program} ließ sich nicht starten: {why}',
  failed: '{program} ist gescheitert: {why}',
  other: '{why}',
  fileMissing: '{name}.dump fehlt neben seinem Verzeichnis: beide von dort holen, wohin sie kopiert wurden.',
  changed:
    '{name}.dump ist nicht, was geschrieben wurde (die Prüfsumme weicht ab): eine andere Kopie oder eine ältere Sicherung nehmen.',
  sealed: 'Diese Sicherung ist versiegelt: BACKUP_PASSPHRASE auf die Losung setzen, mit der sie gemacht wurde.',
  wrongPassphrase: 'Das ist nicht die Losung, mit der diese Sicherung versiegelt wurde.',
  countsDiffer: 'Nach dem Zurücklesen stimmen die Zahlen nicht: {tables}.',
  countDiffers: '{table} {found} von {wanted}',
}
