// npm run bench: measures kernel, server and browser in one run, and writes docs/figures.md and the README's table.
// Needs a build (npm run build). Takes about ten minutes.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeBenchmark } from '../scripts/figures.mjs';
import { root } from '../scripts/run.mjs';
import { browserFigures } from './browser.mjs';
import { MOST } from './budgets.mjs';
import { chainFigures } from './chains.mjs';
import { FAIRED, kernelFigures } from './kernel.mjs';
import { serverFigures } from './server.mjs';

const PORT = 4393;

const scratch = mkdtempSync(join(tmpdir(), 'pencil-bend-bench-'));
const folder = (name) => mkdtempSync(join(scratch, name));

const kernel = await kernelFigures(root, scratch);
const chains = await chainFigures(root, scratch);
const { rows, fairing, transfer } = await browserFigures(root, folder('browser-'), PORT);
const server = await serverFigures(root, folder('server-'), PORT);
rmSync(scratch, { recursive: true });

const ms = (value) => `${value.toFixed(value < 10 ? 1 : 0)} ms`;
const micro = (value) => (value < 10 ? value.toFixed(3) : value.toFixed(0));
const table = (head, rows) => [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');
const held = (value, budget, unit) => [
  `${value.toFixed(value < 10 ? 1 : 0)} ${unit}`,
  `${budget} ${unit}`,
  value <= budget ? 'held' : '**over**',
];

const faired500 = kernel.fairing.find(({ what }) => what === FAIRED).times[kernel.fairSizes.indexOf(500)];
const largest = server.largeSteps[server.largeSteps.length - 1];
const opened = rows.filter(({ opening }) => opening);
const budgets = [
  ...rows
    .filter(({ limits }) => limits.move)
    .map(({ name, p95, limits }) => [`scripting per pointer move, p95, ${name}`, ...held(p95, limits.move, 'ms')]),
  ...opened.map(({ name, opening, limits }) => [
    `from click to a usable bench, warm, ${name}`,
    ...held(opening.warm, limits.opening, 'ms'),
  ]),
  ...rows.map(({ name, longest }) => [
    `longest task while the pointer moves, ${name}`,
    ...held(longest, MOST.task, 'ms'),
  ]),
  ...chains.map(({ name, ms: [fifty], limit }) => [
    `a chain of 50 joints in a frame, ${name}`,
    ...held(fifty, limit, 'ms'),
  ]),
  ...fairing
    .filter(({ count }) => count <= 500)
    .map(({ count, p95 }) => [
      `scripting per move of the tolerance to fair within, p95, ${count} control points`,
      ...held(p95, MOST.fairing, 'ms'),
    ]),
  ['fairing 500 control points in the worker, with proof', ...held(faired500 / 1000, MOST.faired, 'ms')],
  ['first page without fonts, compressed', ...held(transfer.firstPage, MOST.firstPage, 'kB')],
  ['the same with the bench', ...held(transfer.bench, MOST.bench, 'kB')],
  [
    `opening a project with ${server.longLog.steps.toLocaleString('en')} steps, cold`,
    ...held(server.longLog.ms, MOST.longLog, 'ms'),
  ],
  [
    `one step that draws ${largest.count.toLocaleString('en')} curves, until it is kept`,
    ...held(largest.ms, MOST.largeStep, 'ms'),
  ],
];
const budgetTable = table(['budget', 'measured', 'at most', ''], budgets);
const machine = `${cpus().length} cores, WebGL and compositing in software`;

const { windows } = server;
const report = `# Figures

Made by \`npm run bench\` on ${machine}. Times shift with the machine, by half from run to run and up to threefold from one hour to another; what to compare is the ratios, which come from one run.

## Budgets

${budgetTable}

## Kernel

On a plane cubic of 200 control points, beside the fastest of three general-purpose libraries that do the same (three, verb-nurbs, nurbs); they take turns. A ratio above 1 means the library takes longer.

${table(
  ['', 'µs', 'library µs', 'ratio', 'at least', '', 'library'],
  kernel.comparisons.map(({ what, ours, theirs, asked, library }) => [
    what,
    micro(ours),
    micro(theirs),
    (theirs / ours).toFixed(2),
    asked ?? '',
    asked === null ? '' : theirs / ours >= asked ? 'held' : '**over**',
    library,
  ]),
)}

Growth with the number of control points, µs, and the exponent of the growth:

${table(
  ['', ...kernel.sizes.map(String), 'exponent'],
  kernel.growth.map(({ what, times, exponent }) => [what, ...times.map(micro), exponent.toFixed(2)]),
)}

Fairing within 0.12 mm, plane cubics with noise of 0.1 mm, ms:

${table(
  ['', ...kernel.fairSizes.map(String), 'exponent'],
  kernel.fairing.map(({ what, times, exponent }) => [
    what,
    ...times.map((time) => (time / 1000).toFixed(1)),
    exponent.toFixed(2),
  ]),
)}

Bytes that the heap grows by for each of 100,000 points, when the result has its place already:

${table(
  ['', 'bytes'],
  kernel.heap.map(({ what, bytes }) => [what, bytes.toFixed(2)]),
)}

Curves through points, faded by turning angles, and the textbook's interpolation at given parameters, beside a natural cubic with chord-length knots that is written by hand for that one case, as it is and as a curve with the kernel's checks:

${table(
  ['points', 'through points, µs', 'interpolation, µs', 'by hand, µs', 'with checks, µs', 'through points to that'],
  kernel.interpolation.rows.map(({ count, ours, interpolate, byHand, checked }) => [
    count.toLocaleString('en'),
    ...[ours, interpolate, byHand, checked].map(micro),
    (ours / checked).toFixed(1),
  ]),
)}

The time grows with the number of points to the power ${kernel.interpolation.exponent.toFixed(2)} from 1,000 to 50,000.

Without a counterpart:

${table(
  ['', 'µs'],
  kernel.alone.map(([what, ours]) => [what, micro(ours)]),
)}

## Browser

The main thread between one move of the pointer and the next, while a point is dragged, a line is drawn or the pointer hovers. Scripting is CPU time, animation frames included, beside it the same by the clock; layout and paint are CPU time; the commit, in which the thread waits until software has drawn the frame before, is by the clock. A task counts with its CPU time and its wait at commit.

${table(
  [
    '',
    'scripting p50',
    'p95',
    'p95 by the clock',
    'layout and paint, p95',
    'commit, p95',
    'longest task',
    'tasks over 50 ms',
    'wall clock a move',
  ],
  rows.map((each) => [
    each.name,
    ...[each.p50, each.p95, each.clock, each.paint, each.commit, each.longest].map(ms),
    each.longTasks,
    ms(each.wall),
  ]),
)}

Opening: cold is a first visit with an empty cache, straight to the bench; warm is the median of five clicks on the projects page; the tasks are those of one more.

${table(
  ['', 'cold', 'warm', 'longest task', 'tasks over 50 ms'],
  opened.map(({ name, opening: { cold, warm, longest, longTasks } }) => [
    name,
    ...[cold, warm, longest].map(ms),
    longTasks,
  ]),
)}

The tolerance that a noisy curve is faired within is slid, with comb, graph and card; then it is typed, until it stands on the card with its proof and all other figures:

${table(
  ['control points', 'scripting p50', 'p95', 'p95 by the clock', 'layout and paint, p95', 'longest task', 'told after'],
  fairing.map((each) => [
    each.count.toLocaleString('en'),
    ms(each.p50),
    ms(each.p95),
    ms(each.clock),
    ms(each.paint),
    ms(each.longest),
    ms(each.final),
  ]),
)}

## Server

One window keeps ${server.perSecond.toFixed(0)} changes per second, one after the other, each flushed to the disk (p50 ${ms(server.p50)}, p95 ${ms(server.p95)}).

${table(
  ['opening a project of', 'cold', 'warm'],
  server.opening.map(({ megabytes, cold, warm }) => [`${megabytes.toFixed(1)} MB`, ms(cold), ms(warm)]),
)}

A project with ${server.longLog.steps.toLocaleString('en')} steps opens in ${ms(server.longLog.ms)} cold.

One step that draws many curves, each through three points:

${table(
  ['curves', 'until it is kept', 'longest that another request waited'],
  server.largeSteps.map((each) => [each.count.toLocaleString('en'), ms(each.ms), ms(each.longest)]),
)}

The time grows with the number of curves to the power ${server.largeStepExponent.toFixed(2)}.

Eight windows write to one project for ${windows.seconds} s as fast as they can: ${windows.kept} changes kept, ${windows.refused} came too late and were made again, ${windows.lost} lost, ${windows.failed} answers of 500 or more. Latency p50 ${ms(windows.p50)}, p95 ${ms(windows.p95)}, worst ${ms(windows.worst)}.
`;
writeBenchmark(report);

const readme = join(root, 'README.md');
const [BEGIN, END] = ['<!-- figures: made by npm run bench -->', '<!-- end of figures -->'];
const text = readFileSync(readme, 'utf8');
const [before, after] = [text.indexOf(BEGIN), text.indexOf(END)];
if (before < 0 || after < 0) throw new Error('the README has no place for the figures');
// The table for newcomers says what was measured, on what, and what is aimed at.
const figures = table(
  [`measured on ${machine}`, '', 'aim'],
  budgets.map(([what, measured, most]) => [what, measured, most]),
);
writeFileSync(readme, `${text.slice(0, before + BEGIN.length)}\n\n${figures}\n\n${text.slice(after)}`);
console.log(report);
if (windows.lost > 0 || windows.failed > 0) process.exitCode = 1;
