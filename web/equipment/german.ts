import type { SameWords } from '@sleetfall/contract'
import type english from './messages.ts'

const german: SameWords<typeof english> = {
  title: 'Geräte',
  standIns: 'Nachgebildete Geräte, die der Anwendung beiliegen; ein wirkliches spricht dieselbe kleine Schnittstelle.',
  failed: 'Die Geräte ließen sich nicht fragen.',
  kinds: { scanner: 'Oberflächenscanner', bath: 'Geheiztes Bad', tracker: 'Bahnverfolgung' },
  on: 'verbunden',
  off: 'nicht verbunden',
  silent: 'verbunden, antwortet aber nicht',
  connect: 'Verbinden',
  disconnect: 'Trennen',
  noise: 'Rauschen',
  noises: { none: 'keines', usual: 'üblich', double: 'doppelt', four: 'vierfach' },
  practise: 'Einen Fehler üben:',
  faults: { none: 'beheben', overheat: 'überhitzen', disconnect: 'verstummen' },
}
export default german
