import { dirname } from 'node:path'

export const projectRoot = dirname(import.meta.dirname)
