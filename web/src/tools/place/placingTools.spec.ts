import { arcLength, type Curve, curvatureProfile, distance, domainOf, enclosedArea, evaluate, FRONT, kinksOf, rounded, type Vector3 } from '@pencil-bend/core'; // prettier-ignore
import {
  controlRecipe,
  emptyProject,
  type NewItem,
  NOTHING,
  plainItem,
  type Project,
  resolveRecipe,
  type Selection,
  selectionOf,
} from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { circle, lineBetween } from '@pencil-bend/core';
import { key, play, pointer, toolContext, started } from '../toolFixture';
import type { Hit, ToolInput } from '../contract';
import type { Options } from '../contract';
import type { PlacingToolName } from './placingTools';

const clicks = (...places: readonly (readonly [number, number])[]) => places.map(([x, y]) => pointer('press', x, y));
const typed = (x: number, y: number, value: number): ToolInput => ({ type: 'typed', at: [x, y, 0], value });

/** What a tool draws for inputs, ended by Enter where it does not end by itself. */
function drawn(tool: PlacingToolName, options: Options, ...inputs: readonly ToolInput[]): readonly NewItem[] {
  const { calls, why } = play(started(tool, options), toolContext(), ...inputs, key('Enter'));
  const [call] = calls;
  if (call?.command !== 'drawItems') throw new Error(why ?? 'nothing was drawn');
  return call.args.items;
}
const curvesOf = (items: readonly NewItem[]): Curve[] =>
  items.map((item) => {
    const resolved = 'recipe' in item ? resolveRecipe(item.recipe) : null;
    if (!resolved?.ok) throw new Error('no curve');
    return resolved.value.curve;
  });
const curve = (tool: PlacingToolName, options: Options, ...inputs: readonly ToolInput[]): Curve => curvesOf(drawn(tool, options, ...inputs))[0]; // prettier-ignore

/** The largest and least distance of a curve from a place. */
function radii(of: Curve, centre: Vector3): [number, number] {
  const [first, last] = domainOf(of);
  const all = Array.from({ length: 101 }, (_, i) => distance(evaluate(of, first + ((last - first) * i) / 100), centre));
  return [Math.min(...all), Math.max(...all)];
}
const isRound = (of: Curve, centre: Vector3, radius: number) => {
  const [least, most] = radii(of, centre);
  return Math.max(Math.abs(least - radius), Math.abs(most - radius)) / radius;
};
const areaOf = (of: Curve): number => {
  const area = enclosedArea(of, FRONT);
  if (!area.ok) throw new Error('no area');
  return area.value.area;
};

