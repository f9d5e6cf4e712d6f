import {
  along,
  arcCentre,
  circle,
  circleThrough,
  type Curve,
  distance,
  middle,
  planeTowards,
  subtract,
  type Vector3,
} from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import { arcInWords } from './arcs';
import type { Id } from '../../project/project';
import {
  type Axes,
  axesTowards,
  type Figure,
  noFigure,
  noHandle,
  type Placed,
  type Of,
  type PrimitiveKind,
  sizeFrom,
} from './primitiveKind';

const sizes = (radius: number): Figure[] => [
  { name: 'radius', label: 'Radius', unit: 'mm', value: radius },
  { name: 'diameter', label: 'Diameter', unit: 'mm', value: 2 * radius },
];

function radiusFrom(figure: string, value: number): number {
  if (figure !== 'radius' && figure !== 'diameter') throw noFigure(figure);
  return sizeFrom(figure === 'radius' ? value : value / 2, `The ${figure}`);
}

/** By centre and radius; it begins where its x axis points. */
export const circleAbout: PrimitiveKind<Of<'circle'>> = {
  word: 'circle',
  description: () => 'Circle by centre and radius',
  curve: ({ centre, radius }, axes) => circle({ origin: centre, ...axes }, centre, radius),
  handles: ({ centre, radius }, { x }) => [
    { id: 'centre', label: 'Centre', at: centre },
    { id: 'rim', label: 'Rim', at: along(centre, x, radius) },
  ],
  lines: [['centre', 'rim']],
  moved: ({ shape, axes }, handle, to) => {
    if (handle === 'centre') return { shape: { ...shape, centre: to }, axes };
    if (handle !== 'rim') throw noHandle(handle);
    const radius = sizeFrom(distance(shape.centre, to), 'The radius');
    return { shape: { ...shape, radius }, axes: axesTowards(axes, subtract(to, shape.centre)) };
  },
  figures: ({ radius }) => sizes(radius),
  withFigure: ({ shape, axes }, figure, value) => ({ shape: { ...shape, radius: radiusFrom(figure, value) }, axes }),
  mapped: (shape, image, factor) => ({ ...shape, centre: image(shape.centre), radius: shape.radius * factor }),
};

/** By the ends of a diameter; it begins at the second one, as it was placed. */
export const circleAcross: PrimitiveKind<Of<'circle-across'>> = {
  word: 'circle',
  description: () => 'Circle by a diameter',
  curve: ({ from, to }, axes) => {
    const centre = middle(from, to);
    const radius = sizeFrom(distance(centre, to), 'The diameter');
    return circle(planeTowards({ origin: centre, ...axes }, centre, to), centre, radius);
  },
  handles: ({ from, to }) => [
    { id: 'from', label: 'First end', at: from },
    { id: 'to', label: 'Second end', at: to },
  ],
  lines: [['from', 'to']],
  moved: ({ shape, axes }, handle, to) => {
    if (handle !== 'from' && handle !== 'to') throw noHandle(handle);
    return { shape: { ...shape, [handle]: to }, axes };
  },
  figures: ({ from, to }) => sizes(distance(from, to) / 2),
  withFigure: ({ shape: { from, to, ...shape }, axes }, figure, value) => {
    const centre = middle(from, to);
    const factor = radiusFrom(figure, value) / (distance(from, to) / 2);
    const stretched = (at: Vector3) => along(centre, subtract(at, centre), factor);
    return { shape: { ...shape, from: stretched(from), to: stretched(to) }, axes };
  },
  mapped: (shape, image) => ({ ...shape, from: image(shape.from), to: image(shape.to) }),
};

const THREE = { a: 'First', b: 'Second', c: 'Third' } as const;
const isOneOfThree = (handle: Id): handle is keyof typeof THREE => Object.hasOwn(THREE, handle);

function throughThree({ a, b, c }: Of<'circle-through'>, axes: Axes): Curve {
  const made = circleThrough({ origin: a, ...axes }, a, b, c);
  if (made.ok) return made.value;
  throw new CommandError(arcInWords(made.failure));
}

/** Through three places; it begins at the first. */
export const circleThroughThree: PrimitiveKind<Of<'circle-through'>> = {
  word: 'circle',
  description: () => 'Circle through three places',
  curve: throughThree,
  handles: (shape) => (['a', 'b', 'c'] as const).map((id) => ({ id, label: `${THREE[id]} place`, at: shape[id] })),
  lines: [],
  moved: ({ shape, axes }, handle, to) => {
    if (!isOneOfThree(handle)) throw noHandle(handle);
    return { shape: { ...shape, [handle]: to }, axes };
  },
  figures: (shape, axes) => sizes(radiusOf(shape, axes)),
  withFigure: ({ shape, axes }, figure, value): Placed<Of<'circle-through'>> => {
    const centre = centreOf(shape, axes);
    const factor = radiusFrom(figure, value) / radiusOf(shape, axes);
    const stretched = (at: Vector3) => along(centre, subtract(at, centre), factor);
    return { shape: { ...shape, a: stretched(shape.a), b: stretched(shape.b), c: stretched(shape.c) }, axes };
  },
  mapped: (shape, image) => ({ ...shape, a: image(shape.a), b: image(shape.b), c: image(shape.c) }),
};

const centreOf = (shape: Of<'circle-through'>, axes: Axes): Vector3 => arcCentre(throughThree(shape, axes)) ?? shape.a;
const radiusOf = (shape: Of<'circle-through'>, axes: Axes): number => distance(centreOf(shape, axes), shape.a);
