import { register } from 'node:module'

/** Runs once in each process that tests run in, before the first of them. */
register(new URL('./resolve.mjs', import.meta.url))
// What a test starts says itself how it is read.
delete process.env.NODE_OPTIONS
