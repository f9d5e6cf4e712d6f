import {
  type Curve,
  freehand,
  FRONT,
  homogeneous,
  lineBetween,
  makeCurve,
  polyline,
  type Result,
  type Vector3,
} from '@pencil-bend/core';
import {
  controlRecipe,
  fitRecipe,
  FRONT_ID,
  GRAPHITE,
  type Id,
  type Item,
  type Primitive,
  pulledBy,
  type Recipe,
} from '@pencil-bend/document';

const BLUE = '#2f5d8a';
const UMBER = '#7a5230';
const SLATE = '#6b7783';

const look = (name: string, layer: Id, colour = GRAPHITE) => ({ name, colour, visible: true, layer, plane: FRONT_ID });
const curve = (name: string, layer: Id, recipe: Recipe, colour?: string): Item => ({
  kind: 'curve',
  ...look(name, layer, colour),
  recipe,
});
const exact = (name: string, made: Curve, colour?: string): Item =>
  curve(
    name,
    'details',
    controlRecipe(made, (i) => `c${i + 1}`),
    colour,
  );
const shaped = (name: string, shape: Primitive, colour?: string): Item =>
  curve(name, 'details', { kind: 'primitive', x: FRONT.x, y: FRONT.y, shape }, colour);
const through = (name: string, layer: Id, places: readonly Vector3[], colour?: string): Item =>
  curve(
    name,
    layer,
    fitRecipe(
      places.map((at, i) => ({ id: `p${i + 1}`, at })),
      false,
    ),
    colour,
  );

function made(result: Result<Curve, unknown>): Curve {
  if (!result.ok) throw new Error(`the demo cannot be drawn: ${JSON.stringify(result.failure)}`);
  return result.value;
}

/** Every other kind of curve where a kettle has it: round parts, straight ones, guides, studies, measured points. */
export function details(): Record<Id, Item> {
  const items: Record<Id, Item> = {
    'rivet-upper': { ...shaped('Rivet, upper', { kind: 'circle', centre: [-52, 99, 0], radius: 2 }), group: 'rivets' },
    'rivet-lower': { ...shaped('Rivet, lower', { kind: 'circle', centre: [-92, 36, 0], radius: 2 }), group: 'rivets' },
    collar: shaped('Spout collar', { kind: 'arc', start: [61.2, 14, 0], through: [65, 22, 0], end: [60, 31, 0] }),
    brim: exact('Water mark', lineBetween([-40, 104, 0], [-30, 104, 0]), BLUE),
    seal: exact(
      'Seal',
      made(
        polyline(
          [-31, 124, 0],
          [
            { kind: 'line', to: [31, 124, 0] },
            { kind: 'arc-on', to: [31, 126, 0] },
            { kind: 'line', to: [-31, 126, 0] },
            { kind: 'arc-on', to: [-31, 124, 0] },
          ],
        ),
      ),
    ),
    plate: shaped('Name plate', { kind: 'rectangle', corner: [-13, 84, 0], width: 26, height: 9 }, SLATE),
    nut: shaped('Nut', { kind: 'polygon', centre: [0, 140, 0], sides: 6, radius: 3.5, reaches: 'corners' }, SLATE),
    section: shaped('Section', { kind: 'ellipse', centre: [-102, 84, 0], alongX: 4.2, alongY: 2.8 }, UMBER),
    shoulder: shaped('Shoulder', {
      kind: 'conic',
      start: [134, 108.5, 0],
      apex: [139, 107.5, 0],
      end: [140.5, 112, 0],
      fullness: 0.42,
    }),
    dish: shaped('Dished bottom', { kind: 'parabola', vertex: [0, 4, 0], focalLength: 60, from: -36, to: 36 }),
    thumb: exact(
      'Thumb rest',
      makeCurve(
        3,
        [0, 0, 0, 0, 14, 14, 14, 26, 26, 26, 26],
        homogeneous([-62, 119, 0, -66, 124, 0, -70, 128, 0, -75, 127, 0, -79, 126.2, 0, -82, 125.5, 0, -86, 123.5, 0]),
      ),
      UMBER,
    ),
    pour: curve('Pour, sketched', 'studies', sketched(), SLATE),
    'knob-through': through('Study, through', 'studies', KNOB_STUDY, BLUE),
    'knob-pulled': curve('Study, pulled', 'studies', pulledBy(KNOB_STUDY, 3, false), UMBER),
    axis: {
      kind: 'guide',
      ...look('Axis', 'setup'),
      guide: { kind: 'line', at: [0, 0, 0], direction: [0, 1, 0], symmetry: true },
    },
    table: {
      kind: 'guide',
      ...look('Table', 'setup'),
      guide: { kind: 'line', at: [0, -0.8, 0], direction: [1, 0, 0], symmetry: false },
    },
    gauge: {
      kind: 'guide',
      ...look('Tightest bend', 'setup'),
      guide: { kind: 'circle', centre: [120.5, 104.5, 0], radius: 14 },
    },
    'lid-before': through('Flatter lid', 'before', [
      [-33, 126, 0],
      [0, 131, 0],
      [33, 126, 0],
    ]),
  };
  HOLES.forEach(
    (x, i) => (items[`hole-${i + 1}`] = { kind: 'point', ...look(`Drain ${i + 1}`, 'details', SLATE), at: [x, 12, 0] }),
  );
  return items;
}

const HOLES = [-20, -10, 0, 10, 20] as const;
const KNOB_STUDY: readonly Vector3[] = [
  [18, 138, 0],
  [22, 150, 0],
  [34, 150, 0],
  [38, 138, 0],
];

/** The falling water as a hand drew it: samples with a little unrest. */
function sketched(): Recipe {
  const samples = Array.from({ length: 60 }, (_, i) => {
    const t = i / 59;
    return [143 - 3 * t + 0.25 * Math.sin(i * 2.1), 106 - 96 * t * t - 6 * t, 0];
  });
  const stroke = freehand(Float64Array.from(samples.flat()), 0.6, { quick: true });
  if (!stroke.ok) throw new Error('the demo cannot be drawn: no stroke');
  return controlRecipe(stroke.value.curve, (i) => `c${i + 1}`);
}