describe('round items are exact', () => {
  it.each([
    ['by centre and a place', {}, clicks([10, 5], [13, 9])],
    ['by centre and a typed radius', {}, [pointer('press', 10, 5), typed(15, 5, 5)]],
    ['by its diameter', { by: 'diameter' }, clicks([7, 1], [13, 9])],
    ['through three places', { by: 'three' }, clicks([13, 9], [7, 9], [7, 1])],
  ] as const)('a circle %s: its radius is constant to 1e-12', (_what, options, inputs) => {
    const made = curve('circle', options, ...inputs);
    expect(made.closing).toBe('clamped-closed');
    expect(isRound(made, [10, 5, 0], 5)).toBeLessThan(1e-12);
  });

  it.each([
    ['through three places', { by: 'three' }, clicks([5, 0], [3, 4], [0, 5]), 2.5 * Math.PI],
    ['by centre, start and end', { by: 'centre' }, clicks([0, 0], [5, 0], [0, 9]), 2.5 * Math.PI],
    ['clockwise', { by: 'centre', turn: 'right' }, clicks([0, 0], [5, 0], [0, 9]), 7.5 * Math.PI],
    ['by its ends and a radius', { by: 'radius' }, [...clicks([5, 0], [0, 5]), typed(9, 9, 5)], 2.5 * Math.PI],
    ['the long way', { by: 'radius', long: true }, [...clicks([5, 0], [0, 5]), typed(-9, -9, 5)], 7.5 * Math.PI],
    ['by its ends and a tangent', { by: 'tangent' }, clicks([5, 0], [0, 5], [5, 7]), 2.5 * Math.PI],
  ] as const)('an arc %s', (_what, options, inputs, length) => {
    const made = curve('arc', options, ...inputs);
    expect(arcLength(made).total).toBeCloseTo(length, 9);
    const { tightest } = curvatureProfile(made, { normal: null });
    expect(1 / Math.abs(tightest?.kappa ?? 0)).toBeCloseTo(5, 9);
  });

  it('an arc from the end of a curve takes its direction, and needs no third place', () => {
    const caught = { kind: 'end', label: '', at: [5, 0, 0], item: 'c', ahead: [0, 1, 0], from: [] } as const;
    const made = curve('arc', { by: 'tangent' }, pointer('press', 5, 0, null, { caught }), ...clicks([0, 5]));
    expect(isRound(made, [0, 0, 0], 5)).toBeLessThan(1e-12);
  });

  it('a conic of fullness √2 − 1 over a right angle is the circle (The NURBS Book, 7.3)', () => {
    const rho = Math.SQRT2 - 1;
    const made = curve('conic', {}, ...clicks([5, 0], [0, 5], [5, 5]), typed(0, 0, rho));
    expect(isRound(made, [0, 0, 0], 5)).toBeLessThan(1e-12);
    // The pointer sets it too: where the shoulder is to be.
    const shoulder = evaluate(curve('conic', {}, ...clicks([5, 0], [0, 5], [5, 5], [3.5, 3.5])), 0.5);
    expect(shoulder[0]).toBeCloseTo(3.5, 12);
  });

  it('an ellipse has its half axes, and the area π a b', () => {
    const made = curve('ellipse', {}, ...clicks([1, 1], [9, 7], [0, 5]));
    // The third place lies 4.0 to the left of the long axis.
    expect(Math.abs(areaOf(made))).toBeCloseTo(Math.PI * 10 * Math.abs((-1 * -6 + 4 * 8) / 10), 6);
    expect(radii(made, [1, 1, 0])[1]).toBeCloseTo(10, 9);
  });

  it('a parabola is y = x²/(4 f), upright and level', () => {
    const made = curve('parabola', {}, ...clicks([2, 1], [6, 5]));
    for (const u of [0, 0.2, 0.7, 1]) {
      const [x, y] = evaluate(made, u);
      expect(y - 1).toBeCloseTo((x - 2) ** 2 / 4, 12);
    }
    const [x, y] = evaluate(curve('parabola', { axis: 'level', half: true }, ...clicks([0, 0], [4, 4])), 1);
    expect([x, y]).toEqual([expect.closeTo(4, 12), expect.closeTo(4, 12)]);
  });
});

