// First steps on a machine that has only Node.js: npm packages, then TypeScript through tsx.
// Plain JavaScript on purpose: nothing is installed yet when this runs.
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { spawnSync } from 'node:child_process'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { takeLock } from './lock.mjs'

export const projectRoot = dirname(dirname(fileURLToPath(import.meta.url)))

/** Installs the npm packages of the lock file unless exactly these are there. */
export async function ensureNodeModules() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Sleetfall needs Node.js 20.19 or newer; this is ${process.versions.node}.`)
    process.exit(1)
  }
  const lock = readFileSync(join(projectRoot, 'package-lock.json'))
  const wanted = createHash('sha256').update(lock).digest('hex')
  const stamp = join(projectRoot, 'node_modules', '.sleetfall-lock')
  const there = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted
  if (there()) return
  // Two commands started at once must not install over each other: the second waits.
  const unlock = await takeLock(join(projectRoot, '.local', 'installing'))
  if (there()) return unlock()
  console.log('Installing npm packages (once) …')
  const run = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: projectRoot,
    stdio: 'inherit',
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  })
  if (run.status !== 0) {
    unlock()
    console.error('npm ci failed; its messages are above. Run the command again when the cause is mended.')
    process.exit(1)
  }
  writeFileSync(stamp, wanted)
  unlock()
}

/** Makes `import` of TypeScript files work in this process. */
export async function enableTypeScript() {
  const { register } = await import('tsx/esm/api')
  register()
}
