export * from './bag.ts'
export * from './rules.ts'
export * from './practice.ts'
export * from './products.ts'
