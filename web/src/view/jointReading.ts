import {
  type Curve,
  domainOf,
  evaluate,
  jetBeyond,
  mirror,
  rotation,
  transform,
  type Vector3,
} from '@pencil-bend/core';
import {
  type Continuity,
  continuityFromJet,
  continuityOfEnds,
  type ContinuityThresholds,
} from '@pencil-bend/core/reading';
import {
  blendIn,
  blendLeader,
  type BlendRecipe,
  type CornerRecipe,
  cornerIn,
  type End,
  ENDS,
  handedOn,
  type Id,
  type Joint,
  type Item,
  jointsOf,
  keptJoints,
  type Project,
  referenceOf,
} from '@pencil-bend/document';
import { curveIn } from './curveIn';

/** What holds a curve to another one at an end: its own joint, or that it is a blend or a soft corner. */
export interface JointReading {
  readonly item: Id;
  readonly end: End;
  readonly kind: 'joint' | 'blend' | 'corner';
  /** Of a joint. */
  readonly joint: Joint | null;
  /** The item that leads, where it is one. */
  readonly leader: Id | null;
  readonly follower: string;
  /** 'Spout', or 'its image'. */
  readonly led: string;
  readonly at: Vector3;
  readonly wanted: number;
  /** −1 for a gap. */
  readonly reached: number;
  /** Null where there is nothing to be measured. */
  readonly figures: Continuity | null;
  /** Why it is not kept. */
  readonly problem: string | null;
  readonly holds: boolean;
}

/** What of a project is read: with what is dragged done on the side. */
type Setting = Pick<Project, 'items' | 'planes'>;
type Within = Partial<ContinuityThresholds>;

/** What an end has to go on from, before it is measured. */
interface Asked {
  readonly cause: Pick<JointReading, 'item' | 'end' | 'kind' | 'joint' | 'leader' | 'led' | 'wanted'>;
  readonly curve: Curve;
  /** Why it is not kept as it is asked for. */
  readonly problem: string | null;
  /** What else the figures come of. */
  readonly from: readonly unknown[];
  readonly figures: () => Continuity | null;
}

/** Everything that joins the items, in their order. What has not changed has the same reading. */
export function jointReadings(project: Setting, order: readonly Id[], within: Within): readonly JointReading[] {
  return order
    .flatMap((id) => {
      const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
      if (item?.kind !== 'curve') return [];
      const { recipe } = item;
      const asked =
        recipe.kind === 'blend' || recipe.kind === 'corner'
          ? ENDS.map((end) => ofMade(project, id, end, recipe, within))
          : jointsOf(item).map(([end, joint]) => ofJoint(project, id, end, joint, within));
      return asked.flatMap((each) => each && readingOf(project, each, within));
    })
    .filter((each) => each !== null);
}

/** Of an own joint of a curve; null where that is closed. */
function ofJoint(project: Setting, id: Id, end: End, joint: Joint, within: Within): Asked | null {
  const curve = curveIn(project, id);
  if (!curve || curve.closing !== 'open') return null;
  const { jet, symmetry, problem } = handedOn(project, joint);
  const leader = referenceOf(joint.leader)?.item ?? null;
  const led = leader === null ? 'its image' : (project.items[leader]?.name ?? 'what is gone');
  const figures = () => {
    if (jet) return continuityFromJet(jet, curve, end, within);
    if (!symmetry) return null;
    const image =
      symmetry.kind === 'plane'
        ? mirror(curve, symmetry.plane)
        : transform(curve, rotation(symmetry.direction, Math.PI, symmetry.point));
    return continuityOfEnds(image, end, curve, end, within);
  };
  return {
    cause: { item: id, end, kind: 'joint', joint, leader, led, wanted: joint.level },
    curve,
    problem: problem ?? keptJoints(project, id)[end]?.problem ?? null,
    from: [jet],
    figures,
  };
}

/** Of an end of a blend, or of a soft corner. */
function ofMade(project: Setting, id: Id, end: End, recipe: BlendRecipe | CornerRecipe, within: Within): Asked | null {
  const which = end === 'start' ? 'first' : 'second';
  const leg = recipe[which];
  const [curve, leader] = [curveIn(project, id), curveIn(project, leg.item)];
  if (!curve || !leader) return null;
  const { jet = null } =
    recipe.kind === 'corner'
      ? { jet: jetBeyond(leader, recipe[which].end) }
      : handedOn(project, { leader: blendLeader(recipe[which]) });
  const wanted = recipe.kind === 'corner' ? recipe.level : recipe[which].level;
  const led = project.items[leg.item].name;
  return {
    cause: { item: id, end, kind: recipe.kind, joint: null, leader: leg.item, led, wanted },
    curve,
    problem: recipe.kind === 'corner' ? cornerIn(project, id).problem : blendIn(project, id).problem,
    from: [jet],
    figures: () => (jet ? continuityFromJet(jet, curve, end, within) : null),
  };
}

interface Known {
  readonly key: readonly unknown[];
  readonly reading: JointReading;
}
const known: Readonly<Record<End, WeakMap<Item, Known>>> = { start: new WeakMap(), end: new WeakMap() };

function readingOf(project: Setting, { cause, curve, problem, from, figures: measured }: Asked, within: Within) {
  const item = project.items[cause.item];
  const key = [curve, within, cause.led, problem, ...from];
  const before = known[cause.end].get(item);
  if (before && before.key.every((each, i) => each === key[i])) return before.reading;
  const figures = measured();
  const level = figures?.level ?? -1;
  const { wanted } = cause;
  const reading: JointReading = {
    ...cause,
    follower: item.name,
    at: figures?.after.point ?? evaluate(curve, domainOf(curve)[cause.end === 'start' ? 0 : 1]),
    reached: Math.min(level, wanted),
    figures,
    problem,
    holds: problem === null && level >= Math.min(wanted, HIGHEST),
  };
  known[cause.end].set(item, { key, reading });
  return reading;
}

/** Levels above this one are not measured. */
const HIGHEST = 3;
