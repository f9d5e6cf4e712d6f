// Runs the spec beside the file with the fault first, then those of its folder, then the others of its package.
import { basename, dirname } from 'node:path';
import Sequencer from '@jest/test-sequencer';

export default class NearestFirst extends Sequencer {
  constructor(options) {
    super(options);
    this.faulty = options.globalConfig.nonFlagArgs[0] ?? '';
  }

  distance({ path }) {
    if (path === this.faulty.replace(/\.ts$/, '.spec.ts')) return 0;
    if (dirname(path) === dirname(this.faulty)) return 1;
    return packageOf(path) === packageOf(this.faulty) ? 2 : 3;
  }

  sort(tests) {
    return [...tests].sort(
      (a, b) => this.distance(a) - this.distance(b) || basename(a.path).localeCompare(basename(b.path)),
    );
  }
}

const packageOf = (path) => path.match(/(\w+)\/src\//)?.[1];
