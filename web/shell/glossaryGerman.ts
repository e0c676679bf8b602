import type { SameWords } from '@sleetfall/contract'
import type english from './glossaryWords.ts'

const german: SameWords<typeof english> = {
  grit: {
    name: 'Körnung',
    is: 'Wie fein eine Schale geschliffen ist, als Nummer des Pads, das sie so lassen würde: 500 ist rau, 4000 glatt. Ein Scanner gibt sie als Zahl; Politur liegt jenseits der Skala.',
  },
  laneShine: {
    name: 'Bahnglanz',
    is: 'Was das Spiel mit einer geschliffenen Schale macht: die Spitzen nutzen sich ab, schnell in den ersten Spielen, danach langsam.',
  },
  target: {
    name: 'Ziel (→)',
    is: 'Die Oberfläche, die jemand für diesen Ball verlangt hat. Ohne eine wird nichts zu glatt genannt.',
  },
  window: {
    name: 'Bereich',
    is: 'Oberflächen um das Ziel, die auf der Bahn noch dasselbe tun. Außerhalb greift der Ball früher oder später als gewollt.',
  },
  oilInCover: {
    name: 'Öl in der Schale',
    is: 'Was eine reaktive Schale von der Bahn aufgesogen hat. Es lässt den Ball später greifen und kommt nur mit Wärme heraus: Ölziehen.',
  },
  wear: {
    name: 'Abnutzung',
    is: 'Wie die Oberfläche Spiel um Spiel glatter wird, berechnet und mit jeder Messung berichtigt.',
  },
  provenance: {
    name: 'Rand der Scheibe',
    is: 'Durchgezogen: gemessen. Gestrichelt: an die Messungen dieses Balls angepasst. Gepunktet: angenommen nach dem Verhalten solcher Schalen. Hohl: nicht bekannt.',
  },
  layout: { name: 'Layout', is: 'Wo Pin und PSA gegen die Achse des Spielers liegen: zwei Winkel und ein Abstand.' },
  pin: { name: 'Pin', is: 'Die Marke über der Kernachse mit niedrigem RG.' },
  pap: {
    name: 'PAP',
    is: 'Positive axis point: das Ende der Achse, um die sich der Ball bei der Abgabe dreht. Von der Griffmitte gemessen: zur Seite und nach oben.',
  },
  val: { name: 'VAL', is: 'Vertical axis line: geht durch den PAP, auf und ab.' },
  drillingAngle: { name: 'Bohrwinkel', is: 'Zwischen der Linie vom Pin zum PAP und der vom Pin zur PSA.' },
  span: { name: 'Spannweite', is: 'Vom Rand des Daumenlochs zum Rand eines Fingerlochs, über den Ball.' },
  pitch: { name: 'Pitch', is: 'Wie weit ein Loch neben die Ballmitte zeigt: vor, zurück, links oder rechts.' },
  rg: {
    name: 'RG',
    is: 'Trägheitsradius (radius of gyration): wie weit außen das Gewicht sitzt. Hoch geht länger, niedrig greift eher.',
  },
  differential: { name: 'Differential', is: 'Unterschied der RG zweier Achsen: wie sehr die Laufspur wandern kann.' },
  flare: {
    name: 'Flare',
    is: 'Wie weit die Laufspur in einem Wurf über den Ball wandert, sodass saubere Schale auf die Bahn kommt.',
  },
  pattern: { name: 'Ölbild', is: 'Wo und wie dick Öl auf der Bahn liegt, wie die Maschine es legt.' },
  ratio: { name: 'Verhältnis', is: 'Öl in der Mitte gegen Öl außen. Hoch verzeiht Fehlwürfe, nahe 1 nicht.' },
  laydown: {
    name: 'Aufsetzpunkt',
    is: 'Brett, auf dem der Ball an der Foullinie aufsetzt. Bretter zählen von der eigenen Rinne.',
  },
  arrows: { name: 'Pfeile', is: 'Marken 12 bis 16 ft die Bahn hinunter; das Ziel ist ein Brett bei 15 ft.' },
  firstRead: { name: 'Erstes Greifen', is: 'Wo der Ball zuerst dreht, um anderthalb Grad.' },
  breakpoint: { name: 'Breakpoint', is: 'Wo die Bahn des Balls am weitesten außen ist, bevor sie zurückkommt.' },
  entry: { name: 'Eintritt', is: 'Brett und Winkel, mit denen der Ball auf die Pins trifft.' },
  pocket: { name: 'Gasse', is: 'Zwischen dem ersten Pin und seinem Nachbarn auf der eigenen Seite, um Brett 17,5.' },
  room: { name: 'Spielraum', is: 'Wie viele Würfe dieses Spielers mit seinen Fehlwürfen in die Gasse kommen.' },
  phase: { name: 'Frisch, Umbruch, abgespielt', is: 'Wie weit das Spiel das Öl bewegt hat, seit die Maschine lief.' },
  trial: { name: 'Versuch', is: 'Würfe, die eine Frage beantworten sollen; was verglichen wird, bleibt getrennt.' },
  control: {
    name: 'Kontrolle',
    is: 'Der Ball, wie er war, noch einmal geworfen, damit Bahn und Spieler von der Änderung zu trennen sind.',
  },
  arm: {
    name: 'Variante',
    is: 'Eines von dem, was ein Versuch vergleicht: ein Ball, eine Oberfläche, eine Linie oder ein Spieler.',
  },
  blind: { name: 'Blind', is: 'Der Spieler sieht bis zum Urteil nicht, welche Variante welche ist.' },
  setAside: { name: 'Beiseitegelegt', is: 'Ein Wurf, der nicht zählt, mit seinem Grund; er bleibt in der Liste.' },
  verdict: {
    name: 'Urteil',
    is: 'Was geschlossen wurde und wie sicher das ist; es kann neu gefasst werden, seine Geschichte bleibt.',
  },
  fitted: {
    name: 'Gemessen, angepasst, angenommen',
    is: 'Mit einem Gerät gelesen; aus den eigenen Würfen dieses Balls gefunden; nach dem Verhalten solcher Bälle genommen.',
  },
  covered: {
    name: 'Abgedeckt',
    is: 'Ein Ball hier bringt fast so oft einen Strike wie der beste jeder Art für diesen Spieler.',
  },
  yardstick: { name: 'Maßstab', is: 'Was dieser Spieler dort mit dem besten Ball jeder Art erreichen könnte.' },
  spec: {
    name: 'Beschreibung',
    is: 'Wonach bei einem Ball zu suchen ist, den es noch nicht gibt: Schale, Stärke, Kern, Oberfläche.',
  },
  role: { name: 'Rolle', is: 'Wann ein Ball der Tasche geworfen werden soll: frisch, erster Wechsel, spät, Spare.' },
  ballDown: {
    name: 'Schwächer wechseln',
    is: 'Zu einem schwächeren Ball wechseln, wenn die Bahn trockener wird, und Füße und Augen mit umstellen.',
  },
  promise: { name: 'Zusage', is: 'Wann der Ball für den Kunden fertig sein soll.' },
  soak: { name: 'Bad', is: 'Die Zeit im warmen Wasser. Der Ball wird warm abgewischt und kühlt vor dem Spinner ab.' },
  lock: {
    name: 'Zurückgehalten',
    is: 'Bis wann ein Ball nicht gespielt oder bearbeitet werden darf, etwa solange seine Löcher trocknen.',
  },
  step: { name: 'Schritt', is: 'Ein Pad oder eine Paste, so viele Seiten, je so viele Sekunden.' },
  extraction: {
    name: 'Ölziehen',
    is: 'Öl, das mit warmem Wasser im Bad aus der Schale geholt wird. Nie Ofen, Heißluft oder Sonne: Schalen reißen.',
  },
  school: {
    name: 'Schule',
    is: 'Wie ein Shop oder Spieler entscheidet, wann Pflege fällig ist: nach Spielen, nach Messungen, nach Saison.',
  },
}
export default german
