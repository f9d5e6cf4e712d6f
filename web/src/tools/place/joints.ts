import { distance, endOf, evaluate, kinksOf, type Level, nearerEnd, subtract, type Vector3 } from '@pencil-bend/core';
import {
  type BlendEnd,
  type CommandCall,
  type End,
  ENDS,
  handlesOn,
  type Id,
  type Leader,
  plainItem,
  pointsOf,
  type Project,
  selectionOf,
  type TieTarget,
} from '@pencil-bend/document';
import type { Choice, Option } from '../contract';
import { curveIn } from '../../view/curveIn';
import { aheadAt, endsMeeting, leaderAt, tangentAt, tieDirection, tieTarget } from '../leaders';
import { type Made, type Place, placingTool } from './placingTool';

/** What lets curves go on from others: joints, blends, soft corners, ties. */

const NO_CURVE: Made = { why: 'There is no curve under that place' };

const levels = (...all: readonly number[]): readonly Choice[] =>
  all.map((level) => ({ value: String(level), label: `G${level}` }));
const level = (value: number, choices: readonly Choice[]): Option => ({
  name: 'level',
  label: 'Level',
  kind: 'choice',
  value: String(value),
  choices,
});

/** The end of a curve that a place is nearer to. */
function endAt(project: Project, { on }: Place): { readonly item: Id; readonly end: End } | null {
  const curve = on && curveIn(project, on.item);
  return on && curve?.closing === 'open' ? { item: on.item, end: nearerEnd(curve, on.u) } : null;
}

/** What a blend goes on from at a place: the end nearest to it, or the place itself, left towards where it leads. */
function blendEndAt(project: Project, place: Place, towards: Place, level: Level, atEnds: boolean): BlendEnd | null {
  const end = endAt(project, place);
  if (atEnds) return end && { ...end, level };
  const item = place.on?.item;
  if (item === undefined) return null;
  const leader = leaderAt(project, { at: place.at, item }, subtract(towards.at, place.at));
  if (leader?.kind === 'end') return { item, end: leader.end, level };
  return leader?.kind === 'place' ? { item, share: leader.share, sense: leader.sense, level } : null;
}

/** What a place leads: what was caught there, or the curve under it. */
function leaderOf(project: Project, place: Place, ahead: Vector3 | null): Leader | null {
  return leaderAt(project, { at: place.at, item: itemUnder(place) }, ahead);
}

interface CornerPlace {
  readonly at: Vector3;
  readonly call: (numbers: CornerNumbers, newId: () => Id) => CommandCall;
  readonly made: (id: Id) => Id;
}
type CornerNumbers = Pick<Extract<CommandCall, { command: 'drawCorner' }>['args'], 'level' | 'size'>;

/** The corner nearest to a place: a kink of the curve there, or where another end meets one of its own. */
function cornerAt(project: Project, { on, at }: Place): CornerPlace | null {
  const curve = on && curveIn(project, on.item);
  if (!on || !curve) return null;
  const kinks = kinksOf(curve).map(({ u }): CornerPlace => {
    const near = evaluate(curve, u);
    const call: CornerPlace['call'] = (numbers, newId) => ({
      command: 'softenKink',
      args: { item: on.item, near, id: newId(), ...numbers },
    });
    return { at: near, call, made: (id) => `${id}-2` };
  });
  const own = curve.closing === 'open' ? ENDS.map((end) => ({ item: on.item, end })) : [];
  const met = own.flatMap((first): CornerPlace[] => {
    const [second] = endsMeeting(project, first.item, first.end);
    if (!second) return [];
    const call: CornerPlace['call'] = (numbers, newId) => ({
      command: 'drawCorner',
      args: { id: newId(), first, second, ...numbers },
    });
    return [{ at: endOf(curve, first.end), call, made: (id) => id }];
  });
  const [nearest] = [...kinks, ...met].sort((a, b) => distance(a.at, at) - distance(b.at, at));
  return nearest ?? null;
}

/** The point of a curve that lies at a place. */
function pointAt(project: Project, place: Place): { readonly item: Id; readonly point: Id } | null {
  const id = itemUnder(place);
  const item = id !== null && Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (id === null || item?.kind !== 'curve') return null;
  const seen = plainItem(project, item);
  const points = seen.kind === 'curve' ? pointsOf(seen.recipe) : null;
  if (!points) return null;
  const all = [...points.fit, ...points.given, ...points.control];
  const [nearest] = all.toSorted((a, b) => distance(a.at, place.at) - distance(b.at, place.at));
  return nearest ? { item: id, point: nearest.id } : null;
}

/** What a place lets a point follow, but its own curve. */
function targetOf(project: Project, place: Place, item: Id): TieTarget | null {
  const to = itemUnder(place);
  return to === null || to === item ? null : tieTarget(project, place.at, to);
}

/** What was caught at a place, or the curve under it. */
const itemUnder = (place: Place): Id | null => place.caught?.item ?? place.on?.item ?? null;

/** What the tool for ties asks for: first of the curve that follows, then what it follows. */
const TIE_ASKS = {
  point: [
    'Click the point of a curve that is to follow something.',
    'Click what it follows: a point, an end, a place along a curve, or a guide along which it stays free.',
  ],
  tangent: [
    'Click the point of a curve whose tangent is to follow a line.',
    'Click the line that it follows: a guide line, or a straight curve.',
  ],
} as const;

