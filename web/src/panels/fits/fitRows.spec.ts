import { FIT_METHODS, tryFit } from '@pencil-bend/core/changing';
import type { FitMethod } from '@pencil-bend/core/changing';
import type { FitState } from '../../session';
import { COLUMNS, fitRows } from './fitRows';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const ARC = Float64Array.from([0, 0.4, 0.7, 1.2, 1.6, 2].flatMap((t) => [50 * Math.cos(t), 50 * Math.sin(t), 0]));
const done = (points: Float64Array, method: FitMethod): FitState => {
  const tried = tryFit(points, method, { tolerance: 0.1 });
  if (!tried.ok) throw new Error('not tried');
  return { state: 'done', fit: tried.value };
};
const all = (points: Float64Array) =>
  Object.fromEntries(FIT_METHODS.map((method) => [method, done(points, method)])) as Record<FitMethod, FitState>;
const column = (name: (typeof COLUMNS)[number]['name']) => COLUMNS.findIndex((each) => each.name === name);

describe('the table of fits', () => {
  it('has a row for each way, with the best of each column marked', () => {
    const rows = fitRows(all(ARC), 'mm');
    expect(rows).toHaveLength(FIT_METHODS.length);
    for (const [c, { name }] of COLUMNS.entries()) {
      const marked = rows.filter(({ cells }) => cells[c].best);
      expect(marked.length).toBeGreaterThan(0);
      const values = rows.map(({ fit }) => fit?.figures[name] ?? Infinity);
      const best = name === 'smallestRadius' ? Math.max(...values) : Math.min(...values);
      for (const { fit } of marked) expect(fit?.figures[name] ?? Infinity).toBeCloseTo(best, 6);
    }
    const fairest = rows.find(({ method }) => method === 'fairest');
    expect(fairest?.cells[column('fairness')].text).toBe('0');
    expect(fairest?.cells[column('smallestRadius')].text).toBe('50.00');
  });

  it('says lengths in the unit of the sheet', () => {
    const [inMm, inInch] = (['mm', 'in'] as const).map(
      (units) => fitRows(all(ARC), units)[0].cells[column('length')].text,
    );
    expect(Number(inMm) / Number(inInch)).toBeCloseTo(25.4, 1);
  });

  it('says what stands in for a way whose gates are shut, and why', () => {
    const sharp = Float64Array.of(0, 0, 0, 30, 0, 0, 40, 20, 0, 50, 0, 0, 80, 0, 0);
    const rows = fitRows({ fairest: done(sharp, 'fairest') }, 'mm');
    const fairest = rows.find(({ method }) => method === 'fairest');
    expect(fairest?.why).toMatch(/^bending and stretching instead: the points turn by 127° at 3, more than 45°; /);
  });

  it('says how far a way is, and why there is none', () => {
    const fits = {
      chord: { state: 'running', share: 0.42 },
      uniform: { state: 'waiting' },
      faded: { state: 'failed', why: 'points 1 and 2 lie in one place' },
    } as const;
    const rows = new Map(fitRows(fits, 'mm').map((row) => [row.method, row]));
    expect(rows.get('chord')).toMatchObject({ state: 'running', progress: 42, cells: [] });
    expect(rows.get('uniform')).toMatchObject({ state: 'waiting', progress: null });
    expect(rows.get('faded')).toMatchObject({ state: 'failed', why: 'points 1 and 2 lie in one place' });
    expect(rows.get('fewest')).toMatchObject({ state: 'failed', why: 'it was given up' });
  });
});
