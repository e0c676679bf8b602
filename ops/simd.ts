import { createHash } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { projectRoot } from './root.ts'

/**
 * Compiles the motion core's vector kernel into its module, which names the source and the options that it was made from; with `--check` it only says whether those are
 * still what it names.
 */
const folder = join(projectRoot, 'core', 'motion', 'simd')
const options = ['-O3', '--converge', '--noAssert', '--enable', 'simd', '--runtime', 'stub', '--use', 'abort=']

const source = readFileSync(join(folder, 'kernel.as.ts'), 'utf8')
const madeFrom = createHash('sha256')
  .update(`${options.join(' ')}\n${source}`)
  .digest('hex')

async function compiled(): Promise<string> {
  // The compiler alone takes seconds to load.
  const { default: asc } = await import('assemblyscript/asc')
  let bytes: Uint8Array | null = null
  const { error, stderr } = await asc.main(['kernel.as.ts', ...options, '--outFile', 'kernel.wasm'], {
    readFile: (name) => (name === 'kernel.as.ts' ? source : null),
    writeFile: (name, contents) => {
      if (name === 'kernel.wasm') bytes = contents as Uint8Array
    },
    listFiles: () => [],
  })
  if (error || !bytes) throw new Error(`The kernel does not compile: ${stderr.toString()}`)
  return Buffer.from(bytes as Uint8Array).toString('base64')
}

const lineLength = 110
const named = `// Made from ${madeFrom}`
/** The module's text: the code in lines, since one of fourteen thousand letters stops every tool. */
function moduleOf(code: string): string {
  const lines = code.match(new RegExp(`.{1,${lineLength}}`, 'g')) ?? []
  return [
    '/** Made from kernel.as.ts by `npm run simd`; not to be changed by hand. */',
    named,
    'export const code = [',
    ...lines.map((line) => `  '${line}',`),
    "].join('')",
    '',
  ].join('\n')
}

const target = join(folder, 'code.ts')
if (!process.argv.includes('--check')) writeFileSync(target, moduleOf(await compiled()))
else if (!readFileSync(target, 'utf8').split('\n').includes(named)) {
  console.error('core/motion/simd/code.ts is not made from kernel.as.ts as it is now: run `npm run simd`.')
  process.exit(1)
}
