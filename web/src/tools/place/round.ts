import {
  along,
  arcAbout,
  arcAlong,
  arcCentre,
  type ArcFailure,
  arcOfRadius,
  arcThrough,
  circle,
  circleThrough,
  conic,
  type Curve,
  directionTo,
  distance,
  dot,
  ellipticArc,
  leftOf,
  leftOfLine,
  lerp,
  middle,
  normalOf,
  parabolaThrough,
  type Plane,
  planeTowards,
  type Result,
  rhoNear,
  scale,
  subtract,
  type Vector3,
} from '@pencil-bend/core';
import { type Given, placingTool, type Made } from './placingTool';
import { exact, planeOf } from './geometry';

/** Circles, arcs, ellipses, conics and parabolas, all exact. */

export function arcInWords(failure: ArcFailure): string {
  switch (failure.kind) {
    case 'coincident-points':
      return 'Two of the places are one';
    case 'straight':
      return 'The places lie in line: no arc goes through them';
    case 'radius-too-small':
      return `The radius must be at least half the chord, ${Number(failure.least.toPrecision(4))} mm`;
  }
}

const asArc = (made: Result<Curve, ArcFailure>): Made =>
  made.ok ? { shape: 'arc', items: [exact(made.value)] } : { why: arcInWords(made.failure) };

const inMm = (mm: number): string => String(Number(mm.toFixed(3)));

/** A circle anticlockwise from the place that was given. */
function circleFrom(plane: Plane, centre: Vector3, radius: number, from: Vector3): Made {
  if (!(radius > 0)) return { why: 'A circle needs a radius' };
  const towards = planeTowards(plane, centre, from);
  return { shape: 'circle', items: [exact(circle(towards, centre, radius))], note: `Radius ${inMm(radius)} mm.` };
}

/** The circle through three places, with its radius as a note. */
function circleOf(plane: Plane, a: Vector3, b: Vector3, c: Vector3): Made {
  const made = circleThrough(plane, a, b, c);
  if (!made.ok) return { why: arcInWords(made.failure) };
  const radius = distance(arcCentre(made.value) ?? a, a);
  return { shape: 'circle', items: [exact(made.value)], note: `Radius ${inMm(radius)} mm.` };
}

const choice = (name: string, label: string, ...choices: readonly (readonly [string, string])[]) =>
  ({
    name,
    label,
    kind: 'choice',
    value: choices[0][0],
    choices: choices.map(([value, shown]) => ({ value, label: shown })),
  }) as const;

const ARC_ASKS: Readonly<Record<string, readonly string[]>> = {
  centre: ['Click the centre.', 'Click where the arc starts, or type the radius.', 'Click where it ends.'],
  three: ['Click where the arc starts.', 'Click a place on it.', 'Click where it ends.'],
  radius: [
    'Click where the arc starts.',
    'Click where it ends.',
    'Click on the side it bulges to, or type the radius.',
  ],
  tangent: [
    'Click where the arc starts; the end of a curve gives its direction.',
    'Click where it ends.',
    'Click where it sets out to.',
  ],
};

function arcOf({ places, options }: Given, plane: Plane): Made {
  const [a, b, c] = places.map(({ at }) => at);
  switch (options['by']) {
    case 'centre': {
      const about = arcAbout(a, b, c, scale(normalOf(plane), options['turn'] === 'right' ? -1 : 1));
      return asArc(about);
    }
    case 'three':
      return asArc(arcThrough(a, b, c));
    case 'radius': {
      const side = leftOfLine(plane, a, b, c);
      const radius = places[2].value ?? Math.max(distance(middle(a, b), c), distance(a, b) / 2);
      // To the left it bulges when it runs clockwise: from the other end.
      const [from, to] = side > 0 ? [b, a] : [a, b];
      return asArc(arcOfRadius(plane, from, to, radius, options['long'] === true));
    }
    default: {
      const tangent = places[0].caught?.ahead ?? (c && directionTo(a, c));
      return tangent ? asArc(arcAlong(a, tangent, b)) : { why: 'The arc has no direction to set out to' };
    }
  }
}

