import type { SameWords } from '../sameWords.ts'
import type * as english from '../uses.ts'

export const uses: SameWords<typeof english.uses> = {
  trials: '{count} Versuch | {count} Versuche',
  predictions: '{count} behaltene Vorhersage | {count} behaltene Vorhersagen',
  balls: '{count} Ball | {count} Bälle',
  events: '{count} Veranstaltung | {count} Veranstaltungen',
  entries: '{count} Meldung | {count} Meldungen',
  gripSheets: '{count} Griffblatt | {count} Griffblätter',
  reminders: '{count} Erinnerung | {count} Erinnerungen',
  links: '{count} Link | {count} Links',
  schools: '{count} Wahl einer Schule | {count} Wahlen einer Schule',
  jobsBegun: '{count} laufender oder fertiger Auftrag | {count} laufende oder fertige Aufträge',
  jobsNotBegun: '{count} wartender oder gestrichener Auftrag | {count} wartende oder gestrichene Aufträge',
  jobs: '{count} Auftrag, der es nennt | {count} Aufträge, die es nennen',
  history: '{count} Eintrag der Geschichte | {count} Einträge der Geschichte',
  photos: '{count} Foto | {count} Fotos',
  entrants: '{count} Gemeldeter | {count} Gemeldete',
  shots: '{count} Wurf | {count} Würfe',
  diagnoses: '{count} Diagnose | {count} Diagnosen',
  fits: '{count} Anpassung an Würfe | {count} Anpassungen an Würfe',
  bags: '{count} behaltene Tasche | {count} behaltene Taschen',
}
