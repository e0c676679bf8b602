import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import asc from 'assemblyscript/asc'
import { projectRoot } from './root.ts'

/** Compiles the motion core's vector kernel into its module; with `--check` it only says whether the module is what the source makes. */
const folder = join(projectRoot, 'core', 'motion', 'simd')
const options = ['-O3', '--converge', '--noAssert', '--enable', 'simd', '--runtime', 'stub', '--use', 'abort=']

async function compiled(): Promise<string> {
  const source = readFileSync(join(folder, 'kernel.as.ts'), 'utf8')
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
/** The module's text: the code in lines, since one of fourteen thousand letters stops every tool. */
function moduleOf(code: string): string {
  const lines = code.match(new RegExp(`.{1,${lineLength}}`, 'g')) ?? []
  return [
    '/** Made from kernel.as.ts by `npm run simd`; not to be changed by hand. */',
    'export const code = [',
    ...lines.map((line) => `  '${line}',`),
    "].join('')",
    '',
  ].join('\n')
}

const target = join(folder, 'code.ts')
const made = moduleOf(await compiled())
if (!process.argv.includes('--check')) writeFileSync(target, made)
else if (readFileSync(target, 'utf8') !== made) {
  console.error('core/motion/simd/code.ts is not what kernel.as.ts makes: run `npm run simd`.')
  process.exit(1)
}
