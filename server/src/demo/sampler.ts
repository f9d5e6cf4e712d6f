import { homogeneous, lineBetween, makeCurve, polyline, uniformKnots, type Vector3 } from '@pencil-bend/core';
import { freehand } from '@pencil-bend/core/changing';
import {
  controlRecipe,
  emptyProject,
  type Id,
  type Item,
  newLayer,
  type Project,
  pulledBy,
} from '@pencil-bend/document';
import type { ProjectFile } from '@pencil-bend/exchange';
import {
  BLUE,
  curve,
  exact,
  guide,
  made,
  point,
  shaped,
  SLATE,
  through,
  type Told,
  UMBER,
  vectorOf,
} from './demoItems';

/** How far apart the samples stand, in mm. */
const ACROSS = 50;
const DOWN = 45;
const COLUMNS = 5;

/** Makes the items of a sample about a place, by their ids. */
type Sample = (at: (x: number, y: number) => Vector3) => Record<Id, Item>;

const named = (name: string, note: string, colour?: string): Told => ({
  name,
  layer: 'samples',
  note,
  ...(colour && { colour }),
});

/** One of each kind of curve, row by row, each with its name and what to try. */
const SAMPLES: readonly Sample[] = [
  (at) => ({
    line: exact(
      lineBetween(at(-18, -10), at(18, 10)),
      named('Line', 'Degree 1 with two control points. Drag an end, or the line itself.'),
    ),
  }),
  (at) => ({
    polyline: exact(
      made(
        polyline(at(-18, -4), [
          { kind: 'line', to: at(18, -4) },
          { kind: 'arc-on', to: at(18, 4) },
          { kind: 'line', to: at(-18, 4) },
          { kind: 'arc-on', to: at(-18, -4) },
        ]),
      ),
      named('Polyline with arcs', 'Lines and arcs that go on from them, closed: one exact rational curve.'),
    ),
  }),
  (at) => ({
    rectangle: shaped(
      { kind: 'rectangle', corner: at(-16, -10), width: 32, height: 20 },
      named('Rectangle', 'Kept as a corner, a width and a height: type them on the card.'),
    ),
  }),
  (at) => ({
    polygon: shaped(
      { kind: 'polygon', centre: at(0, 0), sides: 6, radius: 13, reaches: 'corners' },
      named('Polygon', 'Six sides by centre and radius. Change the count on the card.'),
    ),
  }),
  (at) => ({
    circle: shaped(
      { kind: 'circle', centre: at(0, 0), radius: 13 },
      named('Circle', 'A rational quadratic: exactly round, with weights, not nearly.'),
    ),
  }),
  (at) => ({
    arc: shaped(
      { kind: 'arc', start: at(-17, -6), through: at(0, 9), end: at(17, -6) },
      named('Arc', 'Through three points. Drag the middle one to change the radius.'),
    ),
  }),
  (at) => ({
    ellipse: shaped(
      { kind: 'ellipse', centre: at(0, 0), alongX: 17, alongY: 10 },
      named('Ellipse', 'Four extrema of curvature: an oval has no fewer.'),
    ),
  }),
  (at) => ({
    conic: shaped(
      { kind: 'conic', start: at(-17, -9), apex: at(6, 15), end: at(17, -9), fullness: 0.42 },
      named('Conic', 'By its ends, the apex and the fullness: below 0.5 an ellipse, above it a hyperbola.'),
    ),
  }),
  (at) => ({
    parabola: shaped(
      { kind: 'parabola', vertex: at(0, -9), focalLength: 4.5, from: -17, to: 17 },
      named('Parabola', 'By vertex and focal length: a polynomial quadratic.'),
    ),
  }),
  (at) => ({
    bezier: exact(
      makeCurve(
        3,
        [0, 0, 0, 0, 20, 20, 20, 40, 40, 40, 40],
        homogeneous([at(-18, -8), at(-12, 6), at(-6, 10), at(0, 2), at(6, -6), at(12, -10), at(18, 8)].flat()),
      ),
      named(
        'Bézier pieces',
        'Two cubics that meet at an anchor: its handles lie in line, so that it is smooth there.',
        UMBER,
      ),
    ),
  }),
  (at) => {
    const places = [at(-18, -8), at(-6, 9), at(6, 9), at(18, -8)];
    return {
      through: curve(
        through(places),
        named('Through points', 'The curve passes its fit points; the other one is pulled by the same places.', BLUE),
      ),
      pulled: curve(
        pulledBy(places, 3, false),
        named('Pulled by points', 'The same places as control points: they pull, the curve stays inside.', UMBER),
      ),
    };
  },
  (at) => ({
    ring: curve(
      through([at(16, 0), at(9, 10), at(-9, 10), at(-16, 0), at(-9, -10), at(9, -10)], {}, true),
      named('Closed through points', 'It has no ends: curvature goes on over the seam.'),
    ),
  }),
  (at) => ({
    weighted: exact(
      makeCurve(
        3,
        uniformKnots(3, 5),
        homogeneous([at(-18, -8), at(-10, 10), at(0, -12), at(10, 10), at(18, -8)].flat(), [1, 1, 4, 1, 1]),
      ),
      named('With weights', 'The middle control point weighs 4: its border is thicker, and it pulls harder.'),
    ),
  }),
  (at) => ({
    kinked: curve(
      through([at(-18, -8), at(-8, 8), at(0, -6), at(8, 8), at(18, -8)], { 2: { kink: true } }),
      named('With a kink', 'The middle point may have a corner: the chevron says so.'),
    ),
  }),
  (at) => ({
    sketched: curve(
      sketched(at),
      named('Freehand', 'A hand’s stroke of 60 samples, laid as a light curve within 0.6 mm of them.', SLATE),
    ),
  }),
  (at) => ({
    half: curve(
      through([at(-18, -8), at(-12, 8), at(-2, 10)]),
      named('One half', 'Draw on this side: the other half follows.'),
    ),
    'other-half': curve(
      { kind: 'mirror', of: 'half', about: { at: at(0, 0), across: [1, 0, 0] } },
      named('Other half', 'The mirror of the one half: it has no points of its own.'),
    ),
  }),
  (at) => ({
    symmetric: curve(
      {
        ...through([at(-17, -8), at(-10, 6), at(0, 9), at(10, 6), at(17, -8)]),
        symmetry: { at: at(0, 0), across: [1, 0, 0] },
      },
      named('Its own mirror', 'One curve that stays the same on both sides: drag a point, and its image goes along.'),
    ),
  }),
  (at) =>
    Object.fromEntries(
      [-16, -8, 0, 8, 16].map((x, i) => [
        `point-${i + 1}`,
        point(at(x, 0), named(`Point ${i + 1}`, 'One of a row of single points: snaps catch them.', SLATE)),
      ]),
    ),
  (at) => ({
    gauge: guide(
      { kind: 'circle', centre: at(0, 0), radius: 12 },
      named('Gauge circle', 'A guide to measure a radius of curvature by; it is not handed over.'),
    ),
  }),
];

/** The falling water as a hand drew it: samples with a little unrest. */
function sketched(at: (x: number, y: number) => Vector3) {
  const samples = Array.from({ length: 60 }, (_, i) => {
    const t = i / 59;
    return at(-14 + 28 * t, 12 - 24 * t * t + 0.25 * Math.sin(i * 2.1));
  });
  const { curve: stroke } = made(freehand(Float64Array.from(samples.flat()), 0.6, { quick: true }));
  return controlRecipe(stroke, (i) => `c${i + 1}`);
}

/** A second project of the demo: one of each kind of curve, told apart from the kettle, where a kind serves a purpose. */
export function sampler(): ProjectFile {
  const items = Object.assign(
    {},
    ...SAMPLES.map((sample, i) => {
      const x = (i % COLUMNS) * ACROSS;
      const y = -Math.floor(i / COLUMNS) * DOWN;
      return sample((dx, dy) => vectorOf([x + dx, y + dy]));
    }),
  ) as Record<Id, Item>;
  const project: Project = {
    ...emptyProject('Sampler'),
    layers: { samples: newLayer('Samples') },
    layerOrder: ['samples'],
    items,
    itemOrder: Object.keys(items),
  };
  return { project, pointSets: new Map() };
}
