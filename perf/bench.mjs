// npm run bench: kernel times as ratios within one run, and the bench's scripting time per pointer move.
// Writes docs/benchmarks.md. Needs a build (npm run build).
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { build } from 'esbuild';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const scratch = mkdtempSync(join(tmpdir(), 'pencil-bend-bench-'));
await build({
  entryPoints: [join(root, 'core/src/index.ts')],
  bundle: true,
  format: 'esm',
  outfile: join(scratch, 'core.mjs'),
});
const core = await import(join(scratch, 'core.mjs'));

/** Median time of one call in microseconds, warm. */
function time(work) {
  for (let i = 0; i < 20; i++) work();
  const times = [];
  const until = performance.now() + 400;
  while (performance.now() < until || times.length < 15) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  return 1000 * times.sort((a, b) => a - b)[times.length >> 1];
}

const wave = (count) =>
  Float64Array.from({ length: 3 * count }, (_, i) => (i % 3 === 0 ? i * 4 : i % 3 === 1 ? 20 * Math.sin(i / 4) : 0));
const fit = (count) => core.throughPoints(wave(count)).value.curve;
const normal = [0, 0, 1];
const small = fit(10);
const large = fit(300);
const parameters = Float64Array.from({ length: 10_000 }, (_, i) => i / 9999);
const out = new Float64Array(120_000);

const kernel = [
  ['evaluate 10,000 sorted places, 300 points (the unit)', time(() => core.evaluateAll(large, parameters, out))],
  ['the same with derivatives to order 3', time(() => core.derivativesAll(large, parameters, 3, out))],
  ['curve through 10 points', time(() => fit(10))],
  ['curve through 1,000 points', time(() => core.throughPoints(wave(1000)))],
  ['curve through 5,000 points', time(() => core.throughPoints(wave(5000)))],
  ['curvature profile, 10 points', time(() => core.curvatureProfile(small, { normal }))],
  ['curvature profile, 300 points', time(() => core.curvatureProfile(large, { normal }))],
  ['arc length, 10 points', time(() => core.arcLength(small))],
  ['closest point, 300 points', time(() => core.closestPoint(large, [500, 40, 0]))],
];

/** A project of `count` curves in rows, in the project file format. */
function crowd(count) {
  const items = {};
  for (let c = 0; c < count; c++) {
    const points = Array.from({ length: 8 }, (_, i) => ({
      id: `p${i}`,
      at: [(c % 25) * 90 + i * 10, Math.floor(c / 25) * 40 + 12 * Math.sin(i + c), 0],
    }));
    const recipe = {
      kind: 'fit',
      degree: 3,
      closed: false,
      spacing: 'live',
      parameterisation: 'faded',
      knots: 'at-points',
      ends: 'natural',
      points,
    };
    items[`c${c}`] = {
      kind: 'curve',
      name: `Curve ${c + 1}`,
      colour: '#33363b',
      visible: true,
      layer: 'sheet',
      plane: 'front',
      recipe,
    };
  }
  const front = { name: 'Front', origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] };
  return {
    format: 'pencil-bend-project',
    version: 1,
    name: `${count} curves`,
    units: 'mm',
    tolerance: 0.01,
    layers: { sheet: { name: 'Sheet', visible: true } },
    layerOrder: ['sheet'],
    planes: { front },
    items,
    itemOrder: Object.keys(items),
    joints: {},
  };
}

const address = 'http://127.0.0.1:4393';
const server = spawn('node', [join(root, 'server/dist/main.js'), '--demo'], {
  env: { ...process.env, PENCIL_BEND_PORT: '4393', PENCIL_BEND_DATA: scratch },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.once('data', resolve));

const screen = [];
try {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-background-networking', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const post = { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(crowd(500)) };
  await fetch(`${address}/api/projects`, post);
  for (const [project, curve] of [
    ['Gooseneck kettle', 'Spout centre line'],
    ['500 curves', 'Curve 260'],
  ]) {
    await page.goto(address);
    const link = page.getByRole('link', { name: project });
    await link.waitFor();
    const opened = performance.now();
    await link.click();
    await page.getByRole('button', { name: curve, exact: true }).waitFor();
    const opening = performance.now() - opened;
    await page.getByRole('button', { name: curve, exact: true }).click();
    screen.push({ project, opening, ...(await drag(page, browser)) });
  }
  await browser.close();
} finally {
  server.kill();
}

/** Drags a point through 40 places and sums the main thread's scripting between pointer moves, from the trace. */
async function drag(page, browser) {
  const box = await page.locator('circle.fit').nth(3).boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await browser.startTracing(page, { categories: ['devtools.timeline'] });
  for (let i = 1; i <= 40; i++) await page.mouse.move(x + 20 * Math.sin(i / 9), y + 20 * Math.cos(i / 7));
  const trace = JSON.parse((await browser.stopTracing()).toString());
  await page.mouse.up();
  const events = trace.traceEvents.filter(({ ph, dur }) => ph === 'X' && dur > 0);
  const moves = events.filter(({ name, args }) => name === 'EventDispatch' && args.data?.type === 'pointermove');
  const main = moves[0].tid;
  const scripts = new Set(['EventDispatch', 'FireAnimationFrame', 'FunctionCall', 'TimerFire', 'RunMicrotasks']);
  const work = events.filter(({ name, tid }) => tid === main && scripts.has(name)).sort((a, b) => a.ts - b.ts);
  const perMove = moves.map(() => 0);
  let end = -Infinity;
  for (const { ts, dur } of work) {
    // Nested events are counted once.
    if (ts + dur <= end) continue;
    const own = ts + dur - Math.max(ts, end);
    end = ts + dur;
    const move = moves.findLastIndex((each) => each.ts <= ts);
    if (move >= 0) perMove[move] += own / 1000;
  }
  perMove.sort((a, b) => a - b);
  const at = (share) => perMove[Math.floor(share * (perMove.length - 1))];
  const longest = Math.max(...work.map(({ dur }) => dur)) / 1000;
  return { moves: perMove.length, median: at(0.5), p95: at(0.95), longest };
}

const folder = join(root, 'web/dist/web/browser');
const scripts = readdirSync(folder).filter((name) => /\.(js|css)$/.test(name));
const transfer = scripts.reduce((sum, name) => sum + gzipSync(readFileSync(join(folder, name))).length, 0);

const unit = kernel[0][1];
const report = `# Benchmarks

Made by \`npm run bench\` on ${cpus().length} cores with WebGL in software. Times shift with the machine; the ratios are what to compare.

| kernel | µs | ratio |
|---|---|---|
${kernel.map(([name, micro]) => `| ${name} | ${micro.toFixed(1)} | ${(micro / unit).toFixed(3)} |`).join('\n')}

| dragging a point, per pointer move | budget p95 | median ms | p95 ms | longest task ms | from click to bench ms |
|---|---|---|---|---|---|
${screen.map(({ project, median, p95, longest, opening }, i) => `| ${project} | ${[8, 16][i]} | ${median.toFixed(1)} | ${p95.toFixed(1)} | ${longest.toFixed(1)} | ${opening.toFixed(0)} |`).join('\n')}

All scripts and styles, the bench included: ${(transfer / 1000).toFixed(0)} kB compressed (budget 450 kB).
`;
writeFileSync(join(root, 'docs/benchmarks.md'), report);
console.log(report);
