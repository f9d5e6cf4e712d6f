import {
  along,
  distance,
  dot,
  rectangle as rectangleCurve,
  regularPolygon,
  subtract,
  type Vector3,
  vectorIn,
} from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import {
  ANGLE,
  type Axes,
  axesTowards,
  noFigure,
  noHandle,
  type Of,
  type PrimitiveKind,
  sizeFrom,
  turnedTo,
} from './primitiveKind';

/** Corners anticlockwise from the lower left one: how much of width and height lies before them. */
const CORNERS = { low: [0, 0], right: [1, 0], high: [1, 1], left: [0, 1] } as const;
const LABELS = { low: 'First corner', right: 'Second corner', high: 'Third corner', left: 'Fourth corner' } as const;

const cornerAt = ({ corner, width, height }: Of<'rectangle'>, { x, y }: Axes, id: keyof typeof CORNERS): Vector3 =>
  along(along(corner, x, CORNERS[id][0] * width), y, CORNERS[id][1] * height);

export const rectangle: PrimitiveKind<Of<'rectangle'>> = {
  word: 'rectangle',
  description: () => 'Rectangle by width and height',
  curve: ({ corner, width, height }, axes) => rectangleCurve({ origin: corner, ...axes }, corner, width, height),
  handles: (shape, axes) =>
    (['low', 'right', 'high', 'left'] as const).map((id) => ({ id, label: LABELS[id], at: cornerAt(shape, axes, id) })),
  lines: [],
  // The opposite corner stays.
  moved: ({ shape, axes }, handle, to) => {
    if (!Object.hasOwn(CORNERS, handle)) throw noHandle(handle);
    const [u, v] = CORNERS[handle as keyof typeof CORNERS];
    const opposite = cornerAt(shape, axes, u === v ? (u === 0 ? 'high' : 'low') : u === 1 ? 'left' : 'right');
    const across = subtract(to, opposite);
    const [w, h] = [dot(across, axes.x) * (u === 1 ? 1 : -1), dot(across, axes.y) * (v === 1 ? 1 : -1)];
    const [width, height] = [sizeFrom(w, 'The width'), sizeFrom(h, 'The height')];
    const corner = along(along(opposite, axes.x, (u - 1) * width), axes.y, (v - 1) * height);
    return { shape: { ...shape, corner, width, height }, axes };
  },
  figures: ({ width, height }, axes) => [
    { name: 'width', label: 'Width', unit: 'mm', value: width },
    { name: 'height', label: 'Height', unit: 'mm', value: height },
    ANGLE(axes),
  ],
  withFigure: ({ shape, axes }, figure, value) => {
    if (figure === 'angle') return { shape, axes: turnedTo(axes, value) };
    if (figure !== 'width' && figure !== 'height') throw noFigure(figure);
    return { shape: { ...shape, [figure]: sizeFrom(value, `The ${figure}`) }, axes };
  },
  mapped: (shape, image, factor) => ({
    ...shape,
    corner: image(shape.corner),
    width: shape.width * factor,
    height: shape.height * factor,
  }),
};

const MOST_SIDES = 200;

/** Its first corner, or the middle of its last side, lies where its x axis points. */
export const polygon: PrimitiveKind<Of<'polygon'>> = {
  word: 'polygon',
  description: ({ sides, reaches }) =>
    `Polygon of ${sides} sides, by centre and ${reaches === 'corners' ? 'corner' : 'side'}`,
  curve: ({ centre, sides, radius, reaches }, axes) => {
    const half = reaches === 'sides' ? Math.PI / sides : 0;
    const [c, s] = [Math.cos(half), Math.sin(half)];
    const plane = { origin: centre, ...axes };
    const turned = half === 0 ? plane : { origin: centre, x: vectorIn(plane, c, s), y: vectorIn(plane, -s, c) };
    return regularPolygon(turned, centre, sides, radius, reaches);
  },
  handles: ({ centre, radius, reaches }, { x }) => [
    { id: 'centre', label: 'Centre', at: centre },
    { id: 'rim', label: reaches === 'corners' ? 'Corner' : 'Middle of a side', at: along(centre, x, radius) },
  ],
  lines: [['centre', 'rim']],
  moved: ({ shape, axes }, handle, to) => {
    if (handle === 'centre') return { shape: { ...shape, centre: to }, axes };
    if (handle !== 'rim') throw noHandle(handle);
    const radius = sizeFrom(distance(shape.centre, to), 'The size');
    return { shape: { ...shape, radius }, axes: axesTowards(axes, subtract(to, shape.centre)) };
  },
  figures: ({ sides, radius, reaches }, axes) => [
    { name: 'sides', label: 'Sides', unit: 'count', value: sides },
    { name: 'radius', label: reaches === 'corners' ? 'To corners' : 'To sides', unit: 'mm', value: radius },
    ANGLE(axes),
  ],
  withFigure: ({ shape, axes }, figure, value) => {
    if (figure === 'angle') return { shape, axes: turnedTo(axes, value) };
    if (figure === 'radius') return { shape: { ...shape, radius: sizeFrom(value, 'The size') }, axes };
    if (figure !== 'sides') throw noFigure(figure);
    if (!(Number.isInteger(value) && value >= 3 && value <= MOST_SIDES)) {
      throw new CommandError(`A polygon has 3 to ${MOST_SIDES} sides, not ${value}`);
    }
    return { shape: { ...shape, sides: value }, axes };
  },
  mapped: (shape, image, factor) => ({ ...shape, centre: image(shape.centre), radius: shape.radius * factor }),
};
