import type { SameWords } from '@sleetfall/contract'
import type english from './messages.ts'

const german: SameWords<typeof english> = {
  title: 'Hinaus und herein',
  why: 'Alles vom Shop in einem offenen Format, für was auch immer nach diesem Programm kommt. Passwörter, Schlüssel und Links sind nicht dabei.',
  whole: 'Der ganze Shop (zip)',
  schema: 'Wie das Format aussieht (JSON Schema)',
  lists: 'Listen als Tabellen (CSV)',
  list: {
    customers: 'Kunden',
    balls: 'Bälle',
    history: 'Geschichte der Bälle',
    patterns: 'Ölbilder',
    events: 'Veranstaltungen',
    trials: 'Versuche und Würfe',
    work: 'Arbeit',
    stock: 'Lager',
    supplies: 'Vorräte',
  },
  bring: 'Einen Shop einlesen',
  file: 'Datei eines Shops (zip oder JSON)',
  look: 'Ansehen',
  looking: 'Wird durchgesehen … ein großer Shop braucht Minuten.',
  sent: '{percent} % gesandt',
  empty: 'Dieser Shop hat noch nichts Eigenes: die Datei kommt herein, wie sie ist.',
  merged:
    'Dieser Shop hat eigene Einträge: die der Datei kommen nach ihrer Kennung daneben. Einstellungen, gelernte Modelle und das Journal bleiben die dieses Shops.',
  records: 'Einträge',
  added: 'Neu',
  same: 'Gleich',
  differs: 'Hier anders',
  theirs: 'Wo hier ein Eintrag steht und anders ist, gilt der der Datei',
  mapNames: 'Gleichnamige Einträge sind dieselben',
  sameNames: 'Gleicher Name, andere Kennung: {names}',
  more: 'und {n} weitere',
  problems: 'Das muss erst in der Datei gerichtet werden. Nichts davon kommt herein.',
  row: '{table}, Zeile {row} ({name})',
  take: 'Einlesen',
  takeSure: 'Es kommt ganz herein oder gar nicht. Rückgängig geht nicht: erst eine Sicherung machen.',
  taken: 'Eingelesen: {n} neue Einträge. Was jeder Ball jetzt ist, wird im Hintergrund berechnet.',
}
export default german
