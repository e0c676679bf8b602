import { createTransformer as swc } from '@swc/jest'

/**
 * Jest runs modules in a context of Node's `vm`, where every look at a global goes through an interceptor: the motion core, which asks for `Math` at every step,
 * takes four times as long. So each module keeps the globals that it reads as constants of its own; what tests put something else in place of is not among them.
 */
const kept = [
  'Math',
  'Number',
  'Array',
  'Float64Array',
  'Float32Array',
  'Int32Array',
  'Uint8Array',
  'Object',
  'Map',
  'Set',
  'Infinity',
  'NaN',
]

/** The line of constants for a module's code; on the first line of the module, so that places in stack traces stay. */
const constants = (code) =>
  kept
    .filter((name) => new RegExp(`\\b${name}\\b`).test(code))
    .map((name) => `const ${name} = globalThis.${name};`)
    .join(' ')

export default {
  createTransformer(options) {
    const base = swc(options)
    const added = (made) => ({ ...made, code: `${constants(made.code)} ${made.code}` })
    return {
      ...base,
      process: (...given) => added(base.process(...given)),
      processAsync: async (...given) => added(await base.processAsync(...given)),
      getCacheKey: (...given) => `${base.getCacheKey(...given)}${kept.join()}`,
    }
  },
}
