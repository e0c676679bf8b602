import type { SameWords } from '../sameWords.ts'
import type * as english from '../calendar.ts'

export const calendar: SameWords<typeof english.calendar> = {
  benchOf: 'Werkbank: {name}',
  benchWork: '{ball}: {work}',
  benchFor: 'Für {name}, zugesagt für {day}',
  entryCloses: 'Meldeschluss: {name}',
  ready: 'Im Shop abholbereit: {name}',
  squad: '{name}, {squad}',
}