describe('lines and items', () => {
  it('a polyline of a leg, an arc that goes on from it, and an arc through a place', () => {
    const leg = (name: string): ToolInput => ({ type: 'option', name: 'leg', value: name });
    const made = curve('polyline', {}, ...clicks([0, 0], [10, 0]), leg('on'), ...clicks([14, 4]), leg('through'), ...clicks([10, 8], [6, 4])); // prettier-ignore
    // A leg of 10, a quarter of a circle of radius 4, a half one of the same.
    expect(arcLength(made).total).toBeCloseTo(10 + 2 * Math.PI + 4 * Math.PI, 9);
    expect(kinksOf(made)).toEqual([]);
  });

  it('a polyline closes over its first place', () => {
    const made = curve('polyline', {}, ...clicks([0, 0], [10, 0], [10, 6]), pointer('press', 0.1, 0));
    expect(made.closing).toBe('clamped-closed');
    expect(areaOf(made)).toBeCloseTo(30, 9);
  });

  it('rectangles from a corner or the centre; polygons by corner, side and edge', () => {
    expect(areaOf(curve('rectangle', {}, ...clicks([10, 8], [2, 3])))).toBeCloseTo(40, 9);
    expect(areaOf(curve('rectangle', { from: 'centre' }, ...clicks([10, 8], [2, 3])))).toBeCloseTo(160, 9);
    // A regular hexagon of edge 4 has the area 6√3 a²/4 (common formula).
    const hexagon = 24 * Math.sqrt(3);
    expect(areaOf(curve('polygon', {}, ...clicks([0, 0], [4, 0])))).toBeCloseTo(hexagon, 9);
    expect(areaOf(curve('polygon', { by: 'edge' }, ...clicks([1, 1], [1, 5])))).toBeCloseTo(hexagon, 9);
    expect(areaOf(curve('polygon', { by: 'sides' }, ...clicks([0, 0], [0, 2 * Math.sqrt(3)])))).toBeCloseTo(hexagon, 9);
    const [corner] = curvesOf(drawn('polygon', { by: 'edge', sides: 5 }, ...clicks([1, 1], [7, 1])));
    expect(evaluate(corner, 0).slice(0, 2)).toEqual([expect.closeTo(1, 9), expect.closeTo(1, 9)]);
  });

  it.each([
    ['rectangle', {}, clicks([0, 0], [5, 0.0]), 'A rectangle needs a width and a height'],
    ['conic', {}, clicks([0, 0], [9, 0], [4, 0], [4, 4]), 'The apex lies in line with the ends'],
    ['arc', { by: 'radius' }, [...clicks([0, 0], [10, 0]), typed(5, 2, 3)], 'The radius must be at least half the chord, 5 mm'],
    ['parabola', {}, clicks([0, 0], [0, 5]), 'The end must lie beside the vertex and away from it'],
    ['ellipse', {}, clicks([0, 0], [5, 0], [9, 0]), 'An ellipse needs a width'],
  ] as const)('%s of no size is refused in words', (tool, options, inputs, words) => {
    expect(play(started(tool, options), toolContext(), ...inputs)).toMatchObject({ calls: [], why: words });
  }); // prettier-ignore
});

describe('points, guides and pairs', () => {
  it('a row of points ends where it was asked to', () => {
    // 49 steps of 1 mm, where 49 times 1/49 is not 1.
    const fine = drawn('row', { count: 50 }, ...clicks([0, 0], [49, 0]));
    expect(fine.map((item) => ('at' in item ? item.at[0] : NaN))).toEqual(Array.from({ length: 50 }, (_, i) => i));
    const row = drawn('row', { count: 4 }, ...clicks([0, 0], [9, 3]));
    expect(row.map((item) => 'at' in item && item.at)).toEqual([[0, 0, 0], [3, 1, 0], [6, 2, 0], [9, 3, 0]]); // prettier-ignore
  });

  it('a gauge circle and a symmetry line are guides, no curves', () => {
    expect(drawn('gauge', {}, ...clicks([1, 1], [4, 5]))).toMatchObject([{ guide: { kind: 'circle', radius: 5 } }]);
    expect(drawn('guideLine', { symmetry: true }, ...clicks([0, 0], [0, 7]))).toMatchObject([{ guide: { kind: 'line', direction: [0, 1, 0], symmetry: true } }]); // prettier-ignore
  });

  it('two curves over the same points come in one step, each in its colour', () => {
    const both = drawn('compare', {}, ...clicks([0, 0], [10, 9], [20, 0], [30, 9]));
    expect(new Set(both.map(({ colour }) => colour)).size).toBe(2);
    const [through, pulled] = curvesOf(both);
    expect(distance(evaluate(through, domainOf(through)[0]), evaluate(pulled, 0))).toBeLessThan(1e-12);
    expect(controlRecipe(pulled, (i) => `c${i}`).points.map(({ at: [x, y] }) => [x, y])).toEqual([[0, 0], [10, 9], [20, 0], [30, 9]]); // prettier-ignore
  });
});

