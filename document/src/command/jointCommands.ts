import type { Level } from '@pencil-bend/core';
import { withEnoughPoints, withoutSpareKnots } from '@pencil-bend/core/changing';
import { CommandError } from '../commandError';
import { graphOf, keyOfEnd } from '../links/order';
import { type End, referenceOf } from '../links/sources';
import { drawnFrom, eachJoint, namedPoints as pointsIn, tiesIn, withLinks, withShape } from '../links/table';
import { handedOn, keptTies, plainRecipe } from '../project/plain';
import {
  type BlendRecipe,
  type CurveItem,
  type Id,
  type Joint,
  type Joints,
  type Leader,
  type Project,
  type Recipe,
  type Tie,
} from '../project/project';
import { curveOf, fixSpacing } from '../recipe/fixSpacing';
import { withCurve } from '../recipe/withCurve';
import type { StepFacts } from '../history/stepTitle';
import type { jointArgs } from '../schema/jointArgs';
import { checkedForCircles, openCurve, openTieable } from './bindable';
import type { Commands } from './command';
import { FreeNames } from './freeNames';
import { curveItemOf, named, namedPoint, newItem, openItemOf } from './items';
import { FIRST_NAMES } from './shapes';

interface OfEnd {
  readonly item: Id;
  readonly end: End;
}

