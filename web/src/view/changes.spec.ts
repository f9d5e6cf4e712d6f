import { elevateDegree, lineBetween, refineKnots } from '@pencil-bend/core';
import { projectWith, through } from '../session/bench.fixture';
import { curveChange, drawingChange } from './changes';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const line = lineBetween([0, 0, 0], [100, 0, 0]);

describe('what became of a curve', () => {
  const told = (curve: typeof line, lumps: [number | null, number | null] = [0, 0], most = 0) =>
    curveChange({ curve: line, lumps: lumps[0] }, { curve, lumps: lumps[1] }, most, 'mm');

  it('is told by what changed, and nothing else', () => {
    const finer = refineKnots(line, Float64Array.of(0.5));
    expect(finer.ok && told(finer.value)).toBe('Then 2 control points, now 3.');
    expect(told(elevateDegree(line))).toBe('Then 2 control points, now 3; degree 1, now 2.');
    expect(told(lineBetween([0, 0, 0], [100.5, 0, 0]))).toBe('Then 100.00 mm, now 100.50 mm long.');
    expect(told(line, [3, 1])).toBe('Then 3 lumps, now 1.');
    expect(told(line, [1, 0])).toBe('Then 1 lump, now none.');
  });

  it('is nothing where it is as it was; lumps that are not known yet are not told', () => {
    expect(told(line)).toBe('As it was.');
    expect(told(line, [null, 2])).toBe('As it was.');
    expect(told(line, [0, 0], 0.4)).toBe('As many control points, and as long, as it was.');
  });
});

describe('what became of a drawing', () => {
  const named = (...ids: string[]) => {
    const project = projectWith(...ids.map((id) => through(id, [0, 0], [10, 5], [20, 0])));
    const items = ids.map((id) => [id, { ...project.items[id], name: id.toUpperCase() }]);
    return { ...project, items: Object.fromEntries(items) as typeof project.items };
  };

  it('names what changed, came and went, but for the curve itself', () => {
    const then = named('a', 'b', 'c');
    const now = named('a', 'b', 'd');
    expect(drawingChange(then, now, 'a')).toBe('Elsewhere D is new; C is gone.');
    const moved = { ...now, items: { ...now.items, a: { ...now.items['a'], colour: '#c02040' } } };
    expect(drawingChange(now, moved, 'b')).toBe('Elsewhere A changed.');
    expect(drawingChange(now, moved, 'a')).toBe('');
  });

  it('counts where there are many', () => {
    expect(drawingChange(named(), named('a', 'b'), 'x')).toBe('Elsewhere A and B are new.');
    expect(drawingChange(named(), named('a', 'b', 'c', 'd', 'e'), 'x')).toBe('Elsewhere A, B, C and 2 more are new.');
  });
});
