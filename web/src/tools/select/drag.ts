import type { DragConstraint, DragSettings, LocatedHandle, ToolContext } from '../contract';
import type { Caught } from '../../snap/caught';
import { aheadAt, joinableEnd, leaderAt } from '../leaders';
import { freedomSet, jointAt, jointMoved } from './jointDrag';
import {
  add,
  breaksOf,
  closestPoint,
  distance,
  dot,
  evaluate,
  length,
  negate,
  rounded,
  scale,
  subtract,
  type TangentConstraint,
  unit,
  type Vector3,
} from '@pencil-bend/core';
import {
  chordAt,
  fitPointsOf,
  type Guide,
  HANDLE_SHARE,
  type Id,
  type CommandCall,
  type Project,
  type Recipe,
  CommandError,
  heldTangent,
  sideAt,
  tangentAt,
  tangentOn,
  unpinned,
  type Handle,
  pointOf,
  pointsOf,
  pointsWritten,
} from '@pencil-bend/document';
import { type ItemPoints, together } from './together';
import { directionsOf, kept, legOf, onOneAxis } from './dragConstraint';

/** A handle that is being moved, by pointer or keys. */
export interface Drag {
  readonly item: Id;
  /** Null for a point of its own. */
  readonly located: LocatedHandle | null;
  /** The guide that is moved. */
  readonly guide?: Guide;
  /** Of a tangent the place it turns about. */
  readonly about?: Vector3;
  /** The selected points that go along. */
  readonly points: readonly Id[];
  /** And those of other curves. */
  readonly beside?: readonly ItemPoints[];
  readonly from: Vector3;
  /** Where the pointer went down: the handle keeps its distance from the pointer. */
  readonly pressedAt: Vector3;
  /** How far the pointer has gone since, or the keys have moved it. */
  readonly by: Vector3;
  /** False until the pointer has left the place: a click must not nudge. */
  readonly moving: boolean;
  readonly byKeys: boolean;
  /** Shift is held: one axis; of a tangent the direction alone. */
  readonly shift: boolean;
  /** What the place it has gone to was caught by. */
  readonly caught?: Caught | null;
}

type RecipeOf = (item: Id) => Recipe | null;
type DragContext = Pick<ToolContext, 'recipeOf' | 'normal' | 'project'>;

/** A knot keeps this share of the gap from its neighbours. */
const CLEAR = 0.02;
/** The narrowest and widest that a weight is dragged. */
const WEIGHTS = [0.01, 1000] as const;

/** What a drag does to the drawing as it stands: one command. Null where there is nothing to do it to. */
export function callOf(drag: Drag, settings: DragSettings, context: DragContext): CommandCall | null {
  try {
    return ofEnd(drag, settings, context.project) ?? ordered(drag, settings, context);
  } catch (error) {
    // Where the curve stands still, say, there is no tangent to turn: the drag does nothing.
    if (error instanceof CommandError) return null;
    throw error;
  }
}

/**
 * An end that is dragged onto something it can go on from is joined to it; one that is joined already takes what leads it
 * along. Null for any other drag.
 */
function ofEnd(drag: Drag, { along }: DragSettings, project: Project | null): CommandCall | null {
  const { item, located, points, beside, caught, byKeys, from } = drag;
  const point = located && pointOf(located.handle);
  if (!project || !point || points.length > 1 || (beside ?? []).length > 0) return null;
  const end = joinableEnd(project, item, point);
  if (!end) return null;
  if (jointAt(project, item, end)) return jointMoved(project, item, end, moved(from, straight(drag, along)));
  if (!caught?.item || caught.item === item || byKeys) return null;
  const leader = leaderAt(project, caught, aheadAt(project, item, end));
  return leader && { command: 'joinEnd', args: { item, end, leader, level: 0 } };
}

