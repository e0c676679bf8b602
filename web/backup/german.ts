import type { SameWords } from '@sleetfall/contract'
import type english from './messages.ts'

const german: SameWords<typeof english> = {
  title: 'Sicherungen',
  none: '▲ Es gibt noch keine Sicherung. Jetzt eine machen.',
  old: '▲ Die letzte gute Sicherung ist {ago} gemacht. Niemand sonst kann zurückholen, was verloren geht.',
  last: 'Letzte gute: {ago}, {size}. Zurückgelesen und verglichen.',
  notKept: 'Jemand anderes betreut diese Datenbank: Sicherungen werden dort gemacht.',
  now: 'Jetzt sichern',
  making: 'Wird gemacht und zurückgelesen …',
  done: 'Gesichert und zurückgelesen: jede Zahl ist gleich.',
  bad: 'Die Sicherung hat ihre Prüfung nicht bestanden: {why}',
  rules:
    'Eine am Tag von selbst; behalten werden alle der letzten zwei Tage und die letzte von 7 Tagen, 5 Wochen und 12 Monaten. Ab und zu eine auf eine andere Maschine kopieren: eine Platte nimmt ihre Sicherungen mit.',
  sealed: 'Versiegelt mit der Losung des Shops; ohne sie kann niemand sie zurückholen.',
  open: 'Nicht versiegelt: wer die Datei hat, kann sie lesen. Mit gesetzter BACKUP_PASSPHRASE starten, um sie zu versiegeln.',
  back: 'Zum Zurückholen: den Shop anhalten, dann npm run restore -- DATEI.',
  when: 'Gemacht',
  why: 'Warum',
  size: 'Größe',
  state: 'Prüfung',
  file: 'Datei',
  reasons: { asked: 'verlangt', daily: 'vom Tag', migration: 'vor einer Aktualisierung', command: 'durch Befehl' },
  good: '● bestanden',
  unchecked: '○ noch nicht',
  failed: '▲ {why}',
  dump: 'Sicherung',
  manifest: 'Verzeichnis',
}
export default german
