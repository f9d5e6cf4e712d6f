import type { Level } from '@pencil-bend/core';
import { withEnoughPoints, withoutSpareKnots } from '@pencil-bend/core/changing';
import { CommandError } from '../commandError';
import { graphOf, keyOfEnd } from '../links/order';
import { type End, referenceOf } from '../links/sources';
import { drawnFrom, eachJoint, shapeWithout, withShape } from '../links/table';
import { handedOn, plainRecipe } from '../project/plain';
import type { CurveItem, Id, Item, Joint, Joints, Leader, Project, Recipe } from '../project/project';
import { curveOf } from '../recipe/fixSpacing';
import { withCurve } from '../recipe/withCurve';
import { checkedForCircles, openCurve } from './bindable';
import { curveItemOf } from './items';

/** What becomes of curves as a joint comes, changes or goes. */

export interface OfEnd {
  readonly item: Id;
  readonly end: End;
}

export function jointOf(project: Project, { item, end }: OfEnd): Joint {
  const { name, joints } = curveItemOf(project, item);
  const joint = joints?.[end];
  if (!joint) throw new CommandError(`The ${end} of ${name} is not joined`);
  return joint;
}

/** The items as a new joint leaves them. Throws a `CommandError` for one that cannot be. */
export function joined(
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

/** What of a joint is set anew; what is left out stays. */
export type JointAsked = Partial<Pick<Joint, 'leader' | 'level' | 'gives' | 'spread'>> & {
  readonly freedoms?: Joint['freedoms'] | null;
};

/** The items as a joint leaves them that is set anew. Throws a `CommandError`. */
export function setTo(project: Project, { item: id, end }: OfEnd, asked: JointAsked) {
  const item = openCurve(project, id);
  const before = jointOf(project, { item: id, end });
  const joint = jointWith(before, asked);
  if (asked.leader) {
    const { problem } = handedOn(project, joint);
    if (problem !== undefined) throw new CommandError(`${item.name} cannot go on from there: ${problem}`);
  }
  if (joint.gives === 'both') mustGiveWay(project, id, joint.leader, before);
  const room = withLinkedFreedoms(roomFor(project, id, item, end, joint), end, before);
  const partner =
    joint.gives === 'both' && joint.leader.kind === 'end' ? partnerRoom(project, joint.leader, joint.level) : {};
  return checkedForCircles(project, { ...partnerStays(project, before, joint), ...partner, [id]: room });
}

function jointWith(before: Joint, { freedoms, ...asked }: JointAsked): Joint {
  const { freedoms: old, ...rest } = before;
  const given = Object.fromEntries(Object.entries(asked).filter(([, value]) => value !== undefined));
  const kept = freedoms === undefined ? old : (freedoms ?? undefined);
  return { ...rest, ...given, ...(kept && { freedoms: kept }) };
}

/** A curve with what is free at one end taken over to the other, where the two are linked, or were. */
function withLinkedFreedoms(item: CurveItem, end: End, before: Joint): CurveItem {
  const own = item.joints?.[end]?.freedoms;
  const wasLinked = before.freedoms?.linked === true;
  if (!item.joints || (!own?.linked && !wasLinked)) return item;
  const joints = eachJoint(item.joints, (each, at) => {
    if (at === end) return each;
    const { a: _a, linked: _linked, ...others } = each.freedoms ?? {};
    const shared = own?.linked ? { ...(own.a && { a: own.a }), linked: true as const } : { ...(_a && { a: _a }) };
    const { freedoms: _freedoms, ...rest } = each;
    const now = { ...others, ...shared };
    return { ...rest, ...(Object.keys(now).length > 0 && { freedoms: now }) };
  });
  return { ...item, joints };
}

/** A curve without a joint, in the shape it has. */
export function released(project: Project, { item: id, end }: OfEnd): Readonly<Record<Id, CurveItem>> {
  const item = openCurve(project, id);
  const joint = jointOf(project, { item: id, end });
  const joints = eachJoint(item.joints ?? {}, (each, at) => (at === end ? null : each));
  const now = withShape(project, item, shapeWithout(plainRecipe(project, item), [end]), joints);
  return { ...partnerStays(project, joint, null), [id]: now };
}

/** What a knot that bends nothing may move a curve by, in mm. */
export const NOTHING = 1e-6;

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
export function withoutAdded<Of extends Recipe>(
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
export function partnerStays(project: Project, before: Joint, now: Joint | null): Readonly<Record<Id, CurveItem>> {
  if (before.gives !== 'both' || before.leader.kind !== 'end' || now?.gives === 'both') return {};
  const other = curveItemOf(project, before.leader.item);
  const seen = shapeWithout(plainRecipe(project, other), [before.leader.end]);
  return { [before.leader.item]: withShape(project, other, seen) };
}

/** What curves that are just drawn go on from. */
export type NewJoints = Readonly<Partial<Record<End, Pick<Joint, 'leader' | 'level'>>>>;

/** Curves that are just drawn, with their joints; one that cannot be made is left out, so that what was drawn stays. */
export function drawnJoined(
  project: Project,
  added: Readonly<Record<Id, Item>>,
  asked: readonly (readonly [Id, NewJoints])[],
): { readonly items: Readonly<Record<Id, Item>>; readonly isWhole: boolean } {
  let items = added;
  let isWhole = true;
  for (const [id, joints] of asked) {
    for (const end of ['start', 'end'] as const) {
      const joint = joints[end];
      if (!joint) continue;
      const on = { ...project, items: { ...project.items, ...items } };
      try {
        items = { ...items, ...joined(on, { item: id, end }, { ...joint, gives: 'follower', spread: 'faded' }) };
      } catch (error) {
        if (!(error instanceof CommandError)) throw error;
        isWhole = false;
      }
    }
  }
  return { items, isWhole };
}
