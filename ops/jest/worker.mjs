import { register } from 'node:module'
import { register as readTypeScript } from 'tsx/esm/api'

/** Runs once in each thread that tests run in, before the first of them. */
readTypeScript()
register(new URL('./resolve.mjs', import.meta.url))
