import { enableTypeScript, ensureNodeModules } from './bootstrap.mjs'

ensureNodeModules()
await enableTypeScript()
await import('./start.ts')