/** A sheet with a level line 'a', an upright one 'b', and a circle 'o'. */
const sheet = ((): Project => {
  const exact = (id: string, made: Curve): NewItem => ({ id, recipe: controlRecipe(made, (i) => `c${i + 1}`) });
  const items = [
    exact('a', lineBetween([0, 0, 0], [40, 0, 0])),
    exact('b', lineBetween([40, 0, 0], [40, 30, 0])),
    exact('o', circle(FRONT, [100, 0, 0], 10)),
  ];
  const outcome = perform(emptyProject('Cut'), { command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape: 'line', items } }, { id: 'step-000001', time: '' }); // prettier-ignore
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
})();
const on = (item: string, u: number, x: number, y: number): ToolInput => pointer('press', x, y, { kind: 'curve', item, at: [x, y, 0], u } as Hit); // prettier-ignore

/** What the sheet is after a tool was used on it. */
function used(tool: PlacingToolName, options: Options, selection: Selection, ...inputs: readonly ToolInput[]): Project {
  const { calls, why } = play(started(tool, options), toolContext(selection, undefined, sheet), ...inputs);
  if (calls.length === 0) throw new Error(why ?? 'no command');
  const outcome = perform(sheet, calls[0], { id: 'step-000002', time: '' });
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}
const lengthIn = (project: Project, id: string): number => {
  const item = plainItem(project, project.items[id]);
  const resolved = item.kind === 'curve' ? resolveRecipe(item.recipe) : null;
  if (!resolved?.ok) throw new Error('no curve');
  return arcLength(resolved.value.curve).total;
};
const newIn = (project: Project) => project.itemOrder.filter((id) => !(id in sheet.items));
const NONE: Selection = NOTHING;

describe('cutting and joining', () => {
  it('splits, extends by a typed length, shortens by a negative one, joins', () => {
    expect(lengthIn(used('split', {}, NONE, on('a', 0.25, 10, 0)), 'a')).toBeCloseTo(10, 9);
    expect(lengthIn(used('extend', { how: 'straight' }, NONE, on('a', 0.1, 4, 0), typed(-5, 0, 5)), 'a')).toBeCloseTo(45, 9); // prettier-ignore
    expect(lengthIn(used('extend', {}, NONE, on('a', 0.9, 36, 0), typed(30, 0, -8)), 'a')).toBeCloseTo(32, 9);
    expect(lengthIn(used('extend', { how: 'straight' }, NONE, on('a', 0.9, 36, 0), on('o', 0.5, 90, 0)), 'a')).toBeCloseTo(90, 6); // prettier-ignore
    const joined = used('join', {}, NONE, on('a', 0.9, 36, 0), on('b', 0.1, 40, 3));
    expect(lengthIn(joined, 'a')).toBeCloseTo(70, 9);
    expect(joined.items['b']).toBeUndefined();
  });

  it('rounds and cuts the corner between two lines', () => {
    const arc = used('fillet', { radius: 6 }, NONE, on('a', 0.8, 32, 0), on('b', 0.2, 40, 6));
    expect(lengthIn(arc, newIn(arc)[0])).toBeCloseTo(3 * Math.PI, 9);
    const cut = used('chamfer', { first: 3, second: 4 }, NONE, on('a', 0.8, 32, 0), on('b', 0.2, 40, 6));
    expect(lengthIn(cut, newIn(cut)[0])).toBeCloseTo(5, 9);
  });

  it('offsets to the side of the click, by as much as was typed, or both', () => {
    const inside = used('offset', {}, NONE, on('o', 0.5, 90, 0), pointer('press', 93, 0));
    expect(lengthIn(inside, newIn(inside)[0])).toBeCloseTo(14 * Math.PI, 4);
    const both = used('offset', { both: true }, NONE, on('o', 0.5, 90, 0), typed(88, 0, 2));
    expect(newIn(both).map((id) => lengthIn(both, id)).sort((p, q) => p - q)).toEqual([expect.closeTo(16 * Math.PI, 4), expect.closeTo(24 * Math.PI, 4)]); // prettier-ignore
  });

  it('divides into parts or lengths', () => {
    expect(newIn(used('divide', { count: 4 }, NONE, on('a', 0.5, 20, 0)))).toHaveLength(5);
    expect(newIn(used('divide', { by: 'step', step: 15 }, NONE, on('a', 0.5, 20, 0)))).toHaveLength(3);
  });
});