export const round = {
  circle: placingTool({
    label: 'Circle',
    group: 'round',
    asks: (count, { by }) =>
      by === 'three'
        ? `Click the ${['first', 'second', 'third'][count]} place on the circle.`
        : by === 'diameter'
          ? ['Click one end of the diameter.', 'Click its other end, or type the diameter.'][count]
          : ['Click the centre.', 'Click a place on the circle, or type the radius.'][count],
    least: 2,
    most: ({ by }) => (by === 'three' ? 3 : 2),
    options: [choice('by', 'By', ['centre', 'centre, radius'], ['diameter', 'diameter'], ['three', 'three places'])],
    make: ({ places, options }, context) => {
      const [a, b, c] = places.map(({ at }) => at);
      const plane = planeOf(context);
      if (options['by'] === 'three') return c ? circleOf(plane, a, b, c) : { why: 'Click the third place' };
      const centre = options['by'] === 'diameter' ? middle(a, b) : a;
      return circleFrom(plane, centre, distance(centre, b), b);
    },
  }),

  arc: placingTool({
    label: 'Arc',
    group: 'round',
    asks: (count, { by }) => ARC_ASKS[String(by)][count],
    least: 2,
    most: ({ by }, places) => (by === 'tangent' && places[0]?.caught?.ahead ? 2 : 3),
    options: [
      choice(
        'by',
        'By',
        ['three', 'three places'],
        ['centre', 'centre, start, end'],
        ['radius', 'start, end, radius'],
        ['tangent', 'start, end, tangent'],
      ),
      { ...choice('turn', 'Turns', ['left', 'anticlockwise'], ['right', 'clockwise']), only: ['by', 'centre'] },
      { name: 'long', label: 'The long way round', kind: 'toggle', value: false, only: ['by', 'radius'] },
    ],
    number: ({ places, options }, pointer, context) => {
      const [a, b] = places.map(({ at }) => at);
      if (options['by'] !== 'radius' || !b) return null;
      const side = pointer && leftOfLine(planeOf(context), a, b, pointer) < 0 ? -1 : 1;
      const way = directionTo(a, b) ?? planeOf(context).x;
      return {
        label: 'radius',
        plain: false,
        place: (value) => along(middle(a, b), leftOf(planeOf(context), way), side * value),
      };
    },
    make: (given, context) => {
      const tangentGiven = given.options['by'] === 'tangent' && given.places[0].caught?.ahead;
      return given.places.length < (tangentGiven ? 2 : 3)
        ? { why: 'Click the third place' }
        : arcOf(given, planeOf(context));
    },
  }),

  ellipse: placingTool({
    label: 'Ellipse',
    group: 'round',
    asks: (count) =>
      [
        'Click the centre.',
        'Click the end of one axis, or type its half length.',
        'Click how wide it is, or type the other half axis.',
      ][count],
    least: 3,
    most: 3,
    number: ({ places }, _pointer, context) => {
      const [centre, end] = places.map(({ at }) => at);
      if (!end) return null;
      const towards = planeTowards(planeOf(context), centre, end);
      return { label: 'half axis', plain: false, place: (value) => along(centre, towards.y, value) };
    },
    make: ({ places }, context) => {
      const [centre, end, beside] = places.map(({ at }) => at);
      const towards = planeTowards(planeOf(context), centre, end);
      const [x, y] = [distance(centre, end), Math.abs(dot(subtract(beside, centre), towards.y))];
      if (!(y > 0)) return { why: 'An ellipse needs a width' };
      return {
        shape: 'ellipse',
        items: [exact(ellipticArc({ centre, x: scale(towards.x, x), y: scale(towards.y, y) }))],
      };
    },
  }),

  conic: placingTool({
    label: 'Conic',
    group: 'round',
    asks: (count) =>
      [
        'Click where the conic starts.',
        'Click where it ends.',
        'Click the apex, where its end tangents meet.',
        'Click how full it is, or type its fullness from 0 to 1.',
      ][count],
    least: 3,
    most: 4,
    number: ({ places }) => {
      const [start, end, apex] = places.map(({ at }) => at);
      if (!apex) return null;
      const foot = middle(start, end);
      return { label: 'fullness, 0 to 1', plain: true, place: (rho) => lerp(foot, apex, rho) };
    },
    make: ({ places }, context) => {
      const [start, end, apex, at] = places.map((place) => place.at);
      if (leftOfLine(planeOf(context), start, end, apex) === 0) return { why: 'The apex lies in line with the ends' };
      const value = places[3]?.value;
      if (value !== undefined && !(value > 0 && value < 1))
        return { why: `A fullness lies between 0 and 1, not at ${value}` };
      const rho = value ?? (at ? rhoNear(start, apex, end, at) : 0.5);
      const kind = Math.abs(rho - 0.5) < 5e-4 ? 'a parabola' : rho < 0.5 ? 'an ellipse' : 'a hyperbola';
      return {
        shape: 'conic',
        items: [exact(conic(start, apex, end, rho))],
        note: `Fullness ${rho.toFixed(3)}: part of ${kind}.`,
      };
    },
  }),

  parabola: placingTool({
    label: 'Parabola',
    group: 'round',
    asks: (count) => (count === 0 ? 'Click the vertex.' : 'Click one end; the other side is its mirror.'),
    least: 2,
    most: 2,
    options: [
      choice('axis', 'Axis', ['upright', 'upright'], ['level', 'level']),
      { name: 'half', label: 'One side only', kind: 'toggle', value: false },
    ],
    make: ({ places: [vertex, end], options }, context) => {
      const axis = options['axis'] === 'level' ? 'x' : 'y';
      const made = parabolaThrough(planeOf(context), vertex.at, end.at, { axis, half: options['half'] === true });
      if (!made) return { why: 'The end must lie beside the vertex and away from it' };
      return { shape: 'parabola', items: [exact(made.curve)], note: `Focal length ${inMm(made.focalLength)} mm.` };
    },
  }),
} as const;
