export * from './bag.ts'
export * from './rules.ts'
