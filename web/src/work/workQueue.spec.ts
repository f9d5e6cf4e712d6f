/** @jest-environment node */
/// <reference types="node" />
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { buildSync } from 'esbuild';
import nodeEndpoint from 'comlink/dist/umd/node-adapter';
import {
  countOf,
  deviation,
  deviationInStep,
  homogeneous,
  makeCurve,
  packCurve,
  split,
  uniformKnots,
  unpackCurve,
} from '@pencil-bend/core';
import { lumps } from '@pencil-bend/core/reading';
import type { Answer, Asked, JobKind, JobProgress } from './jobs';
import { type StartedWorker, WorkQueue } from './workQueue';

// The real worker code in real threads: the browser's entry differs by its last line only.
const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-work-'));
const script = join(folder, 'worker.cjs');
let started = 0;
let queue: WorkQueue;

beforeAll(() => {
  const entry = `
    import { parentPort } from 'node:worker_threads';
    import { expose } from 'comlink';
    import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
    import { heavyWork } from './heavyWork';
    expose(heavyWork, nodeEndpoint(parentPort));`;
  buildSync({
    stdin: { contents: entry, resolveDir: __dirname, loader: 'ts' },
    bundle: true,
    platform: 'node',
    format: 'cjs',
    outfile: script,
  });
});
afterAll(() => rmSync(folder, { recursive: true }));

const startThread =
  (file = script) =>
  (): StartedWorker => {
    started++;
    const worker = new Worker(file);
    return {
      endpoint: nodeEndpoint(worker),
      terminate: () => void worker.terminate(),
      onFailure: (report) => void worker.once('error', (error: Error) => report(error.message)),
    };
  };
beforeEach(() => {
  started = 0;
  queue = new WorkQueue(startThread());
});
afterEach(() => queue.stop());

/** A wave of so many control points in space, 2 m long. */
const wave = (count: number) =>
  makeCurve(
    3,
    uniformKnots(3, count),
    homogeneous(
      Array.from({ length: count }, (_, i) => {
        const s = i / (count - 1);
        return [2000 * s, 80 * Math.sin(40 * s) + 30 * Math.sin(90 * s * s), 20 * Math.sin(11 * s)];
      }).flat(),
    ),
  );
/** Where control point i of a cubic over uniform knots belongs. */
const abscissa = (i: number, count: number) => {
  const knots = uniformKnots(3, count);
  return (knots[i + 1] + knots[i + 2] + knots[i + 3]) / 3;
};
const samples = (count: number) =>
  Float64Array.from({ length: 3 * count }, (_, i) => {
    const s = Math.floor(i / 3) / (count - 1);
    return i % 3 === 0 ? 2000 * s : i % 3 === 1 ? 80 * Math.sin(40 * s) : 0.02 * Math.sin(1e4 * s);
  });

/** How curves are read beside their price. */
const READ_BY = { normal: [0, 0, 1], least: 0.02 } as const;

