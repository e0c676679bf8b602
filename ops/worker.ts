import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { buildAll } from './build.ts'
import { backupEnvironment } from './backupEnvironment.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'

/** One more process for what is computed behind, beside the server that `npm start` runs; or on another machine with DATABASE_URL. */
await buildAll()
const empty = process.argv.includes('--empty')
const cluster = process.env['DATABASE_URL']
  ? null
  : await startCluster({
      folder: process.env['SLEETFALL_DATA'] ?? join(projectRoot, '.local', 'postgres'),
      preferredPort: 54310,
    })
const child = spawn(process.execPath, [join(projectRoot, 'server/dist/worker.js')], {
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: {
    ...process.env,
    // Whichever process is free makes the nightly backup.
    ...(cluster ? backupEnvironment(empty ? 'sleetfall_empty' : 'sleetfall') : {}),
    DATABASE_URL: process.env['DATABASE_URL'] ?? cluster!.url(empty ? 'sleetfall_empty' : 'sleetfall'),
    LOG_LEVEL: process.env['LOG_LEVEL'] ?? 'warn',
  },
})
child.on('message', (message) => {
  if (message === 'working') console.log('A worker takes what the shop has to compute. Stop with Ctrl-C.')
})
child.on('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => child.kill('SIGTERM'))
