export * from './bytes.ts'
export * from './convert.ts'
export * from './inches.ts'
export * from './limits.ts'
