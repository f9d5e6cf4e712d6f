import type { SnapKind } from '../api/savedView';
import { SNAPS } from './snapKinds';
import { circle, FRONT, lineBetween, polyline, rectangle, type Curve, type Vector3 } from '@pencil-bend/core';
import { controlRecipe, emptyProject, fitRecipe, GRAPHITE, type Guide, type PlainItem } from '@pencil-bend/document';
import { shownSet } from '../view/pointSets.fixture';
import { type ShownItem, shownItem } from '../view/shownItem';
import { alongDirection, catchAt, type Snapping } from './catchAt';

const look = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const project = emptyProject('Snaps');
const drawn = (item: PlainItem): ShownItem => shownItem(item.name, item, project);
const curve = (name: string, made: Curve): ShownItem => drawn({ ...look, kind: 'curve', name, recipe: controlRecipe(made, (i) => `c${i + 1}`) }); // prettier-ignore
const guide = (name: string, it: Guide): ShownItem => drawn({ ...look, kind: 'guide', name, guide: it });

const bent = polyline([0, 100, 0], [{ kind: 'line', to: [20, 100, 0] }, { kind: 'line', to: [20, 140, 0] }]); // prettier-ignore
if (!bent.ok) throw new Error('no polyline');

/** A level line, a circle that the line's continuation would cut, an upright line across the first, and more. */
const SCENE: readonly ShownItem[] = [
  curve('Base', lineBetween([0, 0, 0], [60, 0, 0])),
  curve('Rib', lineBetween([40, -30, 0], [40, 30, 0])),
  curve('Ring', circle(FRONT, [120, 0, 0], 20)),
  curve('Box', rectangle(FRONT, [200, 0, 0], 40, 30)),
  curve('Bent', bent.value),
  drawn({ ...look, kind: 'curve', name: 'Arch', recipe: fitRecipe(([[0, 60, 0], [30, 80, 0], [60, 60, 0]] as const).map((at, i) => ({ id: `p${i}`, at })), false) }), // prettier-ignore
  drawn({ ...look, kind: 'point', name: 'Point 1', at: [-20, 10, 0] }),
  guide('Axis', { kind: 'line', at: [-50, 0, 0], direction: [0, 1, 0], symmetry: true }),
  guide('Gauge', { kind: 'circle', centre: [-100, 0, 0], radius: 10 }),
];

const ALL = new Set(SNAPS.map(({ kind }) => kind));
const snapping = (more: Partial<Snapping> = {}): Snapping => ({ items: SCENE, on: ALL, plane: FRONT, grid: 10, reach: 2, last: null, levels: [], ...more }); // prettier-ignore
const caught = (x: number, y: number, more: Partial<Snapping> = {}) => {
  const found = catchAt([x, y, 0], snapping(more));
  return found && [found.label, ...found.at.slice(0, 2).map((value) => Number(value.toFixed(6)) + 0)];
};
const without = (...kinds: readonly SnapKind[]): Partial<Snapping> => ({ on: new Set([...ALL].filter((kind) => !kinds.includes(kind))) }); // prettier-ignore

describe('what a place is caught by', () => {
  it.each([
    ['an end', 1, 1, ['end of Base', 0, 0]],
    ['a fit point', 31, 79, ['point of Arch', 30, 80]],
    ['a point of its own', -19, 9, ['Point 1', -20, 10]],
    ['a crossing', 41, 1, ['intersection', 40, 0]],
    ['half the length', 31, 0.5, ['middle of Base', 30, 0]],
    ['half of a leg', 19, 121, ['middle of Bent', 20, 120]],
    ['the centre of a circle', 121, -1, ['centre of Ring', 120, 0]],
    ['the centre of a closed shape', 221, 14, ['centre of Box', 220, 15]],
    ['the centre of a gauge circle', -99, 1, ['centre of Gauge', -100, 0]],
    ['a quadrant', 119, 21, ['quadrant of Ring', 120, 20]],
    ['a curve', 12, 1, ['on Base', 12, 0]],
    ['a gauge circle', -93.5, 8.5, ['on Gauge', -100 + 10 * (6.5 / Math.hypot(6.5, 8.5)), 10 * (8.5 / Math.hypot(6.5, 8.5))]], // prettier-ignore
    ['a symmetry line', -49, 33.3, ['symmetry line Axis', -50, 33.3]],
    ['the grid', 71, 89, ['grid', 70, 90]],
  ] as const)('%s', (_what, x, y, expected) => {
    const found = caught(x, y);
    expect(found?.[0]).toBe(expected[0]);
    expect(found?.[1]).toBeCloseTo(expected[1], 5);
    expect(found?.[2]).toBeCloseTo(expected[2], 5);
  });

  it('touching and square to a curve, from the last place', () => {
    // From (120, 40) the tangents of a circle of radius 20 about (120, 0) touch at 30° (right triangle of 20 and 40).
    const touch = [120 + 20 * Math.cos(Math.PI / 6), 10];
    const found = caught(touch[0] + 0.7, touch[1] + 0.5, { last: [120, 40, 0] });
    expect(found?.[0]).toBe('tangent to Ring');
    expect(found?.[1]).toBeCloseTo(touch[0], 5);
    expect(caught(12.6, 0.4, { last: [12, 40, 0] })).toEqual(['perpendicular to Base', 12, 0]);
    expect(caught(12.6, 0.4)).toEqual(['on Base', 12.6, 0]);
  });

  it('level with, and over, other places: one of them or both', () => {
    const levels = [{ at: [300, 77, 0] as Vector3, label: 'place 1' }, { at: [333, 5, 0] as Vector3, label: 'end of Lid' }]; // prettier-ignore
    const bare = without('grid');
    expect(caught(320, 77.8, { ...bare, levels })).toEqual(['level with place 1', 320, 77]);
    expect(caught(332.4, 76.5, { ...bare, levels })).toEqual(['level with place 1 and end of Lid', 333, 77]);
    expect(caught(320, 79, { ...bare, levels })).toBeNull();
    // The value that is free goes by the grid, where that is on.
    expect(caught(321, 77.8, { levels })).toEqual(['level with place 1', 320, 77]);
  });

  it('says which way a caught end goes on', () => {
    expect(catchAt([60.5, 0.5, 0], snapping())?.ahead).toEqual([1, 0, 0]);
    expect(catchAt([0.5, 0.5, 0], snapping())?.ahead).toEqual([-1, 0, 0]);
  });
});

