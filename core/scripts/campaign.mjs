// npm run campaign: random nasty curves through the kernel beside naive references, and bad input through every
// argument; seeded, bounded in time. Writes the counts and the worst cases to docs/figures.md.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { build } from 'esbuild';
import { writeSection } from '../../scripts/figures.mjs';
import { root } from '../../scripts/run.mjs';

const SECONDS = Number(process.env['CAMPAIGN_SECONDS'] ?? 20);
const SEED = Number(process.env['CAMPAIGN_SEED'] ?? 1);
/** A call that takes longer than LONGEST is a fault, one that takes longer than END is ended. */
const LONGEST_MS = 2000;
const END_MS = 30_000;

const scratch = mkdtempSync(join(tmpdir(), 'campaign-'));
const bundled = async (entry) => {
  const outfile = join(scratch, `${entry}.mjs`);
  const entryPoints = [join(root, `core/campaign/${entry}.ts`)];
  await build({ entryPoints, bundle: true, platform: 'node', format: 'esm', outfile, logLevel: 'error' });
  return outfile;
};

/** Plays one stage to its end, or to that of its time; a worker that hangs or dies is a fault, and another goes on. */
async function play(file, stage) {
  const until = Date.now() + SECONDS * 1000;
  const result = { cases: 0, told: 0, faults: [], worst: { off: 0, what: '' } };
  let from = 0;
  let done = false;
  const fault = (what) => result.faults.push(what);
  while (!done) {
    await new Promise((resolve) => {
      let now = { index: from, what: '' };
      let timer = null;
      const worker = new Worker(file, { workerData: { stage, from, until, seed: SEED } });
      const over = (what) => {
        if (what) fault(`${now.what}: ${what}`);
        clearTimeout(timer);
        from = now.index + 1;
        void worker.terminate().then(resolve);
      };
      worker.on('error', (error) => over(String(error)));
      worker.on('message', (message) => {
        if (message.kind === 'done') {
          done = true;
          over(null);
          return;
        }
        if (message.kind === 'begins') {
          now = message;
          result.cases++;
          clearTimeout(timer);
          timer = setTimeout(() => over(`did not end within ${END_MS / 1000} s`), END_MS);
          return;
        }
        if (message.kind !== 'told') return;
        result.told++;
        if (!(message.off <= result.worst.off)) result.worst = message;
        if (!(message.off <= 1)) fault(message.what);
        // A check plays its reference too, which may take its time.
        else if (stage < 0 && message.took > LONGEST_MS) fault(`${message.what} takes ${Math.round(message.took)} ms`);
      });
    });
  }
  return result;
}

const worker = await bundled('run');
const { CHECKS, SPOILT } = await import(await bundled('names'));
const rows = [];
const faults = [];
for (const [stage, name] of [...CHECKS.map((check, i) => [i, check]), [-1, `bad input to ${SPOILT} functions`]]) {
  const { cases, told, faults: found, worst } = await play(worker, stage);
  rows.push(`| ${name} | ${cases} | ${told} | ${found.length} | ${stage < 0 ? '' : worst.off.toPrecision(2)} |`);
  faults.push(...found.map((what) => `- ${name}: ${what}`));
  console.log(rows[rows.length - 1]);
}
faults.forEach((line) => console.log(line.slice(0, 400)));
rmSync(scratch, { recursive: true });

const listed = faults.slice(0, 12).map((line) => `${line.slice(0, 600)}${line.length > 600 ? ' …' : ''}`);
writeSection(
  'Campaign',
  `Made by \`npm run campaign\` with seed ${SEED}, ${SECONDS} s for each kind of case. Random curves with repeated and nearly equal knots, tiny and far domains, weights from 1e-6 to 1e6, clusters, cusps and places 1e6 mm away, beside naive references; and bad input in the place of every argument. A case tells nothing where the kernel refuses or the reference cannot say. The worst is a share of what is allowed: above 1 it is a fault, as is a bad input that is answered with NaN, in the engine's words, or after more than 2 s.

| case | played | told | faults | worst |
| --- | --- | --- | --- | --- |
${rows.join('\n')}${faults.length > 0 ? `\n\nThe first of the faults:\n\n${listed.join('\n')}` : ''}`,
);
process.exitCode = faults.length > 0 ? 1 : 0;
