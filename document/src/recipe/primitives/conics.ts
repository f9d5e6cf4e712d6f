import {
  add,
  conic as conicCurve,
  dot,
  lerp,
  middle,
  parabola as parabolaCurve,
  rhoNear,
  subtract,
  type Vector3,
  vectorIn,
} from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import { ANGLE, type Axes, noFigure, noHandle, type Of, type PrimitiveKind, sizeFrom, turnedTo } from './primitiveKind';

/** Fullness this near to 1/2 is that of a parabola. */
const PARABOLA = 5e-4;

const conicKind = (fullness: number): string =>
  Math.abs(fullness - 0.5) < PARABOLA ? 'parabola' : fullness < 0.5 ? 'ellipse' : 'hyperbola';

/** Between two places with tangents that meet in the apex. */
export const conic: PrimitiveKind<Of<'conic'>> = {
  word: 'conic',
  description: ({ fullness }) => `Conic by fullness: part of ${withArticle(conicKind(fullness))}`,
  curve: ({ start, apex, end, fullness }) => conicCurve(start, apex, end, fullness),
  handles: ({ start, apex, end, fullness }) => [
    { id: 'start', label: 'Start', at: start },
    { id: 'apex', label: 'Apex', at: apex },
    { id: 'end', label: 'End', at: end },
    { id: 'shoulder', label: 'Shoulder', at: lerp(middle(start, end), apex, fullness) },
  ],
  lines: [
    ['start', 'apex'],
    ['apex', 'end'],
  ],
  moved: ({ shape, axes }, handle, to) => {
    const { start, apex, end } = shape;
    if (handle === 'shoulder') return { shape: { ...shape, fullness: rhoNear(start, apex, end, to) }, axes };
    if (handle !== 'start' && handle !== 'apex' && handle !== 'end') throw noHandle(handle);
    return { shape: { ...shape, [handle]: to }, axes };
  },
  figures: ({ fullness }) => [{ name: 'fullness', label: 'Fullness', unit: 'share', value: fullness }],
  withFigure: ({ shape, axes }, figure, value) => {
    if (figure !== 'fullness') throw noFigure(figure);
    if (!(value > 0 && value < 1)) throw new CommandError(`A fullness lies between 0 and 1, not at ${value}`);
    return { shape: { ...shape, fullness: value }, axes };
  },
  mapped: (shape, image) => ({ ...shape, start: image(shape.start), apex: image(shape.apex), end: image(shape.end) }),
};

const withArticle = (word: string): string => (/^[aeiou]/.test(word) ? `an ${word}` : `a ${word}`);

const onParabola = ({ vertex, focalLength }: Of<'parabola'>, axes: Axes, x: number): Vector3 =>
  add(vertex, vectorIn({ origin: vertex, ...axes }, x, (x * x) / (4 * focalLength)));

/** About its vertex, with its axis along y. */
export const parabola: PrimitiveKind<Of<'parabola'>> = {
  word: 'parabola',
  description: () => 'Parabola by vertex and focal length',
  curve: ({ vertex, focalLength, from, to }, axes) => {
    if (!(from < to)) throw new CommandError('A parabola needs two different ends');
    return parabolaCurve({ origin: vertex, ...axes }, vertex, focalLength, from, to);
  },
  handles: (shape, axes) =>
    [
      { id: 'vertex', label: 'Vertex', at: shape.vertex },
      { id: 'from', label: 'First end', at: onParabola(shape, axes, shape.from) },
      { id: 'to', label: 'Second end', at: onParabola(shape, axes, shape.to) },
    ].filter(({ id }) => id === 'vertex' || shape[id as 'from' | 'to'] !== 0),
  lines: [],
  // An end that is dragged opens or narrows the parabola; the other end keeps its share of the width.
  moved: ({ shape, axes }, handle, to) => {
    if (handle === 'vertex') return { shape: { ...shape, vertex: to }, axes };
    if (handle !== 'from' && handle !== 'to') throw noHandle(handle);
    const way = subtract(to, shape.vertex);
    const [x, height] = [dot(way, axes.x), dot(way, axes.y)];
    const factor = x / shape[handle];
    if (!(factor > 0)) throw new CommandError('An end of the parabola stays on its side of the axis');
    const focalLength = sizeFrom((x * x) / (4 * height), 'The focal length');
    return { shape: { ...shape, focalLength, from: shape.from * factor, to: shape.to * factor }, axes };
  },
  figures: ({ focalLength, from, to }, axes) => [
    { name: 'focalLength', label: 'Focal length', unit: 'mm', value: focalLength },
    { name: 'width', label: 'Width', unit: 'mm', value: to - from },
    ANGLE(axes),
  ],
  withFigure: ({ shape, axes }, figure, value) => {
    const { from, to } = shape;
    if (figure === 'angle') return { shape, axes: turnedTo(axes, value) };
    if (figure === 'focalLength')
      return { shape: { ...shape, focalLength: sizeFrom(value, 'The focal length') }, axes };
    if (figure !== 'width') throw noFigure(figure);
    const factor = sizeFrom(value, 'The width') / (to - from);
    return { shape: { ...shape, from: from * factor, to: to * factor }, axes };
  },
  mapped: (shape, image, factor) => ({
    ...shape,
    vertex: image(shape.vertex),
    focalLength: shape.focalLength * factor,
    from: shape.from * factor,
    to: shape.to * factor,
  }),
};
