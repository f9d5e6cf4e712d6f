import type { Option } from '../contract';
import {
  type Affine,
  angleIn,
  directionTo,
  distance,
  dot,
  leftOf,
  lerp,
  normalOf,
  rotation,
  scale,
  scaling,
  subtract,
  translation,
  type Vector3,
  vectorIn,
} from '@pencil-bend/core';
import { placed, reflection, type TransformKind } from '@pencil-bend/document';
import type { ToolContext } from '../contract';
import { placingTool, type Made } from './placingTool';
import { planeOf } from './geometry';

/** Transforms of what is selected: moving, turning, scaling, mirroring it, or copies of it. */

/** The items themselves transformed, or so many copies, each by the map for its number. */
function transformedBy(context: ToolContext, how: TransformKind, copies: number, map: (times: number) => Affine): Made {
  const items = context.selection.items;
  if (items.length === 0) return { why: 'Nothing is selected' };
  if (copies === 0) return { call: { command: 'transformItems', args: { items, how, map: map(1) } } };
  const maps = Array.from({ length: copies }, (_, i) => map(i + 1));
  const id = context.newId();
  return { call: { command: 'copyItems', args: { items, how, id, maps } } };
}

const copies = (value: number): Option => ({
  name: 'copies',
  label: 'Copies',
  kind: 'number',
  value,
  least: 0,
  most: 500,
  whole: true,
  plain: true,
});

/** The angle in radians from one place to another about a centre, anticlockwise seen against the plane's normal. */
function angleAbout(centre: Vector3, from: Vector3, to: Vector3, context: ToolContext): number {
  const plane = planeOf(context);
  return angleIn(plane, subtract(to, centre)) - angleIn(plane, subtract(from, centre));
}

const turned = (angle: number, centre: Vector3, context: ToolContext): Affine =>
  rotation(normalOf(planeOf(context)), angle, centre);
const RADIANS = Math.PI / 180;

const move = (times: number) =>
  placingTool({
    needsSelection: true,
    asks: (count) =>
      count === 0 ? 'Click a place to carry the selection by.' : 'Click where that place goes, or type how far.',
    least: 2,
    most: 2,
    options: [copies(times)],
    make: ({ places: [a, b], options }, context) => {
      const by = subtract(b.at, a.at);
      if (!(distance(a.at, b.at) > 0)) return { why: 'A move of no length changes nothing' };
      return transformedBy(context, 'move', Number(options['copies']), (k) => translation(scale(by, k)));
    },
  });

/** Copies nearer to each other than this, in mm, cannot be told apart. */
const APART = 1e-3;
const onEachOther = (count: number, what: string): string =>
  `The ${count} ${what} would lie on each other: click farther ${what === 'rows' ? 'up or down' : 'aside'}, or ask for 1`;