function ordered(drag: Drag, { along, soft }: DragSettings, context: DragContext): CommandCall | null {
  const { recipeOf, normal, project } = context;
  const { item, located, from } = drag;
  if (drag.guide) return guideMoved(item, drag.guide, moved(from, straight(drag, along)));
  if (!located) return { command: 'placePoint', args: { item, to: moved(from, straight(drag, along)) } };
  const recipe = recipeOf(item);
  if (!recipe) return null;
  const { handle } = located;
  const directions = directionsOf(recipe, handle, from, along, normal);
  switch (handle.kind) {
    case 'fit':
    case 'control':
    case 'given':
      return pointsMoved(drag, kept(straight(drag, along), directions), recipeOf, soft);
    case 'leg':
      return legMoved(drag, handle.index, along, recipe, kept(straight(drag, along), directions));
    case 'on':
      return {
        command: 'bendAt',
        args: { item, u: handle.u, to: moved(from, kept(straight(drag, along), directions)) },
      };
    case 'knot':
      return knotMoved(item, handle.u, moved(from, drag.by), recipe);
    case 'seam': {
      const points = pointsOf(recipe);
      return points && { command: 'moveSeam', args: { item, u: closestPoint(points.curve, moved(from, drag.by)).u } };
    }
    case 'weight': {
      const { stem = [1, 0, 0] } = located;
      const old = pointsOf(recipe)?.control.find(({ id }) => id === handle.id)?.weight ?? 1;
      const doubled = dot(drag.by, stem) / dot(stem, stem);
      const weight = Math.min(WEIGHTS[1], Math.max(WEIGHTS[0], Number((old * 2 ** doubled).toPrecision(4))));
      return { command: 'setWeights', args: { item, weights: [{ point: handle.id, weight }] } };
    }
    case 'joint':
      return project && jointMoved(project, item, handle.end, moved(from, straight(drag, along)));
    case 'freedom':
      return project && located.stem ? freedomSet(project, item, handle, located.stem, drag.by) : null;
    case 'tangent':
      return tangentTurned(drag, handle, along, recipe);
    case 'on-tangent':
      return curveTurned(drag, handle, along, recipe);
  }
}

const guideMoved = (item: Id, guide: Guide, to: Vector3): CommandCall => ({
  command: 'setGuide',
  args: { item, guide: guide.kind === 'line' ? { ...guide, at: to } : { ...guide, centre: to } },
});

const straight = ({ by, shift }: Drag, along: DragConstraint): Vector3 =>
  shift && along === 'free' ? onOneAxis(by) : by;

/** Sums of typed and gridded numbers stay such numbers. */
function moved(from: Vector3, by: Vector3): Vector3 {
  const [x, y, z] = rounded(add(from, by), 9);
  // What does not move keeps all its digits.
  return [by[0] === 0 ? from[0] : x, by[1] === 0 ? from[1] : y, by[2] === 0 ? from[2] : z];
}

/** The points in hand, and with a soft drag those near the grabbed one, each by its share. */
function pointsMoved(drag: Drag, by: Vector3, recipeOf: RecipeOf, soft: number | null): CommandCall | null {
  const grabbed = drag.located && pointOf(drag.located.handle);
  if (!grabbed) return null;
  const points = drag.points.includes(grabbed) ? drag.points : [grabbed];
  const ofAll = [{ item: drag.item, points }, ...(drag.beside ?? [])];
  const args = together(
    ofAll.flatMap(({ item, points: ids }) => {
      const moves = movesOf(ids, drag, by, recipeOf(item), soft);
      return moves.length > 0 ? [{ item, moves }] : [];
    }),
  );
  return args && { command: 'movePoints', args };
}

function movesOf(ids: readonly Id[], drag: Drag, by: Vector3, recipe: Recipe | null, soft: number | null) {
  const points = recipe && pointsOf(recipe);
  if (!points) return [];
  const shares = new Map<Id, number>(ids.map((id) => [id, 1]));
  if (soft !== null) {
    const list = drag.located?.handle.kind === 'fit' ? points.fit : points.control;
    for (const { id, at } of list) {
      const share = falloff(distance(at, drag.from), soft);
      if (!shares.has(id) && share > 0) shares.set(id, share);
    }
  }
  const pins = new Map(pointsWritten(recipe).map((point) => [point.id, point]));
  return [...shares].flatMap(([id, share]) => {
    const at = points.places.get(id);
    if (!at) return [];
    return [{ point: id, to: unpinned(pins.get(id) ?? {}, at, moved(at, scale(by, share))) }];
  });
}

/** The share of a soft drag at a distance: 1 at the point, level there and at the reach, 0 beyond it. */
export const falloff = (away: number, reach: number): number => (away >= reach ? 0 : (1 - (away / reach) ** 2) ** 2);