describe('heavy work in a thread', () => {
  it('lightens 1,000 control points, telling how far it has come, while this thread goes on', async () => {
    const steps: JobProgress[] = [];
    let turns = 0;
    const clock = setInterval(() => turns++, 5);
    const curve = wave(1000);
    const outcome = await queue.run('lighten', { curve: packCurve(curve), tolerance: 0.1 }, (step) => steps.push(step));
    clearInterval(clock);
    if (outcome.kind !== 'answered' || !outcome.answer.ok) throw new Error(JSON.stringify(outcome));
    const light = unpackCurve(outcome.answer.value.curve);
    expect(countOf(light)).toBeLessThan(200);
    expect(outcome.answer.value.deviation.bound).toBeLessThanOrEqual(0.1);
    expect(deviation(curve, light).bound).toBeLessThanOrEqual(0.1);
    expect(steps.length).toBeGreaterThan(2);
    expect(turns).toBeGreaterThan(20);
  });

  it('comes near 10,000 points, and hands the array over instead of copying it', async () => {
    const points = samples(10_000);
    const outcome = await queue.run('near-points', { points, tolerance: 0.1, options: { quick: true } });
    expect(outcome).toMatchObject({ kind: 'answered', answer: { ok: true, value: { within: true } } });
    expect(points.length).toBe(0);
  });

  it('lays anew, and compares, with the answers of the kernel itself', async () => {
    const curve = wave(60);
    const relaid = await queue.run('relay', { curve: packCurve(curve), target: { count: 40 } });
    if (relaid.kind !== 'answered' || !relaid.answer.ok) throw new Error(JSON.stringify(relaid));
    const { curve: packed, ...price } = relaid.answer.value;
    const compared = await queue.run('price', { ...READ_BY, first: packCurve(curve), second: packed.slice() });
    expect(compared).toMatchObject({ kind: 'answered', answer: { ...price, after: { controlPoints: 40 } } });
    expect(started).toBe(1);
  });

  it('answers a failure as a value, and throws what is a mistake', async () => {
    const curve = packCurve(wave(4));
    const outcome = await queue.run('lighten', { curve: curve.slice(), tolerance: 1e-9, options: { degree: 3 } });
    expect(outcome).toMatchObject({ kind: 'answered', answer: { ok: false, failure: { kind: 'no-lighter' } } });
    await expect(queue.run('lighten', { curve: curve.slice(), tolerance: -1 })).rejects.toThrow(
      'a tolerance above 0 is needed, not -1',
    );
    // The worker goes on after it.
    expect(await queue.run('price', { ...READ_BY, first: curve.slice(), second: curve.slice() })).toMatchObject({
      answer: { deviation: { max: 0 } },
    });
    expect(started).toBe(1);
  });

  it('lets the latest win: earlier jobs are given up at once', async () => {
    const began = performance.now();
    const heavy = [1, 2, 3].map(() => queue.run('near-points', { points: samples(20_000), tolerance: 0.03 }));
    const last = queue.run('relay', { curve: packCurve(wave(30)), target: { count: 12 } });
    for (const job of heavy) expect(await job).toEqual({ kind: 'given-up' });
    expect(performance.now() - began).toBeLessThan(2000);
    expect(await last).toMatchObject({ kind: 'answered', answer: { ok: true } });
  });

  it('is cancelled in the middle of a job, tells nothing more of it, and is ready again', async () => {
    const steps: JobProgress[] = [];
    const job = queue.run('lighten', { curve: packCurve(wave(3000)), tolerance: 0.001 }, (step) => steps.push(step));
    while (steps.length === 0) await new Promise((resolve) => setTimeout(resolve, 10));
    queue.cancel();
    expect(await job).toEqual({ kind: 'given-up' });
    const told = steps.length;
    const next = await queue.run('price', { ...READ_BY, first: packCurve(wave(8)), second: packCurve(wave(8)) });
    expect(next).toMatchObject({ kind: 'answered', answer: { deviation: { max: 0 } } });
    expect(steps.length).toBe(told);
    queue.cancel();
    expect(started).toBe(2);
  });

  it('says so when the worker itself fails, and starts another for the next job', async () => {
    let broken = true;
    const failing = new WorkQueue(() => startThread(broken ? join(folder, 'missing.cjs') : script)());
    await expect(
      failing.run('price', { ...READ_BY, first: packCurve(wave(8)), second: packCurve(wave(8)) }),
    ).rejects.toThrow('missing.cjs');
    broken = false;
    const next = await failing.run('price', { ...READ_BY, first: packCurve(wave(8)), second: packCurve(wave(8)) });
    expect(next).toMatchObject({ kind: 'answered' });
    failing.stop();
  });

  it('fairs 400 control points, showing on the way curves within the tolerance, and gives up for a later one', async () => {
    const noisy = makeCurve(
      3,
      uniformKnots(3, 400),
      homogeneous(
        Array.from({ length: 400 }, (_, i) => {
          const s = abscissa(i, 400);
          const noise = i > 2 && i < 397 ? 0.05 : 0;
          return [200 * s + noise * Math.sin(777 * i), 50 * Math.sin(2.5 * s) + noise * Math.sin(1234 * i), 0];
        }).flat(),
      ),
    );
    const options = { normal: [0, 0, 1] as const };
    const seen: JobProgress[] = [];
    const lost = queue.run('fair', { curve: packCurve(noisy), tolerance: 0.06, options }, (step) => seen.push(step));
    const outcome = await queue.run('fair', { curve: packCurve(noisy), tolerance: 0.1, options }, (step) =>
      seen.push(step),
    );
    expect((await lost).kind).toBe('given-up');
    if (outcome.kind !== 'answered') throw new Error('not answered');
    const { after, deviation: far, free } = outcome.answer;
    expect([after.lumps, free]).toEqual([0, 394]);
    expect(far.bound).toBeLessThanOrEqual(0.1);
    expect(unpackCurve(outcome.answer.curve).points.length).toBe(1600);
    expect(seen.length).toBeGreaterThan(0);
    for (const step of seen) {
      if (!('curves' in step)) throw new Error('no curves');
      expect(deviationInStep(noisy, unpackCurve(step.curves[0])).bound).toBeLessThanOrEqual(0.1);
    }
  });

  it('irons, names tolerances, fairs joined curves and curves of fit points', async () => {
    const points = Array.from({ length: 20 }, (_, i) => {
      const s = abscissa(i, 20);
      return [200 * s, 50 * Math.sin(2.5 * s) + (i === 9 ? 0.5 : 0), 0];
    });
    const bumpy = makeCurve(3, uniformKnots(3, 20), homogeneous(points.flat()));
    const options = { normal: [0, 0, 1] as const };
    const [wrinkle] = lumps(bumpy, options).lumps;
    const curve = () => packCurve(bumpy);
    const answerOf = async <Kind extends JobKind>(kind: Kind, asked: Asked<Kind>): Promise<Answer<Kind>> => {
      const outcome = await queue.run(kind, asked);
      if (outcome.kind !== 'answered') throw new Error(outcome.kind);
      return outcome.answer;
    };
    expect(await answerOf('iron', { curve: curve(), wrinkle, tolerance: 1, options })).toMatchObject({ ok: true, value: { left: [] } }); // prettier-ignore
    const enough = (await answerOf('ironing-tolerance', { curve: curve(), wrinkle, options }))?.enough ?? 0;
    expect(enough).toBeGreaterThan(0);
    expect(await answerOf('fairing-tolerance', { curve: curve(), tolerance: 0.5, options })).toMatchObject({ enough: expect.any(Number) }); // prettier-ignore
    expect(await answerOf('roughness', { curve: curve(), tolerance: 0.5, options })).toBeGreaterThan(2);
    const cut = split(bumpy, 0.5);
    if (!cut.ok) throw new Error('not cut');
    const curves = cut.value.map(packCurve);
    const chain = await answerOf('fair-chain', { curves, tolerance: 0.5, options });
    if (!chain.ok) throw new Error(JSON.stringify(chain));
    expect(chain.value.curves.map((one) => countOf(unpackCurve(one)))).toEqual([12, 12]);
  });
});
