export * from './covers.ts'
export * from './coreFigures.ts'
export * from './layout.ts'