/** A leg goes where it is dragged; along itself it grows or shrinks about its middle. */
function legMoved(drag: Drag, index: number, along: DragConstraint, recipe: Recipe, by: Vector3): CommandCall | null {
  const points = pointsOf(recipe);
  if (!points) return null;
  const [from, to] = legOf(recipe, index);
  const [a, b] = [points.control[index].id, points.control[(index + 1) % points.control.length].id];
  let shifts: readonly Vector3[] = [by, by];
  if (along === 'legs') {
    const nearStart = distance(drag.from, from) < distance(drag.from, to);
    shifts = nearStart ? [by, negate(by)] : [negate(by), by];
  }
  const moves = [
    { point: a, to: moved(from, shifts[0]) },
    { point: b, to: moved(to, shifts[1]) },
  ];
  return { command: 'movePoints', args: { item: drag.item, moves } };
}

function knotMoved(item: Id, u: number, place: Vector3, recipe: Recipe): CommandCall | null {
  const points = pointsOf(recipe);
  return points && slid(item, u, closestPoint(points.curve, place).u, recipe);
}

/** A knot moved to a parameter, or as near to it as its neighbours let it. */
export function slid(item: Id, u: number, wanted: number, recipe: Recipe): CommandCall | null {
  const points = pointsOf(recipe);
  const breaks = points ? breaksOf(points.curve) : [];
  const index = breaks.findIndex((knot) => knot.u === u);
  if (index <= 0 || index >= breaks.length - 1) return null;
  const [before, after] = [breaks[index - 1].u, breaks[index + 1].u];
  const clear = CLEAR * (after - before);
  const to = Math.min(after - clear, Math.max(before + clear, wanted));
  return { command: 'moveKnot', args: { item, u, to } };
}

/** A tangent's end dragged: direction and strength, with Shift the direction alone, along itself the strength alone. */
function tangentTurned(
  drag: Drag,
  { id, side }: Extract<Handle, { kind: 'tangent' }>,
  along: DragConstraint,
  recipe: Recipe,
): CommandCall | null {
  const place = pointsOf(recipe)?.places.get(id);
  if (!place) return null;
  const which = sideAt(recipe, id, side);
  const before = tangentAt(recipe, id, which);
  const index = fitPointsOf(recipe).findIndex((point) => point.id === id);
  const constraint = heldTangent(fitPointsOf(recipe)[index], which ?? 'after');
  const stem = scale(subtract(add(drag.from, drag.by), place), side / HANDLE_SHARE);
  const alongItself = dot(stem, before.direction);
  if (!(length(stem) > 0) || (along === 'legs' && !(alongItself > 0))) return null;
  const direction = along === 'legs' ? before.direction : unit(stem);
  const mm = along === 'legs' ? alongItself : length(stem);
  const inRatio = constraint?.strength && 'ratio' in constraint.strength;
  const strength = inRatio ? { ratio: mm / chordAt(recipe, index, which) } : { mm };
  const turned: TangentConstraint = { direction, strength };
  const alone: TangentConstraint = constraint?.strength ? { direction, strength: constraint.strength } : { direction };
  const tangent = drag.shift ? alone : turned;
  return { command: 'setTangent', args: { item: drag.item, point: id, tangent, ...(which && { side: which }) } };
}

/** The same at a place that is no point: direction and strength of the curve itself. */
function curveTurned(
  drag: Drag,
  { u, side }: Extract<Handle, { kind: 'on-tangent' }>,
  along: DragConstraint,
  recipe: Recipe,
): CommandCall | null {
  const curve = pointsOf(recipe)?.curve;
  if (!curve) return null;
  const before = tangentOn(curve, u);
  const stem = scale(subtract(add(drag.from, drag.by), evaluate(curve, u)), side / HANDLE_SHARE);
  const alongItself = dot(stem, before.direction);
  const isAlong = along === 'legs';
  if (!(length(stem) > 0) || (isAlong && !(alongItself > 0))) return null;
  const direction = isAlong ? before.direction : unit(stem);
  const mm = drag.shift ? before.mm : isAlong ? alongItself : length(stem);
  return { command: 'turnAt', args: { item: drag.item, u, direction, mm } };
}
