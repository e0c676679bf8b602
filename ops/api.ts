import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { format, resolveConfig } from 'prettier'
import { areas } from '../server/areas.ts'
import { openDatabase } from '../server/database/db.ts'
import { openDevices } from '../server/equipment/hub.ts'
import { openMotionPool } from '../server/motion/pool.ts'
import { describe, routesOf } from '../server/openapi/describe.ts'
import { projectRoot } from './root.ts'

/** `npm run api`: writes the description of every route to `docs/openapi.json`. Asks no database. */
const file = join(projectRoot, 'docs', 'openapi.json')
const described = describe(
  routesOf(areas, {
    database: openDatabase('postgres://nobody@127.0.0.1:9/none'),
    motion: openMotionPool(),
    devices: openDevices(undefined),
    news: { on: () => () => {}, close: () => {} },
    later: async () => {},
  }),
)
const options = await resolveConfig(file)
writeFileSync(file, await format(JSON.stringify(described), { ...options, filepath: file }))
process.exit(0)
