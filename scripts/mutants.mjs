// npm run mutants: a seeded sample of faults put into core and document, one at a time: does a test notice? Writes the
// share that was noticed, and what was not, to docs/figures.md.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Stryker } from '@stryker-mutator/core';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { writeSection } from './figures.mjs';
import { keyOf, SAMPLE } from './mutants/sample.mjs';
import { root } from './run.mjs';

const COUNT = Number(process.env['MUTANTS'] ?? 200);
const SEED = Number(process.env['MUTANTS_SEED'] ?? 1);
const GOAL = 80;

/** Numbers from 0 to 1 by a linear congruential generator, for picking alone. */
function randomNumbers(seed) {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

/** Every fault that can be put in: operators, conditions, blocks, literals (the tester's own list). */
async function allMutants() {
  const names = ['core/src', 'document/src']
    .flatMap((folder) => readdirSync(join(root, folder), { recursive: true }).map((name) => `${folder}/${name}`))
    .filter((name) => name.endsWith('.ts') && !/\.(spec|fixture|generated|d)\.ts$/.test(name))
    .sort();
  const silent = { debug() {}, info() {}, isDebugEnabled: () => false };
  const files = names.map((name) => ({ name, mutate: true, content: readFileSync(join(root, name), 'utf8') }));
  const options = { plugins: null, excludedMutations: [], ignorers: [] };
  return (await new Instrumenter(silent).instrument(files, options)).mutants;
}

const random = randomNumbers(SEED);
const all = await allMutants();
const sample = new Map();
while (sample.size < Math.min(COUNT, all.length)) {
  const mutant = all[Math.floor(random() * all.length)];
  sample.set(keyOf(mutant), mutant);
}
const ranges = [...sample.values()].map(
  ({ fileName, location: { start, end } }) =>
    `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
);
const stryker = new Stryker({
  mutate: ranges,
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner', join(root, 'scripts/mutants/sample.mjs')],
  checkers: ['sample'],
  jest: { projectType: 'custom', configFile: 'scripts/mutants/jest.mjs' },
  coverageAnalysis: 'perTest',
  // What runs only while a module is loaded would have every test run for it.
  ignoreStatic: true,
  ignorePatterns: ['web', 'server', 'e2e', 'perf', 'exchange', '**/dist', 'docs/screenshots'],
  concurrency: 2,
  // Modules loaded anew for each try pile up in a process.
  maxTestRunnerReuse: 8,
  testRunnerNodeArgs: ['--max-old-space-size=3072'],
  // A slow machine is not a test that noticed.
  timeoutMS: 20_000,
  timeoutFactor: 2,
  reporters: ['progress-append-only'],
  tempDirName: '.mutants',
  cleanTempDir: 'always',
  allowEmpty: true,
});
process.env[SAMPLE] = JSON.stringify([...sample.keys()]);
const results = (await stryker.runMutationTest()).filter((each) => sample.has(keyOf(each, 1)));

const of = (...statuses) => results.filter(({ status }) => statuses.includes(status));
const noticed = of('Killed', 'Timeout').length;
const missed = of('Survived', 'NoCoverage');
const tried = noticed + missed.length;
const share = Math.round((100 * noticed) / tried);
const lines = missed.map(({ fileName, location: { start }, mutatorName, replacement }) => {
  const code = replacement.replace(/\s+/g, ' ').slice(0, 60).replaceAll('|', '\\|').replaceAll('`', "'");
  return `| ${fileName.replace(`${root}/`, '')} | ${start.line} | ${mutatorName} | \`${code}\` |`;
});
writeSection(
  'Mutants',
  `Made by \`npm run mutants\` with seed ${SEED}: of ${all.length.toLocaleString('en')} faults that can be put into core and document a sample of ${sample.size}, one at a time, of which ${of('Ignored').length} are run only while a module is loaded and were left out. A test noticed **${noticed} of ${tried}, ${share} %** (the goal is ${GOAL} %). Not noticed:

| file | line | kind | put in its place |
| --- | --- | --- | --- |
${lines.sort().join('\n')}`,
);
console.log(`${noticed} of ${tried} were noticed, ${share} %`);
