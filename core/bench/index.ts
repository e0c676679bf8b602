export * from './procedure.ts'
export * from './promise.ts'
