import {
  along,
  arcAbout,
  arcAlong,
  arcCentre,
  type ArcFailure,
  arcOfRadius,
  cross,
  type Curve,
  directionTo,
  distance,
  domainOf,
  dot,
  evaluate,
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
import { arcInWords } from '@pencil-bend/document';
import { type Given, placingTool, type Made } from './placingTool';
import { drawnAs, planeOf } from './geometry';
import { JOINT_OPTIONS, jointOptions, jointsNote, OF_EXACT_SHAPES, withJoints } from './newJoints';

/** Circles, arcs, ellipses, conics and parabolas, all exact. */

/** The arc between the ends of another one, given by a place in its middle. */
function asArc(made: Result<Curve, ArcFailure>, plane: Plane): Made {
  if (!made.ok) return { why: arcInWords(made.failure) };
  const [first, last] = domainOf(made.value);
  const [start, through, end] = [first, (first + last) / 2, last].map((u) => evaluate(made.value, u));
  return drawnAs('arc', { kind: 'arc', start, through, end }, plane);
}

/** An arc about a centre from one direction to another, whose turn is told by the normal. */
function arcAboutCentre(centre: Vector3, start: Vector3, end: Vector3, normal: Vector3): Made {
  const made = arcAbout(centre, start, end, normal);
  if (!made.ok) return { why: arcInWords(made.failure) };
  const radius = distance(centre, start);
  const x = scale(subtract(start, centre), 1 / radius);
  const y = cross(normal, x);
  const way = subtract(end, centre);
  const angle = (Math.atan2(dot(way, y), dot(way, x)) * 180) / Math.PI;
  return drawnAs('arc', { kind: 'arc-about', centre, radius, sweep: angle > 0 ? angle : angle + 360 }, { x, y });
}

const inMm = (mm: number): string => String(Number(mm.toFixed(3)));

const radiusOf = (curve: Curve): string => {
  const centre = arcCentre(curve);
  return `Radius ${inMm(centre ? distance(centre, evaluate(curve, domainOf(curve)[0])) : NaN)} mm.`;
};

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
      return arcAboutCentre(a, b, c, scale(normalOf(plane), options['turn'] === 'right' ? -1 : 1));
    }
    case 'three':
      return drawnAs('arc', { kind: 'arc', start: a, through: b, end: c }, plane);
    case 'radius': {
      const side = leftOfLine(plane, a, b, c);
      const radius = places[2].value ?? Math.max(distance(middle(a, b), c), distance(a, b) / 2);
      // To the left it bulges when it runs clockwise: from the other end.
      const [from, to] = side > 0 ? [b, a] : [a, b];
      return asArc(arcOfRadius(plane, from, to, radius, options['long'] === true), plane);
    }
    default: {
      const tangent = places[0].caught?.ahead ?? (c && directionTo(a, c));
      return tangent ? asArc(arcAlong(a, tangent, b), plane) : { why: 'The arc has no direction to set out to' };
    }
  }
}

/** Of an arc that is given by its ends, those: what they were caught by can lead it. */
function endsOfArc({ places, ...given }: Given): Given {
  const [start, second, third] = places;
  const ends = { three: [start, third], tangent: [start, second] }[String(given.options['by'])] ?? [];
  return { ...given, places: ends.filter((place) => place !== undefined) };
}

export const round = {
  circle: placingTool({
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
      if (options['by'] === 'three') {
        if (!c) return { why: 'Click the third place' };
        return drawnAs('circle', { kind: 'circle-through', a, b, c }, plane, radiusOf);
      }
      const radius = distance(a, b);
      if (!(radius > 0)) return { why: 'A circle needs a radius' };
      if (options['by'] === 'diameter')
        return drawnAs('circle', { kind: 'circle-across', from: a, to: b }, plane, radiusOf);
      // Anticlockwise from the place that was given.
      return drawnAs('circle', { kind: 'circle', centre: a, radius }, planeTowards(plane, a, b), radiusOf);
    },
  }),

  arc: placingTool({
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
      ...JOINT_OPTIONS,
    ],
    optionsNow: (given) => jointOptions(endsOfArc(given), OF_EXACT_SHAPES),
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
      if (given.places.length < (tangentGiven ? 2 : 3)) return { why: 'Click the third place' };
      const made = arcOf(given, planeOf(context));
      if (!('items' in made)) return made;
      const items = made.items.map((item) => withJoints(item, endsOfArc(given), OF_EXACT_SHAPES, context));
      const note = jointsNote(items[0]) ?? made.note;
      return { ...made, items, ...(note && { note }) };
    },
  }),

  ellipse: placingTool({
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
      return drawnAs('ellipse', { kind: 'ellipse', centre, alongX: x, alongY: y }, towards);
    },
  }),

  conic: placingTool({
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
      const note = () => `Fullness ${rho.toFixed(3)}: part of ${kind}.`;
      return drawnAs('conic', { kind: 'conic', start, apex, end, fullness: rho }, planeOf(context), note);
    },
  }),

  parabola: placingTool({
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
      const { focalLength, from, to, axes } = made;
      const note = () => `Focal length ${inMm(focalLength)} mm.`;
      return drawnAs('parabola', { kind: 'parabola', vertex: vertex.at, focalLength, from, to }, axes, note);
    },
  }),
} as const;
