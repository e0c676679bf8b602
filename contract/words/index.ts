import { backup } from './backup.ts'
import { calendar } from './calendar.ts'
import { fields } from './fields.ts'
import { form, input, kinds } from './input.ts'
import { instead, missing, refused } from './refused.ts'
import { openapi } from './openapi.ts'
import { transfer } from './transfer.ts'
import { units } from './units.ts'
import { uses } from './uses.ts'
import { stations, works } from './works.ts'

/**
 * Everything that the server, the schemas and the commands can say, in English. They send keys; these are the words. The screens have
 * them in their catalogue beside their own.
 */
export const words = {
  ...{
    backup,
    calendar,
    fields,
    form,
    input,
    kinds,
    openapi,
    refused,
    missing,
    instead,
    units,
    uses,
    stations,
    transfer,
    works,
  },
}
