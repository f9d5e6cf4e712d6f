const esModules = [
  '@angular',
  '@ngrx',
  'primeng',
  '@primeuix',
  'three',
  'flatbush',
  'flatqueue',
  'rxjs',
  '@tabler',
  'idb',
  'fake-indexeddb',
].join('|');

export default {
  displayName: 'web',
  preset: 'jest-preset-angular',
  setupFiles: ['../jest.setup.ts', '../document/src/steps.ts'],
  setupFilesAfterEnv: ['<rootDir>/setup-jest.ts'],
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  moduleNameMapper: { '\\.svg$': '<rootDir>/testing/svg.ts' },
  transform: {
    '^.+\\.(ts|mjs|js|html)$': [
      'jest-preset-angular',
      { tsconfig: '<rootDir>/tsconfig.spec.json', stringifyContentPathRegex: '\\.html$' },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${esModules})|.*\\.mjs$)`],
};