describe('carrying', () => {
  const A: Selection = selectionOf(['a']);
  const start = (project: Project, id: string): Vector3 => {
    const item = plainItem(project, project.items[id]);
    const resolved = item.kind === 'curve' ? resolveRecipe(item.recipe) : null;
    if (!resolved?.ok) throw new Error('no curve');
    return rounded(evaluate(resolved.value.curve, domainOf(resolved.value.curve)[1]), 9);
  };

  it('moves, turns, scales and mirrors the selection', () => {
    expect(start(used('move', {}, A, ...clicks([0, 0], [3, 4])), 'a')).toEqual([43, 4, 0]);
    expect(start(used('rotate', {}, A, ...clicks([0, 0], [5, 0]), typed(0, 5, 90)), 'a')).toEqual([0, 40, 0]);
    expect(start(used('scale', {}, A, ...clicks([0, 0], [5, 0], [10, 0])), 'a')).toEqual([80, 0, 0]);
    expect(start(used('scale', { along: 'y' }, A, ...clicks([0, 0], [5, 2], [10, 8])), 'a')).toEqual([40, 0, 0]);
    expect(start(used('mirror', { as: 'itself' }, A, ...clicks([0, 0], [0, 5])), 'a')).toEqual([-40, 0, 0]);
  });

  it('copies along a line, in rows and around', () => {
    const row = used('copy', { copies: 2 }, A, ...clicks([0, 0], [0, 5]));
    expect(newIn(row).map((id) => start(row, id)[1])).toEqual([5, 10]);
    const grid = used('array', { columns: 2, rows: 2 }, A, ...clicks([0, 0], [50, 5]));
    expect(newIn(grid).map((id) => start(grid, id))).toEqual([[90, 0, 0], [40, 5, 0], [90, 5, 0]]); // prettier-ignore
    const ring = used('ring', { count: 4 }, A, ...clicks([0, 0]));
    expect(newIn(ring).map((id) => start(ring, id))).toEqual([[0, 40, 0], [-40, 0, 0], [0, -40, 0]]); // prettier-ignore
    // Over less than all round, the last one stands at the end of the angle.
    const fan = used('ring', { count: 3, angle: 90 }, A, ...clicks([0, 0]));
    expect(newIn(fan).map((id) => start(fan, id))).toEqual([rounded([40 * Math.SQRT1_2, 40 * Math.SQRT1_2, 0], 9), [0, 40, 0]]); // prettier-ignore
  });

  it('a live mirror stays one', () => {
    const mirrored = used('mirror', {}, A, ...clicks([0, 0], [0, 5]));
    expect(mirrored.items[newIn(mirrored)[0]]).toMatchObject({ recipe: { kind: 'mirror', of: 'a' } });
  });

  it('asks for a selection, and says when nothing would change', () => {
    expect(play(started('move'), toolContext(NONE, undefined, sheet), ...clicks([0, 0])).why).toMatch(/select a curve first/); // prettier-ignore
    expect(play(started('scale'), toolContext(A, undefined, sheet), ...clicks([0, 0], [0, 5]), { type: 'typed', at: [0, 0, 0], value: -1 }).why).toMatch(/A factor above 0/); // prettier-ignore
  });
});