/** What lets ends go on from other curves, for as long as they are joined or once. */
export const jointCommands: Commands<typeof jointArgs> = {
  /** What the level needs of degree and control points comes in, and the curve does not move for it. */
  joinEnd: {
    facts: (project, { item, leader, level }) => ({ ...factsOf(project, item, leader), numbers: [level] }),
    change: {
      items: (project, { item: id, end, leader, level, gives = 'follower', spread = 'faded' }) => ({
        changed: joined(project, { item: id, end }, { level, leader, gives, spread }),
      }),
    },
  },

  /** What was added for a higher level goes again where it bends nothing; the free shape stays. */
  setJoint: {
    facts: (project, { item, end, level }) => {
      const joint = jointOf(project, { item, end });
      return { ...factsOf(project, item, joint.leader), ...(level !== undefined && { numbers: [level] }) };
    },
    change: {
      items: (project, { item: id, end, level, gives, spread, freedoms }) => {
        const item = openCurve(project, id);
        const before = jointOf(project, { item: id, end });
        const { freedoms: _freedoms, ...rest } = before;
        const kept = freedoms === undefined ? before.freedoms : (freedoms ?? undefined);
        const joint: Joint = {
          ...rest,
          level: level ?? before.level,
          gives: gives ?? before.gives,
          spread: spread ?? before.spread,
          ...(kept && { freedoms: kept }),
        };
        if (joint.gives === 'both') mustGiveWay(project, id, joint.leader, before);
        const room = roomFor(project, id, item, end, joint);
        const partner =
          joint.gives === 'both' && joint.leader.kind === 'end' ? partnerRoom(project, joint.leader, joint.level) : {};
        return checkedForCircles(project, { ...partnerStays(project, before, joint), ...partner, [id]: room });
      },
    },
  },

  /** The shape stays. */
  releaseJoint: {
    facts: (project, { item, end }) => ({
      how: end,
      ...factsOf(project, item, jointOf(project, { item, end }).leader),
    }),
    tellsOfLinks: true,
    change: {
      items: (project, { item: id, end }) => {
        const item = openCurve(project, id);
        const joint = jointOf(project, { item: id, end });
        const joints = eachJoint(item.joints ?? {}, (each, at) => (at === end ? null : each));
        const now = withShape(project, item, plainRecipe(project, item), joints);
        return { changed: { ...partnerStays(project, joint, null), [id]: now } };
      },
    },
  },

  /** As it was drawn, before it was joined. */
  returnToFree: {
    facts: (project, { item, end }) => ({
      how: end,
      ...factsOf(project, item, jointOf(project, { item, end }).leader),
    }),
    lossy: true,
    tellsOfLinks: true,
    change: {
      items: (project, { item: id, end }) => {
        const item = openCurve(project, id);
        const joint = jointOf(project, { item: id, end });
        const joints = eachJoint(item.joints ?? {}, (each, at) => (at === end ? null : each));
        const { recipe } = withoutAdded(item.recipe, joint, NOTHING);
        const now = withLinks({ ...item, recipe }, joints, item.ties ?? {});
        return { changed: { ...partnerStays(project, joint, null), [id]: now } };
      },
    },
  },

  /** Without a joint: what moves later is not followed. */
  meetOnce: {
    facts: (project, { item, leader, level }) => ({ ...factsOf(project, item, leader), numbers: [level] }),
    lossy: true,
    change: {
      items: (project, { item: id, end, leader, level }) => {
        const bound = joined(project, { item: id, end }, { level, leader, gives: 'follower', spread: 'local' });
        const on = { ...project, items: { ...project.items, ...bound } };
        const item = on.items[id] as CurveItem;
        const joints = eachJoint(item.joints ?? {}, (each, at) => (at === end ? null : each));
        return { changed: { [id]: withShape(on, item, plainRecipe(on, item), joints) } };
      },
    },
  },

  /** A point that follows another item; its curve goes along. */
  tiePoint: {
    facts: (project, { item, point, to }) => ({
      items: named(project, item === to.item ? [item] : [item, to.item]),
      points: tiedPoint(project, item, point),
    }),
    change: { items: (project, { item, point, to }) => tied(project, item, point, { place: to }) },
  },

  /** A tangent that keeps the direction of a guide line, or of a straight curve. */
  tieTangent: {
    facts: (project, { item, point, to }) => ({
      items: named(project, item === to.item ? [item] : [item, to.item]),
      points: tiedPoint(project, item, point),
    }),
    change: { items: (project, { item, point, to }) => tied(project, item, point, { direction: to }) },
  },

  /** The shape stays. */
  untie: {
    facts: (project, { item, point }) => ({ items: named(project, [item]), points: tiedPoint(project, item, point) }),
    tellsOfLinks: true,
    change: {
      items: (project, { item: id, point }) => {
        const item = openTieable(project, id);
        if (!item.ties || !Object.hasOwn(item.ties, point))
          throw new CommandError(`Nothing of ${item.name} is tied there`);
        const { [point]: _gone, ...ties } = item.ties;
        const now = withShape(project, item, plainRecipe(project, item));
        return { changed: { [id]: withLinks(now, now.joints ?? {}, tiesIn(now.recipe as Recipe, ties)) } };
      },
    },
  },

  drawBlend: {
    adds: () => 1,
    facts: (project, { first, second }) => ({ items: named(project, [first.item, second.item]) }),
    change: {
      items: (project, { id, first, second, ratio }) => {
        const { layer, plane } = curveItemOf(project, first.item);
        const recipe: BlendRecipe = { kind: 'blend', first, second, ...(ratio !== undefined && { ratio }) };
        const name = new FreeNames(project).next(FIRST_NAMES.blend);
        const item = { kind: 'curve' as const, ...newItem(project, name, layer, plane), recipe };
        mustBlend(project, id, item);
        return { added: { [id]: item } };
      },
    },
  },

  setBlend: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: {
      items: (project, { item: id, first, second, ratio }) => {
        openItemOf(project, id);
        const item = curveItemOf(project, id);
        if (item.recipe.kind !== 'blend') throw new CommandError(`${item.name} is no blend`);
        const recipe: BlendRecipe = { kind: 'blend', first, second, ...(ratio !== null && { ratio }) };
        const now = { ...item, recipe };
        mustBlend(project, id, now);
        return { changed: { [id]: now } };
      },
    },
  },
};

/** The follower, and the leader where it is an item. */
function factsOf(project: Project, item: Id, leader: Leader): StepFacts {
  const reference = referenceOf(leader);
  const others = reference && reference.item !== item ? [reference.item] : [];
  return { items: named(project, [item, ...others]) };
}

function jointOf(project: Project, { item, end }: OfEnd): Joint {
  const { name, joints } = curveItemOf(project, item);
  const joint = joints?.[end];
  if (!joint) throw new CommandError(`The ${end} of ${name} is not joined`);
  return joint;
}

const tiedPoint = (project: Project, id: Id, point: Id) => {
  const item = curveItemOf(project, id);
  return namedPoint(item.name, plainRecipe(project, item), point);
};

