import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { slopesEverywhere } from '../core/trials/slopesFound.ts'
import { projectRoot } from './root.ts'

/** Keeps what the motion core foretells of usual set-ups, so that no page has to ask it before it can judge a trial: `npm run slopes`. */
const digits = 6
const rounded = (_: string, value: unknown) => (typeof value === 'number' ? Number(value.toFixed(digits)) : value)
const rows = slopesEverywhere().map((one) => JSON.stringify(one, rounded))
writeFileSync(
  join(projectRoot, 'core', 'trials', 'slopesKept.ts'),
  [
    "import type { FoundSlopes } from './slopesFound.ts'",
    '',
    '/** Slopes of usual set-ups as the motion core foretells them. Made by `npm run slopes`; not to be changed by hand. */',
    'export const keptSlopes: readonly FoundSlopes[] = [',
    ...rows.map((row) => `  ${row},`),
    ']',
    '',
  ].join('\n'),
)
