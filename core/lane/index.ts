export * from './film.ts'
export * from './figures.ts'
export * from './mirror.ts'
export * from './transition.ts'
