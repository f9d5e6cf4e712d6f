// Of the faults inside a chosen stretch of code the tester tries all; this lets through those of the sample alone.
import { relative } from 'node:path';
import { declareFactoryPlugin, PluginKind } from '@stryker-mutator/api/plugin';

/** The variable of the environment that has the sample's keys. */
export const SAMPLE = 'MUTANTS_SAMPLE';

/** A fault in words. The tester's results count lines and columns from 1, its other parts from 0. */
export const keyOf = ({ fileName, location: { start, end }, mutatorName, replacement }, first = 0) =>
  [
    relative(process.cwd(), fileName).replace(/^.*?(?=(core|document)\/src\/)/, ''),
    ...[start, end].flatMap(({ line, column }) => [line - first, column - first]),
    mutatorName,
    replacement,
  ].join(':');

function sampleChecker() {
  const sample = new Set(JSON.parse(process.env[SAMPLE] ?? '[]'));
  return {
    init: () => Promise.resolve(),
    check: (mutants) =>
      Promise.resolve(
        Object.fromEntries(
          mutants.map((mutant) => [
            mutant.id,
            sample.has(keyOf(mutant)) ? { status: 'passed' } : { status: 'compileError', reason: 'not in the sample' },
          ]),
        ),
      ),
    group: (mutants) => Promise.resolve(mutants.map(({ id }) => [id])),
  };
}
sampleChecker.inject = [];

export const strykerPlugins = [declareFactoryPlugin(PluginKind.Checker, 'sample', sampleChecker)];
