// One project a layer. Published packages that ship ES modules only are transformed like our own code.
const esModules = ['bezier-js', 'd3-shape', 'd3-path', 'three'].join('|');

export const node = (folder) => ({
  displayName: folder,
  rootDir: folder,
  testEnvironment: 'node',
  setupFiles: ['../jest.setup.ts', ...(folder === 'core' ? [] : ['../document/src/validators.ts'])],
  testMatch: ['<rootDir>/**/*.spec.ts'],
  // A built package has the name of its source.
  modulePathIgnorePatterns: ['<rootDir>/dist/'],
  transform: {
    '^.+\\.(ts|js|mjs)$': [
      'ts-jest',
      {
        diagnostics: false,
        tsconfig: {
          target: 'ES2022',
          module: 'CommonJS',
          moduleResolution: 'node',
          allowJs: true,
          esModuleInterop: true,
          isolatedModules: true,
          resolveJsonModule: true,
        },
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${esModules})/)`],
});

export default {
  // A limit for what hangs, not for what is slow: a busy machine has been eight times slower than a quiet one.
  testTimeout: 600_000,
  projects: [node('core'), node('document'), node('exchange'), node('server'), '<rootDir>/web/jest.config.mjs'],
};
