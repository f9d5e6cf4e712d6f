import { circle, type Curve, ellipse, FRONT, lineBetween, type Vector3 } from '@pencil-bend/core';
import { clearance } from '@pencil-bend/core/reading';
import type { Measurement } from '../api/savedView';
import { type Measurable, measuredNow } from './measured';
import type { ShownItem } from './shownItem';

const shown = (id: string, of: { curve?: Curve; at?: Vector3; edge?: Curve }): ShownItem =>
  ({ curve: null, at: null, edge: null, ...of, id, item: { name: id.toUpperCase(), plane: 'front' } }) as ShownItem;

const ITEMS = [
  shown('level', { curve: lineBetween([0, 0, 0], [100, 0, 0]) }),
  shown('steep', { curve: lineBetween([0, 10, 0], [30, 10 + 30 * Math.sqrt(3), 0]) }),
  shown('rim', { curve: circle(FRONT, [0, 0, 0], 25) }),
  shown('oval', { curve: ellipse(FRONT, [10, 20, 0], 30, 12) }),
  shown('far', { curve: lineBetween([40, -50, 0], [40, 50, 0]) }),
  shown('dot', { at: [0, 40, 0] }),
  shown('gauge', { edge: circle(FRONT, [100, 0, 0], 5) }),
];
const known: Measurable = {
  items: new Map(ITEMS.map((item) => [item.id, item])),
  units: 'mm',
  plane: FRONT,
  planeOf: () => FRONT,
  clearanceOf: clearance,
};
const measured = (kind: Measurement['kind'], ...places: Measurement['places']) =>
  measuredNow({ id: 'm', kind, places }, known);

describe('a measurement', () => {
  it('of a distance has its parts, from wherever the places are', () => {
    const found = measured('distance', { at: [10, 0, 0] }, { item: 'dot' });
    expect([found.value, found.details]).toEqual(['41.231 mm', 'Δx −10.000 Δy 40.000']);
    expect(found.at).toEqual([5, 20, 0]);
    const along = measured('distance', { item: 'level', share: 0.25 }, { item: 'rim', share: 0.5 });
    expect([along.value, along.of]).toEqual(['50.000 mm', 'LEVEL and RIM']);
    expect(measured('distance', { at: [0, 0, 0] }, { at: [3, 4, 12] }).details).toContain('Δz 12.000');
  });

  it('of an angle is that at the corner, and what is missing to a straight line', () => {
    const found = measured('angle', { at: [50, 0, 0] }, { at: [0, 0, 0] }, { at: [20, 20 * Math.sqrt(3), 0] });
    expect([found.value, found.details]).toEqual(['60.00°', '120.00° outside']);
    // Half way along its arc it stands at half the angle.
    const [x, y] = found.at ?? [0, 0, 0];
    expect(Math.atan2(y, x)).toBeCloseTo(Math.PI / 6, 9);
    expect(measured('angle', { at: [1, 0, 0] }, { at: [0, 0, 0] }, { at: [-1, 0, 0] }).value).toBe('180.00°');
  });

  it('of tangents is the angle between directions, or against x', () => {
    expect(measured('tangents', { item: 'level', share: 0.5 }, { item: 'steep', share: 0 }).value).toBe('60.00°');
    expect(measured('tangents', { item: 'steep', share: 0.3 })).toMatchObject({
      value: '60.00° to x',
      details: '30.00° to y',
    });
    // A quarter round the circle it runs to the left; three quarters round, to the right.
    expect(measured('tangents', { item: 'rim', share: 0.25 }).value).toMatch(/^−?180.00° to x$/);
    expect(measured('tangents', { item: 'rim', share: 0.5 }).value).toBe('−90.00° to x');
    expect(measured('tangents', { item: 'rim', share: 0.125 }, { item: 'level', share: 0 }).details).toBe(
      '45.00° between the lines',
    );
  });

  it('of clearance is the shortest way between curves, points and guides', () => {
    const found = measured('clearance', { item: 'rim' }, { item: 'far' });
    expect([found.value, found.of]).toEqual(['15.000 mm', 'RIM and FAR']);
    expect(found.details).toMatch(/^proven not under (14.99\d|15.000) mm$/);
    expect(measured('clearance', { item: 'rim' }, { item: 'dot' }).value).toBe('15.000 mm');
    expect(measured('clearance', { item: 'dot' }, { item: 'rim' }).value).toBe('15.000 mm');
    expect(measured('clearance', { item: 'gauge' }, { item: 'far' }).value).toBe('55.000 mm');
    expect(measured('clearance', { item: 'dot' }, { at: [3, 44, 0] }).value).toBe('5.000 mm');
    const waiting = measuredNow(
      { id: 'm', kind: 'clearance', places: [{ item: 'rim' }, { item: 'far' }] },
      { ...known, clearanceOf: () => null },
    );
    expect([waiting.value, waiting.at]).toEqual(['it is being measured', null]);
  });

  it('of an area has its centroid, in square units of the sheet', () => {
    const found = measured('area', { item: 'oval' });
    expect(found.value).toBe(`${Number((360 * Math.PI).toPrecision(7))} mm²`);
    expect(found.details).toBe('centroid 10.000, 20.000, 0.000');
    const inInches = measuredNow({ id: 'm', kind: 'area', places: [{ item: 'oval' }] }, { ...known, units: 'in' });
    expect(inInches.value).toBe(`${Number(((360 * Math.PI) / 25.4 ** 2).toPrecision(7))} in²`);
    expect(measured('area', { item: 'level' }).value).toBe('the curve is open');
    const tilted = { ...known, planeOf: () => ({ origin: [0, 0, 0], x: [1, 0, 0], y: [0, 0, 1] }) as typeof FRONT };
    expect(measuredNow({ id: 'm', kind: 'area', places: [{ item: 'oval' }] }, tilted).value).toBe(
      'the curve leaves its plane',
    );
  });

  it('of what is gone says so', () => {
    expect(measured('distance', { item: 'lost', share: 0.5 }, { item: 'dot' })).toMatchObject({
      value: 'gone, or hidden',
      at: null,
    });
  });
});
