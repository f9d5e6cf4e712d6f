import { type Curve, domainOf, type Level, makeCurve, reverse, unpackCurve } from '@pencil-bend/core';
import { type ChainFailure, continuityOfEnds, type FairChainOptions } from '@pencil-bend/core/reading';
import { type End, type Id, isDerived, jointsOf, type Project } from '@pencil-bend/document';
import { runThrough } from '../view/run';
import { heldIn } from './fairOptions';
import { wholeCurve } from './lossyPreview';
import type { FairTarget } from './refitTarget';

/** One curve of a run. */
export interface Link {
  readonly item: Id;
  /** As it is, and the way round that the run goes. */
  readonly curve: Curve;
  readonly ahead: Curve;
}

/** Curves that go on in each other, in order, with how they are faired as one. */
export interface Chain {
  readonly project: Project;
  readonly links: readonly Link[];
  readonly options: FairChainOptions;
}

/** Ends that are joined lie nearer than this, in mm. */
const WITHIN = 1e-3;
/** Where no joint asks for more, a smoother meeting than this may become one of this level. */
const MOST_UNASKED = 2;

/** The run that curves make; in words why they make none. */
export function chainOf(project: Project, items: readonly Id[], target: FairTarget): Chain | string {
  const curves: { readonly id: Id; readonly curve: Curve }[] = [];
  for (const id of items) {
    const item = project.items[id];
    const curve = wholeCurve(project, id);
    if (item.kind !== 'curve' || !curve) return `${item.name} is no curve: it cannot be faired`;
    if (isDerived(item.recipe))
      return `${item.name} is made from others, and follows them: fair it alone, or leave it out`;
    curves.push({ id, curve });
  }
  const [own] = curves;
  const { before, after } = runThrough(own, curves, WITHIN);
  const run = [...before, own, ...after];
  const apart = curves.find(({ id }) => !run.some((each) => each.id === id));
  if (apart) return `${project.items[apart.id].name} does not meet the others end to end`;
  const links = run.map(({ id, curve: ahead }): Link => {
    const curve = curves.find((each) => each.id === id)?.curve ?? ahead;
    return { item: id, curve, ahead };
  });
  const ends = links.map((link) => {
    const stays = heldIn(project, link.item, link.curve, target.startLevel, target.endLevel);
    const { normal, startLevel, endLevel, held = [], heldAt = [] } = stays;
    return isTurned(link)
      ? { normal, first: endLevel, last: startLevel, ...turned(link.curve, held, heldAt) }
      : { normal, first: startLevel, last: endLevel, held, heldAt };
  });
  const [{ normal }] = ends;
  const isPlane = ends.every((each) => each.normal?.join() === normal?.join());
  return {
    project,
    links,
    options: {
      normal: isPlane ? normal : null,
      level: links.slice(1).map((next, i) => levelBetween(project, links[i], next)),
      startLevel: ends[0].first,
      endLevel: ends[ends.length - 1].last,
      held: ends.map(({ held, heldAt }) => ({ held, heldAt })),
    },
  };
}

const isTurned = ({ curve, ahead }: Link): boolean => curve !== ahead;

/** What is held, on the curve the other way round. */
function turned(
  curve: Curve,
  held: readonly number[],
  heldAt: readonly { readonly u: number; readonly level: Level }[],
) {
  const [first, last] = domainOf(curve);
  const most = curve.points.length / 4 - 1;
  return {
    held: held.map((i) => most - i),
    heldAt: heldAt.map(({ u, level }) => ({ u: first + last - u, level })),
  };
}

/** The level that a joint asks for between two links, else the one that is there; never more than is there. */
function levelBetween(project: Project, before: Link, next: Link): Level {
  const { level: reached } = continuityOfEnds(before.ahead, 'end', next.ahead, 'start');
  const ends: readonly [Link, End][] = [
    [before, isTurned(before) ? 'start' : 'end'],
    [next, isTurned(next) ? 'end' : 'start'],
  ];
  const asked = ends.flatMap(([{ item }, end], i) => {
    const [other, otherEnd] = ends[1 - i];
    const joint = jointsOf(project.items[item]).find(([at]) => at === end)?.[1];
    const isIt = joint?.leader.kind === 'end' && joint.leader.item === other.item && joint.leader.end === otherEnd;
    return isIt ? [joint.level] : [];
  });
  return Math.max(0, Math.min(reached, asked.length > 0 ? Math.max(...asked) : MOST_UNASKED)) as Level;
}

/** A curve of the run that was made anew, the way round that it runs by itself, over its own knots. */
export function asItRuns(link: Link, packed: Float64Array): Curve {
  const made = unpackCurve(packed);
  const { degree, knots, closing } = link.curve;
  return isTurned(link) ? makeCurve(degree, knots, reverse(made).points, closing) : made;
}

/** Why a run cannot be faired, in words. */
export function chainRefusal(failure: ChainFailure, links: readonly Link[], project: Project): string {
  const nameOf = (index: number): string => project.items[links[index].item].name;
  switch (failure.kind) {
    case 'not-joined':
      return `${nameOf(failure.first)} and ${nameOf(failure.second)} do not meet`;
    case 'not-open':
      return `${nameOf(failure.index)} is closed: fair it alone`;
    case 'rational':
      return `${nameOf(failure.index)} has weights: fair it alone, or re-lay it`;
    case 'degree-too-low':
      return `${nameOf(failure.index)} needs degree ${failure.needed} for its joints, not ${failure.degree}`;
    case 'too-few':
      return `${nameOf(failure.index)} needs ${failure.needed} control points for its joints, not ${failure.controlPoints}`;
  }
}
