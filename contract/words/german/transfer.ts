import type { SameWords } from '../sameWords.ts'
import type * as english from '../transfer.ts'

export const transfer: SameWords<typeof english.transfer> = {
  tooLarge:
    '{name} ist zu groß. Ein Shop dieser Größe wird mit einer Sicherung umgezogen: npm run backup, npm run restore.',
  foreignEntry:
    'Das Archiv enthält {name}, das zu keinem Shop gehört. Nur shop.json und Fotos nach ihrer Kennung werden genommen.',
  notWhole: 'Das ist kein ganzes Archiv eines Shops: noch einmal von seiner Maschine holen.',
  notJson: 'shop.json ist kein lesbares JSON: noch einmal von seiner Maschine holen.',
  photoMissing: 'das Foto dazu fehlt im Archiv oder ist kein Bild der genannten Art',
  range: '{field} muss {min} bis {max} sein',
  oneOf: '{field} muss eines von {values} sein',
  wrongly: '{field} ist nicht so, wie es sein soll',
  missing: '{field} fehlt',
  sameName:
    'hier gibt es einen anderen Eintrag namens {name}. Sagen, dass gleichnamige Einträge dieselben sind, oder einen umbenennen.',
  pointsNowhere: 'es verweist auf einen Eintrag, der weder in der Datei noch hier ist ({constraint})',
  twice: 'es ist zweimal da, oder etwas Eigenes steht hier schon ({constraint})',
  notFit: 'die Werte passen nicht zusammen',
}
