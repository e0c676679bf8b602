import type { SameWords } from '../sameWords.ts'
import type * as english from '../uses.ts'

export const uses: SameWords<typeof english.uses> = {
  trials: '{count} Versuche',
  predictions: '{count} behaltene Vorhersagen',
  balls: '{count} Bälle',
  events: '{count} Veranstaltungen',
  entries: '{count} Meldungen',
  gripSheets: '{count} Griffblätter',
  reminders: '{count} Erinnerungen',
  links: '{count} Links',
  schools: '{count} Wahlen einer Schule',
  jobsBegun: '{count} laufende oder fertige Aufträge',
  jobsNotBegun: '{count} wartende oder gestrichene Aufträge',
  jobs: '{count} Aufträge, die es nennen',
  history: '{count} Einträge der Geschichte',
  photos: '{count} Fotos',
  entrants: '{count} Gemeldete',
  shots: '{count} Würfe',
  diagnoses: '{count} Diagnosen',
  fits: '{count} Anpassungen an Würfe',
  bags: '{count} behaltene Taschen',
}
