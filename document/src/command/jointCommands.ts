import { jetBeyond, negate } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { blendLeader, referenceOf } from '../links/sources';
import { eachJoint, namedPoints as pointsIn, shapeWithout, tiesIn, withLinks, withShape } from '../links/table';
import { handedOn, keptTies, plainRecipe } from '../project/plain';
import {
  type BlendRecipe,
  type CurveItem,
  type Id,
  type Leader,
  type Project,
  type Recipe,
  type Tie,
} from '../project/project';
import { curveOf, fixSpacing } from '../recipe/fixSpacing';
import type { StepFacts } from '../history/stepTitle';
import type { jointArgs } from '../schema/jointArgs';
import { checkedForCircles, openCurve, openTieable } from './bindable';
import type { Commands } from './command';
import { FreeNames } from './freeNames';
import { curveItemOf, named, namedPoint, newItem, openItemOf } from './items';
import { joined, jointOf, NOTHING, partnerStays, released, setTo, withoutAdded } from './jointChanges';
import { meetingJoined } from './meetings';
import { FIRST_NAMES } from './shapes';

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

  /** All in one step; a joint that is there gets the level. */
  joinMeetings: {
    facts: (project, { level, meetings }) => ({
      items: named(project, [...new Set(meetings.flatMap(({ first, second }) => [first.item, second.item]))]),
      numbers: [level, meetings.length],
    }),
    change: {
      items: (project, { level, meetings }) => {
        let on = project;
        let changed: Readonly<Record<Id, CurveItem>> = {};
        for (const meeting of meetings) {
          const now = meetingJoined(on, meeting, level);
          changed = { ...changed, ...now };
          on = { ...on, items: { ...on.items, ...now } };
        }
        return { changed };
      },
    },
  },

  /** What was added for a higher level goes again where it bends nothing; the free shape stays. */
  setJoint: {
    facts: (project, { item, end, level }) => {
      const joint = jointOf(project, { item, end });
      return { ...factsOf(project, item, joint.leader), ...(level !== undefined && { numbers: [level] }) };
    },
    change: {
      items: (project, { item: id, end, ...asked }) => setTo(project, { item: id, end }, asked),
    },
  },

  /** The leader follows; both stay as they are seen. */
  swapJoint: {
    tellsOfLinks: true,
    facts: (project, { item, end }) => factsOf(project, item, jointOf(project, { item, end }).leader),
    change: {
      items: (project, { item: id, end }) => {
        const joint = jointOf(project, { item: id, end });
        const { leader, level, gives, spread } = joint;
        if (leader.kind !== 'end') throw new CommandError('Only an end of a curve can follow instead');
        const freed = released(project, { item: id, end });
        const on = { ...project, items: { ...project.items, ...freed } };
        const swapped: Leader = { kind: 'end', item: id, end };
        return {
          changed: {
            ...freed,
            ...joined(on, { item: leader.item, end: leader.end }, { level, leader: swapped, gives, spread }),
          },
        };
      },
    },
  },

  /** The follower is turned round: it goes along as it is, until its other end lies where this one was. */
  joinOtherEnd: {
    facts: (project, { item, end }) => factsOf(project, item, jointOf(project, { item, end }).leader),
    change: {
      items: (project, { item: id, end }) => {
        const { leader, level, gives, spread } = jointOf(project, { item: id, end });
        const other = end === 'start' ? 'end' : 'start';
        const freed = released(project, { item: id, end });
        const item = freed[id];
        const beyond = jetBeyond(curveOf(plainRecipe(project, item)).curve, other);
        if (!beyond) throw new CommandError(`${item.name} stands still at its ${other}`);
        const on = { ...project, items: { ...project.items, ...freed } };
        const bound = joined(on, { item: id, end: other }, { level, leader, gives: 'follower', spread: 'rigid' });
        const { joints = {}, ...rest } = bound[id];
        // Into the curve, as its leader will run.
        const from = { at: beyond.point, along: negate(beyond.tangent) };
        const turned = { ...rest, joints: eachJoint(joints, (each, at) => (at === other ? { ...each, from } : each)) };
        const there = { ...on, items: { ...on.items, [id]: turned } };
        const shaped = withShape(there, turned, plainRecipe(there, turned));
        const settled = { ...on, items: { ...on.items, [id]: shaped } };
        return { changed: { ...freed, ...setTo(settled, { item: id, end: other }, { gives, spread }).changed } };
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
      items: (project, ofEnd) => ({ changed: released(project, ofEnd) }),
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
        return { changed: { [id]: withShape(on, item, shapeWithout(plainRecipe(on, item), [end]), joints) } };
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

/** Throws a `CommandError` for a blend that goes nowhere, or goes on from itself. */
function mustBlend(project: Project, id: Id, item: CurveItem & { readonly recipe: BlendRecipe }): void {
  const { first, second } = item.recipe;
  for (const each of [first, second]) {
    const { name } = curveItemOf(project, each.item);
    const { problem } = handedOn(project, { leader: blendLeader(each) });
    if (problem !== undefined) throw new CommandError(`No blend goes on from ${name}: ${problem}`);
  }
  const isOne =
    'end' in first
      ? 'end' in second && first.end === second.end
      : 'share' in second && first.share === second.share && first.sense === second.sense;
  if (first.item === second.item && isOne) throw new CommandError('A blend needs two ends, or places');
  checkedForCircles(project, { [id]: item });
}