describe('what comes first', () => {
  it('the nearest single place, before any curve; in one place the first of the kinds', () => {
    // Nearer to the crossing than to the end of the same curve.
    expect(caught(41.8, 0, { reach: 30 })?.[0]).toBe('intersection');
    expect(caught(56, 0, { reach: 30 })?.[0]).toBe('end of Base');
    const doubled = [...SCENE, drawn({ ...look, kind: 'point', name: 'Point 2', at: [0, 0, 0] })];
    expect(caught(0.5, 0.5, { items: doubled })?.[0]).toBe('end of Base');
    expect(caught(0.5, 0.5, { items: doubled, ...without('end') })?.[0]).toBe('Point 2');
  });

  it('what is switched off is passed over, one kind after the other, down to nothing', () => {
    const labels: unknown[] = [];
    let off: SnapKind[] = [];
    for (let found = caught(40.3, 0.2); found; found = caught(40.3, 0.2, without(...off))) {
      labels.push(found[0]);
      const kind = SNAPS.find(({ label }) => String(found?.[0]).startsWith(label))?.kind;
      if (!kind) throw new Error(`${found[0]} is of no kind`);
      off = [...off, kind];
    }
    expect(labels).toEqual(['intersection', 'middle of Rib', 'on Base', 'grid']);
  });

  it('catches nothing where nothing is', () => {
    expect(caught(500.3, 503, without('grid'))).toBeNull();
  });

  it('finds one curve among 2,000', () => {
    const many = Array.from({ length: 2000 }, (_, i) => curve(`Rib ${i}`, lineBetween([i, 1000, 0], [i, 1010, 0])));
    expect(caught(777.2, 1009.9, { items: [...many, ...SCENE], reach: 0.4 })).toEqual(['end of Rib 777', 777, 1010]);
    expect(caught(41, 1, { items: [...many, ...SCENE] })).toEqual(['intersection', 40, 0]);
  });
});

it('keeps to one of eight directions from the last place', () => {
  const places = [[10, 1], [9, 8], [1, -9], [-7, 6]].map(([x, y]) => alongDirection([x, y, 0], [0, 0, 0], FRONT)); // prettier-ignore
  expect(places.map(({ label, at: [x, y] }) => [label, Number(x.toFixed(9)) + 0, Number(y.toFixed(9)) + 0])).toEqual([
    ['level', 10, 0],
    ['45°', 8.5, 8.5],
    ['upright', 0, -9],
    ['45°', -6.5, 6.5],
  ]);
});

describe('measured points', () => {
  const set = shownSet(Float64Array.of(12, 1, 0, 1, 1, 0, 300, 300, 9));
  const items = [...SCENE, set];

  it('are caught after other single places and before curves, while points are', () => {
    expect(caught(12, 0.4, { items })).toEqual(['point of Scan', 12, 1]);
    // The end is a little farther off, and no measured point would ever let it be caught.
    expect(caught(0.9, 0.9, { items })).toEqual(['end of Base', 0, 0]);
    expect(caught(12, 0.4, { items, ...without('point') })).toEqual(['on Base', 12, 0]);
  });

  it('are caught only where they are near in space too', () => {
    expect(caught(299, 299, { items, ...without('grid') })).toBeNull();
  });
});
