import type { SameWords } from '../sameWords.ts'
import type * as english from '../works.ts'

export const stations: SameWords<typeof english.stations> = {
  intake: 'Annahme',
  spinner: 'Spinner',
  bath: 'Bad',
  'dry-rack': 'Trockengestell',
  shelf: 'Abholregal',
}

export const works: SameWords<typeof english.works> = {
  clean: 'reinigen',
  extract: 'Öl ziehen',
  bath: 'Öl ziehen, geheiztes Bad',
  resurface: 'neu schleifen',
  polish: 'polieren',
  refresh: 'von Hand auffrischen',
  dry: 'die Löcher trocknen',
  inserts: 'die Einsätze prüfen',
  inspect: 'durchsehen',
}
