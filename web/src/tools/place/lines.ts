import {
  along,
  distance,
  fromPlane,
  inPlane,
  type Leg,
  type LegFailure,
  lineBetween,
  middle,
  planeTowards,
  polyline,
  scale,
  subtract,
  type Vector3,
} from '@pencil-bend/core';
import { JOINT_OPTIONS, jointOptions, jointsNote, withJoints, OF_EXACT_SHAPES } from './newJoints';
import { placingTool, type Made, type Place } from './placingTool';
import { drawnAs, exact, planeOf } from './geometry';

/** Lines, chains of legs, rectangles and regular polygons. */

/** The legs that lead through places; an arc through a place takes two of them. Null while one of the two is missing. */
function legsOf(places: readonly Place[]): Leg[] | null {
  const legs: Leg[] = [];
  for (let i = 1; i < places.length; i++) {
    const { at, leg } = places[i];
    const next = places[i + 1];
    if (leg === 'through') {
      if (!next) return null;
      legs.push({ kind: 'arc-through', through: at, to: next.at });
      i++;
    } else if (leg === 'on' && (legs.length > 0 || places[0].caught?.ahead)) legs.push({ kind: 'arc-on', to: at });
    else legs.push({ kind: 'line', to: at });
  }
  return legs;
}

export function legInWords(failure: LegFailure): string {
  const which = `Leg ${failure.leg + 1}`;
  switch (failure.kind) {
    case 'coincident-points':
      return `${which} has no length`;
    case 'straight':
      return `${which}: no arc goes through three places in line`;
    case 'radius-too-small':
      return `${which}: the radius is below half the chord`;
    case 'no-direction':
      return `${which}: there is no leg before it to go on from`;
    case 'no-legs':
      return 'A polyline needs two places';
  }
}

function chain(places: readonly Place[], closed: boolean): Made {
  const around = closed
    ? [...places, { ...places[0], leg: places.at(-1)?.leg === 'through' ? 'line' : (places[0].leg ?? 'line') }]
    : places;
  const legs = legsOf(around);
  if (!legs) return { why: 'Click where the arc ends' };
  const made = polyline(places[0].at, legs, places[0].caught?.ahead ?? null);
  return made.ok ? { shape: 'polyline', items: [exact(made.value)] } : { why: legInWords(made.failure) };
}

export const lines = {
  line: placingTool({
    asks: (count) => (count === 0 ? 'Click where the line starts.' : 'Click where the line ends, or type its length.'),
    least: 2,
    most: 2,
    options: JOINT_OPTIONS,
    optionsNow: (given) => jointOptions(given, OF_EXACT_SHAPES),
    make: (given, context) => {
      const [a, b] = given.places;
      if (!(distance(a.at, b.at) > 0)) return { why: 'A line of no length' };
      const item = withJoints(exact(lineBetween(a.at, b.at)), given, OF_EXACT_SHAPES, context);
      const note = jointsNote(item);
      return { shape: 'line', items: [item], ...(note && { note }) };
    },
  }),

  polyline: placingTool({
    asks: (count, { leg }) =>
      count === 0
        ? 'Click where the first leg starts.'
        : leg === 'through'
          ? 'Click a place on the arc, then where it ends.'
          : `Click where the next ${leg === 'on' ? 'arc' : 'leg'} ends${count > 2 ? ', or the first place to close' : ''}.`,
    least: 2,
    most: Infinity,
    closes: 3,
    options: [
      {
        name: 'leg',
        label: 'Next leg',
        kind: 'choice',
        value: 'line',
        choices: [
          { value: 'line', label: 'straight' },
          { value: 'on', label: 'arc going on' },
          { value: 'through', label: 'arc through' },
        ],
      },
    ],
    make: ({ places, closed }) => chain(places, closed),
  }),

  rectangle: placingTool({
    asks: (count, { from }) =>
      count === 0
        ? from === 'centre'
          ? 'Click the centre.'
          : 'Click one corner.'
        : 'Click the opposite corner, or type +width, height.',
    least: 2,
    most: 2,
    options: [
      {
        name: 'from',
        label: 'From',
        kind: 'choice',
        value: 'corner',
        choices: [
          { value: 'corner', label: 'corner' },
          { value: 'centre', label: 'centre' },
        ],
      },
    ],
    make: ({ places: [a, b], options }, context) => {
      const plane = planeOf(context);
      const [p, q] = [inPlane(plane, a.at), inPlane(plane, b.at)];
      const other = options['from'] === 'centre' ? subtract(scale(p, 2), q) : p;
      const low: Vector3 = [Math.min(other[0], q[0]), Math.min(other[1], q[1]), p[2]];
      const [width, height] = [Math.abs(q[0] - other[0]), Math.abs(q[1] - other[1])];
      if (!(width > 0 && height > 0)) return { why: 'A rectangle needs a width and a height' };
      return drawnAs('rectangle', { kind: 'rectangle', corner: fromPlane(plane, low), width, height }, plane);
    },
  }),

  polygon: placingTool({
    asks: (count, { by }) =>
      by === 'edge'
        ? count === 0
          ? 'Click one end of an edge.'
          : 'Click its other end, or type the length of an edge.'
        : count === 0
          ? 'Click the centre.'
          : `Click ${by === 'sides' ? 'the middle of a side' : 'a corner'}, or type how far it is.`,
    least: 2,
    most: 2,
    options: [
      { name: 'sides', label: 'Sides', kind: 'number', value: 6, least: 3, most: 200, whole: true, plain: true },
      {
        name: 'by',
        label: 'By',
        kind: 'choice',
        value: 'corners',
        choices: [
          { value: 'corners', label: 'centre, corner' },
          { value: 'sides', label: 'centre, side' },
          { value: 'edge', label: 'edge' },
        ],
      },
    ],
    make: ({ places: [a, b], options }, context) => {
      const sides = Number(options['sides']);
      const size = distance(a.at, b.at);
      if (!(size > 0)) return { why: 'A polygon needs a size' };
      const plane = planeOf(context);
      if (options['by'] === 'edge') {
        const half = Math.PI / sides;
        // To the left of the edge; its first corner is the start of it.
        const inner = size / (2 * Math.tan(half));
        const centre = along(middle(a.at, b.at), planeTowards(plane, a.at, b.at).y, inner);
        const radius = size / (2 * Math.sin(half));
        const shape = { kind: 'polygon', centre, sides, radius, reaches: 'corners' } as const;
        return drawnAs('polygon', shape, planeTowards(plane, centre, a.at));
      }
      const reaches = options['by'] === 'corners' ? 'corners' : 'sides';
      const shape = { kind: 'polygon', centre: a.at, sides, radius: size, reaches } as const;
      return drawnAs('polygon', shape, planeTowards(plane, a.at, b.at));
    },
  }),
} as const;
