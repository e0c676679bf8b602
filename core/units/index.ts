export * from './convert.ts'
export * from './inches.ts'
export * from './limits.ts'
