import {
  along,
  arcCentre,
  type ArcFailure,
  arcOfRadius,
  arcThrough,
  cross,
  type Curve,
  distance,
  domainOf,
  dot,
  ellipticArc,
  evaluate,
  middle,
  scale,
  subtract,
  unit,
  type Vector3,
} from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import {
  ANGLE,
  type Axes,
  axesTowards,
  type Figure,
  noFigure,
  noHandle,
  type Placed,
  type Of,
  type PrimitiveKind,
  sizeFrom,
  turnedTo,
} from './primitiveKind';

const DEGREE = Math.PI / 180;

/** Why no arc comes of what is given. */
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

const refused = (failure: ArcFailure): CommandError => new CommandError(arcInWords(failure));

function arcOf({ start, through, end }: Of<'arc'>): Curve {
  const made = arcThrough(start, through, end);
  if (!made.ok) throw refused(made.failure);
  return made.value;
}

interface Round {
  readonly centre: Vector3;
  readonly radius: number;
  /** In degrees. */
  readonly sweep: number;
  /** Across its plane, so that it turns anticlockwise seen against it. */
  readonly normal: Vector3;
}

function roundOf(shape: Of<'arc'>): Round {
  const { start, through, end } = shape;
  const centre = arcCentre(arcOf(shape)) ?? start;
  const normal = unit(cross(subtract(through, start), subtract(end, start)));
  const [from, to] = [subtract(start, centre), subtract(end, centre)];
  const angle = Math.atan2(dot(cross(from, to), normal), dot(from, to));
  return { centre, radius: distance(centre, start), sweep: (angle > 0 ? angle : angle + 2 * Math.PI) / DEGREE, normal };
}

const middleOf = (curve: Curve): Vector3 => {
  const [first, last] = domainOf(curve);
  return evaluate(curve, (first + last) / 2);
};

/** From a place through another to a third. */
export const arcThroughThree: PrimitiveKind<Of<'arc'>> = {
  word: 'arc',
  description: () => 'Arc through three places',
  curve: arcOf,
  handles: ({ start, through, end }) => [
    { id: 'start', label: 'Start', at: start },
    { id: 'through', label: 'Place between', at: through },
    { id: 'end', label: 'End', at: end },
  ],
  lines: [],
  moved: ({ shape, axes }, handle, to) => {
    if (handle !== 'start' && handle !== 'through' && handle !== 'end') throw noHandle(handle);
    return { shape: { ...shape, [handle]: to }, axes };
  },
  figures: (shape): Figure[] => {
    const { radius, sweep } = roundOf(shape);
    return [
      { name: 'radius', label: 'Radius', unit: 'mm', value: radius },
      { name: 'sweep', label: 'Turns by', unit: 'degrees', value: Number(sweep.toPrecision(14)) },
    ];
  },
  // The ends stay: the arc bulges as far as it needs to.
  withFigure: ({ shape, axes }, figure, value) => {
    const { start, end } = shape;
    const { centre, normal, sweep } = roundOf(shape);
    if (figure === 'radius') {
      const plane = {
        origin: centre,
        x: unit(subtract(start, centre)),
        y: unit(cross(normal, subtract(start, centre))),
      };
      const made = arcOfRadius(plane, start, end, sizeFrom(value, 'The radius'), sweep > 180);
      if (!made.ok) throw refused(made.failure);
      return { shape: { ...shape, through: middleOf(made.value) }, axes };
    }
    if (figure !== 'sweep') throw noFigure(figure);
    if (!(value > 0 && value < 360)) throw new CommandError('An arc turns by more than 0 and less than 360 degrees');
    const chord = subtract(end, start);
    // The height of the bulge over half the chord is the tangent of a quarter of the angle.
    const height = (distance(start, end) / 2) * Math.tan((value * DEGREE) / 4);
    const outward = unit(cross(chord, normal));
    return { shape: { ...shape, through: along(middle(start, end), outward, height) }, axes };
  },
  mapped: (shape, image) => ({
    ...shape,
    start: image(shape.start),
    through: image(shape.through),
    end: image(shape.end),
  }),
};

const endOf = ({ centre, radius, sweep }: Of<'arc-about'>, { x, y }: Axes): Vector3 =>
  along(along(centre, x, radius * Math.cos(sweep * DEGREE)), y, radius * Math.sin(sweep * DEGREE));

/** About a centre, from the direction of its x axis. */
export const arcAboutCentre: PrimitiveKind<Of<'arc-about'>> = {
  word: 'arc',
  description: () => 'Arc about a centre',
  curve: ({ centre, radius, sweep }, { x, y }) =>
    ellipticArc({ centre, x: scale(x, radius), y: scale(y, radius) }, 0, Math.min(2 * Math.PI, sweep * DEGREE)),
  handles: (shape, axes) => [
    { id: 'centre', label: 'Centre', at: shape.centre },
    { id: 'start', label: 'Start', at: along(shape.centre, axes.x, shape.radius) },
    { id: 'end', label: 'End', at: endOf(shape, axes) },
  ],
  lines: [
    ['centre', 'start'],
    ['centre', 'end'],
  ],
  moved: ({ shape, axes }, handle, to): Placed<Of<'arc-about'>> => {
    const { centre } = shape;
    if (handle === 'centre') return { shape: { ...shape, centre: to }, axes };
    const way = subtract(to, centre);
    if (handle === 'end') {
      const angle = Math.atan2(dot(way, axes.y), dot(way, axes.x)) / DEGREE;
      return { shape: { ...shape, sweep: angle > 0 ? angle : angle + 360 }, axes };
    }
    if (handle !== 'start') throw noHandle(handle);
    // The end stays in its direction.
    const end = subtract(endOf(shape, axes), centre);
    const turned = axesTowards(axes, way);
    const angle = Math.atan2(dot(end, turned.y), dot(end, turned.x)) / DEGREE;
    const radius = sizeFrom(distance(centre, to), 'The radius');
    return { shape: { ...shape, radius, sweep: angle > 0 ? angle : angle + 360 }, axes: turned };
  },
  figures: ({ radius, sweep }, axes) => [
    { name: 'radius', label: 'Radius', unit: 'mm', value: radius },
    { ...ANGLE(axes), label: 'Starts at' },
    { name: 'sweep', label: 'Turns by', unit: 'degrees', value: sweep },
  ],
  withFigure: ({ shape, axes }, figure, value) => {
    if (figure === 'angle') return { shape, axes: turnedTo(axes, value) };
    if (figure === 'radius') return { shape: { ...shape, radius: sizeFrom(value, 'The radius') }, axes };
    if (figure !== 'sweep') throw noFigure(figure);
    if (!(value > 0 && value <= 360)) throw new CommandError('An arc turns by more than 0 and at most 360 degrees');
    return { shape: { ...shape, sweep: value }, axes };
  },
  mapped: (shape, image, factor) => ({ ...shape, centre: image(shape.centre), radius: shape.radius * factor }),
};