export const transform = {
  move: move(0),
  copy: move(1),

  rotate: placingTool({
    needsSelection: true,
    asks: (count) =>
      [
        'Click the centre to turn about.',
        'Click a place to turn the selection by.',
        'Click where that place goes, or type the angle in degrees.',
      ][count],
    least: 3,
    most: 3,
    options: [copies(0)],
    number: ({ places: [centre, from] }, _pointer, context) =>
      from
        ? {
            label: 'angle in degrees',
            plain: true,
            place: (value) => placed(turned(value * RADIANS, centre.at, context), from.at),
          }
        : null,
    make: ({ places: [centre, from, to], options }, context) => {
      const angle = to.value === undefined ? angleAbout(centre.at, from.at, to.at, context) : to.value * RADIANS;
      if (distance(centre.at, from.at) === 0) return { why: 'The place to turn by must lie away from the centre' };
      return {
        ...transformedBy(context, 'rotate', Number(options['copies']), (k) => turned(k * angle, centre.at, context)),
        note: `${Number((angle / RADIANS).toFixed(3))} degrees.`,
      };
    },
  }),

  scale: placingTool({
    needsSelection: true,
    asks: (count) =>
      [
        'Click the place that stays.',
        'Click a place to scale the selection by.',
        'Click where that place goes, or type the factor.',
      ][count],
    least: 3,
    most: 3,
    options: [
      {
        name: 'along',
        label: 'Scales',
        kind: 'choice',
        value: 'all',
        choices: [
          { value: 'all', label: 'all ways' },
          { value: 'x', label: 'along x' },
          { value: 'y', label: 'along y' },
        ],
      },
      copies(0),
    ],
    number: ({ places: [centre, from] }) =>
      from
        ? {
            label: 'factor',
            plain: true,
            place: (value) => lerp(centre.at, from.at, value),
          }
        : null,
    make: ({ places: [centre, from, to], options }, context) => {
      const { along } = options;
      const axis = along === 'x' ? 0 : 1;
      const before = along === 'all' ? distance(centre.at, from.at) : from.at[axis] - centre.at[axis];
      const after = along === 'all' ? distance(centre.at, to.at) : to.at[axis] - centre.at[axis];
      const factor = to.value ?? after / before;
      if (!(factor > 0 && Number.isFinite(factor)))
        return { why: 'A factor above 0 is needed: scale by a place away from the one that stays' };
      const map = (k: number) =>
        scaling(
          along === 'all' ? factor ** k : [axis === 0 ? factor ** k : 1, axis === 1 ? factor ** k : 1, 1],
          centre.at,
        );
      return {
        ...transformedBy(context, 'scale', Number(options['copies']), map),
        note: `Factor ${Number(factor.toFixed(4))}.`,
      };
    },
  }),

  mirror: placingTool({
    needsSelection: true,
    asks: (count) => (count === 0 ? 'Click a place on the mirror line.' : 'Click another place on it.'),
    least: 2,
    most: 2,
    options: [
      {
        name: 'as',
        label: 'Becomes',
        kind: 'choice',
        value: 'live',
        choices: [
          { value: 'live', label: 'a live mirror' },
          { value: 'own', label: 'its own mirror' },
          { value: 'copy', label: 'a copy' },
          { value: 'itself', label: 'mirrored' },
        ],
      },
    ],
    make: ({ places: [a, b], options }, context) => mirrored(a.at, b.at, String(options['as']), context),
  }),

  array: placingTool({
    needsSelection: true,
    asks: (count) =>
      count === 0 ? 'Click a place of the selection.' : 'Click where that place is in the next row and column.',
    least: 2,
    most: 2,
    options: [
      { name: 'columns', label: 'Columns', kind: 'number', value: 3, least: 1, most: 50, whole: true, plain: true },
      { name: 'rows', label: 'Rows', kind: 'number', value: 2, least: 1, most: 20, whole: true, plain: true },
    ],
    make: ({ places: [a, b], options }, context) => {
      const items = context.selection.items;
      const plane = planeOf(context);
      const way = subtract(b.at, a.at);
      const [dx, dy] = [dot(way, plane.x), dot(way, plane.y)];
      const [columns, rows] = [Number(options['columns']), Number(options['rows'])];
      const steps = Array.from({ length: columns * rows }, (_, i) => [i % columns, Math.floor(i / columns)]).slice(1);
      if (items.length === 0 || steps.length === 0) return { why: 'An array needs a second row or column' };
      if (Math.abs(dx) < APART && columns > 1) return { why: onEachOther(columns, 'columns') };
      if (Math.abs(dy) < APART && rows > 1) return { why: onEachOther(rows, 'rows') };
      const maps = steps.map(([i, j]) => translation(vectorIn(plane, i * dx, j * dy)));
      return { call: { command: 'copyItems', args: { items, how: 'array', id: context.newId(), maps } } };
    },
  }),

  ring: placingTool({
    needsSelection: true,
    asks: () => 'Click the centre to array around.',
    least: 1,
    most: 1,
    options: [
      { name: 'count', label: 'In all', kind: 'number', value: 6, least: 2, most: 200, whole: true, plain: true },
      { name: 'angle', label: 'Over degrees', kind: 'number', value: 360, least: 0.001, most: 360, plain: true },
    ],
    make: ({ places: [centre], options }, context) => {
      const items = context.selection.items;
      if (items.length === 0) return { why: 'Nothing is selected' };
      const [count, angle] = [Number(options['count']), Number(options['angle'])];
      const step = (angle * RADIANS) / (angle === 360 ? count : count - 1);
      const maps = Array.from({ length: count - 1 }, (_, i) => turned((i + 1) * step, centre.at, context));
      return { call: { command: 'copyItems', args: { items, how: 'array', id: context.newId(), maps } } };
    },
  }),
} as const;

function mirrored(a: Vector3, b: Vector3, as: string, context: ToolContext): Made {
  const plane = planeOf(context);
  const way = directionTo(a, b);
  if (!way) return { why: 'A mirror line needs two different places' };
  const across = leftOf(plane, way);
  const items = context.selection.items;
  const curves = items.filter((id) => context.project?.items[id].kind === 'curve');
  const about = { at: a, across };
  if (as === 'live') {
    return curves.length === 0
      ? { why: 'Only curves have live mirrors: take a copy' }
      : { call: { command: 'mirrorItems', args: { items: curves, id: context.newId(), about } } };
  }
  if (as === 'own') {
    return curves.length !== 1
      ? { why: 'One curve at a time can be made its own mirror' }
      : { call: { command: 'makeSymmetric', args: { item: curves[0], about } } };
  }
  return transformedBy(context, 'mirror', as === 'copy' ? 1 : 0, () => reflection(about));
}
