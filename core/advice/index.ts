export * from './advise.ts'
export * from './facts.ts'
export * from './rules.ts'
export * from './diagnosis/index.ts'
