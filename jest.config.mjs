/**
 * Jest looks every global up in its sandbox, which makes a search over fingerings take twice as long; those named here are handed
 * to each module instead.
 */
const HANDED_OVER = [
  ...['Array', 'Map', 'Set', 'WeakMap', 'Object', 'Number', 'String', 'Symbol', 'Promise', 'Error', 'JSON', 'Math'],
  ...['Float32Array', 'Float64Array', 'Int32Array', 'Uint8Array', 'Infinity'],
];

/** Code of all rooms but the web: plain TypeScript, stripped of its types. */
const plain = {
  testEnvironment: 'node',
  sandboxInjectedGlobals: HANDED_OVER,
  transform: {
    '^.+\\.[mt]?[jt]s$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' } }],
  },
  transformIgnorePatterns: ['/node_modules/'],
};

/** @type {import('jest').Config} */
const config = {
  // Generous: a machine that is busy with other things is slow, not wrong.
  testTimeout: 30_000,
  projects: [
    {
      ...plain,
      displayName: 'rooms',
      roots: [
        '<rootDir>/core',
        '<rootDir>/contract',
        '<rootDir>/server',
        '<rootDir>/cli',
        '<rootDir>/demo',
        '<rootDir>/scripts',
      ],
      testMatch: ['**/*.spec.ts'],
    },
    {
      displayName: 'web',
      preset: 'jest-preset-angular',
      roots: ['<rootDir>/web/src'],
      testMatch: ['**/*.spec.ts'],
      setupFilesAfterEnv: ['<rootDir>/web/testing/setup.ts'],
      moduleNameMapper: { '/start-worker$': '<rootDir>/web/testing/start-worker.ts' },
      transform: {
        '^.+\\.(ts|mjs|js|html)$': [
          'jest-preset-angular',
          { tsconfig: '<rootDir>/web/tsconfig.spec.json', stringifyContentPathRegex: '\\.html$' },
        ],
      },
    },
  ],
};

export default config;
