import { distance, FRONT, homogeneous, makeCurve, type Plane, uniformKnots, type Vector3 } from '@pencil-bend/core';
import {
  controlRecipe,
  emptyProject,
  fitRecipe,
  GRAPHITE,
  type Recipe,
  NOTHING,
  type Selection,
  selectionOf,
  withHandles,
  handlesOn,
} from '@pencil-bend/document';
import type { Hit } from '../tools/contract';
import { shownSet } from '../view/pointSets.fixture';
import { shownItem, type ShownItem } from '../view/shownItem';
import { chosenMarks, handlesOf } from './handleMarks';
import { pick } from './picking';
import { rayThrough } from '../view/sight';

const PROJECT = emptyProject('Test');
const shared = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const CAMERA = { plane: FRONT, x: 50, y: 0, scale: 0.25, width: 800, height: 600 };
/** As many mm as the nine pixels that a click may be off. */
const REACH = 9 * CAMERA.scale;

const item = (id: string, recipe: Recipe): ShownItem =>
  shownItem(id, { ...shared, kind: 'curve', name: id, recipe }, PROJECT);
const through = (id: string, ...places: readonly Vector3[]): ShownItem =>
  item(
    id,
    fitRecipe(
      places.map((at, i) => ({ id: `${id}${i}`, at })),
      false,
    ),
  );
const scene: readonly ShownItem[] = [
  through('low', [0, 0, 0], [50, 0, 0], [100, 0, 0]),
  through('high', [0, 4, 0], [100, 4, 0]),
  shownItem('dot', { ...shared, kind: 'point', name: 'Dot', at: [50, 40, 0] }, PROJECT),
];
const LOW: Selection = selectionOf(['low']);

function hits(at: Vector3, drawn: readonly ShownItem[] = scene, selection: Selection = NOTHING, reach = 3) {
  const selected = drawn.find(({ id }) => id === selection.items[0]);
  const handles = selected ? handlesOf({ shown: selected, viewport: CAMERA, selection, added: new Set() }) : null;
  const chosen = selection.items.length > 1 ? chosenMarks(drawn, selection, CAMERA) : [];
  return pick(
    rayThrough(CAMERA, at),
    { items: drawn, selection, handles: selection.items.length > 1 ? null : handles, chosen, joints: [] },
    reach,
    CAMERA,
  );
}

