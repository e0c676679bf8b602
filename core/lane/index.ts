export * from './film.ts'
export * from './figures.ts'
