export default {
  // Files run in Node as it is, each worker loading a module once: with a context a file they took nearly twice as long, half of that for loading.
  runner: 'jest-light-runner',
  // Nor is anything compiled by Jest: `setupFiles` lets each thread read TypeScript.
  transform: {},
  extensionsToTreatAsEsm: ['.ts'],
  setupFiles: ['<rootDir>/ops/jest/worker.mjs'],
  testMatch: ['<rootDir>/{core,contract,server,devices,cli,ops,web}/**/*.test.ts'],
  modulePathIgnorePatterns: ['/dist/', '/.local/'],
  // As many as there are processors: its own rule leaves one out, which with two halves the speed.
  maxWorkers: '100%',
}
