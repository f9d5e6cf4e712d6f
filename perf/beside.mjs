// node perf/beside.mjs <folder of another build> [row, row]: both builds in one run, taking turns, since the machine's
// speed shifts from hour to hour. Prints what the new one takes of the other's figures; writes nothing.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { root } from '../scripts/run.mjs';
import { nameOf, rowsNamed, startBench } from './browser.mjs';
import { share } from './time.mjs';

const PORTS = [4395, 4396];
const ROUNDS = 3;
const FIGURES = ['p50', 'p95', 'clock', 'paint', 'commit', 'wall', 'longest', 'opening'];

const [other, ...names] = process.argv.slice(2);
if (!other) throw new Error('the folder of the build to compare with is asked for');
const rows = rowsNamed(names.length > 0 ? names : null);
const scratch = mkdtempSync(join(tmpdir(), 'pencil-bend-beside-'));
const benches = [];
try {
  for (const [i, folder] of [resolve(other), root].entries()) {
    benches.push(await startBench(folder, mkdtempSync(join(scratch, 'data-')), PORTS[i]));
  }
  for (const row of rows) {
    const found = benches.map(() => []);
    for (let round = 0; round < ROUNDS; round++) {
      for (const [i, bench] of benches.entries()) found[i].push(await bench.rowFigures(row, 1));
    }
    const [before, now] = found.map((each) => FIGURES.map((figure) => middleOf(each, figure)));
    const cells = FIGURES.flatMap((figure, i) =>
      before[i]
        ? `${figure} ${before[i].toFixed(1)} → ${now[i].toFixed(1)} (× ${(now[i] / before[i]).toFixed(2)})`
        : [],
    );
    console.log(`${nameOf(row)}: ${cells.join(', ')}`);
  }
} finally {
  for (const bench of benches) await bench.end();
  rmSync(scratch, { recursive: true });
}

function middleOf(each, figure) {
  return share(
    each.map((figures) => (figure === 'opening' ? (figures.opening?.warm ?? 0) : figures[figure])),
    0.5,
  );
}
