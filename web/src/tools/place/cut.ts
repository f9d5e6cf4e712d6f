import {
  along,
  closestPoint,
  type Curve,
  directionBeyond,
  endOf,
  evaluate,
  leftAt,
  leftBy,
  middle,
  nearerEnd,
  normalOf,
  type Vector3,
} from '@pencil-bend/core';
import { type Id, itemShape, plainItem } from '@pencil-bend/document';
import type { ToolContext } from '../contract';
import { placingTool, type Made, type Place } from './placingTool';
import { planeOf } from './geometry';

/** Cutting curves, joining them, and making curves from one or two of them. */

const curveOf = ({ project }: ToolContext, id: Id): Curve | null =>
  project && Object.hasOwn(project.items, id) ? itemShape(plainItem(project, project.items[id]), project).curve : null;

const NOTHING_THERE: Made = { why: 'There is no curve under that place' };
const number = (name: string, label: string, value: number, most = 1e6) =>
  ({ name, label, kind: 'number', value, least: 1e-6, most }) as const;

/** Makes something of two curves that were picked. */
const ofTwo = (places: readonly Place[], make: (first: Id, second: Id, near: Vector3) => Made): Made => {
  const [a, b] = places;
  if (!a?.on || !b?.on) return NOTHING_THERE;
  return make(a.on.item, b.on.item, middle(a.at, b.at));
};

