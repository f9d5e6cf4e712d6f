import { along, distance, dot, ellipticArc, scale, subtract } from '@pencil-bend/core';
import type { Primitive } from '../../project/project';
import { ANGLE, axesTowards, noFigure, noHandle, type PrimitiveKind, sizeFrom, turnedTo } from './primitiveKind';

type Ellipse = Extract<Primitive, { readonly kind: 'ellipse' }>;

export const ellipse: PrimitiveKind<Ellipse> = {
  word: 'ellipse',
  description: () => 'Ellipse by its half axes',
  curve: ({ centre, alongX, alongY }, { x, y }) => ellipticArc({ centre, x: scale(x, alongX), y: scale(y, alongY) }),
  handles: ({ centre, alongX, alongY }, { x, y }) => [
    { id: 'centre', label: 'Centre', at: centre },
    { id: 'x', label: 'First half axis', at: along(centre, x, alongX) },
    { id: 'y', label: 'Second half axis', at: along(centre, y, alongY) },
  ],
  lines: [
    ['centre', 'x'],
    ['centre', 'y'],
  ],
  moved: ({ shape, axes }, handle, to) => {
    const { centre } = shape;
    if (handle === 'centre') return { shape: { ...shape, centre: to }, axes };
    if (handle === 'x') {
      const alongX = sizeFrom(distance(centre, to), 'The half axis');
      return { shape: { ...shape, alongX }, axes: axesTowards(axes, subtract(to, centre)) };
    }
    if (handle !== 'y') throw noHandle(handle);
    const alongY = sizeFrom(Math.abs(dot(subtract(to, centre), axes.y)), 'The half axis');
    return { shape: { ...shape, alongY }, axes };
  },
  figures: ({ alongX, alongY }, axes) => [
    { name: 'alongX', label: 'Half axis', unit: 'mm', value: alongX },
    { name: 'alongY', label: 'Other half axis', unit: 'mm', value: alongY },
    ANGLE(axes),
  ],
  withFigure: ({ shape, axes }, figure, value) => {
    if (figure === 'angle') return { shape, axes: turnedTo(axes, value) };
    if (figure !== 'alongX' && figure !== 'alongY') throw noFigure(figure);
    return { shape: { ...shape, [figure]: sizeFrom(value, 'The half axis') }, axes };
  },
  mapped: (shape, image, factor) => ({
    ...shape,
    centre: image(shape.centre),
    alongX: shape.alongX * factor,
    alongY: shape.alongY * factor,
  }),
};
