import { closestPoint, curvatureAt, dot, negate, type TangentConstraint, type Vector3 } from '@pencil-bend/core';
import {
  type Axis,
  fitPointsOf,
  handlesOn,
  heldTangent,
  type Id,
  pointOf,
  pointsOf,
  pointsWritten,
  type Side,
  sideAt,
  tangentAt,
} from '@pencil-bend/document';
import type { Taking } from '../tools/contract';
import { give, hasCurve, NO_RECIPE, recipeOf, single } from './selected';
import type { BenchAction, Workbench } from './workbench';

/** The selected fit point, or the one whose tangent is; at a kink with the side that is meant. */
const fitPoint = (bench: Workbench) => {
  const handle = single(bench);
  const recipe = recipeOf(bench);
  if (!recipe || (handle?.kind !== 'fit' && handle?.kind !== 'tangent')) return null;
  const point = fitPointsOf(recipe).find(({ id }) => id === handle.id);
  if (!point) return null;
  const side = sideAt(recipe, point.id, handle.kind === 'tangent' ? handle.side : 1);
  return { ...point, side, held: heldTangent(point, side ?? 'after'), now: () => tangentAt(recipe, point.id, side) };
};

/** The tangent of a fit point set on the side that is meant. */
const withTangent = ({ id, side }: { id: Id; side: Side | undefined }, tangent: TangentConstraint | null) =>
  ({ command: 'setTangent', args: { point: id, tangent, ...(side && { side }) } }) as const;

const hasPoints = ({ editing }: Workbench) => editing.selection().handles.some((handle) => pointOf(handle) !== null);

const take =
  (what: Taking) =>
  (bench: Workbench): void => {
    if (hasPoints(bench) || (what === 'direction' && fitPoint(bench))) bench.hand.feed({ type: 'take', what });
  };

const selectedPoints = ({ editing }: Workbench) =>
  editing.selection().handles.flatMap((handle) => pointOf(handle) ?? []);

function arePinned(bench: Workbench, axis: Axis): boolean {
  const recipe = recipeOf(bench);
  if (!recipe) return false;
  const all = pointsWritten(recipe);
  return selectedPoints(bench).every((id) => all.find((point) => point.id === id)?.pinned?.includes(axis));
}

const pin = (axis: Axis) =>
  give((bench) => {
    const points = selectedPoints(bench);
    if (points.length === 0 || !recipeOf(bench)) return null;
    return { command: 'pinPoints', args: { points, axis, pinned: !arePinned(bench, axis) } };
  });

const direct = (direction: Vector3) =>
  give((bench) => {
    const point = fitPoint(bench);
    if (!point) return null;
    const now = point.now().direction;
    const isBack = dot(now, direction) < 0;
    return withTangent(point, { direction: isBack ? negate(direction) : direction });
  });

