// core and document as one project, so that document's specs meet the core that is tested, not the installed one.
import { node } from '../../jest.config.mjs';

const { testEnvironment, testMatch, transform, transformIgnorePatterns } = node('.');

export default {
  rootDir: '../..',
  roots: ['<rootDir>/core', '<rootDir>/document'],
  setupFiles: ['<rootDir>/jest.setup.ts'],
  moduleNameMapper: { '^@pencil-bend/(core|document)$': '<rootDir>/$1/src/index.ts' },
  testEnvironment,
  testMatch,
  runner: '<rootDir>/scripts/mutants/untilNoticed.mjs',
  testSequencer: '<rootDir>/scripts/mutants/nearestFirst.mjs',
  // The campaign takes as long as all others; what only it notices is noticed late.
  testPathIgnorePatterns: ['/node_modules/', 'campaign'],
  transform,
  transformIgnorePatterns,
};
