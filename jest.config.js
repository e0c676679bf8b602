const transform = {
  '^.+\\.ts$': [
    '@swc/jest',
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
  testTimeout: 20000,
}
