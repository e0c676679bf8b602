export * from './cost.ts'
export * from './due.ts'
export * from './policy.ts'
export * from './message.ts'
