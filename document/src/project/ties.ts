import { arcLength, domainOf, evaluate, length, negate, subtract, type Vector3 } from '@pencil-bend/core';
import { placeAt } from '../links/reference';
import { tiesOf } from '../links/sources';
import type { BoundTie } from '../recipe/tied';
import { nearestOnGuide } from './guides';
import type { CurveItem, Id, TieTarget } from './project';
import { itemIn, type SeenCurves, type Setting } from './seen';

/** Where the ties of a curve lead now, with what tells whether that is still so. */
export function tiesAt(
  project: Setting,
  item: CurveItem,
  seen: SeenCurves,
): readonly (BoundTie & { readonly key: readonly unknown[] })[] {
  return tiesOf(item).map(([point, { place, direction }]) => {
    const to = place && placeOfTie(project, place, seen);
    const towards = direction && directionOfTie(project, direction.item, seen);
    const way = typeof towards === 'string' || !towards ? null : direction?.turned ? negate(towards) : towards;
    const found = typeof to === 'string' || !to ? null : to;
    const problem = [to, towards].find((each) => typeof each === 'string');
    return {
      point,
      placeFor: found?.placeFor ?? null,
      direction: way,
      problem: typeof problem === 'string' ? problem : null,
      key: [point, ...(found?.key ?? [null]), ...(way ?? [null]), problem],
    };
  });
}

interface TiedPlace {
  readonly placeFor: (at: Vector3) => Vector3;
  readonly key: readonly unknown[];
}

/** Where a tied point goes; words where there is nothing to follow. */
function placeOfTie(project: Setting, target: TieTarget, seen: SeenCurves): TiedPlace | string {
  const item = itemIn(project, target.item);
  if (!item) return `'${target.item}' is not there`;
  const fixed = (place: Vector3): TiedPlace => ({ placeFor: () => place, key: place });
  switch (target.kind) {
    case 'point':
      return item.kind === 'point' ? fixed(item.at) : `${item.name} is no point`;
    case 'end': {
      const curve = seen.atEnd(project, target.item, target.end);
      if (typeof curve === 'string') return curve;
      if (curve.closing !== 'open') return `${item.name} is closed and has no end`;
      const domain = domainOf(curve);
      return fixed(evaluate(curve, domain[target.end === 'start' ? 0 : 1]));
    }
    case 'place': {
      const curve = seen.whole(project, target.item);
      return typeof curve === 'string' ? curve : fixed(placeAt(curve, target.share));
    }
    case 'along': {
      if (item.kind !== 'guide') return `${item.name} is no guide`;
      const axes = project.planes?.[item.plane];
      if (!axes) return `the plane of ${item.name} is not there`;
      return { placeFor: (at) => nearestOnGuide(item.guide, axes, at), key: [item, axes] };
    }
  }
}

/** The direction of a guide line or of a straight curve; words where it has none. */
function directionOfTie(project: Setting, id: Id, seen: SeenCurves): Vector3 | string {
  const item = itemIn(project, id);
  if (item?.kind === 'guide' && item.guide.kind === 'line') return item.guide.direction;
  if (item?.kind !== 'curve') return item ? `${item.name} has no direction` : `'${id}' is not there`;
  const curve = seen.whole(project, id);
  if (typeof curve === 'string') return curve;
  const [from, to] = domainOf(curve).map((u) => evaluate(curve, u));
  const chord = subtract(to, from);
  const isStraight = arcLength(curve).total <= length(chord) * (1 + STRAIGHT) && length(chord) > 0;
  return isStraight ? chord : `${item.name} is not straight`;
}

/** A curve no longer than its chord, to this share, is a line. */
const STRAIGHT = 1e-9;
