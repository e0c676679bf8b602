const transform = {
  '^.+\\.ts$': [
    '<rootDir>/jest.transform.mjs',
    {
      jsc: { target: 'es2023', parser: { syntax: 'typescript' }, experimental: { keepImportAttributes: true } },
      module: { type: 'es6' },
    },
  ],
}
export default {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  transform,
  testMatch: ['<rootDir>/{core,contract,server,devices,cli,ops,web}/**/*.test.ts'],
  modulePathIgnorePatterns: ['/dist/', '/.local/'],
  // As many as there are processors: its own rule leaves one out, which with two halves the speed.
  maxWorkers: '100%',
  // A shared machine stalls for half a minute now and then.
  testTimeout: 60000,
}