/** What is done to the selected points. */
export const POINT_ACTIONS: readonly BenchAction[] = [
  {
    label: 'Kink, or smooth again',
    finds: 'corner sharp break cusp smooth',
    now: (bench) => (fitPoint(bench)?.kink ? 'Smooth it again' : 'Make it a kink'),
    group: 'point',
    keys: ['k'],
    inMenu: (bench) => single(bench)?.kind === 'fit',
    does: give((bench) => {
      const point = fitPoint(bench);
      return point && { command: 'setKink', args: { point: point.id, kink: !point.kink } };
    }),
  },
  {
    label: 'Hold the tangent, or free it',
    finds: 'direction lock constraint',
    now: (bench) => (fitPoint(bench)?.held ? 'Free the tangent' : 'Hold the tangent'),
    group: 'point',
    keys: ['u'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: give((bench) => {
      const point = fitPoint(bench);
      if (!point) return null;
      if (point.held) return withTangent(point, null);
      const { direction, mm } = point.now();
      return withTangent(point, { direction, strength: { mm } });
    }),
  },
  {
    label: 'Tangent horizontal',
    group: 'point',
    keys: ['-'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: direct([1, 0, 0]),
  },
  {
    label: 'Tangent vertical',
    group: 'point',
    keys: ['|'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: direct([0, 1, 0]),
  },
  {
    label: 'Tangent as of another curve or leg …',
    group: 'point',
    keys: ['g'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: take('direction'),
  },
  {
    label: 'Hold the radius, or free it',
    now: (bench) => (fitPoint(bench)?.radius === undefined ? 'Hold the radius' : 'Free the radius'),
    group: 'point',
    keys: ['Shift+U'],
    inMenu: (bench) => single(bench)?.kind === 'fit' && recipeOf(bench)?.kind === 'fit',
    does: give((bench) => {
      const point = fitPoint(bench);
      const curve = recipeOf(bench) && pointsOf(recipeOf(bench) ?? NO_RECIPE)?.curve;
      if (!point || !curve) return null;
      const kappa = Math.abs(curvatureAt(curve, closestPoint(curve, point.at).u).kappa);
      const radius = point.radius === undefined && kappa > 1e-9 ? Number((1 / kappa).toPrecision(6)) : null;
      return { command: 'setRadius', args: { point: point.id, radius } };
    }),
  },
  {
    label: 'Weight 1 again',
    finds: 'nurbs rational',
    group: 'point',
    keys: ['w'],
    inMenu: (bench) => ['control', 'weight'].includes(single(bench)?.kind ?? ''),
    does: give((bench) => {
      const handle = single(bench);
      const mine = handle?.kind === 'control' || handle?.kind === 'weight';
      return mine ? { command: 'setWeights', args: { weights: [{ point: handle.id, weight: 1 }] } } : null;
    }),
  },
  {
    label: 'Add a control point in the middle of the leg',
    group: 'point',
    keys: ['Shift+Q'],
    inMenu: (bench) => single(bench)?.kind === 'leg',
    does: give((bench) => {
      const handle = single(bench);
      return handle?.kind === 'leg' ? { command: 'insertControlPoint', args: { leg: handle.index, share: 0.5 } } : null;
    }),
  },
  {
    label: 'Straight from the first to the last selected control point',
    group: 'point',
    keys: ['s'],
    inMenu: (bench) => bench.editing.selection().handles.filter(({ kind }) => kind === 'control').length > 1,
    does: give((bench) => {
      const points = bench.editing
        .selection()
        .handles.flatMap((handle) => (handle.kind === 'control' ? [handle.id] : []));
      return points.length > 0 ? { command: 'straighten', args: { points } } : null;
    }),
  },
  {
    label: 'Take x from another point …',
    group: 'point',
    keys: ['Shift+X'],
    inMenu: hasPoints,
    does: take(0),
  },
  {
    label: 'Take y from another point …',
    group: 'point',
    keys: ['Shift+Y'],
    inMenu: hasPoints,
    does: take(1),
  },
  {
    label: 'Take z from another point …',
    group: 'point',
    keys: ['Shift+Z'],
    inMenu: hasPoints,
    does: take(2),
  },
  {
    label: 'Pin x, or free it',
    finds: 'lock fix constraint hold',
    now: (bench) => (arePinned(bench, 0) ? 'Free x' : 'Pin x'),
    group: 'point',
    keys: ['p'],
    inMenu: hasPoints,
    does: pin(0),
  },
  {
    label: 'Pin y, or free it',
    finds: 'lock fix constraint hold',
    now: (bench) => (arePinned(bench, 1) ? 'Free y' : 'Pin y'),
    group: 'point',
    keys: ['Shift+P'],
    inMenu: hasPoints,
    does: pin(1),
  },
  {
    label: 'All points of the curve',
    group: 'point',
    keys: ['Ctrl+A'],
    inMenu: hasCurve,
    does: (bench) => {
      const [item] = bench.editing.selection().items;
      const points = pointsOf(recipeOf(bench) ?? NO_RECIPE);
      if (!item || !points) return;
      const kind = points.fit.length > 0 ? 'fit' : 'control';
      bench.editing.select(
        handlesOn(
          item,
          points[kind].map(({ id }) => ({ kind, id })),
        ),
      );
    },
  },
];