/** A curve with one of its points tied, or the tangent there. Throws a `CommandError` where that cannot be. */
function tied(project: Project, id: Id, point: Id, more: Tie) {
  const item = openTieable(project, id);
  const seen = withShape(project, item, plainRecipe(project, item));
  const recipe = seen.recipe as Recipe;
  // A control point of live fit points is nobody's own.
  const own = recipe.kind === 'fit' && !recipe.points.some((each) => each.id === point) ? fixSpacing(recipe) : recipe;
  if (!pointsIn(own).includes(point)) throw new CommandError(`${item.name} has no point '${point}' to tie`);
  const ties = { ...seen.ties, [point]: { ...seen.ties?.[point], ...more } };
  const now = withLinks({ ...seen, recipe: own }, seen.joints ?? {}, ties);
  const changed = checkedForCircles(project, { [id]: now });
  const on = { ...project, items: { ...project.items, [id]: now } };
  const problem = keptTies(on, id)[point];
  if (problem) throw new CommandError(`${item.name} cannot be tied there: ${problem}`);
  return changed;
}

/** The items as a new joint leaves them. Throws a `CommandError` for one that cannot be. */
function joined(
  project: Project,
  { item: id, end }: OfEnd,
  given: Pick<Joint, 'level' | 'leader' | 'gives' | 'spread'>,
): Readonly<Record<Id, CurveItem>> {
  const item = openCurve(project, id);
  const { leader } = given;
  const taken = item.joints?.[end];
  if (taken) {
    const reference = referenceOf(taken.leader);
    const other = reference ? project.items[reference.item].name : 'its image';
    throw new CommandError(`The ${end} of ${item.name} follows ${other} already: release it first`);
  }
  if (graphOf(project).sharedWith.has(keyOfEnd({ id, end }))) {
    throw new CommandError(`The ${end} of ${item.name} meets another curve halfway already`);
  }
  if (graphOf(project).corners.has(keyOfEnd({ id, end }))) {
    throw new CommandError(`The ${end} of ${item.name} ends in a corner: it cannot follow anything`);
  }
  if (leader.kind === 'end' && leader.item === id && leader.end === end) {
    throw new CommandError(`The ${end} of ${item.name} cannot follow itself`);
  }
  const reference = referenceOf(leader);
  if (reference && !Object.hasOwn(project.items, reference.item)) {
    throw new CommandError(`There is no curve '${reference.item}' in this project`);
  }
  const handed = handedOn(project, { leader });
  if (handed.problem !== undefined) throw new CommandError(`${item.name} cannot go on from there: ${handed.problem}`);
  const joint: Joint = { ...given, from: drawnFrom(project, { ...given, from: NOWHERE }) };
  if (given.gives === 'both') mustGiveWay(project, id, leader, null);
  const seen = withShape(project, item, plainRecipe(project, item));
  const partner = joint.gives === 'both' && leader.kind === 'end' ? partnerRoom(project, leader, joint.level) : {};
  return checkedForCircles(project, { ...partner, [id]: roomFor(project, id, seen as typeof item, end, joint) })
    .changed;
}

/** What a knot that bends nothing may move a curve by, in mm. */
const NOTHING = 1e-6;

const NOWHERE: Joint['from'] = { at: [0, 0, 0], along: [1, 0, 0] };

/** Throws a `CommandError` where the leader of a joint cannot meet its follower halfway. */
function mustGiveWay(project: Project, id: Id, leader: Leader, before: Joint | null): void {
  if (leader.kind !== 'end') throw new CommandError('Only an end of a curve can give way');
  if (leader.item === id) throw new CommandError('A curve cannot meet itself halfway');
  const other = openCurve(project, leader.item);
  if (other.joints?.[leader.end])
    throw new CommandError(`The ${leader.end} of ${other.name} follows another curve already`);
  const key = keyOfEnd({ id: leader.item, end: leader.end });
  if (before?.gives !== 'both' && graphOf(project).sharedWith.has(key)) {
    throw new CommandError(`The ${leader.end} of ${other.name} meets another curve halfway already`);
  }
}

