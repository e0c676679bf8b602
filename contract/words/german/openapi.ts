import type { SameWords } from '../sameWords.ts'
import type * as english from '../openapi.ts'

export const openapi: SameWords<typeof english.openapi> = {
  title: 'Sleetfall',
  about:
    'Wege des Servers eines Shops. Das Cookie einer Sitzung kommt von POST /session. Alles, was etwas ändert, trägt den eigenen Origin der Seite und in X-Write-Id eine eigene UUID: dieselbe noch einmal gesandt tut nichts zweimal.',
  answer: 'Wonach gefragt war, oder was jetzt dasteht',
  nothing: 'Erledigt',
  problem: 'Was falsch ist, als Code mit seinem Satz und bei Eingaben den Feldern',
  writeId: 'Eine neue UUID für jede Änderung; dieselbe, wenn sie noch einmal gesandt wird',
  stream: 'Neuigkeiten, wie sie kommen, als Ereignisse des Servers',
}
