import { enableTypeScript, ensureNodeModules } from './bootstrap.mjs'

await ensureNodeModules()
await enableTypeScript()
await import('./soak.ts')
