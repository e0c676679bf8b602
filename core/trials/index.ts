export * from './compare.ts'
export * from './result.ts'
export * from './shot.ts'
export * from './score.ts'