export const joints = {
  joint: placingTool({
    asks: (count) =>
      count === 0
        ? 'Click a curve near the end that is to go on from another.'
        : 'Click what it goes on from: an end, a place along a curve, a guide or a symmetry line.',
    least: 2,
    most: 2,
    stays: true,
    picks: (count) => count === 0,
    options: [
      level(1, levels(0, 1, 2, 3)),
      {
        name: 'lasts',
        label: 'Lasts',
        kind: 'choice',
        value: 'good',
        choices: [
          { value: 'good', label: 'as a joint' },
          { value: 'once', label: 'meet once' },
        ],
      },
    ],
    make: ({ places: [from, to], options }, { project }) => {
      const follower = project && endAt(project, from);
      if (!project || !follower) return { why: 'Click a curve that has ends: a closed one has none' };
      const leader = leaderOf(project, to, aheadAt(project, follower.item, follower.end));
      if (!leader) return { why: 'There is nothing at that place to go on from' };
      const args = { ...follower, leader, level: Number(options['level']) as Level };
      if (options['lasts'] === 'once') return { call: { command: 'meetOnce', args }, select: [follower.item] };
      return {
        call: { command: 'joinEnd', args },
        select: handlesOn(follower.item, [{ kind: 'joint', end: follower.end }]),
      };
    },
  }),

  blend: placingTool({
    asks: (count) =>
      count === 0 ? 'Click the curve that the blend goes on from, near an end.' : 'Click the curve that it leads to.',
    least: 2,
    most: 2,
    picks: () => true,
    options: [
      level(2, levels(0, 1, 2, 3)),
      {
        name: 'from',
        label: 'Goes on from',
        kind: 'choice',
        value: 'ends',
        choices: [
          { value: 'ends', label: 'the nearer ends' },
          { value: 'places', label: 'these places' },
        ],
      },
    ],
    make: ({ places: [from, to], options }, { project, newId }) => {
      if (!project) return NO_CURVE;
      const [wanted, atEnds] = [Number(options['level']) as Level, options['from'] === 'ends'];
      const first = blendEndAt(project, from, to, wanted, atEnds);
      const second = blendEndAt(project, to, from, wanted, atEnds);
      if (!first || !second) return { why: 'A closed curve has no ends: let the blend go on from these places' };
      const id = newId();
      return { call: { command: 'drawBlend', args: { id, first, second } }, select: selectionOf([id]) };
    },
  }),

  softCorner: placingTool({
    asks: () => 'Click a curve near the corner that is to be softened.',
    least: 1,
    most: 1,
    stays: true,
    picks: () => true,
    options: [
      level(2, levels(1, 2, 3, 4)),
      {
        name: 'by',
        label: 'Given by',
        kind: 'choice',
        value: 'setback',
        choices: [
          { value: 'setback', label: 'setback' },
          { value: 'radius', label: 'radius' },
          { value: 'distance', label: 'distance' },
        ],
      },
      { name: 'size', label: 'Size', kind: 'number', value: 10, least: 1e-6, most: 1e6 },
      {
        name: 'corners',
        label: 'Corners',
        kind: 'choice',
        value: 'one',
        choices: [
          { value: 'one', label: 'this one' },
          { value: 'all', label: 'all of it' },
        ],
      },
    ],
    sets: ['size'],
    make: ({ places: [place], options }, { project, newId }) => {
      if (!project || !place.on) return NO_CURVE;
      const size = { [String(options['by'])]: Number(options['size']) } as CornerNumbers['size'];
      const numbers: CornerNumbers = { level: Number(options['level']) as CornerNumbers['level'], size };
      if (options['corners'] === 'all') {
        return {
          call: {
            command: 'softenCorners',
            args: { items: outlineOf(project, place.on.item), id: newId(), ...numbers },
          },
        };
      }
      const corner = cornerAt(project, place);
      if (!corner) return { why: 'There is no corner there: a kink, or two ends that meet' };
      const id = newId();
      return { call: corner.call(numbers, () => id), select: [corner.made(id)] };
    },
  }),

  tie: placingTool({
    asks: (count, { what }) => TIE_ASKS[what === 'tangent' ? 'tangent' : 'point'][Math.min(count, 1)],
    least: 2,
    most: 2,
    stays: true,
    picks: (count) => count === 0,
    options: [
      {
        name: 'what',
        label: 'What follows',
        kind: 'choice',
        value: 'point',
        choices: [
          { value: 'point', label: 'the point' },
          { value: 'tangent', label: 'its tangent' },
        ],
      },
    ],
    make: ({ places: [from, upon], options }, { project }) => {
      const own = project && pointAt(project, from);
      if (!project || !own) return { why: 'There is no point of a curve at that place' };
      if (options['what'] === 'tangent') {
        const item = itemUnder(upon);
        if (item === null || item === own.item) return { why: 'There is no other line at that place to follow' };
        const to = tieDirection(project, item, tangentAt(project, own.item, from.at));
        return { call: { command: 'tieTangent', args: { ...own, to } }, select: [own.item] };
      }
      const target = targetOf(project, upon, own.item);
      if (!target) return { why: 'There is nothing else at that place to follow' };
      return { call: { command: 'tiePoint', args: { ...own, to: target } }, select: [own.item] };
    },
  }),
} as const;

/** A curve with all that go on from it end to end, so that an outline of several pieces is taken as one. */
function outlineOf(project: Project, item: Id): readonly Id[] {
  const found = [item];
  // What is added meanwhile is gone through too.
  for (const id of found) {
    for (const end of ENDS) {
      for (const { item: other } of endsMeeting(project, id, end)) if (!found.includes(other)) found.push(other);
    }
  }
  return found;
}
