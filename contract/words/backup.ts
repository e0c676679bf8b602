/** What can be wrong with a backup, and what to do. */
export const backup = {
  notRun: '{program} could not be run: {why}',
  failed: '{program} failed: {why}',
  other: '{why}',
  fileMissing: '{name}.dump is missing beside its manifest: bring both from where they were copied to.',
  changed: '{name}.dump is not what was written (its checksum differs): take another copy, or an older backup.',
  sealed: 'This backup is sealed: set BACKUP_PASSPHRASE to the passphrase that it was made with.',
  wrongPassphrase: 'The passphrase is not the one that this backup was sealed with.',
  countsDiffer: 'Counts differ after reading it back: {tables}.',
  countDiffers: '{table} {found} of {wanted}',
}
