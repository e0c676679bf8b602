import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress } from 'node:zlib'
import { build as bundle } from 'esbuild'
import { build as buildWeb } from 'vite'
import { projectRoot } from './root.ts'

const stamp = join(projectRoot, '.local', 'build-stamp')
const rooms = ['core', 'contract', 'server', 'devices', 'web']

/** Fingerprint of everything that the build reads. */
function fingerprint(): string {
  const hash = createHash('sha256').update(readFileSync(join(projectRoot, 'package-lock.json')))
  const visit = (folder: string) => {
    for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => a.name.localeCompare(b.name))) {
      if (entry.name === 'dist' || entry.name === 'node_modules') continue
      const path = join(folder, entry.name)
      if (entry.isDirectory()) visit(path)
      else hash.update(path).update(readFileSync(path))
    }
  }
  for (const room of rooms) visit(join(projectRoot, room))
  return hash.digest('hex')
}

/** Builds the web application and the server's bundle unless nothing changed since the last time. */
export async function buildAll(): Promise<void> {
  const now = fingerprint()
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now && existsSync(join(projectRoot, 'server/dist/main.js')))
    return
  console.log('Building …')
  await buildWeb({ configFile: join(projectRoot, 'web/vite.config.ts'), logLevel: 'warn' })
  await packForTheWire(join(projectRoot, 'web', 'dist', 'assets'))
  await bundleFor('server', {
    main: join(projectRoot, 'server/main.ts'),
    worker: join(projectRoot, 'server/worker.ts'),
    motionThread: join(projectRoot, 'server/motion/thread.ts'),
  })
  await bundleFor('devices', { main: join(projectRoot, 'devices/main.ts') })
  mkdirSync(join(projectRoot, '.local'), { recursive: true })
  writeFileSync(stamp, now)
}

const pack = promisify(brotliCompress)
/** Packs what browsers fetch once, as small as it gets; on the way it would cost each visit time. */
async function packForTheWire(folder: string): Promise<void> {
  const texts = readdirSync(folder).filter((name) => /\.(js|css|svg)$/.test(name))
  await Promise.all(
    texts.map(async (name) => writeFile(join(folder, `${name}.br`), await pack(readFileSync(join(folder, name))))),
  )
}

async function bundleFor(room: string, entryPoints: Record<string, string>): Promise<void> {
  await bundle({
    entryPoints,
    outdir: join(projectRoot, room, 'dist'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    // Our own packages are TypeScript, so they go into the bundle; everything else stays outside.
    alias: {
      '@sleetfall/core/solver': join(projectRoot, 'core/coverage/solver.ts'),
      '@sleetfall/core': join(projectRoot, 'core/index.ts'),
      '@sleetfall/contract/english': join(projectRoot, 'contract/words/english.ts'),
      '@sleetfall/contract': join(projectRoot, 'contract/index.ts'),
    },
    sourcemap: true,
    logLevel: 'warning',
  })
}

if (process.argv[1]?.endsWith('build.ts')) await buildAll()
