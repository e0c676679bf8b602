import type { SameWords } from '@sleetfall/contract'
import type english from './messages.ts'

const german: SameWords<typeof english> = {
  title: 'Erste Schritte',
  open: 'Erste Schritte öffnen',
  about:
    'Fünf Dinge, die den Rest leichter machen. Jedes kann entfallen, später kommen oder rückgängig gemacht werden; nichts hier ist endgültig.',
  stepOf: 'Schritt {n} von {of}',
  back: 'Zurück',
  skip: 'Nicht jetzt',
  next: 'Weiter',
  isDone: '{step}, erledigt',
  finish: 'Ersten Ball annehmen',
  toRack: 'Zum Regal',
  steps: {
    shop: 'Der Shop',
    stations: 'Die Werkbank',
    pads: 'Pads',
    pattern: 'Hausölbild',
    sample: 'Ein Kunde zum Ausprobieren',
  },
  shop: {
    why: 'Der Name steht auf allem Gedruckten. Die Einheiten sind nur die eigenen; jeder wählt selbst.',
    saved: 'Der Shop heißt {name}',
  },
  stations: {
    why: 'Wo gearbeitet wird: wie viele Spinner, Bäder und Trockenplätze es gibt, entscheidet, was zugesagt werden kann. Diese gibt es schon:',
    rename: 'Deutsch benennen: {names}',
    add: 'Arbeitsplatz hinzufügen',
    plan: 'Plan der Werkbank öffnen',
  },
  pads: {
    why: 'Pads nutzen sich ab: sind sie eingetragen, zählt jeder Ball auf das Pad, das ihn schliff, und eine Oberfläche wird, wie sie gemeint war. Abhaken, was im Regal liegt.',
    put: '{n} ins Regal legen',
    shelved: '{n} Pads liegen im Regal',
    name: 'Pad {grit}',
    all: 'Alle diese liegen im Regal.',
  },
  pattern: {
    why: 'Das Öl, auf dem die Liga spielt. Vom Blatt der Ölmaschine, oder geschätzt aus Länge, Menge und Verhältnis.',
    add: 'Aufschreiben',
    are: 'Eingetragen: {names}',
  },
  sample: {
    why: 'Ein erfundener Spieler mit zwei Bällen, um sich umzusehen. „Herausnehmen …“ im Regal entfernt sie wieder.',
    make: 'Muster anlegen',
    there: 'Das Muster ist im Regal.',
    customer: 'Mustermann Probe',
    distinction: 'zum Ausprobieren',
    solid: 'Muster Solid',
    urethane: 'Muster Urethan',
  },
}
export default german
