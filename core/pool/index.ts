export * from './tasks.ts'
export * from './pool.ts'
export * from './map.ts'
export * from './mapSummary.ts'
