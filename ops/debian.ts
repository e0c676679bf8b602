import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const local = join(import.meta.dirname, '..', '.local')
/** Where packages are unpacked when this user may not install them. */
const privateRoot = join(local, 'debian')

const isRoot = () => process.getuid?.() === 0

/** Directories with server programs of PostgreSQL, newest first; empty when none is installed. */
function postgresBinDirectories(): string[] {
  return ['/usr/lib/postgresql', join(privateRoot, 'usr/lib/postgresql')]
    .filter((base) => existsSync(base))
    .flatMap((base) =>
      readdirSync(base)
        .sort((a, b) => Number(b) - Number(a))
        .map((version) => join(base, version, 'bin')),
    )
    .filter((dir) => existsSync(join(dir, 'initdb')) && existsSync(join(dir, 'postgres')))
}

function run(command: string, args: string[], env: Record<string, string> = {}) {
  return spawnSync(command, args, {
    encoding: 'utf8',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive', LC_ALL: 'C', ...env },
    maxBuffer: 64 * 1024 * 1024,
  })
}

/** Installs with root rights, directly or by sudo without a password; false when that is not possible. */
function installForAll(name: string): boolean {
  const prefix = isRoot() ? [] : ['sudo', '-n']
  if (prefix.length > 0 && run('sudo', ['-n', 'true']).status !== 0) return false
  const apt = (...args: string[]) => {
    const [command, ...rest] = [...prefix, 'apt-get', ...args] as [string, ...string[]]
    return run(command, rest)
  }
  apt('update', '-q')
  const result = apt('install', '-y', '-q', '--no-install-recommends', name)
  if (result.status !== 0) console.error(result.stderr.trim().split('\n').slice(-5).join('\n'))
  return result.status === 0
}

/** Unpacks a package and what it needs below `.local/debian`, without any rights. */
function unpackPrivately(name: string): boolean {
  const state = join(local, 'apt')
  for (const dir of ['lists/partial', 'cache/archives/partial']) mkdirSync(join(state, dir), { recursive: true })
  mkdirSync(privateRoot, { recursive: true })
  const options = [
    '-o',
    `Dir::State::lists=${state}/lists`,
    '-o',
    `Dir::Cache=${state}/cache`,
    '-o',
    'Debug::NoLocking=1',
  ]
  run('apt-get', [...options, 'update', '-q'])
  const plan = run('apt-get', [...options, 'install', '-s', '--no-install-recommends', name])
  const packages = [...plan.stdout.matchAll(/^Inst (\S+)/gm)].map((match) => match[1]!)
  if (plan.status !== 0 || packages.length === 0) return false
  const downloads = join(state, 'cache', 'archives')
  const got = spawnSync('apt-get', [...options, 'download', '-q', ...packages], { cwd: downloads, encoding: 'utf8' })
  if (got.status !== 0) {
    console.error(got.stderr.trim().split('\n').slice(-5).join('\n'))
    return false
  }
  for (const file of readdirSync(downloads).filter((f) => f.endsWith('.deb'))) {
    execFileSync('dpkg-deb', ['-x', join(downloads, file), privateRoot])
  }
  writeFileSync(join(privateRoot, '.unpacked'), packages.join('\n'))
  return true
}

function ensurePackage(name: string, present: () => string | undefined): string {
  const there = present()
  if (there) return there
  console.log(`Installing ${name} from Debian's packages (once) …`)
  if (!installForAll(name) && !unpackPrivately(name)) {
    throw new Error(
      `${name} is missing and could not be installed. Install Debian's package '${name}' and run this again.`,
    )
  }
  const now = present()
  if (!now) throw new Error(`${name} was installed, but its programs were not found.`)
  return now
}

/** The library path that privately unpacked programs need; nothing for installed ones. */
export function privateLibraryPath(program: string): Record<string, string> {
  if (!program.startsWith(privateRoot)) return {}
  const arch = execFileSync('dpkg-architecture', ['-qDEB_HOST_MULTIARCH'], { encoding: 'utf8' }).trim()
  const dirs = [`usr/lib/${arch}`, `lib/${arch}`, `usr/lib/${arch}/nss`].map((d) => join(privateRoot, d))
  return { LD_LIBRARY_PATH: [...dirs, process.env['LD_LIBRARY_PATH'] ?? ''].filter(Boolean).join(':') }
}

/** Folder with initdb, pg_ctl and postgres; installs Debian's package when it is missing. */
export const ensurePostgres = () => ensurePackage('postgresql', () => postgresBinDirectories()[0])

/** Programs of Debian's Chromium by the package that brings them: the one without windows needs a quarter less time for the same tests. */
const chromiums = {
  'chromium-headless-shell': ['/usr/bin/chromium-headless-shell', 'usr/lib/chromium/chromium-headless-shell'],
  chromium: ['/usr/bin/chromium', 'usr/lib/chromium/chromium'],
} as const
const chromiumOf = (name: keyof typeof chromiums) =>
  [chromiums[name][0], join(privateRoot, chromiums[name][1])].find((path) => existsSync(path))

/** Path of Debian's Chromium; installs a package when it is missing. Where Debian has none without windows, the whole one does. */
export function ensureChromium(): string {
  try {
    return ensurePackage('chromium-headless-shell', () => chromiumOf('chromium-headless-shell'))
  } catch {
    return ensurePackage('chromium', () => chromiumOf('chromium'))
  }
}