/** A curve with a joint at an end, and with the degree and the control points that its levels need. */
function roomFor(
  project: Project,
  id: Id,
  item: CurveItem & { readonly recipe: Recipe },
  end: End,
  joint: Joint,
): CurveItem {
  const joints: Joints = { ...item.joints, [end]: joint };
  const { recipe } = item;
  // Live points, exact shapes and exact lines need none, or have no use for them.
  if (recipe.kind !== 'control' || (recipe.degree === 1 && recipe.points.length === 2)) return { ...item, joints };
  const { led } = graphOf(project);
  const levelAt = (at: End) => Math.max(joints[at]?.level ?? 0, led.get(keyOfEnd({ id, end: at })) ?? 0) as Level;
  const spare = withoutAdded(recipe, joint, NOTHING);
  const enough = withEnoughPoints(curveOf(spare.recipe).curve, { start: levelAt('start'), end: levelAt('end') });
  const isMore = enough.raised > 0 || enough.knots.length > 0;
  const made = isMore ? withCurve(spare.recipe, enough.curve) : spare.recipe;
  const { added: before, ...rest } = joint;
  const raised = (before?.raised ?? 0) + enough.raised;
  const knots = [...spare.knots, ...enough.knots];
  const added = raised > 0 || knots.length > 0 ? { added: { raised, knots } } : {};
  return { ...item, recipe: made, joints: { ...joints, [end]: { ...rest, ...added } } };
}

/** A curve that meets a follower halfway, with what the level needs. */
function partnerRoom(
  project: Project,
  { item: id, end }: Extract<Leader, { readonly kind: 'end' }>,
  level: Level,
): Readonly<Record<Id, CurveItem>> {
  const item = openCurve(project, id);
  const { recipe } = item;
  if (recipe.kind !== 'control' || (recipe.degree === 1 && recipe.points.length === 2)) return {};
  const { led } = graphOf(project);
  const levelAt = (at: End) =>
    Math.max(at === end ? level : 0, item.joints?.[at]?.level ?? 0, led.get(keyOfEnd({ id, end: at })) ?? 0) as Level;
  const enough = withEnoughPoints(curveOf(recipe).curve, { start: levelAt('start'), end: levelAt('end') });
  return enough.raised > 0 || enough.knots.length > 0
    ? { [id]: { ...item, recipe: withCurve(recipe, enough.curve) } }
    : {};
}

/** A recipe without those of the knots that a joint brought which bend nothing; and the ones that stay. */
function withoutAdded<Of extends Recipe>(
  recipe: Of,
  { added }: Joint,
  tolerance: number,
): { recipe: Of; knots: readonly number[] } {
  if (recipe.kind !== 'control' || !added || added.knots.length === 0) return { recipe, knots: added?.knots ?? [] };
  const { curve, removed } = withoutSpareKnots(curveOf(recipe).curve, added.knots, tolerance);
  if (removed.length === 0) return { recipe, knots: added.knots };
  return { recipe: withCurve(recipe, curve) as Of, knots: added.knots.filter((u) => !removed.includes(u)) };
}

/** A curve that met a follower halfway stays as it is seen when it does so no longer. */
function partnerStays(project: Project, before: Joint, now: Joint | null): Readonly<Record<Id, CurveItem>> {
  if (before.gives !== 'both' || before.leader.kind !== 'end' || now?.gives === 'both') return {};
  const other = curveItemOf(project, before.leader.item);
  return { [before.leader.item]: withShape(project, other, plainRecipe(project, other)) };
}

/** Throws a `CommandError` for a blend that goes nowhere, or goes on from itself. */
function mustBlend(project: Project, id: Id, item: CurveItem & { readonly recipe: BlendRecipe }): void {
  const { first, second } = item.recipe;
  for (const { item: of, end } of [first, second]) {
    const { name } = curveItemOf(project, of);
    const { problem } = handedOn(project, { leader: { kind: 'end', item: of, end } });
    if (problem !== undefined) throw new CommandError(`No blend goes on from ${name}: ${problem}`);
  }
  if (first.item === second.item && first.end === second.end) throw new CommandError('A blend needs two ends');
  checkedForCircles(project, { [id]: item });
}
