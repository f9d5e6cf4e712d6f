import {
  type Curve,
  distance,
  evaluate,
  type Jet,
  jetAtShare,
  jetBeyond,
  kinksOf,
  planeFrom,
  type Symmetry,
} from '@pencil-bend/core';
import { graphOf, keyOfEnd } from '../links/order';
import { placeAt } from '../links/reference';
import { jetOnGuide } from './guides';
import type { Leader } from './project';
import { itemIn, nameIn, type SeenCurves, type Setting } from './seen';

export interface Handed {
  readonly jet?: Jet;
  readonly symmetry?: Symmetry;
  readonly problem?: string;
}
export const NOT_HANDED = { jet: null, symmetry: null, problem: null } as const;

/** What a leader hands on to a follower. */
export function handedBy(project: Setting, leader: Leader, seen: SeenCurves): Handed {
  switch (leader.kind) {
    case 'end': {
      const curve = seen.atEnd(project, leader.item, leader.end);
      if (typeof curve === 'string') return { problem: curve };
      if (graphOf(project).corners.has(keyOfEnd({ id: leader.item, end: leader.end }))) {
        return { problem: `${nameIn(project, leader.item)} ends in a corner there` };
      }
      return standing(
        curve.closing === 'open' ? jetBeyond(curve, leader.end) : null,
        curve,
        nameIn(project, leader.item),
      );
    }
    case 'place': {
      const curve = seen.whole(project, leader.item);
      if (typeof curve === 'string') return { problem: curve };
      return placeHanded(curve, leader, nameIn(project, leader.item));
    }
    case 'guide':
      return guideHanded(project, leader);
    case 'plane':
      return { symmetry: planeOf(leader) };
    case 'axis':
      return { symmetry: axisOf(leader) };
  }
}

/** In mm. */
const AT_KINK = 1e-6;

/** What a place along a curve hands on. */
export function placeHanded(
  curve: Curve,
  { share, sense }: Pick<Extract<Leader, { readonly kind: 'place' }>, 'share' | 'sense'>,
  name: string,
): Handed {
  const at = placeAt(curve, share);
  if (kinksOf(curve).some(({ u }) => distance(evaluate(curve, u), at) < AT_KINK)) {
    return { problem: `${name} has a kink there` };
  }
  return standing(jetAtShare(curve, share, sense), curve, name);
}

export const standing = (jet: Jet | null, curve: Curve, name: string): Handed => {
  if (jet) return { jet };
  return { problem: curve.closing === 'open' ? `${name} stands still there` : `${name} is closed and has no end` };
};

function guideHanded(project: Setting, leader: Extract<Leader, { readonly kind: 'guide' }>): Handed {
  const item = itemIn(project, leader.item);
  if (item?.kind !== 'guide') return { problem: `'${leader.item}' is no guide` };
  const axes = project.planes?.[item.plane];
  return axes ? { jet: jetOnGuide(item.guide, axes, leader) } : { problem: `the plane of ${item.name} is not there` };
}

const planes = new WeakMap<object, Symmetry>();
/** The same leader gives the same symmetry. */
function planeOf(leader: Extract<Leader, { readonly kind: 'plane' }>): Symmetry {
  let known = planes.get(leader);
  if (!known) {
    planes.set(leader, (known = { kind: 'plane', plane: planeFrom(leader.at, leader.across) }));
  }
  return known;
}
function axisOf(leader: Extract<Leader, { readonly kind: 'axis' }>): Symmetry {
  let known = planes.get(leader);
  if (!known) planes.set(leader, (known = { kind: 'axis', point: leader.at, direction: leader.along }));
  return known;
}
