export * from './types.ts'
export * from './check.ts'
export * from './schedule.ts'
export { compareCosts } from './place.ts'