export const cut = {
  split: placingTool({
    asks: () => 'Click a curve where it is to be split.',
    least: 1,
    most: 1,
    stays: true,
    picks: () => true,
    make: ({ places: [{ on, at }] }, context) => {
      const curve = on && curveOf(context, on.item);
      if (!on || !curve) return NOTHING_THERE;
      // Where a snap caught a place on the curve it is split just there.
      const near = closestPoint(curve, at);
      return {
        call: {
          command: 'splitCurve',
          args: { item: on.item, u: near.distance < 1e-6 ? near.u : on.u, id: context.newId() },
        },
      };
    },
  }),

  trim: placingTool({
    asks: () => 'Click the stretch of a curve that is to go; it is cut where others cross it.',
    least: 1,
    most: 1,
    stays: true,
    picks: () => true,
    make: ({ places: [{ on }] }, { newId }) =>
      on ? { call: { command: 'trimCurve', args: { ...on, by: null, id: newId() } } } : NOTHING_THERE,
  }),

  extend: placingTool({
    asks: (count) =>
      count === 0
        ? 'Click a curve near the end that is to go on.'
        : 'Click the curve it is to reach, or a place, or type by how much; a minus shortens it.',
    least: 2,
    most: 2,
    stays: true,
    picks: (count) => count === 0,
    options: [
      {
        name: 'how',
        label: 'Continues as',
        kind: 'choice',
        value: 'own',
        choices: [
          { value: 'own', label: 'its own bend' },
          { value: 'straight', label: 'a line' },
          { value: 'arc', label: 'an arc' },
        ],
      },
    ],
    number: ({ places: [picked] }, _pointer, context) => {
      const curve = picked?.on && curveOf(context, picked.on.item);
      if (!curve || !picked.on) return null;
      const end = nearerEnd(curve, picked.on.u);
      const [from, direction] = [endOf(curve, end), directionBeyond(curve, end)];
      return { label: 'length', plain: false, place: (value) => along(from, direction, value) };
    },
    make: ({ places: [picked, to], options }, context) => {
      const curve = picked.on && curveOf(context, picked.on.item);
      if (!picked.on || !curve) return NOTHING_THERE;
      const { item } = picked.on;
      const end = nearerEnd(curve, picked.on.u);
      const how = options['how'] as 'own' | 'straight' | 'arc';
      const { value } = to;
      if (value !== undefined && value < 0)
        return { call: { command: 'shortenCurve', args: { item, end, length: -value } } };
      if (value === 0) return { why: 'A length of 0 changes nothing' };
      const target =
        to.on?.item ?? (to.caught?.kind === 'curve' || to.caught?.kind === 'symmetry' ? to.caught.item : null);
      const reach =
        value !== undefined ? { length: value } : target && target !== item ? { item: target } : { point: to.at };
      return { call: { command: 'extendCurve', args: { item, end, how, reach } } };
    },
  }),

  join: placingTool({
    asks: (count) =>
      count === 0 ? 'Click a curve near one end.' : 'Click the curve that becomes one with it, near its end.',
    least: 2,
    most: 2,
    stays: true,
    picks: () => true,
    make: ({ places }, context) =>
      ofTwo(places, (first, second) => {
        const ends = places.map(({ on }) => {
          const curve = on && curveOf(context, on.item);
          return on && curve ? nearerEnd(curve, on.u) : 'end';
        });
        return {
          call: { command: 'joinCurves', args: { first, firstEnd: ends[0], second, secondEnd: ends[1] } },
          select: [first],
        };
      }),
  }),

  offset: placingTool({
    asks: (count) =>
      count === 0 ? 'Click a curve.' : 'Click on the side, as far as the offset is to be, or type how far.',
    least: 2,
    most: 2,
    stays: true,
    picks: (count) => count === 0,
    options: [
      { name: 'both', label: 'Both sides', kind: 'toggle', value: false },
      {
        name: 'corners',
        label: 'Corners',
        kind: 'choice',
        value: 'round',
        choices: [
          { value: 'round', label: 'round' },
          { value: 'sharp', label: 'sharp' },
        ],
      },
    ],
    number: ({ places: [picked] }, pointer, context) => {
      const curve = picked?.on && curveOf(context, picked.on.item);
      if (!curve || !picked.on) return null;
      const normal = normalOf(planeOf(context));
      const at = evaluate(curve, picked.on.u);
      const side = pointer ? Math.sign(leftBy(curve, pointer, normal)) || 1 : 1;
      const left = leftAt(curve, picked.on.u, normal);
      return { label: 'distance', plain: false, place: (value) => along(at, left, side * value) };
    },
    make: ({ places: [picked, to], options }, context) => {
      const curve = picked.on && curveOf(context, picked.on.item);
      if (!picked.on || !curve) return NOTHING_THERE;
      const side = Math.sign(leftBy(curve, to.at, normalOf(planeOf(context)))) || 1;
      const away = to.value !== undefined ? Math.abs(to.value) : closestPoint(curve, to.at).distance;
      if (!(away > 0)) return { why: 'An offset of no distance is the curve itself' };
      const by = options['both'] === true ? [away, -away] : [side * away];
      const corners = options['corners'] as 'round' | 'sharp';
      return { call: { command: 'offsetCurve', args: { item: picked.on.item, by, corners, id: context.newId() } } };
    },
  }),

  fillet: placingTool({
    asks: (count) =>
      count === 0 ? 'Click one side of the corner.' : 'Click its other side, of another curve or the same.',
    least: 2,
    most: 2,
    stays: true,
    picks: () => true,
    options: [number('radius', 'Radius', 5)],
    sets: ['radius'],
    make: ({ places, options }, { newId }) =>
      ofTwo(places, (first, second, near) => ({
        call: {
          command: 'filletCorner',
          args: { first, second, near, radius: Number(options['radius']), id: newId() },
        },
      })),
  }),

  chamfer: placingTool({
    asks: (count) =>
      count === 0 ? 'Click one side of the corner.' : 'Click its other side, of another curve or the same.',
    least: 2,
    most: 2,
    stays: true,
    picks: () => true,
    options: [number('first', 'Setback', 5), number('second', 'On the second', 5)],
    sets: ['first', 'second'],
    make: ({ places, options }, { newId }) =>
      ofTwo(places, (first, second, near) => ({
        call: {
          command: 'chamferCorner',
          args: { first, second, near, setbacks: [Number(options['first']), Number(options['second'])], id: newId() },
        },
      })),
  }),

  divide: placingTool({
    asks: () => 'Click a curve to put points along it.',
    least: 1,
    most: 1,
    stays: true,
    picks: () => true,
    options: [
      {
        name: 'by',
        label: 'Into',
        kind: 'choice',
        value: 'count',
        choices: [
          { value: 'count', label: 'equal parts' },
          { value: 'step', label: 'lengths' },
        ],
      },
      {
        name: 'count',
        label: 'Parts',
        kind: 'number',
        value: 5,
        least: 1,
        most: 1000,
        whole: true,
        plain: true,
        only: ['by', 'count'],
      },
      { ...number('step', 'Length', 10), only: ['by', 'step'] },
    ],
    make: ({ places: [{ on }], options }, { newId }) => {
      if (!on) return NOTHING_THERE;
      const into = options['by'] === 'step' ? { step: Number(options['step']) } : { count: Number(options['count']) };
      return { call: { command: 'divideCurve', args: { item: on.item, into, id: newId() } } };
    },
  }),

  midway: placingTool({
    asks: (count) => (count === 0 ? 'Click one curve.' : 'Click the other one.'),
    least: 2,
    most: 2,
    picks: () => true,
    make: ({ places }, { newId }) =>
      ofTwo(places, (first, second) => {
        const id = newId();
        return first === second
          ? { why: 'Midway needs two curves' }
          : { call: { command: 'midwayCurve', args: { first, second, id } }, select: [id] };
      }),
  }),
} as const;
