import type { SameWords } from '../sameWords.ts'
import type { words as english } from '../index.ts'
import { backup } from './backup.ts'
import { calendar } from './calendar.ts'
import { fields } from './fields.ts'
import { form, input, kinds } from './input.ts'
import { openapi } from './openapi.ts'
import { instead, missing, refused } from './refused.ts'
import { transfer } from './transfer.ts'
import { units } from './units.ts'
import { uses } from './uses.ts'
import { stations, works } from './works.ts'

/** Everything that the server, the schemas and the commands can say, in German. */
export const words: SameWords<typeof english> = {
  ...{ backup, calendar, fields, form, input, kinds, openapi, refused, missing, instead },
  ...{ units, uses, stations, transfer, works },
}