describe('what lies under the pointer', () => {
  it('is the nearest curve with its parameter', () => {
    expect(hits([20, 1, 0])).toEqual([{ kind: 'curve', item: 'low', at: [expect.closeTo(20, 6), 0, 0], u: expect.closeTo(0.2, 6) }]); // prettier-ignore
    expect(hits([20, 3.5, 0])).toMatchObject([{ kind: 'curve', item: 'high' }]);
    expect(hits([20, 20, 0])).toEqual([]);
  });

  it('is the selected curve before others, and its handles before its line', () => {
    expect(hits([20, 2.5, 0], scene, LOW)).toMatchObject([{ item: 'low' }]);
    const [first] = hits([51, 2, 0], scene, LOW);
    expect(first).toEqual({
      kind: 'handle',
      item: 'low',
      located: { handle: { kind: 'fit', id: 'low1' }, at: [50, 0, 0] },
    });
    expect(hits([51, 2, 0])).toMatchObject([{ kind: 'curve' }]);
    expect(hits([51, 41, 0])).toEqual([{ kind: 'point', item: 'dot', at: [50, 40, 0] }]);
  });

  it('is the handle that was aimed at, even where a preferred one is within reach', () => {
    const bent = [through('bent', [0, 0, 0], [30, 20, 0], [60, 0, 0])];
    const selection: Selection = selectionOf(['bent']);
    const control = handlesOf({ shown: bent[0], viewport: CAMERA, selection, added: new Set() })?.control[1];
    if (!control) throw new Error('no control point');
    const first = hits(control.at, bent, selection, 30)[0];
    expect(first).toMatchObject({ located: { handle: { kind: 'control' } } });
  });

  it('is a stack of all handles there, the smaller targets first', () => {
    const bent = [through('bent', [0, 0, 0], [30, 20, 0], [60, 0, 0])];
    const end = hits([0, 0, 0], bent, selectionOf(['bent']), REACH);
    expect(end.map((hit) => (hit.kind === 'handle' ? hit.located.handle.kind : hit.kind))).toEqual(['fit', 'control', 'curve', 'leg']); // prettier-ignore
  });

  it('is a knot at the arms of its tick, at least 10 pixels from end to end, and the curve at its middle', () => {
    const curve = makeCurve(3, uniformKnots(3, 7), homogeneous([0, 0, 0, 20, 60, 0, 40, 60, 0, 60, -60, 0, 80, 60, 0, 100, 60, 0, 120, 0, 0])); // prettier-ignore
    const drawn = [
      item(
        'pulled',
        controlRecipe(curve, (i) => `c${i + 1}`),
      ),
    ];
    const selection: Selection = selectionOf(['pulled']);
    const handles = handlesOf({ shown: drawn[0], viewport: CAMERA, selection, added: new Set() });
    const knot = handles?.knots[0];
    if (!knot) throw new Error('no knot');
    const turn = (knot.turn * Math.PI) / 180;
    const across = (pixels: number): Vector3 => {
      const mm = pixels * CAMERA.scale;
      return [knot.at[0] + Math.sin(turn) * mm, knot.at[1] + Math.cos(turn) * mm, 0];
    };
    const kinds = (at: Vector3) => hits(at, drawn, selection, REACH).map((hit) => (hit.kind === 'handle' ? hit.located.handle.kind : hit.kind)); // prettier-ignore
    expect(kinds(across(0)).slice(0, 2)).toEqual(['on', 'knot']);
    for (const pixels of [-13, -11, 11, 13]) expect(kinds(across(pixels))[0]).toBe('knot');
    expect(kinds(across(30))).not.toContain('knot');
    // A leg of the polygon where it is nearer than the curve.
    expect(kinds([30, 60.2, 0])[0]).toBe('leg');
  });

  it('reaches every kind of handle of a rational curve with nine pixels', () => {
    const curve = makeCurve(3, uniformKnots(3, 5), homogeneous([0, 0, 0, 30, 40, 0, 60, -30, 0, 90, 40, 0, 120, 0, 0], [1, 3, 1, 1, 1])); // prettier-ignore
    const drawn = [
      item(
        'heavy',
        controlRecipe(curve, (i) => `c${i + 1}`),
      ),
    ];
    const selection: Selection = handlesOn('heavy', [{ kind: 'control', id: 'c4' }]);
    const handles = handlesOf({ shown: drawn[0], viewport: CAMERA, selection, added: new Set() });
    expect(handles?.weights.map(({ label }) => label)).toEqual(['Weight of control point 2, 3', 'Weight of control point 4, 1']); // prettier-ignore
    for (const mark of [...(handles?.weights ?? []), ...(handles?.control ?? []), ...(handles?.on ?? [])]) {
      const off: Vector3 = [mark.at[0] + 5 * CAMERA.scale, mark.at[1] + 5 * CAMERA.scale, 0];
      const found = hits(off, drawn, selection, REACH);
      expect(found.some((hit) => hit.kind === 'handle' && JSON.stringify(hit.located.handle) === JSON.stringify(mark.handle))).toBe(true); // prettier-ignore
    }
  });

  it('is a selected point of any of several curves, and none that is not selected', () => {
    const [low, high] = [
      { kind: 'fit', id: 'low1' },
      { kind: 'fit', id: 'high0' },
    ] as const;
    const both = withHandles(['low', 'high'], [{ item: 'low', handles: [low] }, { item: 'high', handles: [high] }]); // prettier-ignore
    expect(hits([50, 1, 0], scene, both)[0]).toEqual({ kind: 'handle', item: 'low', located: { handle: low, at: [50, 0, 0] } }); // prettier-ignore
    expect(hits([0, 4.5, 0], scene, both)[0]).toEqual({ kind: 'handle', item: 'high', located: { handle: high, at: [0, 4, 0] } }); // prettier-ignore
    expect(hits([100, 0, 0], scene, both)[0]).toMatchObject({ kind: 'curve' });
  });

  it('is the same in a view onto another plane, and however deep the drawing lies', () => {
    // Front turned onto the side plane: x goes to -z.
    const turned = ([x, y, z]: Vector3): Vector3 => [z + 40, y, -x];
    const plane: Plane = { origin: [7, 0, 0], x: [0, 0, -1], y: [0, 1, 0] };
    const side = { ...CAMERA, plane };
    const low: Vector3[] = [[0, 0, 0], [50, 0, 0], [100, 0, 0]]; // prettier-ignore
    const drawn = [through('low', ...low.map(turned)), through('high', turned([0, 4, 0]), turned([100, 4, 0]))];
    const handles = handlesOf({ shown: drawn[0], viewport: side, selection: LOW, added: new Set() });
    const seen = (hit: Hit) =>
      hit.kind === 'handle' ? `${hit.item} ${hit.located.handle.kind}` : `${hit.item} ${hit.kind}`;
    for (const at of [
      [20, 1, 0],
      [51, 2, 0],
      [20, 3.5, 0],
      [25, 0.2, 0],
      [20, 20, 0],
    ] as Vector3[]) {
      const among = { items: drawn, selection: LOW, handles, chosen: [], joints: [] };
      const there = pick(rayThrough(side, [-300, at[1], -at[0]]), among, 3, side);
      const here = hits(at, scene.slice(0, 2), LOW);
      expect(there.map(seen)).toEqual(here.map(seen));
      const place = (hit: Hit) => (hit.kind === 'handle' ? hit.located.at : hit.at);
      there.forEach((hit, i) => expect(distance(place(hit), turned(place(here[i])))).toBeLessThan(1e-9));
    }
  });
});

describe('a measured set', () => {
  const points = Float64Array.of(20, 1, 50, 50, 42, 0, 70, -20, 0);
  const set = shownSet(points);

  it('is taken by any of its points, however deep it lies, where no curve, point or guide is', () => {
    expect(hits([69, -19, 0], [...scene, set])).toEqual([{ kind: 'pointSet', item: 'scan', at: [70, -20, 0] }]);
    expect(hits([20, 1, 0], [...scene, set]).map(({ kind }) => kind)).toEqual(['curve', 'pointSet']);
    expect(hits([50, 41, 0], [...scene, set]).map(({ kind }) => kind)).toEqual(['point', 'pointSet']);
    expect(hits([69, -10, 0], [...scene, set])).toEqual([]);
  });

  it('of a layer of references is taken only where it is selected, and one without its points nowhere', () => {
    const fixed = { ...set, fixed: true };
    expect(hits([70, -20, 0], [fixed])).toEqual([]);
    expect(hits([70, -20, 0], [fixed], selectionOf(['scan']))).toHaveLength(1);
    expect(hits([70, -20, 0], [shownSet(null)])).toEqual([]);
  });
});
