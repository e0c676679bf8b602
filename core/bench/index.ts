export * from './procedure.ts'
export * from './promise.ts'
export * from './eligible.ts'
