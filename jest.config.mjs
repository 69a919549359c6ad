/** One project for everything that runs without a browser; `e2e/` has its own configuration. */
export default {
  roots: [
    '<rootDir>/core/src',
    '<rootDir>/demo/src',
    '<rootDir>/server/src',
    '<rootDir>/cli/src',
    '<rootDir>/web/src',
  ],
  // All cores: the default leaves one to the main process, which only waits.
  maxWorkers: '100%',
  testEnvironment: 'node',
  // Nothing is timed by this: a machine under load is slow, not wrong.
  testTimeout: 60_000,
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'require', 'default'] },
  extensionsToTreatAsEsm: [],
  setupFiles: ['<rootDir>/web/src/testing/browser.ts'],
  moduleNameMapper: {
    // Its sources would be taken, by the condition under which this project's own are.
    '^eventsource-parser/stream$': '<rootDir>/web/src/testing/event-source-parser.cjs',
    '^(.*)\\?raw$': '$1',
    '\\.css$': '<rootDir>/web/src/testing/stylesheet.cjs',
    '^(\\.{1,2}/.*)\\.js$': '$1',
    '^fast-check$': '<rootDir>/scripts/seeded-properties.cjs',
  },
  transform: {
    '\\.(sh|ps1)$': '<rootDir>/web/src/testing/text.cjs',
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        swcrc: false,
        jsc: {
          target: 'es2022',
          keepClassNames: true,
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: {
            legacyDecorator: true,
            decoratorMetadata: true,
            useDefineForClassFields: false,
            react: { runtime: 'automatic' },
          },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
};
